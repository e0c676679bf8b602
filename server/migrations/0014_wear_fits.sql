-- Why: a fit of a ball's wear takes a tenth of a second and was kept as 20,000 samples in memory. It is a few numbers, made once
-- a reading and shared by every server process.

create table wear_fit (
  ball_id uuid not null references ball on delete cascade,
  -- 'own' rests on the ball's readings and the starting values, 'shared' on what the shop's other balls have shown too.
  kind text not null check (kind in ('own', 'shared')),
  -- Hash of what was asked: cover, start, readings and the shop's constants of wear.
  question text not null,
  answer jsonb not null,
  -- Other balls that shaped the expectation then.
  balls_behind integer not null default 0,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  primary key (ball_id, kind)
);
create trigger touch_wear_fit before update on wear_fit for each row execute function touch();
