-- Why: shots teach what the starting values leave open: strength of a ball, factors of a lane, parts of a release. What was fitted is kept with what it rests on,
-- is taken over as a whole or not at all, and can be undone.

create table calibration (
  id uuid primary key,
  ball_id uuid not null references ball on delete cascade,
  -- The fit as it was shown, the shots that it rests on, and what it changes on the patterns ahead.
  fit jsonb not null,
  shots jsonb not null,
  ahead jsonb not null,
  taken_at timestamptz,
  undone_at timestamptz,
  staff_id uuid references staff,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  check (undone_at is null or taken_at is not null)
);
create trigger touch_calibration before update on calibration for each row execute function touch();
create index calibration_ball on calibration (ball_id, created_at desc, id);

-- What of it speaks of which ball, pattern or bowler.
create table calibration_part (
  calibration_id uuid not null references calibration on delete cascade,
  kind text not null check (kind in ('ball', 'pattern', 'bowler')),
  subject_id uuid not null,
  figures jsonb not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  primary key (calibration_id, kind, subject_id)
);
create trigger touch_calibration_part before update on calibration_part for each row execute function touch();
create index calibration_part_subject on calibration_part (kind, subject_id);

-- The one that counts for each of them.
create table fit_in_force (
  kind text not null check (kind in ('ball', 'pattern', 'bowler')),
  subject_id uuid not null,
  calibration_id uuid not null references calibration on delete cascade,
  figures jsonb not null,
  -- What a bowler's record said before the first fit.
  before jsonb,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  primary key (kind, subject_id)
);
create trigger touch_fit_in_force before update on fit_in_force for each row execute function touch();
create index fit_in_force_calibration on fit_in_force (calibration_id);

-- Calibrated balls of each cover in two sums, kept as fits come and go: what they say of the next ball's strength.
create table strength_learnt (
  cover text primary key,
  weight double precision not null,
  weighted double precision not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create trigger touch_strength_learnt before update on strength_learnt for each row execute function touch();
create function learn_strength() returns trigger language plpgsql as $$
begin
  if tg_op <> 'INSERT' and old.kind = 'ball' then
    update strength_learnt set weight = weight - (old.figures ->> 'weight')::float8,
      weighted = weighted - (old.figures ->> 'weighted')::float8 where cover = old.figures ->> 'cover';
  end if;
  if tg_op <> 'DELETE' and new.kind = 'ball' then
    insert into strength_learnt as s (cover, weight, weighted)
      values (new.figures ->> 'cover', (new.figures ->> 'weight')::float8, (new.figures ->> 'weighted')::float8)
      on conflict (cover) do update set weight = s.weight + excluded.weight, weighted = s.weighted + excluded.weighted;
  end if;
  return null;
end $$;
create trigger strength_learnt after insert or update or delete on fit_in_force for each row execute function learn_strength();

-- What others may read of it.
create view ball_fit as select subject_id as ball_id, figures from fit_in_force where kind = 'ball';
create view pattern_fit as select subject_id as pattern_id, figures from fit_in_force where kind = 'pattern';

create or replace view ball_whole as
select b.*, p.place, p.shelf, p.drilling_angle_deg, p.pin_to_pap_in, p.val_angle_deg, p.drilling, p.locked_until, p.last_finding, p.last_checked_at,
  p.last_cleaned_at, p.last_recipe, p.last_event, p.games_since_cleaning, p.played_volume_ml, p.surface, p.surface_at, p.fit_wanted,
  p.stale, (select f.figures from ball_fit f where f.ball_id = b.id) as fitted
from ball b join ball_present p on p.ball_id = b.id;

-- A figure of a record may have been fitted.
alter table customer
  drop constraint customer_speed_source_check, drop constraint customer_rev_source_check,
  drop constraint customer_axis_rotation_source_check, drop constraint customer_axis_tilt_source_check,
  drop constraint customer_pap_source_check;
alter table customer
  add check (speed_source in ('stated', 'measured', 'guessed', 'fitted')),
  add check (rev_source in ('stated', 'measured', 'guessed', 'fitted')),
  add check (axis_rotation_source in ('stated', 'measured', 'guessed', 'fitted')),
  add check (axis_tilt_source in ('stated', 'measured', 'guessed', 'fitted')),
  add check (pap_source in ('stated', 'measured', 'guessed', 'fitted'));
alter table ball drop constraint ball_factory_source_check;
alter table ball add check (factory_source in ('stated', 'measured', 'guessed', 'fitted'));

-- Two records become one: fits of the first go to the other; what counted for the first counts for the other where nothing did, but a bowler's record stays the other's.
create function move_fits(what text, from_id uuid, into_id uuid) returns void language plpgsql as $$
begin
  delete from calibration_part p where kind = what and subject_id = from_id and exists (
    select from calibration_part o where o.calibration_id = p.calibration_id and o.kind = what and o.subject_id = into_id);
  update calibration_part set subject_id = into_id where kind = what and subject_id = from_id;
  if what = 'bowler' or exists (select from fit_in_force where kind = what and subject_id = into_id) then
    delete from fit_in_force where kind = what and subject_id = from_id;
  else
    update fit_in_force set subject_id = into_id where kind = what and subject_id = from_id;
  end if;
end $$;
