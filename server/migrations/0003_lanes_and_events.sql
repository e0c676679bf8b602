-- Why: oil patterns as load tables, and the events that bring them.

create table pattern (
  id uuid primary key,
  name text not null check (name <> ''),
  note text not null default '',
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create unique index pattern_name on pattern (lower(name));
create trigger touch_pattern before update on pattern for each row execute function touch();

create table pattern_load (
  pattern_id uuid not null references pattern on delete cascade,
  position integer not null,
  from_board integer not null check (from_board between 1 and 39),
  to_board integer not null check (to_board between 1 and 39),
  loads integer not null check (loads between 1 and 40),
  microlitres_per_board double precision not null check (microlitres_per_board between 1 and 200),
  start_ft double precision not null check (start_ft between 0 and 60),
  end_ft double precision not null check (end_ft between 0 and 60),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  primary key (pattern_id, position),
  check (from_board <= to_board),
  check (start_ft <> end_ft)
);

create table event (
  id uuid primary key,
  name text not null check (name <> ''),
  kind text not null check (kind in ('league', 'tournament')),
  place text not null default '',
  starts_on date not null,
  ends_on date not null,
  note text not null default '',
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  check (starts_on <= ends_on)
);
create trigger touch_event before update on event for each row execute function touch();

create table event_pattern (
  event_id uuid not null references event on delete cascade,
  pattern_id uuid not null references pattern,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  primary key (event_id, pattern_id)
);

create table event_entry (
  event_id uuid not null references event on delete cascade,
  customer_id uuid not null references customer,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  primary key (event_id, customer_id)
);
create index event_entry_customer on event_entry (customer_id);

-- What other areas may read of patterns and events.
create view pattern_label as select id, name from pattern;
create view event_label as select id, name from event;
