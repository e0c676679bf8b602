-- Why: what somebody makes of a trial, beside the figures: the bowler's own words by heading, what was seen apart from what explains it, held or given; a later one revises it and the earlier stays.

create table trial_verdict (
  id uuid primary key,
  trial_id uuid not null references trial on delete cascade,
  says text not null check (says in ('held', 'keep', 'change', 'retire')),
  -- In the bowler's eyes.
  miss_in text check (miss_in in ('holds', 'comesBack', 'goesHigh', 'flat')),
  miss_out text check (miss_out in ('holds', 'comesBack', 'goesHigh', 'flat')),
  room text check (room in ('much', 'enough', 'little')),
  shape text check (shape in ('smooth', 'medium', 'sharp')),
  observation text not null default '',
  -- Explanations, apart from what was seen.
  explanations jsonb not null default '[]',
  -- What spoke against a verdict when it was given.
  doubts jsonb not null default '[]',
  staff_id uuid references staff,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create index trial_verdict_trial on trial_verdict (trial_id, created_at);
create trigger append_only before update or delete on trial_verdict for each row execute function refuse_change();
