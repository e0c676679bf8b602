-- Cleaners and wipes that an organiser's list names: those that may be used, and those that may not. What neither names is asked about.
alter table rule_set
  add column allowed_products jsonb not null default '[]',
  add column refused_products jsonb not null default '[]';
