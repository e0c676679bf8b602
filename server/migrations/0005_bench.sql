-- Why: stations and the jobs that balls go through on them.

create table station (
  id uuid primary key,
  name text not null unique,
  kind text not null check (kind in ('intake', 'spinner', 'bath', 'dry-rack', 'shelf')),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create trigger touch_station before update on station for each row execute function touch();

insert into station (id, name, kind) values
  ('00000000-0000-4000-8000-000000000001', 'Intake', 'intake'),
  ('00000000-0000-4000-8000-000000000002', 'Spinner', 'spinner'),
  ('00000000-0000-4000-8000-000000000003', 'Bath', 'bath'),
  ('00000000-0000-4000-8000-000000000004', 'Dry rack', 'dry-rack'),
  ('00000000-0000-4000-8000-000000000005', 'Shelf', 'shelf');

create table job (
  id uuid primary key,
  ball_id uuid not null references ball,
  kind text not null check (kind in ('clean', 'extract', 'resurface')),
  recipe_key text,
  steps jsonb,
  due_on date not null,
  event_id uuid references event on delete set null,
  reason text not null default '',
  state text not null default 'waiting' check (state in ('waiting', 'running', 'done', 'cancelled')),
  started_at timestamptz,
  done_at timestamptz,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  check ((state = 'done') = (done_at is not null)),
  check (kind <> 'resurface' or steps is not null)
);
create index job_open on job (due_on) where state in ('waiting', 'running');
-- The same work is not promised twice for one ball.
create unique index job_open_per_ball_and_kind on job (ball_id, kind) where state in ('waiting', 'running');
-- A ball lies on one bench at a time.
create unique index job_running_per_ball on job (ball_id) where state = 'running';
create trigger touch_job before update on job for each row execute function touch();

create table job_step (
  job_id uuid not null references job on delete cascade,
  position integer not null,
  key text not null,
  station_kind text not null,
  minutes double precision not null,
  cautions jsonb not null,
  recipe_step jsonb,
  station_id uuid references station,
  started_at timestamptz,
  done_at timestamptz,
  staff_id uuid references staff,
  measured jsonb not null default '{}',
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  primary key (job_id, position),
  check (done_at is null or started_at is not null)
);
create trigger touch_job_step before update on job_step for each row execute function touch();
-- Spinner and bath take one ball each; intake, rack and shelf take many.
create unique index station_takes_one on job_step (station_id)
  where started_at is not null and done_at is null and station_kind in ('spinner', 'bath');

alter table ball_event add constraint ball_event_job foreign key (job_id) references job;
