-- Why: what the map said before a trial is held against what the trial showed, so that the shop sees how good its forecasts are.

create table coverage_forecast (
  id uuid primary key default gen_random_uuid(),
  customer_id uuid not null references customer on delete cascade,
  ball_id uuid not null references ball on delete cascade,
  pattern_id uuid not null references pattern on delete cascade,
  shots double precision not null check (shots between 0 and 1000),
  p double precision not null check (p between 0 and 1),
  low double precision not null check (low between 0 and 1),
  high double precision not null check (high between 0 and 1),
  provenance text not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create index coverage_forecast_of on coverage_forecast (ball_id, pattern_id, shots, created_at desc);
create index coverage_forecast_customer on coverage_forecast (customer_id, created_at);
create index coverage_forecast_pattern on coverage_forecast (pattern_id);
create trigger touch_coverage_forecast before update on coverage_forecast for each row execute function touch();
