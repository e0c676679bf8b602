import type { NearGap } from '@sleetfall/contract'
import type { EngineTable, StateKey } from '@sleetfall/core'
import type { Db } from '../database/db.ts'

/** What the engine answered about a customer's balls, and what it was asked. */
export interface Kept {
  readonly fingerprint: string
  readonly states: readonly StateKey[]
  readonly engine: EngineTable | null
  readonly done: number
  readonly total: number
  readonly computedAt: string | null
  /** The balls after work are among them, not only as they are. */
  readonly complete: boolean
  /** Fingerprint of what was being computed when somebody stopped it. */
  readonly stopped: string | null
}

export const keptOf = (db: Db, customerId: string) =>
  db.maybeOne<Kept>(
    'select fingerprint, states, engine, done, total, computed_at, complete, stopped from coverage_kept where customer_id = $1',
    [customerId],
  )

/** How far a computation is; the answers before it stay until it is through. Tells whether somebody stopped it meanwhile. */
export async function keepProgress(
  db: Db,
  customerId: string,
  fingerprint: string,
  done: number,
  total: number,
): Promise<boolean> {
  const { stopped } = await db.one<{ stopped: string | null }>(
    `insert into coverage_kept (customer_id, fingerprint, done, total) values ($1, $2, $3, $4)
     on conflict (customer_id) do update set done = excluded.done, total = excluded.total returning stopped`,
    [customerId, fingerprint, done, total],
  )
  return stopped === fingerprint
}

/** Stops what is being computed for a customer, or lets it go on (null). */
export const setStopped = (db: Db, customerId: string, fingerprint: string | null) =>
  db.run(
    `insert into coverage_kept (customer_id, fingerprint, stopped) values ($1, '', $2)
     on conflict (customer_id) do update set stopped = excluded.stopped`,
    [customerId, fingerprint],
  )

/** Keeps the answers of a customer's map in place of those before. */
export const keepAnswers = (
  db: Db,
  customerId: string,
  {
    fingerprint,
    states,
    engine,
    done,
    total,
    complete,
  }: Omit<Kept, 'engine' | 'computedAt' | 'stopped'> & { readonly engine: EngineTable },
) =>
  db.run(
    `insert into coverage_kept (customer_id, fingerprint, states, engine, done, total, complete, computed_at)
     values ($1, $2, $3, $4, $5, $6, $7, now())
     on conflict (customer_id) do update set fingerprint = excluded.fingerprint, states = excluded.states, engine = excluded.engine,
       computed_at = excluded.computed_at, done = excluded.done, total = excluded.total, complete = excluded.complete`,
    [customerId, fingerprint, JSON.stringify(states), JSON.stringify(engine), done, total, complete],
  )

export type KeptGap = Omit<NearGap, 'customerId' | 'customerName'>

/** Keeps what the landing page tells of a customer's map. */
export const keepGaps = (db: Db, customerId: string, gaps: readonly KeptGap[]) =>
  db.run('update coverage_kept set gaps = $2 where customer_id = $1', [customerId, JSON.stringify(gaps)])

/** Gaps of some customers as they were kept, and those that have not been looked at to the end. */
export async function keptGaps(
  db: Db,
  customerIds: readonly string[],
): Promise<{ readonly gaps: NearGap[]; readonly waiting: readonly string[] }> {
  const rows = await db.many<{ id: string; name: string; gaps: KeptGap[]; complete: boolean | null }>(
    `select c.id, c.name, coalesce(k.gaps, '[]') as gaps, k.complete from customer c left join coverage_kept k on k.customer_id = c.id
     where c.id = any($1) and c.retired_on is null`,
    [customerIds],
  )
  return {
    gaps: rows.flatMap(({ id, name, gaps }) => gaps.map((gap) => ({ ...gap, customerId: id, customerName: name }))),
    waiting: rows.filter(({ complete }) => complete !== true).map(({ id }) => id),
  }
}
