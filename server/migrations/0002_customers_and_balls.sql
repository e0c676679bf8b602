-- Why: customers, their balls and the append-only history of each ball.

create table customer (
  id uuid primary key,
  name text not null check (name <> ''),
  distinction text not null default '',
  hand text not null check (hand in ('right', 'left')),
  two_handed boolean not null default false,
  junior boolean not null default false,
  contact text not null default '',
  speed_mph double precision check (speed_mph between 8 and 30),
  speed_source text check (speed_source in ('stated', 'measured', 'guessed')),
  rev_rpm double precision check (rev_rpm between 20 and 700),
  rev_source text check (rev_source in ('stated', 'measured', 'guessed')),
  axis_rotation_deg double precision check (axis_rotation_deg between 0 and 120),
  axis_rotation_source text check (axis_rotation_source in ('stated', 'measured', 'guessed')),
  axis_tilt_deg double precision check (axis_tilt_deg between 0 and 60),
  axis_tilt_source text check (axis_tilt_source in ('stated', 'measured', 'guessed')),
  pap_over_in double precision check (pap_over_in between 0 and 7),
  pap_up_in double precision check (pap_up_in between -3 and 3),
  pap_source text check (pap_source in ('stated', 'measured', 'guessed')),
  games_per_week double precision check (games_per_week between 0 and 60),
  pocket_threshold double precision not null default 0.45 check (pocket_threshold between 0.1 and 0.95),
  note text not null default '',
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create unique index customer_told_apart on customer (lower(name), lower(distinction));
create trigger touch_customer before update on customer for each row execute function touch();

create table ball (
  id uuid primary key,
  customer_id uuid not null references customer,
  name text not null check (name <> ''),
  cover text not null check (cover in ('solid', 'hybrid', 'pearl', 'urethane', 'polyester')),
  hardness_d double precision check (hardness_d between 60 and 95),
  weight_lb double precision check (weight_lb between 6 and 16),
  rg_in double precision check (rg_in between 2.4 and 2.9),
  differential_in double precision check (differential_in between 0 and 0.08),
  intermediate_differential_in double precision check (intermediate_differential_in between 0 and 0.05),
  pin_distance_in double precision check (pin_distance_in between 0 and 6.75),
  factory_grit double precision check (factory_grit between 180 and 10000),
  factory_source text check (factory_source in ('stated', 'measured', 'guessed')),
  target_grit double precision check (target_grit between 180 and 6000),
  games_before integer not null default 0 check (games_before between 0 and 2000),
  bought_on date,
  drilled_on date,
  note text not null default '',
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create index ball_customer on ball (customer_id);
create trigger touch_ball before update on ball for each row execute function touch();

create table ball_event (
  id uuid primary key,
  seq bigint generated always as identity unique,
  ball_id uuid not null references ball,
  kind text not null check (kind in ('games', 'surfaced', 'scanned', 'cleaned', 'extracted', 'moved', 'drilled', 'withdrawn')),
  happened_at timestamptz not null check (happened_at < now() + interval '1 hour'),
  payload jsonb not null,
  -- Only for 'withdrawn': the event taken back. An event can be taken back once.
  withdraws uuid unique references ball_event,
  job_id uuid,
  staff_id uuid references staff,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  check ((kind = 'withdrawn') = (withdraws is not null)),
  check (kind <> 'games' or (payload ->> 'games')::integer between 1 and 60)
);
create index ball_event_ball on ball_event (ball_id, happened_at, seq);
create unique index ball_event_once_per_job on ball_event (job_id, kind) where kind in ('surfaced', 'extracted', 'cleaned', 'scanned');
create trigger append_only before update or delete on ball_event for each row execute function refuse_change();

-- Events that still stand, in the order in which they happened.
create view ball_history as
select e.*, w.id is not null as withdrawn
from ball_event e
left join ball_event w on w.withdraws = e.id;

-- Present whereabouts and layout: the last standing event of their kind.
create view ball_present as
select
  b.*,
  coalesce(m.payload ->> 'place', 'customer') as place,
  coalesce(m.payload ->> 'shelf', '') as shelf,
  (d.payload ->> 'drillingAngleDeg')::double precision as drilling_angle_deg,
  (d.payload ->> 'pinToPapIn')::double precision as pin_to_pap_in,
  (d.payload ->> 'valAngleDeg')::double precision as val_angle_deg
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
) d on true;

-- What other areas may read of customers and balls: who and what, for their own joins.
create view customer_label as select id, name, hand from customer;
create view ball_label as
select b.id, b.name, b.cover, b.customer_id, c.name as customer_name, c.hand as customer_hand
from ball b join customer c on c.id = b.customer_id;
