-- Why: what upkeep will ask of the bench is counted over all balls behind everybody's back and kept small; a page reads what was kept.

create table upkeep_ahead (
  id boolean primary key default true check (id),
  counted_at timestamptz,
  -- Being counted: when that began, how far it is, and of how many customers.
  counting_at timestamptz,
  done integer not null default 0 check (done >= 0),
  of_all integer not null default 0 check (of_all >= 0),
  weeks jsonb not null default '[]',
  rests jsonb,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create trigger touch_upkeep_ahead before update on upkeep_ahead for each row execute function touch();
insert into upkeep_ahead default values;

-- A customer's way to the shop, as it is proposed for a week of the forecast; all are written anew with each count.
create table upkeep_visit (
  id uuid primary key,
  week integer not null check (week >= 0),
  customer_id uuid not null references customer on delete cascade,
  from_at timestamptz not null,
  until_at timestamptz not null,
  reason text not null check (reason in ('latest', 'earlier', 'waits', 'over')),
  minutes double precision not null check (minutes >= 0),
  works jsonb not null default '[]',
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create trigger touch_upkeep_visit before update on upkeep_visit for each row execute function touch();
create index upkeep_visit_week on upkeep_visit (week, until_at, id);
create index upkeep_visit_customer on upkeep_visit (customer_id);

-- When a customer was last written to.
create index outbox_customer on outbox_message (customer_id, created_at desc);

-- Tournaments ahead, whatever leagues run meanwhile.
create index event_tournaments_ahead on event (ends_on, starts_on, id) where kind = 'tournament';
