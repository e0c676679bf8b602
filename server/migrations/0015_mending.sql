-- Why: whatever was put in by mistake can be mended: retired, merged, deleted, corrected, with what stood before kept where it
-- is history.

alter table customer add column retired_on date;
alter table ball add column retired_on date;
alter table pattern add column retired_on date;

-- Merging moves history to the right owner and deleting a mistaken ball takes its history along; nothing else may touch it.
create or replace function refuse_change() returns trigger language plpgsql as $$
begin
  if current_setting('sleetfall.mending', true) = 'on' then
    return case tg_op when 'DELETE' then old else new end;
  end if;
  raise exception 'history is append-only' using errcode = 'restrict_violation';
end $$;

-- What a shot was before it was corrected or taken out.
create table shot_before (
  id uuid primary key,
  shot_id uuid not null,
  trial_id uuid not null references trial on delete cascade,
  what text not null check (what in ('corrected', 'removed')),
  was jsonb not null,
  staff_id uuid references staff,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create index shot_before_trial on shot_before (trial_id, created_at);
create trigger append_only before update or delete on shot_before for each row execute function refuse_change();

alter table job add column assigned_to uuid references staff;
-- Over-temperature is told everywhere until somebody has seen it.
alter table job add column alarm_at timestamptz;
alter table job add column alarm_seen_at timestamptz;
alter table job add column alarm_seen_by uuid references staff;
create index job_alarm on job (alarm_at) where alarm_at is not null and alarm_seen_at is null;

create index ball_event_night on ball_event ((payload ->> 'nightId')) where kind = 'games' and payload ? 'nightId';

drop view ball_present;
create view ball_present as
select
  b.*,
  coalesce(m.payload ->> 'place', 'customer') as place,
  coalesce(m.payload ->> 'shelf', '') as shelf,
  (d.payload ->> 'drillingAngleDeg')::double precision as drilling_angle_deg,
  (d.payload ->> 'pinToPapIn')::double precision as pin_to_pap_in,
  (d.payload ->> 'valAngleDeg')::double precision as val_angle_deg,
  (l.payload ->> 'untilAt')::timestamptz as locked_until,
  -- Only another inspection clears a crack; a look at the inserts does not.
  case when c.payload ->> 'finding' = 'cracked' then 'cracked' else k.payload ->> 'finding' end as last_finding,
  k.happened_at as last_checked_at
from ball b
left join lateral (
  select payload from ball_history h
  where h.ball_id = b.id and h.kind = 'moved' and not h.withdrawn
  order by h.happened_at desc, h.seq desc limit 1
) m on true
left join lateral (
  select payload from ball_history h
  where h.ball_id = b.id and h.kind = 'drilled' and not h.withdrawn
  order by h.seq desc limit 1
) d on true
left join lateral (
  select payload from ball_history h
  where h.ball_id = b.id and h.kind = 'locked' and not h.withdrawn
  order by h.seq desc limit 1
) l on true
left join lateral (
  select payload, happened_at from ball_history h
  where h.ball_id = b.id and h.kind = 'checked' and not h.withdrawn
  order by h.seq desc limit 1
) k on true
left join lateral (
  select payload from ball_history h
  where h.ball_id = b.id and h.kind = 'checked' and h.payload ->> 'what' = 'inspection' and not h.withdrawn
  order by h.seq desc limit 1
) c on true;

-- A prediction holds for the surface it was made for; without it no later shot can be held against it.
alter table prediction add column ra_um double precision check (ra_um > 0);
