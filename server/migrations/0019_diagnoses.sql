-- Why: what was seen of a ball, what was tried and what it came to: so that the next test is proposed, its answer counts, and the shop's own outcomes move the table.

create table diagnosis (
  id uuid primary key,
  customer_id uuid not null references customer on delete cascade,
  ball_id uuid not null references ball on delete cascade,
  pattern_id uuid references pattern on delete set null,
  -- The trial that it came from.
  trial_id uuid references trial on delete set null,
  games_since_oiling double precision check (games_since_oiling between 0 and 60),
  -- Signs that were seen, and those that were looked for and not seen.
  signs jsonb not null default '[]',
  absent jsonb not null default '[]',
  -- Tests with their outcomes, in order.
  done jsonb not null default '[]',
  -- A test that was begun as a trial and has no answer yet.
  pending jsonb,
  observation text not null default '',
  cause text,
  settled_at timestamptz,
  staff_id uuid references staff,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create trigger touch_diagnosis before update on diagnosis for each row execute function touch();
create index diagnosis_customer on diagnosis (customer_id, created_at desc, id);
create index diagnosis_open on diagnosis (created_at desc, id) where cause is null;
create index diagnosis_settled on diagnosis (settled_at desc, id) where cause is not null;
create index diagnosis_ball on diagnosis (ball_id);
create index diagnosis_trial on diagnosis (trial_id) where trial_id is not null;
create index diagnosis_pattern on diagnosis (pattern_id) where pattern_id is not null;

-- What the latest settled cases count up to.
create table diagnosis_learnt (
  the_one boolean primary key default true check (the_one),
  learnt jsonb not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create trigger touch_diagnosis_learnt before update on diagnosis_learnt for each row execute function touch();
