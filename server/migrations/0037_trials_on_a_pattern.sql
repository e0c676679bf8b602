-- Why: where shots on a pattern really turned is shown beside the rule for the exit board; the latest trials on it are read for that, never all.

drop index trial_pattern;
create index trial_pattern on trial (pattern_id, started_at desc, id);
