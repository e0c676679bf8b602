-- Why: who changed what, and what it was before: readable by the owner, kept for as long as the shop is.

create sequence journal_number;
create table journal (
  id bigint primary key,
  at timestamptz not null default now(),
  -- Nobody: a customer by the link to their page.
  staff_id uuid references staff on delete set null,
  staff_name text not null,
  with_pin boolean not null default false,
  what text not null,
  area text not null generated always as (split_part(split_part(what, ' ', 2), '/', 2)) stored,
  subject_id uuid,
  -- What the record was called then.
  label text not null default '',
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create index journal_at on journal (at desc, id desc);
create index journal_staff on journal (staff_id, at desc, id desc);
create index journal_area on journal (area, at desc, id desc);
create index journal_staff_area on journal (staff_id, area, at desc, id desc);
create index journal_subject on journal (subject_id, at desc, id desc);

create table journal_change (
  journal_id bigint not null references journal on delete cascade deferrable initially deferred,
  position integer not null,
  of_table text not null,
  row_id text not null,
  -- By column: what it was, and what it is; null for a record that went.
  columns jsonb not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1,
  primary key (journal_id, position)
);
create index journal_change_row on journal_change (row_id);

-- History: nobody writes in it afterwards. Only who asks to be forgotten is taken out of it.
create function keep_journal() returns trigger language plpgsql as $$
begin
  if current_setting('sleetfall.forgetting', true) = 'on' or pg_trigger_depth() > 1 then
    return coalesce(new, old);
  end if;
  raise exception 'history is append-only' using errcode = 'restrict_violation';
end $$;
create trigger keep_journal before update or delete on journal for each row execute function keep_journal();
create trigger keep_journal_change before update or delete on journal_change for each row execute function keep_journal();

-- A value as the journal holds it: nothing that is as long as a picture.
create function journal_value(value jsonb) returns jsonb language sql immutable as $$
  select case when length(value::text) > 400 then to_jsonb(left(value::text, 400) || ' …') else value end
$$;

-- Notes the columns of a row that a write of a member changed. Secrets, counters and what follows by itself are left out.
create function note_change() returns trigger language plpgsql as $$
declare
  journal text := current_setting('sleetfall.journal', true);
  was jsonb := to_jsonb(old);
  changed jsonb;
  left_out constant text[] := array['created_at', 'updated_at', 'version', 'password_hash', 'pin_hash', 'totp_secret', 'totp_since', 'totp_step',
    'session_epoch', 'session_secret', 'preferences', 'secret_hash'];
begin
  if coalesce(journal, '') = '' then
    return null;
  end if;
  if tg_op = 'DELETE' then
    select jsonb_object_agg(key, jsonb_build_array(journal_value(value), null)) into changed
      from jsonb_each(was) where not key = any (left_out) and value <> 'null'::jsonb
        -- Of a customer who goes no more stays than that there was one.
        and not (tg_table_name = 'customer' and key in ('contact', 'note'));
  else
    select jsonb_object_agg(o.key, jsonb_build_array(journal_value(o.value), journal_value(n.value))) into changed
      from jsonb_each(was) o join jsonb_each(to_jsonb(new)) n using (key)
      where o.value is distinct from n.value and not o.key = any (left_out);
  end if;
  if changed is not null then
    insert into journal_change (journal_id, position, of_table, row_id, columns)
      select journal::bigint, count(*), tg_table_name, coalesce(was ->> 'id', was ->> 'trial_id', was ->> 'job_id', was ->> 'customer_id', ''), changed
      from journal_change where journal_id = journal::bigint
      -- What a whole import or a merge touches is told by its name.
      having count(*) < 100;
  end if;
  return null;
end $$;

do $$
declare
  name text;
begin
  foreach name in array array['shop', 'staff', 'customer', 'ball', 'pattern', 'pattern_load', 'event', 'event_entry', 'event_pattern', 'rule_set',
    'named_layout', 'stock_ball', 'wanted_ball', 'pad', 'shop_recipe', 'telling', 'upkeep_policy', 'upkeep_link', 'station', 'bench_person', 'job',
    'diagnosis', 'trial', 'shot', 'outbox_message', 'event_bag', 'calibration', 'device']
  loop
    execute format('create trigger note_change after update or delete on %I for each row execute function note_change()', name);
  end loop;
end $$;

-- What a record is called, whatever it is.
create view record_name as
  select id, name from customer
  union all select id, name from ball
  union all select id, name from pattern
  union all select id, name from event
  union all select id, name from staff
  union all select id, name from rule_set
  union all select id, name from named_layout
  union all select id, name from stock_ball
  union all select id, name from pad
  union all select id, name from shop_recipe
  union all select id, name from station
  union all select id, question from trial
  union all select j.id, b.name from job j join ball b on b.id = j.ball_id
  union all select m.id, m.subject from outbox_message m
  union all select w.id, c.name from wanted_ball w join customer c on c.id = w.customer_id
  union all select d.id, c.name from diagnosis d join customer c on c.id = d.customer_id
  union all select e.id, b.name from ball_event e join ball b on b.id = e.ball_id;
