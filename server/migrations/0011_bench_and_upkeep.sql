-- Why: more procedures, jobs that pause and are held, pads that wear, own recipes, upkeep by schools, reminders and
-- links for customers, devices.

alter table job drop constraint job_kind_check;
alter table job add constraint job_kind_check
  check (kind in ('clean', 'extract', 'bath', 'resurface', 'polish', 'refresh', 'dry', 'inserts', 'inspect'));
alter table job
  -- Why work was done against advice, and against which.
  add column override_reason text not null default '',
  add column overridden jsonb not null default '[]',
  add column paused_at timestamptz,
  add column paused_reason text not null default '',
  -- A test before and one after the work, kept together.
  add column before_trial_id uuid references trial,
  add column after_trial_id uuid references trial,
  add constraint job_two_trials check (before_trial_id is distinct from after_trial_id or before_trial_id is null);

alter table job_step
  add column paused_seconds double precision not null default 0,
  add column skipped_reason text;

-- Water temperatures during a job: typed by hand or heard from the bath.
create table job_reading (
  id uuid primary key,
  job_id uuid not null references job on delete cascade,
  position integer not null,
  at timestamptz not null default now(),
  temperature_c double precision not null check (temperature_c between -20 and 120),
  source text not null check (source in ('typed', 'bath')),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create index job_reading_job on job_reading (job_id, at);
create trigger touch_job_reading before update on job_reading for each row execute function touch();

alter table ball_event drop constraint ball_event_kind_check;
alter table ball_event add constraint ball_event_kind_check check (kind in
  ('games', 'surfaced', 'scanned', 'cleaned', 'extracted', 'moved', 'drilled', 'withdrawn', 'locked', 'checked'));

-- Present state that comes from events, with the drying lock and the last look at the ball.
create or replace view ball_present as
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

create table pad (
  id uuid primary key,
  name text not null check (name <> ''),
  abrasive text not null check (abrasive in ('pad', 'sheet', 'compound', 'polish', 'cleaner', 'wipe')),
  grit double precision check (grit between 180 and 6000),
  -- What it is for, in the shop's words.
  purpose text not null default '',
  life_balls integer not null check (life_balls between 1 and 200),
  uses integer not null default 0 check (uses between 0 and 1000),
  spare integer not null default 0 check (spare between 0 and 500),
  reorder_at integer not null default 1 check (reorder_at between 0 and 500),
  -- What one costs, in the shop's money.
  price double precision check (price between 0 and 10000),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  check ((grit is null) = (abrasive not in ('pad', 'sheet')))
);
create unique index pad_name on pad (lower(name));
create trigger touch_pad before update on pad for each row execute function touch();

create table shop_recipe (
  id uuid primary key,
  name text not null check (name <> ''),
  steps jsonb not null,
  note text not null default '',
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create unique index shop_recipe_name on shop_recipe (lower(name));
create trigger touch_shop_recipe before update on shop_recipe for each row execute function touch();

-- Which school a surface is kept by: the shop's, a customer's, or one ball's. The narrowest counts.
create table upkeep_policy (
  id uuid primary key,
  customer_id uuid references customer,
  ball_id uuid references ball,
  policy jsonb not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  check (customer_id is null or ball_id is null),
  unique nulls not distinct (customer_id, ball_id)
);
create trigger touch_upkeep_policy before update on upkeep_policy for each row execute function touch();

create table outbox_message (
  id uuid primary key,
  customer_id uuid not null references customer,
  subject text not null,
  body text not null,
  state text not null default 'queued' check (state in ('queued', 'sent', 'withdrawn')),
  sent_at timestamptz,
  tries integer not null default 0,
  staff_id uuid references staff,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  check ((state = 'sent') = (sent_at is not null))
);
create index outbox_queued on outbox_message (created_at) where state = 'queued';
create trigger touch_outbox before update on outbox_message for each row execute function touch();

-- A link with which a customer logs play and cleaning without an account. Only the hash of its secret is kept.
create table upkeep_link (
  id uuid primary key,
  customer_id uuid not null references customer,
  secret_hash text not null unique,
  expires_on date not null,
  revoked_at timestamptz,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create index upkeep_link_customer on upkeep_link (customer_id);
create trigger touch_upkeep_link before update on upkeep_link for each row execute function touch();

create table device (
  kind text primary key check (kind in ('scanner', 'bath')),
  connected boolean not null default false,
  -- 1 is the stand-in's usual noise.
  noise double precision not null default 1 check (noise between 0 and 5),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create trigger touch_device before update on device for each row execute function touch();
insert into device (kind) values ('scanner'), ('bath');

-- Rules of thumb that this shop does not hold; all others count.
create table advice_rule_off (
  rule_id text primary key,
  staff_id uuid references staff,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create trigger touch_advice_rule_off before update on advice_rule_off for each row execute function touch();
