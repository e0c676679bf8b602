import type { BowlingEvent, EventInput, EventQuestion, Found, Page, TournamentAhead } from '@sleetfall/contract'
import type { Db } from '../database/db.ts'
import { Conditions, countUpTo, part } from '../database/page.ts'
import { insertRow, listsIn, updateRow } from '../database/rows.ts'
import { deleteRow, dependentsOf } from '../http/mending.ts'
import { type PlayAhead, nextPlayDay, today } from './nextDay.ts'

type Row = Omit<BowlingEvent, 'nextOn'>

const select = `select e.*,
  array(select pattern_id::text from event_pattern where event_id = e.id order by created_at, pattern_id) as pattern_ids,
  array(select customer_id::text from event_entry where event_id = e.id order by customer_id) as customer_ids
  from event e`

const withNext = (row: Row): BowlingEvent => ({ ...row, nextOn: nextPlayDay(row, today()) })

/** Next day of play from a day on, as `nextPlayDay` tells it, for events that are not over. */
const nextOn = (
  day: string,
) => `case when ${day}::date <= e.starts_on then e.starts_on when e.kind = 'tournament' then ${day}::date
  else e.starts_on + 7 * ceil((${day}::date - e.starts_on) / 7.0)::int end`

/** A part of the events that lie ahead, nearest first, or of those that are over, latest first. */
export async function listEvents(db: Db, question: EventQuestion): Promise<Page<BowlingEvent>> {
  const { q, sort, down, over, customerId } = question
  const asked = new Conditions()
  const day = asked.mark(today())
  // A league may end between two of its nights.
  asked.and(
    over
      ? `(e.ends_on < ${day}::date or ${nextOn(day)} > e.ends_on)`
      : `(e.ends_on >= ${day}::date and ${nextOn(day)} <= e.ends_on)`,
  )
  asked
    .words(q, words)
    .when(customerId, 'exists (select from event_entry n where n.event_id = e.id and n.customer_id = $?)')
  const total = await countUpTo(db, 'event e', asked)
  const by = {
    next: over ? 'e.ends_on desc' : nextOn(day),
    name: 'e.name collate "und-x-icu"',
    place: 'e.place collate "und-x-icu"',
  }[sort]
  const rows = await db.many<Row>(
    `${select} ${asked.where} order by ${by} ${down && !(over && sort === 'next') ? 'desc' : ''}, e.starts_on, e.id ${part(asked, question)}`,
    asked.values,
  )
  return { items: rows.map(withNext), total }
}
const words = `(' ' || e.name || ' ' || e.place || ' ' || e.kind)`

/** An event has no more (see its schema); said, so that the planner looks the entries up by event. */
const mostEntrants = 400
/** Events looked through for each of those who play next: some play in several. */
const eventsEach = 4

/** Tournaments that play until a day and that somebody of the shop is entered for, nearest first, at most so many. */
export const tournamentsUntil = (db: Db, until: Date, most: number) =>
  db.many<TournamentAhead>(
    `select e.id, e.name, greatest(e.starts_on, $1::date) as next_on, n.entrants
     from (select * from event where kind = 'tournament' and ends_on >= $1 and starts_on <= $2) e
     cross join lateral (select count(*)::int as entrants from event_entry where event_id = e.id) n
     where n.entrants > 0 order by 3, n.entrants desc, e.id limit $3`,
    [today(), today(until), most],
  )

/** Those who play next, until a day; the nearest first, at most so many. */
export async function playersUntil(db: Db, until: string, most: number): Promise<string[]> {
  const rows = await db.many<{ customerId: string }>(
    `with near as (
       select e.id, ${nextOn('$1')} as next_on from event e
       where e.ends_on >= $1 and e.starts_on <= $2 and ${nextOn('$1')} <= least(e.ends_on, $2::date)
         and exists (select from event_entry where event_id = e.id)
       order by 2, e.id limit ${eventsEach} * $3)
     select n.customer_id from near
     cross join lateral (select customer_id from event_entry where event_id = near.id limit ${mostEntrants}) n
     group by n.customer_id order by min(near.next_on), n.customer_id limit $3`,
    [today(), until, most],
  )
  return rows.map((row) => row.customerId)
}

export async function eventById(db: Db, id: string): Promise<BowlingEvent | null> {
  const row = await db.maybeOne<Row>(`${select} where e.id = $1`, [id])
  return row && withNext(row)
}

/** Events by which it is told what is usually laid down. */
const mostLatest = 200
/** Patterns that the shop's latest events brought most often. */
export const usualPatterns = async (db: Db, most: number): Promise<string[]> =>
  (
    await db.many<{ patternId: string }>(
      `select p.pattern_id from (select id from event order by starts_on desc, id limit ${mostLatest}) e
       cross join lateral (select pattern_id from event_pattern where event_id = e.id limit 10) p
       group by p.pattern_id order by count(*) desc, p.pattern_id limit $1`,
      [most],
    )
  ).map(({ patternId }) => patternId)

type Ahead = BowlingEvent & { readonly nextOn: string }

/** Events that still lie ahead for some customers, nearest first. */
export async function eventsAhead(db: Db, customerIds: readonly string[]): Promise<Ahead[]> {
  const rows = await db.many<Row>(
    `${select} where e.ends_on >= $2 and exists (
       select from event_entry n where n.event_id = e.id and n.customer_id = any($1)) order by e.starts_on, e.name`,
    [customerIds, today()],
  )
  return rows
    .map(withNext)
    .filter((event): event is Ahead => event.nextOn !== null)
    .sort((a, b) => a.nextOn.localeCompare(b.nextOn))
}

/** Play that lies ahead of some customers, nearest first: less than the whole events, for many customers at once. */
export async function playAhead(
  db: Db,
  customerIds: readonly string[],
): Promise<(PlayAhead & { readonly customerId: string })[]> {
  const rows = await db.many<PlayAhead & { readonly customerId: string; readonly startsOn: string }>(
    `select n.customer_id, e.kind, e.starts_on, e.ends_on from event_entry n join event e on e.id = n.event_id
     where n.customer_id = any($1) and e.ends_on >= $2`,
    [customerIds, today()],
  )
  return rows
    .flatMap((row) => {
      const nextOn = nextPlayDay(row, today())
      return nextOn === null ? [] : [{ ...row, nextOn }]
    })
    .sort((a, b) => a.nextOn.localeCompare(b.nextOn))
}

/** Tournaments of a customer among what lies ahead: league nights are ordinary play. */
export const tournamentsOf = (
  plays: readonly (PlayAhead & { readonly customerId: string })[],
  customerId: string,
): PlayAhead[] => plays.filter((play) => play.customerId === customerId && play.kind === 'tournament')

/** Next day of play of each of some customers. */
export async function nextPlay(db: Db, customerIds: readonly string[]): Promise<Map<string, string>> {
  const next = new Map<string, string>()
  for (const { customerId, nextOn } of await playAhead(db, customerIds))
    if (!next.has(customerId)) next.set(customerId, nextOn)
  return next
}

async function writeLinks(db: Db, input: EventInput): Promise<void> {
  await db.run('delete from event_pattern where event_id = $1', [input.id])
  await db.run('delete from event_entry where event_id = $1', [input.id])
  for (const patternId of new Set(input.patternIds))
    await insertRow(db, 'event_pattern', { eventId: input.id, patternId })
  for (const customerId of new Set(input.customerIds))
    await insertRow(db, 'event_entry', { eventId: input.id, customerId })
}

const recordOf = ({ patternIds: _p, customerIds: _c, ...record }: EventInput) => listsIn(record, ['squads'])

export async function createEvent(db: Db, input: EventInput): Promise<BowlingEvent | null> {
  await insertRow(db, 'event', recordOf(input))
  await writeLinks(db, input)
  return eventById(db, input.id)
}

export async function updateEvent(db: Db, input: EventInput, version: number): Promise<BowlingEvent | null> {
  await updateRow(db, 'event', { id: input.id, version }, recordOf(input), () => eventById(db, input.id))
  await writeLinks(db, input)
  return eventById(db, input.id)
}

/** Deletes an event; entries go with it, jobs promised for it keep their date. */
export const eventDependents = (db: Db, id: string) =>
  dependentsOf(db, id, {
    blocks: [],
    goes: [
      { name: 'entrants', table: 'event_entry', column: 'event_id' },
      { name: 'bags', table: 'event_bag', column: 'event_id' },
      { name: 'jobs', table: 'job', column: 'event_id', where: `state in ('waiting', 'running')` },
    ],
  })
export const deleteEvent = (db: Db, id: string) => deleteRow(db, 'event', id)

export function searchEvents(db: Db, text: string): Promise<Found[]> {
  const asked = new Conditions().words(text, words)
  return db.many(
    `select 'event' as kind, id, name as title, e.kind as what, starts_on, null as customer_id
     from event e ${asked.where} order by starts_on desc limit 4`,
    asked.values,
  )
}
