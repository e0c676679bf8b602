-- Why: a lane tracker is a device like scanner and bath.

alter table device drop constraint device_kind_check;
alter table device add constraint device_kind_check check (kind in ('scanner', 'bath', 'tracker'));
insert into device (kind) values ('tracker');
