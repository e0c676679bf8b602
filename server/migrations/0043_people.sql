-- Why: passwords that only their owner knows (one-time codes), a second factor, PINs of shared tablets, sessions that can be listed, and
-- devices that somebody has signed in from before, which a lock-out leaves alone.

alter table staff
  -- None yet: a one-time code sets the first.
  alter column password_hash drop not null,
  add column pin_hash text,
  add column totp_secret text,
  add column totp_since timestamptz,
  -- Last step of time whose code was taken: each works once.
  add column totp_step bigint not null default 0;

-- What changes with every sign-in is no other version of the record that the owner edits.
drop trigger touch_staff on staff;
create trigger touch_staff before update of login, name, role, active on staff for each row execute function touch();

create table recovery_code (
  staff_id uuid not null references staff on delete cascade,
  code_sha256 text not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  primary key (staff_id, code_sha256)
);

create table one_time_code (
  id uuid primary key default gen_random_uuid(),
  -- Nobody: whoever has it becomes the shop's first owner.
  staff_id uuid unique references staff on delete cascade,
  code_hash text not null,
  clears_second boolean not null default false,
  expires_at timestamptz not null,
  tries integer not null default 0,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create trigger touch_one_time_code before update on one_time_code for each row execute function touch();
create unique index one_time_code_of_owner on one_time_code ((true)) where staff_id is null;

create table known_device (
  mark_sha256 text not null,
  staff_id uuid not null references staff on delete cascade,
  seen_at timestamptz not null default now(),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  primary key (mark_sha256, staff_id)
);
create trigger touch_known_device before update on known_device for each row execute function touch();
create index known_device_staff on known_device (staff_id);

alter table session
  add column staff_id uuid generated always as ((sess -> 'user' ->> 'id')::uuid) stored;
create index session_staff on session (staff_id);

-- A session begun before this does not say when it began.
delete from session;
