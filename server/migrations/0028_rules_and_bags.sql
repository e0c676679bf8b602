-- Why: what an event asks of balls decides what a customer carries and when work must be done; the bag is what they take along.

create table rule_set (
  id uuid primary key,
  name text not null check (name <> ''),
  source text not null default '',
  dated_on date,
  note text not null default '',
  most_balls double precision check (most_balls between 1 and 12),
  most_weight_lb double precision check (most_weight_lb between 6 and 16),
  least_hardness_d double precision check (least_hardness_d between 60 and 95),
  least_urethane_hardness_d double precision check (least_urethane_hardness_d between 60 and 95),
  -- Roughness of the surface, µm Ra.
  most_ra_um double precision check (most_ra_um between 0.1 and 5),
  least_rg_in double precision check (least_rg_in between 2.4 and 2.9),
  most_rg_in double precision check (most_rg_in between 2.4 and 2.9),
  most_differential_in double precision check (most_differential_in between 0 and 0.08),
  most_static_oz double precision check (most_static_oz between 0 and 6),
  urethane text not null default 'allowed' check (urethane in ('allowed', 'forbidden')),
  surface_change text not null default 'before-play'
    check (surface_change in ('never', 'before-check-in', 'before-play', 'between-games')),
  cleaner text not null default 'between-games' check (cleaner in ('never', 'between-games', 'any')),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  check (least_rg_in <= most_rg_in)
);
create unique index rule_set_name on rule_set (lower(name));
create trigger touch_rule_set before update on rule_set for each row execute function touch();

-- Samples, made up, to begin with; a shop writes its organisers' own rules beside them.
insert into rule_set (id, name, source, note, most_balls, most_weight_lb, least_hardness_d, least_urethane_hardness_d, most_ra_um,
  least_rg_in, most_rg_in, most_differential_in, most_static_oz, surface_change, cleaner)
values
  ('5eed0000-0000-4000-8000-000000000001', 'Open (sample)', 'made up, as a sample', 'Replace these figures with the organiser’s.',
    6, 16, 72, null, 1.27, 2.46, 2.8, 0.06, 3, 'before-play', 'between-games'),
  ('5eed0000-0000-4000-8000-000000000002', 'Pro (sample)', 'made up, as a sample', 'Replace these figures with the organiser’s.',
    8, 16, 72, 78, 1.27, 2.46, 2.8, 0.06, 3, 'before-check-in', 'never');

alter table event
  add column format text not null default '',
  add column games double precision check (games between 1 and 20),
  add column squads jsonb not null default '[]',
  add column entry_closes_on date,
  add column rule_set_id uuid references rule_set,
  add column balls_carried double precision check (balls_carried between 1 and 12),
  add constraint entry_closes_before_end check (entry_closes_on <= ends_on);
create index event_rule_set on event (rule_set_id);
-- What is usually laid down is told by the latest events.
create index event_latest on event (starts_on desc, id);

-- The bag of a customer for an event, as it was kept: what the page behind their link and the printed card say.
create table event_bag (
  id uuid primary key,
  event_id uuid not null references event on delete cascade,
  customer_id uuid not null references customer,
  -- What the page says: balls with roles, surfaces, lines, changes.
  card jsonb not null,
  -- Things of the packing list that are in the bag.
  packed jsonb not null default '[]',
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  unique (event_id, customer_id)
);
create index event_bag_customer on event_bag (customer_id);
create trigger touch_event_bag before update on event_bag for each row execute function touch();
