-- Some patterns are known only by length, volume and ratio; their load table is then a guess and must be shown as one.
alter table pattern
  add column estimated boolean not null default false;
