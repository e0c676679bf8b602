-- Why: a ball that a plan looks for, for a customer, is remembered until it is bought or no longer wanted.

create table wanted_ball (
  id uuid primary key,
  customer_id uuid not null references customer on delete cascade,
  cover text not null check (cover in ('solid', 'hybrid', 'pearl', 'urethane', 'polyester')),
  ra_um double precision not null check (ra_um between 0.1 and 5),
  rg_in double precision not null check (rg_in between 2.4 and 2.9),
  differential_in double precision not null check (differential_in between 0 and 0.08),
  -- A ball of the shop's own that it would be.
  stock_ball_id uuid references stock_ball on delete set null,
  reason text not null default '',
  state text not null default 'open' check (state in ('open', 'bought', 'dropped')),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create index wanted_ball_open on wanted_ball (created_at desc) where state = 'open';
create index wanted_ball_customer on wanted_ball (customer_id);
create index wanted_ball_stock on wanted_ball (stock_ball_id) where stock_ball_id is not null;
create trigger touch_wanted_ball before update on wanted_ball for each row execute function touch();
