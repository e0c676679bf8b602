-- Counters of attempts are kept by rate-limiter-flexible, which asks for these columns; what was counted is minutes old and forgotten.

drop table rate_limit;
create table rate_limit (
  key varchar(255) primary key,
  points integer not null default 0,
  -- Milliseconds since 1970; null counts for ever.
  expire bigint,
  -- After the package's own three, which it fills by their place.
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
