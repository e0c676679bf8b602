import { randomUUID } from 'node:crypto'
import type { Ahead, AheadRests, AheadVisit, AheadVisitsQuestion, AheadWeek, Page } from '@sleetfall/contract'
import type { PlacedVisit } from '@sleetfall/core'
import type { Db } from '../database/db.ts'
import { Conditions, countUpTo, part } from '../database/page.ts'

/** A count that has not moved for so long has ended without a word, with its server. */
const givenUpMinutes = 10

/** The forecast as it was last counted, and how far a new count is. */
export const keptAhead = (db: Db) =>
  db.one<Ahead>(
    `select counted_at, weeks, rests,
       case when counting_at is not null and updated_at > now() - make_interval(mins => ${givenUpMinutes})
         then json_build_object('done', done, 'of', of_all) end as counting
     from upkeep_ahead`,
  )

/** It is being counted, so many customers of all. */
export const aheadAt = (db: Db, done: number, of: number) =>
  db.run('update upkeep_ahead set counting_at = coalesce(counting_at, now()), done = $1, of_all = $2', [done, of])

/** Nobody counts any more, whatever came of it. */
export const aheadEnded = (db: Db) => db.run('update upkeep_ahead set counting_at = null')

const timeOf = (ms: number) => new Date(ms).toISOString()

/** Puts a new count in the place of the last one. */
export async function keepAhead(
  db: Db,
  countedMs: number,
  weeks: readonly AheadWeek[],
  rests: AheadRests,
  visits: readonly PlacedVisit[],
): Promise<void> {
  await db.run('update upkeep_ahead set counted_at = $1, counting_at = null, weeks = $2, rests = $3', [
    timeOf(countedMs),
    JSON.stringify(weeks),
    JSON.stringify(rests),
  ])
  await db.run('delete from upkeep_visit')
  const works = ({ works: own }: PlacedVisit) =>
    own.map(({ ballId, work, reason, atMs }) => ({ ballId, work, reason, atMs }))
  await db.run(
    `insert into upkeep_visit (id, week, customer_id, from_at, until_at, reason, minutes, works)
     select v.* from unnest($1::uuid[], $2::integer[], $3::uuid[], $4::timestamptz[], $5::timestamptz[], $6::text[], $7::double precision[], $8::jsonb[])
       as v (id, week, customer_id, from_at, until_at, reason, minutes, works)
     join customer_label c on c.id = v.customer_id`,
    [
      visits.map(() => randomUUID()),
      visits.map((visit) => visit.week),
      visits.map((visit) => visit.customerId),
      visits.map((visit) => timeOf(visit.fromMs)),
      visits.map((visit) => timeOf(visit.untilMs)),
      visits.map((visit) => visit.reason),
      visits.map((visit) => visit.minutes),
      visits.map((visit) => JSON.stringify(works(visit))),
    ],
  )
}

interface VisitRow extends Omit<AheadVisit, 'works' | 'changed' | 'toldAt' | 'fromMs' | 'untilMs'> {
  readonly fromAt: string
  readonly untilAt: string
  readonly works: readonly Omit<AheadVisit['works'][number], 'ballName' | 'waits'>[]
}

/** Part of a week's visits, the most urgent first, with the rows as they were kept. */
export async function visitPage(db: Db, question: AheadVisitsQuestion): Promise<Page<VisitRow>> {
  const asked = new Conditions().when(question.week, 'week = $?')
  const total = await countUpTo(db, 'upkeep_visit', asked)
  const items = await db.many<VisitRow>(
    `select v.id, v.customer_id, c.name as customer_name, v.from_at, v.until_at, v.reason, v.minutes, v.works
     from (select * from upkeep_visit ${asked.where} order by until_at, id ${part(asked, question)}) v
     join customer_label c on c.id = v.customer_id order by v.until_at, v.id`,
    asked.values,
  )
  return { items, total }
}

/** When each of some customers was last written to, within the weeks that a forecast looks ahead. */
export async function lastTold(db: Db, customerIds: readonly string[]): Promise<ReadonlyMap<string, string>> {
  const rows = await db.many<{ customerId: string; at: string }>(
    `select customer_id, max(created_at) as at from outbox_message
     where customer_id = any($1) and state <> 'withdrawn' and created_at > now() - interval '8 weeks' group by customer_id`,
    [customerIds],
  )
  return new Map(rows.map(({ customerId, at }) => [customerId, at]))
}
