-- Why: a pattern that was measured on the lane, one as its sheet says and one by word of mouth are not equally sure, and what a ball covers on them is not either.

alter table pattern add column trust text not null default 'sheet' check (trust in ('measured', 'sheet', 'unsure'));
