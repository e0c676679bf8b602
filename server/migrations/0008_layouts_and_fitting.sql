-- Why: the shop's named layouts, grip sheets with their history, and the balls the shop knows or has in stock.

create table named_layout (
  id uuid primary key,
  name text not null check (name <> ''),
  drilling_angle_deg double precision not null check (drilling_angle_deg between 0 and 180),
  pin_to_pap_in double precision not null check (pin_to_pap_in between 0 and 6.75),
  val_angle_deg double precision not null check (val_angle_deg between 0 and 180),
  note text not null default '',
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create unique index named_layout_name on named_layout (lower(name));
create trigger touch_named_layout before update on named_layout for each row execute function touch();

-- A sheet is never changed: a new measurement is a new sheet, so that differences can be shown.
create table grip_sheet (
  id uuid primary key,
  customer_id uuid not null references customer,
  hand text not null check (hand in ('right', 'left')),
  -- Holes as the drilling core takes them, each with its name.
  holes jsonb not null,
  span_kind text not null check (span_kind in ('full', 'cut')),
  note text not null default '',
  staff_id uuid references staff,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create index grip_sheet_customer on grip_sheet (customer_id, created_at);
create trigger append_only before update or delete on grip_sheet for each row execute function refuse_change();

create table stock_ball (
  id uuid primary key,
  name text not null check (name <> ''),
  cover text not null check (cover in ('solid', 'hybrid', 'pearl', 'urethane', 'polyester')),
  hardness_d double precision check (hardness_d between 60 and 95),
  rg_in double precision check (rg_in between 2.4 and 2.9),
  differential_in double precision check (differential_in between 0 and 0.08),
  intermediate_differential_in double precision check (intermediate_differential_in between 0 and 0.05),
  factory_grit double precision check (factory_grit between 180 and 10000),
  weight_lb double precision check (weight_lb between 6 and 16),
  in_stock integer not null default 0 check (in_stock between 0 and 999),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create unique index stock_ball_name on stock_ball (lower(name), coalesce(weight_lb, 0));
create trigger touch_stock_ball before update on stock_ball for each row execute function touch();
