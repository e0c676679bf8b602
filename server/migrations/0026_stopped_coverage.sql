-- Why: a map that is being computed can be stopped by whoever needs the processors; it stays stopped until somebody goes on or what it rests on changes.

alter table coverage_kept add column stopped text;
