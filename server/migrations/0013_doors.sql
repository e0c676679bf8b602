-- Why: sessions that end when somebody is switched off or changes the password; repeated writes are known by member and by a
-- hash of what was sent, since answers may hold secrets and are not kept.

alter table staff add column session_epoch integer not null default 1;

delete from write_request;
alter table write_request
  drop column body,
  drop column status,
  add column body_sha256 text not null;
alter table write_request alter column staff_id set not null;

-- A session begun before this knows no epoch.
delete from session;
