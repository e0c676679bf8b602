-- Why: what a work was promised to bring when it was put on the bench is held against the first trials after it, apart from the map's word.

alter table coverage_forecast add column job_id uuid references job on delete cascade;
create unique index coverage_promise_of_job on coverage_forecast (job_id, pattern_id, shots) where job_id is not null;
