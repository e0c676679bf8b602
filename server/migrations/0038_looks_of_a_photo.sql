-- Why: what somebody sees on a photo (lines of a pad, a dull cover, shine) is noted with it, so that two of them are compared by words as well as by eye.

alter table ball_photo add column looks jsonb not null default '[]';
