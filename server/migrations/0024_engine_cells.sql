-- Why: what a ball covers is told by the motion core in every phase of a lane, against what the best ball of any kind would do; that takes seconds and is kept. The share in the
-- pocket that a customer wanted cannot be turned into strikes given away, so that everybody begins with the usual tolerance.

alter table customer add column strike_tolerance double precision not null default 10 check (strike_tolerance between 2 and 40);
alter table customer drop column pocket_threshold;

create table coverage_kept (
  customer_id uuid primary key references customer on delete cascade,
  -- What the answers were made from, in one figure: another one now, and they are stale.
  fingerprint text not null,
  -- States in their order, and the engine's answers to them.
  states jsonb not null default '[]',
  engine jsonb,
  done integer not null default 0,
  total integer not null default 0,
  -- The balls after work are answered too.
  complete boolean not null default false,
  -- What the landing page tells of it: states that no ball is near the best in, with day and cheapest fix.
  gaps jsonb not null default '[]',
  computed_at timestamptz,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create trigger touch_coverage_kept before update on coverage_kept for each row execute function touch();
