-- Why: what a ball is now was folded from its whole history for every list and every job; it is kept beside the ball instead, brought
-- up to date with each event, so that nothing a request reads grows with the shop.

create extension if not exists pg_trgm;

drop view ball_present;

create table ball_present (
  ball_id uuid primary key references ball on delete cascade,
  -- Copies of the records, for lists that are sorted and narrowed by them.
  customer_id uuid not null,
  ball_name text not null,
  customer_name text not null,
  cover text not null,
  hardness_d double precision,
  retired boolean not null default false,
  search text not null default '',
  style_band text,
  -- Last standing event of its kind.
  place text not null default 'customer' check (place in ('customer', 'shelf', 'bench')),
  shelf text not null default '',
  drilling_angle_deg double precision,
  pin_to_pap_in double precision,
  val_angle_deg double precision,
  -- What was drilled, with its holes; null while nobody noted holes.
  drilling jsonb,
  locked_until timestamptz,
  last_finding text,
  last_checked_at timestamptz,
  last_cleaned_at timestamptz,
  last_recipe jsonb,
  last_event jsonb,
  games_since_cleaning integer not null default 0,
  played_volume_ml double precision,
  -- Surface and oil as of the last event that changed them; only the oil film still moves after it, by a formula.
  surface jsonb,
  surface_at timestamptz,
  status text not null default 'unknown',
  grit double precision,
  games_on_surface integer not null default 0,
  games_left double precision,
  oil_share double precision not null default 0,
  -- How many things it needs now.
  care integer not null default 0,
  -- The curve is the ball's own, by its readings; and whether a reading still waits for its fit.
  fitted boolean not null default false,
  fit_wanted boolean not null default false,
  school text not null default 'by-measurement',
  -- Least days of play until something is due, and the first calendar date that asks for something; both also of what was asked for.
  due_days double precision,
  due_at timestamptz,
  asked_days double precision,
  asked_at timestamptz,
  -- An event or a season's end on which this rests; after it the row is folded anew.
  holds_until timestamptz,
  -- Null: up to date. Else the transaction that changed something it rests on; 0 when that concerns many balls and is worked off behind.
  stale bigint,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
-- The folded surface goes to the side, so that a walk over the rows stays narrow.
alter table ball_present set (toast_tuple_target = 256);
create trigger touch_ball_present before update on ball_present for each row execute function touch();
create index ball_present_stale on ball_present (stale) where stale is not null;
create index ball_present_fit on ball_present (ball_id) where fit_wanted;
create index ball_present_holds on ball_present (holds_until) where holds_until is not null;
create index ball_present_customer on ball_present (customer_id, ball_name collate "und-x-icu");
create index ball_present_search on ball_present using gin (search gin_trgm_ops);
create index ball_present_by_name on ball_present (ball_name collate "und-x-icu", ball_id) where not retired;
create index ball_present_by_customer on ball_present (customer_name collate "und-x-icu", ball_name collate "und-x-icu", ball_id) where not retired;
create index ball_present_by_cover on ball_present (cover, customer_name collate "und-x-icu", ball_name collate "und-x-icu", ball_id) where not retired;
create index ball_present_by_grit on ball_present (grit, ball_id) where not retired;
create index ball_present_by_games on ball_present (games_on_surface, ball_id) where not retired;
create index ball_present_by_left on ball_present (games_left, ball_id) where not retired;
create index ball_present_by_hardness on ball_present (hardness_d, ball_id) where not retired;
create index ball_present_by_place on ball_present (place, shelf, ball_id) where not retired;
create index ball_present_by_status on ball_present (status, customer_name collate "und-x-icu", ball_name collate "und-x-icu", ball_id) where not retired;
create index ball_present_by_band on ball_present (style_band, customer_name collate "und-x-icu", ball_name collate "und-x-icu", ball_id) where not retired;
create index ball_present_by_care on ball_present (care desc, customer_name collate "und-x-icu", ball_name collate "und-x-icu", ball_id) where not retired;
create index ball_present_by_oil on ball_present (oil_share desc, ball_id) where not retired;
create index ball_present_before_events on ball_present (customer_id) where school = 'before-events';

-- A customer's rack in one row, for the lists of customers and of what is due.
create table rack_present (
  customer_id uuid primary key references customer on delete cascade,
  customer_name text not null,
  balls integer not null default 0,
  care integer not null default 0,
  due_days double precision,
  due_at timestamptz,
  asked_days double precision,
  asked_at timestamptz,
  stale bigint,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create trigger touch_rack_present before update on rack_present for each row execute function touch();
create index rack_present_stale on rack_present (stale) where stale is not null;
create index rack_present_care on rack_present (care desc, customer_name collate "und-x-icu", customer_id);
create index rack_present_due on rack_present (due_days, customer_name collate "und-x-icu", customer_id) where due_days is not null;
create index rack_present_due_at on rack_present (due_at, customer_id) where due_at is not null;
create index rack_present_asked on rack_present (asked_days, customer_name collate "und-x-icu", customer_id) where asked_days is not null;
create index rack_present_asked_at on rack_present (asked_at, customer_id) where asked_at is not null;

-- What the shop's balls of a cover have shown of its wear: the fits that teach, as they were when they were last taken up.
create table cover_experience (
  cover text primary key,
  posteriors jsonb not null default '[]',
  -- Fits that came or changed since.
  changes integer not null default 0,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create trigger touch_cover_experience before update on cover_experience for each row execute function touch();

alter table wear_fit add column cover text;
update wear_fit f set cover = b.cover from ball b where b.id = f.ball_id;
alter table wear_fit alter column cover set not null;
create index wear_fit_teaching on wear_fit (cover, updated_at desc) where kind = 'own';

-- A test before and one after oil work: what the boards say; and what all of them together say of the oil estimate.
create table oil_pair (
  job_id uuid primary key references job on delete cascade,
  -- Null while the two tests do not allow a statement.
  pair jsonb,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create trigger touch_oil_pair before update on oil_pair for each row execute function touch();
create table oil_learnt (
  the_one boolean primary key default true check (the_one),
  correction jsonb not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create trigger touch_oil_learnt before update on oil_learnt for each row execute function touch();

-- The ball as it is now: its record with what its history made of it.
create view ball_whole as
select b.*, p.place, p.shelf, p.drilling_angle_deg, p.pin_to_pap_in, p.val_angle_deg, p.drilling, p.locked_until, p.last_finding, p.last_checked_at,
  p.last_cleaned_at, p.last_recipe, p.last_event, p.games_since_cleaning, p.played_volume_ml, p.surface, p.surface_at, p.fit_wanted,
  p.stale
from ball b join ball_present p on p.ball_id = b.id;

-- What other areas may read of a ball's owner for their own joins.
create view ball_owner as select id, name, games_per_week, speed_mph, rev_rpm, axis_tilt_deg from customer;

-- Whatever a present state rests on marks it when it changes; who changed it brings it up to date before the transaction ends.
create function this_transaction() returns bigint language sql volatile as $$ select pg_current_xact_id()::text::bigint $$;

create function mark_ball() returns trigger language plpgsql as $$
begin
  if tg_op = 'DELETE' then
    update rack_present set stale = this_transaction() where customer_id = old.customer_id;
    return null;
  end if;
  insert into ball_present (ball_id, customer_id, ball_name, customer_name, cover, hardness_d, retired, stale)
  select new.id, new.customer_id, new.name, c.name, new.cover, new.hardness_d, new.retired_on is not null, this_transaction()
  from customer c where c.id = new.customer_id
  on conflict (ball_id) do update set customer_id = excluded.customer_id, ball_name = excluded.ball_name,
    customer_name = excluded.customer_name, cover = excluded.cover, hardness_d = excluded.hardness_d, retired = excluded.retired,
    stale = excluded.stale;
  if tg_op = 'UPDATE' and old.customer_id <> new.customer_id then
    update rack_present set stale = this_transaction() where customer_id = old.customer_id;
  end if;
  return null;
end $$;
create trigger present_of_ball after insert or update or delete on ball for each row execute function mark_ball();

create function mark_by_event() returns trigger language plpgsql as $$
begin
  if tg_op <> 'DELETE' then
    update ball_present set stale = this_transaction() where ball_id = new.ball_id;
  end if;
  if tg_op <> 'INSERT' and (tg_op = 'DELETE' or old.ball_id <> new.ball_id) then
    update ball_present set stale = this_transaction() where ball_id = old.ball_id;
  end if;
  return null;
end $$;
create trigger present_of_event after insert or update or delete on ball_event for each row execute function mark_by_event();

create function mark_by_customer() returns trigger language plpgsql as $$
begin
  if tg_op = 'INSERT' then
    insert into rack_present (customer_id, customer_name) values (new.id, new.name);
  elsif (old.name, old.games_per_week, old.speed_mph, old.rev_rpm, old.axis_tilt_deg)
      is distinct from (new.name, new.games_per_week, new.speed_mph, new.rev_rpm, new.axis_tilt_deg) then
    update rack_present set customer_name = new.name, stale = this_transaction() where customer_id = new.id;
    update ball_present set customer_name = new.name, stale = this_transaction() where customer_id = new.id;
  end if;
  return null;
end $$;
create trigger present_of_customer after insert or update on customer for each row execute function mark_by_customer();

create function mark_by_policy() returns trigger language plpgsql as $$
declare
  which record := case when tg_op = 'DELETE' then old else new end;
begin
  if which.ball_id is not null then
    update ball_present set stale = this_transaction() where ball_id = which.ball_id;
  elsif which.customer_id is not null then
    update ball_present set stale = this_transaction() where customer_id = which.customer_id;
  else
    update ball_present set stale = 0 where stale is null;
  end if;
  return null;
end $$;
create trigger present_of_policy after insert or update or delete on upkeep_policy for each row execute function mark_by_policy();

create function mark_by_shop() returns trigger language plpgsql as $$
begin
  if old.constants is distinct from new.constants then
    update ball_present set stale = 0 where stale is null;
  end if;
  return null;
end $$;
create trigger present_of_shop after update on shop for each row execute function mark_by_shop();

create function mark_by_oil() returns trigger language plpgsql as $$
begin
  if tg_op = 'INSERT' or old.correction is distinct from new.correction then
    update ball_present set stale = 0 where stale is null;
  end if;
  return null;
end $$;
create trigger present_of_oil after insert or update on oil_learnt for each row execute function mark_by_oil();

create function mark_by_experience() returns trigger language plpgsql as $$
begin
  if tg_op = 'INSERT' or old.posteriors is distinct from new.posteriors then
    update ball_present set stale = 0 where cover = new.cover and stale is null;
  end if;
  return null;
end $$;
create trigger present_of_experience after insert or update on cover_experience for each row execute function mark_by_experience();

create function mark_by_entry() returns trigger language plpgsql as $$
declare
  which record := case when tg_op = 'DELETE' then old else new end;
begin
  update ball_present set stale = 0 where customer_id = which.customer_id and school = 'before-events' and stale is null;
  return null;
end $$;
create trigger present_of_entry after insert or delete on event_entry for each row execute function mark_by_entry();

create function mark_by_bowling_event() returns trigger language plpgsql as $$
begin
  update ball_present set stale = 0 where school = 'before-events' and stale is null
    and customer_id in (select customer_id from event_entry where event_id = new.id);
  return null;
end $$;
create trigger present_of_bowling_event after update of kind, starts_on, ends_on on event
  for each row execute function mark_by_bowling_event();

-- Balls and customers that are there already.
insert into rack_present (customer_id, customer_name, stale) select id, name, 0 from customer;
insert into ball_present (ball_id, customer_id, ball_name, customer_name, cover, hardness_d, retired, stale)
select b.id, b.customer_id, b.name, c.name, b.cover, b.hardness_d, b.retired_on is not null, 0
from ball b join customer c on c.id = b.customer_id;

-- Lists and the search field, in indexes. The words are led by a space, so that the beginning of a word can be asked for.
create index customer_search on customer using gin ((' ' || name || ' ' || distinction || ' ' || contact) gin_trgm_ops);
create index customer_by_name on customer (name collate "und-x-icu", distinction, id);
create index event_search on event using gin ((' ' || name || ' ' || place || ' ' || kind) gin_trgm_ops);
create index event_ends on event (ends_on, starts_on);

create table trial_words (
  trial_id uuid primary key references trial on delete cascade,
  words text not null,
  -- For lists in their order.
  question text not null,
  customer_name text not null,
  pattern_name text not null,
  started_at timestamptz not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  version integer not null default 1
);
create trigger touch_trial_words before update on trial_words for each row execute function touch();
create index trial_words_question on trial_words (question collate "und-x-icu", started_at, trial_id);
create index trial_words_customer on trial_words (customer_name collate "und-x-icu", started_at, trial_id);
create index trial_words_pattern on trial_words (pattern_name collate "und-x-icu", started_at, trial_id);
create index trial_words_when on trial_words (started_at, trial_id);
create index trial_words_search on trial_words using gin (words gin_trgm_ops);
create function write_trial_words(which uuid[]) returns void language sql as $$
  insert into trial_words (trial_id, words, question, customer_name, pattern_name, started_at)
  select t.id, concat_ws(' ', '', t.question, c.name, p.name, t.control_label, t.variant_label), t.question, c.name, p.name, t.started_at
  from trial t join customer c on c.id = t.customer_id join pattern p on p.id = t.pattern_id where t.id = any(which)
  on conflict (trial_id) do update set words = excluded.words, question = excluded.question,
    customer_name = excluded.customer_name, pattern_name = excluded.pattern_name, started_at = excluded.started_at
$$;
create function trial_words_of_trial() returns trigger language plpgsql as $$
begin
  perform write_trial_words(array[new.id]);
  return null;
end $$;
create trigger trial_words after insert or update of question, customer_id, pattern_id, control_label, variant_label, started_at on trial
  for each row execute function trial_words_of_trial();
create function trial_words_of_customer() returns trigger language plpgsql as $$
begin
  perform write_trial_words(array(select id from trial where customer_id = new.id));
  return null;
end $$;
create trigger trial_words_of_customer after update of name on customer for each row
  when (old.name is distinct from new.name) execute function trial_words_of_customer();
create function trial_words_of_pattern() returns trigger language plpgsql as $$
begin
  perform write_trial_words(array(select id from trial where pattern_id = new.id));
  return null;
end $$;
create trigger trial_words_of_pattern after update of name on pattern for each row
  when (old.name is distinct from new.name) execute function trial_words_of_pattern();
create index trial_pattern on trial (pattern_id);
select write_trial_words(array(select id from trial));

create index trial_by_customer_time on trial (customer_id, started_at desc, id);
create index trial_control_ball on trial (control_ball_id);
create index trial_variant_ball on trial (variant_ball_id);
create index job_test_before on job (before_trial_id) where before_trial_id is not null;
create index job_test_after on job (after_trial_id) where after_trial_id is not null;
create index job_lately on job (updated_at desc) where state in ('done', 'cancelled');
create index job_ball on job (ball_id);
