-- Why: when one ball changes, or one pattern ahead, the engine need not be asked about all others again; that takes a fingerprint of each part instead of one of the whole.

alter table coverage_kept add column parts jsonb;
