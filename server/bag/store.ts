import type { BowlingEvent, EventInput, Found } from '@sleetfall/contract'
import type { Db } from '../database/db.ts'
import { likeWords } from '../database/like.ts'
import { insertRow, updateRow } from '../database/rows.ts'
import { deleteRow, dependentsOf } from '../http/mending.ts'
import { nextPlayDay, today } from './nextDay.ts'

type Row = Omit<BowlingEvent, 'nextOn'>

const select = `select e.*,
  array(select pattern_id::text from event_pattern where event_id = e.id order by created_at, pattern_id) as pattern_ids,
  array(select customer_id::text from event_entry where event_id = e.id order by customer_id) as customer_ids
  from event e`

const withNext = (row: Row): BowlingEvent => ({ ...row, nextOn: nextPlayDay(row, today()) })

export async function listEvents(db: Db): Promise<BowlingEvent[]> {
  const events = (await db.many<Row>(`${select} order by e.starts_on, e.name`)).map(withNext)
  return events.sort((a, b) => (a.nextOn ?? '9999').localeCompare(b.nextOn ?? '9999'))
}

export async function eventById(db: Db, id: string): Promise<BowlingEvent | null> {
  const row = await db.maybeOne<Row>(`${select} where e.id = $1`, [id])
  return row && withNext(row)
}

/** Events that still lie ahead for a customer, nearest first. */
export async function eventsAhead(db: Db, customerId: string): Promise<(BowlingEvent & { nextOn: string })[]> {
  const events = await listEvents(db)
  return events.filter(
    (event): event is BowlingEvent & { nextOn: string } =>
      event.nextOn !== null && event.customerIds.includes(customerId),
  )
}

async function writeLinks(db: Db, input: EventInput): Promise<void> {
  await db.run('delete from event_pattern where event_id = $1', [input.id])
  await db.run('delete from event_entry where event_id = $1', [input.id])
  for (const patternId of new Set(input.patternIds))
    await insertRow(db, 'event_pattern', { eventId: input.id, patternId })
  for (const customerId of new Set(input.customerIds))
    await insertRow(db, 'event_entry', { eventId: input.id, customerId })
}

const recordOf = ({ patternIds: _p, customerIds: _c, ...record }: EventInput) => record

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
      { name: 'jobs that name it', table: 'job', column: 'event_id', where: `state in ('waiting', 'running')` },
    ],
  })
export const deleteEvent = (db: Db, id: string) => deleteRow(db, 'event', id)

export const searchEvents = (db: Db, text: string) =>
  db.many<Found>(
    `select 'event' as kind, id, name as title, kind || ' from ' || starts_on as detail, null as customer_id
     from event where concat_ws(' ', name, place, kind) ilike all($1) order by starts_on limit 4`,
    [likeWords(text)],
  )
