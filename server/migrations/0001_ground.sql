-- Why: staff, sessions, idempotent writes, the shop's settings and the triggers that every table uses.

create function touch() returns trigger language plpgsql as $$
begin
  new.updated_at := now();
  new.version := old.version + 1;
  return new;
end $$;

create function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception 'history is append-only' using errcode = 'restrict_violation';
end $$;

create table shop (
  id boolean primary key default true check (id),
  name text not null,
  constants jsonb not null default '{}',
  session_secret text not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create trigger touch_shop before update on shop for each row execute function touch();

create table staff (
  id uuid primary key,
  login text not null unique,
  name text not null,
  role text not null check (role in ('owner', 'technician', 'counter')),
  active boolean not null default true,
  password_hash text not null,
  preferences jsonb not null default '{}',
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create trigger touch_staff before update on staff for each row execute function touch();

-- Shape asked for by the session store, which leaves further columns alone.
create table session (
  sid varchar primary key,
  sess json not null,
  expire timestamp(6) not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create index session_expire on session (expire);

-- One row per write request: a repeated request finds its first answer here.
create table write_request (
  id uuid primary key,
  staff_id uuid references staff,
  method text not null,
  path text not null,
  status integer,
  body jsonb,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create index write_request_age on write_request (created_at);

-- What other areas may read of staff.
create view staff_label as select id, name from staff;

create table rate_limit (
  key text primary key,
  hits integer not null,
  resets_at timestamptz not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
