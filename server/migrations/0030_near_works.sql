-- Why: the shop's coverage page tells, across customers, which one work fills several gaps and which balls nobody can place.

alter table coverage_kept
  add column works jsonb not null default '[]' check (jsonb_typeof(works) = 'array'),
  add column unplaced jsonb not null default '[]' check (jsonb_typeof(unplaced) = 'array');
