-- Why: how many share a pair of lanes says how soon the lane breaks down in an event.

alter table event add column bowlers_on_pair integer check (bowlers_on_pair between 1 and 12);
