-- Why: what a what-if foretold, kept unchanged so that a later trial can score it.

create table prediction (
  id uuid primary key,
  customer_id uuid not null references customer,
  ball_id uuid not null references ball,
  pattern_id uuid not null references pattern,
  -- The choices of the what-if, as its address has them.
  setup jsonb not null,
  first_read_ft double precision check (first_read_ft between 0 and 60),
  entry_board double precision not null,
  entry_angle_deg double precision not null,
  pocket_share double precision check (pocket_share between 0 and 1),
  staff_id uuid references staff,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create index prediction_ball on prediction (ball_id, pattern_id);
create trigger append_only before update or delete on prediction for each row execute function refuse_change();
