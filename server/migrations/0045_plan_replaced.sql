-- Why: whoever takes another plan over may take it back, though meanwhile a time of the earlier plan has passed: what stood before may stand again.
alter table bench_plan add column replaced jsonb not null default '[]';
