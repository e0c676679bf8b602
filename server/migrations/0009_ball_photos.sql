-- Why: photos of a ball, kept beside its record. The interface to them is the same wherever the bytes lie.

create table ball_photo (
  id uuid primary key,
  ball_id uuid not null references ball,
  content_type text not null check (content_type in ('image/jpeg', 'image/png', 'image/webp')),
  bytes bytea not null check (length(bytes) between 1 and 10485760),
  caption text not null default '',
  staff_id uuid references staff,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create index ball_photo_ball on ball_photo (ball_id, created_at);
create trigger touch_ball_photo before update on ball_photo for each row execute function touch();
