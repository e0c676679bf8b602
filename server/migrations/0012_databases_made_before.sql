-- Why: 0011 was edited after databases had been made by it. Those get here what its later text added; others have it already.

alter table pad add column if not exists price double precision check (price between 0 and 10000);
alter table pad drop constraint if exists pad_abrasive_check;
alter table pad add constraint pad_abrasive_check
  check (abrasive in ('pad', 'sheet', 'compound', 'polish', 'cleaner', 'wipe'));
alter table pad drop constraint if exists pad_check;
alter table pad drop constraint if exists pad_grit_by_kind;
alter table pad add constraint pad_grit_by_kind check ((grit is null) = (abrasive not in ('pad', 'sheet')));

create table if not exists advice_rule_off (
  rule_id text primary key,
  staff_id uuid references staff,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create or replace trigger touch_advice_rule_off before update on advice_rule_off
  for each row execute function touch();
