-- Why: a bench that is only a list promises what it cannot keep. Stations have set-ups and break down, people have hours and skills, and every piece of work gets its slot.

alter table station add column setup_minutes double precision not null default 0 check (setup_minutes between 0 and 60);
alter table station add column closed_until timestamptz;
alter table station add column closed_reason text not null default '';
update station set setup_minutes = 2 where kind = 'spinner';

-- When somebody works at the bench, and at what.
create table bench_person (
  id uuid primary key references staff on delete cascade,
  hours jsonb not null default '[]',
  away jsonb not null default '[]',
  skills jsonb,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create trigger touch_bench_person before update on bench_person for each row execute function touch();

-- One plan for the shop; its version moves with every change of a slot.
create table bench_plan (
  id boolean primary key default true check (id),
  made_by uuid references staff,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create trigger touch_bench_plan before update on bench_plan for each row execute function touch();
insert into bench_plan default values;

create table bench_slot (
  job_id uuid not null references job on delete cascade,
  first_position integer not null,
  station_id uuid not null references station,
  staff_id uuid references staff,
  starts_at timestamptz not null,
  ends_at timestamptz not null,
  -- Put there by somebody: a new plan leaves it.
  locked boolean not null default false,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  primary key (job_id, first_position),
  check (ends_at >= starts_at)
);
create trigger touch_bench_slot before update on bench_slot for each row execute function touch();
create index bench_slot_staff on bench_slot (staff_id);
create index bench_slot_station on bench_slot (station_id, starts_at);

-- What the last steps took.
create index job_step_done on job_step (done_at desc) where done_at is not null and skipped_reason is null;

-- The address under which a member's own calendar is subscribed to; told once, only its hash is kept.
create table plan_link (
  staff_id uuid primary key references staff on delete cascade,
  secret_hash text not null unique,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create trigger touch_plan_link before update on plan_link for each row execute function touch();

-- How customers are told: the shop's own words by occasion, and hours in which nothing is sent, minutes after midnight.
create table telling (
  id boolean primary key default true check (id),
  templates jsonb not null default '[]',
  quiet_from integer not null default 1260 check (quiet_from between 0 and 1439),
  quiet_to integer not null default 480 check (quiet_to between 0 and 1439),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create trigger touch_telling before update on telling for each row execute function touch();
insert into telling default values;
