-- Why: a trial asks about more than a control and one variant. It has one to twelve arms, a design, what was foretold, what is held, a bowler who does not know
-- which arm is thrown; a shot says what of it was seen, by whom it was thrown and on which lane.

create table trial_arm (
  id uuid primary key default gen_random_uuid(),
  trial_id uuid not null references trial on delete cascade,
  -- Its number in the trial; the first is the control.
  arm integer not null check (arm between 1 and 12),
  label text not null check (label <> ''),
  ball_id uuid not null references ball,
  -- Surface and oil as they were when the arm was begun.
  surface jsonb not null,
  -- Who throws it, where it is not the bowler of the trial.
  bowler_id uuid references customer,
  feet_board double precision check (feet_board between 1 and 50),
  target_board double precision check (target_board between 1 and 39),
  lane text not null default '',
  -- Grit that the arm is to be brought to, of a ladder.
  planned_grit double precision check (planned_grit between 180 and 6000),
  -- Level of each factor of the trial, in the factors' order.
  levels jsonb not null default '[]',
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  unique (trial_id, arm)
);
create trigger touch_trial_arm before update on trial_arm for each row execute function touch();
create index trial_arm_ball on trial_arm (ball_id, trial_id);
create index trial_arm_bowler on trial_arm (bowler_id) where bowler_id is not null;

insert into trial_arm (trial_id, arm, label, ball_id, surface)
  select id, 1, control_label, control_ball_id, control_surface from trial
  union all select id, 2, variant_label, variant_ball_id, variant_surface from trial;

alter table trial
  add column design text not null default 'turns',
  add column factors jsonb not null default '[]',
  add column blind boolean not null default false,
  add column revealed_at timestamptz,
  add column lane text not null default '',
  -- Line that everybody begins on: what moves are counted from.
  add column feet_board double precision check (feet_board between 1 and 50),
  add column target_board double precision check (target_board between 1 and 39),
  add column held jsonb not null default '[]',
  -- What was foretold of each arm before its shots.
  add column foretold jsonb not null default '[]';
update trial set design = case when control_ball_id = variant_ball_id then 'change' else 'turns' end;
alter table trial alter column design drop default;

alter table shot
  add column arm integer,
  add column warm_up boolean not null default false,
  add column bowler_id uuid references customer,
  add column lane text not null default '',
  add column speed_mph double precision check (speed_mph between 8 and 30),
  add column first_read_ft double precision check (first_read_ft between 0 and 60),
  add column breakpoint_board double precision check (breakpoint_board between 1 and 39),
  add column breakpoint_ft double precision check (breakpoint_ft between 0 and 60),
  add column entry_angle_deg double precision check (entry_angle_deg between -5 and 15),
  add column shape text check (shape in ('smooth', 'medium', 'sharp')),
  add column execution text check (execution in ('good', 'inside', 'wide', 'fast', 'slow', 'release')),
  add column flags jsonb not null default '[]',
  -- Why the feet or the eyes had moved since the shot before.
  add column move_reason text not null default '',
  add column note text not null default '';
update shot set arm = case side when 'control' then 1 else 2 end;
alter table shot alter column arm set not null;
alter table shot add foreign key (trial_id, arm) references trial_arm (trial_id, arm);
alter table shot drop column side;
create index shot_bowler on shot (bowler_id) where bowler_id is not null;

-- History is opened for this one rewriting of what it says in other words.
select set_config('sleetfall.mending', 'on', true);
update shot_before set was = (was - 'side') || jsonb_build_object('arm', case was ->> 'side' when 'control' then 1 else 2 end)
  where was ? 'side';
select set_config('sleetfall.mending', '', true);

create or replace function write_trial_words(which uuid[]) returns void language sql as $$
  insert into trial_words (trial_id, words, question, customer_name, pattern_name, started_at)
  select t.id, concat_ws(' ', '', t.question, c.name, p.name,
      (select string_agg(a.label, ' ' order by a.arm) from trial_arm a where a.trial_id = t.id)),
    t.question, c.name, p.name, t.started_at
  from trial t join customer c on c.id = t.customer_id join pattern p on p.id = t.pattern_id where t.id = any(which)
  on conflict (trial_id) do update set words = excluded.words, question = excluded.question,
    customer_name = excluded.customer_name, pattern_name = excluded.pattern_name, started_at = excluded.started_at
$$;
drop trigger trial_words on trial;
create trigger trial_words after insert or update of question, customer_id, pattern_id, started_at on trial
  for each row execute function trial_words_of_trial();
create function trial_words_of_arm() returns trigger language plpgsql as $$
begin
  perform write_trial_words(array[new.trial_id]);
  return null;
end $$;
create trigger trial_words_of_arm after insert or update of label on trial_arm for each row execute function trial_words_of_arm();

alter table trial
  drop column control_ball_id, drop column variant_ball_id, drop column control_label, drop column variant_label,
  drop column control_surface, drop column variant_surface;
