-- Why: the path of a tracked shot, so that shots of before and after can be laid over each other.

alter table shot add column path jsonb check (jsonb_typeof(path) = 'array');
