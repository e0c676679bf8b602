-- Why: reaction tests with their frozen surfaces and their shots.

create table trial (
  id uuid primary key,
  customer_id uuid not null references customer,
  pattern_id uuid not null references pattern,
  question text not null,
  started_at timestamptz not null,
  games_since_oiling double precision check (games_since_oiling between 0 and 60),
  control_ball_id uuid not null references ball,
  variant_ball_id uuid not null references ball,
  control_label text not null,
  variant_label text not null,
  -- Surface and oil as they were when the trial began.
  control_surface jsonb not null,
  variant_surface jsonb not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create index trial_customer on trial (customer_id);
create trigger touch_trial before update on trial for each row execute function touch();

create table shot (
  id uuid primary key,
  trial_id uuid not null references trial,
  sequence integer not null,
  side text not null check (side in ('control', 'variant')),
  thrown_at timestamptz not null,
  feet_board double precision check (feet_board between 1 and 50),
  target_board double precision check (target_board between 1 and 39),
  read text check (read in ('early', 'right', 'late')),
  entry_board double precision check (entry_board between -2 and 41),
  leave integer[] check (leave <@ array[1, 2, 3, 4, 5, 6, 7, 8, 9, 10]),
  set_aside_reason text check (set_aside_reason <> ''),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  unique (trial_id, sequence)
);
create trigger touch_shot before update on shot for each row execute function touch();
