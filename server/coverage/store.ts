import type { NearGap, NearWork, UnplacedBall } from '@sleetfall/contract'
import type { CoverageCell, EngineTable, StateKey } from '@sleetfall/core'
import type { Db } from '../database/db.ts'
import type { Parts } from './parts.ts'

/** What the engine answered about a customer's balls, and what it was asked. */
export interface Kept {
  readonly fingerprint: string
  readonly states: readonly StateKey[]
  readonly engine: EngineTable | null
  /** What each part of the answers rests on; null of answers kept before that was told. */
  readonly parts: Parts | null
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
    'select fingerprint, states, engine, parts, done, total, computed_at, complete, stopped from coverage_kept where customer_id = $1',
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
    parts,
    done,
    total,
    complete,
  }: Omit<Kept, 'engine' | 'computedAt' | 'stopped'> & { readonly engine: EngineTable },
) =>
  db.run(
    `insert into coverage_kept (customer_id, fingerprint, states, engine, parts, done, total, complete, computed_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, now())
     on conflict (customer_id) do update set fingerprint = excluded.fingerprint, states = excluded.states, engine = excluded.engine, parts = excluded.parts,
       computed_at = excluded.computed_at, done = excluded.done, total = excluded.total, complete = excluded.complete`,
    [
      customerId,
      fingerprint,
      JSON.stringify(states),
      JSON.stringify(engine),
      JSON.stringify(parts),
      done,
      total,
      complete,
    ],
  )

/** A forecast is kept anew when it has moved by so much. */
const movedBy = 0.01
/** How long forecasts are kept; a trial is held against the last one before it. */
const keptDays = 400

/** Keeps what the map says of each ball in each state, where that has changed; what it said before stays, to be held against shots. */
export async function keepForecasts(db: Db, customerId: string, cells: readonly CoverageCell[]): Promise<void> {
  const told = cells.flatMap(({ ballId, targetId, shots, strikes, provenance }) =>
    strikes ? [{ ball_id: ballId, pattern_id: targetId, shots, ...strikes, provenance }] : [],
  )
  await db.run(
    `insert into coverage_forecast (customer_id, ball_id, pattern_id, shots, p, low, high, provenance)
     select $1, c.ball_id, c.pattern_id, c.shots, c.p, c.low, c.high, c.provenance
     from jsonb_to_recordset($2) as c (ball_id uuid, pattern_id uuid, shots double precision, p double precision, low double precision,
       high double precision, provenance text)
     where not exists (
       select from (select p from coverage_forecast f where f.ball_id = c.ball_id and f.pattern_id = c.pattern_id and f.shots = c.shots
                      and f.job_id is null order by f.created_at desc limit 1) last where abs(last.p - c.p) < $3)`,
    [customerId, JSON.stringify(told), movedBy],
  )
  await db.run(
    `delete from coverage_forecast where customer_id = $1 and created_at < now() - make_interval(days => $2)`,
    [customerId, keptDays],
  )
}

/** Something thrown of which a forecast is looked for, and what one says. */
interface Asked {
  readonly ballId: string
  readonly patternId: string
  readonly startedAt: string
  readonly onLane: number | null
}
interface Said {
  readonly p: number
  readonly low: number
  readonly high: number
}
const askedRows = (asked: readonly Asked[]) =>
  JSON.stringify(
    asked.map(({ ballId, patternId, startedAt, onLane }, n) => ({
      ...{ n, ball_id: ballId, pattern_id: patternId, at: startedAt, shots: onLane ?? 0 },
    })),
  )

/** What the map had said last before something was thrown, in the nearest phase; in the order asked, null where it had said nothing. */
export async function forecastsBefore(db: Db, asked: readonly Asked[]): Promise<(Said | null)[]> {
  const rows = await db.many<{ n: number; p: number | null; low: number; high: number }>(
    `select c.n, f.p, f.low, f.high
     from jsonb_to_recordset($1) as c (n int, ball_id uuid, pattern_id uuid, at timestamptz, shots double precision)
     left join lateral (
       select p, low, high from coverage_forecast f
       where f.ball_id = c.ball_id and f.pattern_id = c.pattern_id and f.created_at < c.at and f.job_id is null
       order by abs(f.shots - c.shots), f.created_at desc limit 1) f on true order by c.n`,
    [askedRows(asked)],
  )
  return rows.map(({ p, low, high }) => (p === null ? null : { p, low, high }))
}

/** How long after a work a trial says what it brought: later it has worn. */
const promiseDays = 60

/**
 * What the last work before something was thrown had promised when it was put on the bench, in the nearest phase; null where none had, or something else was
 * done to the ball in between.
 */
export async function promisesBefore(db: Db, asked: readonly Asked[]): Promise<(Said | null)[]> {
  const rows = await db.many<{ n: number; p: number | null; low: number; high: number }>(
    `select c.n, f.p, f.low, f.high
     from jsonb_to_recordset($1) as c (n int, ball_id uuid, pattern_id uuid, at timestamptz, shots double precision)
     left join lateral (
       select id from job where ball_id = c.ball_id and done_at < c.at and done_at > c.at - make_interval(days => $2)
       order by done_at desc limit 1) j on true
     left join lateral (
       select p, low, high from coverage_forecast
       where job_id = j.id and pattern_id = c.pattern_id order by abs(shots - c.shots) limit 1) f on true order by c.n`,
    [askedRows(asked), promiseDays],
  )
  return rows.map(({ p, low, high }) => (p === null ? null : { p, low, high }))
}

/** Keeps what a job was promised to bring, once: what is said later of it is not what it was chosen for. */
export const keepPromises = (
  db: Db,
  customerId: string,
  told: readonly (Said & { readonly jobId: string; readonly ballId: string; readonly provenance: string } & StateKey)[],
) =>
  db.run(
    `insert into coverage_forecast (customer_id, job_id, ball_id, pattern_id, shots, p, low, high, provenance)
     select $1, c.job_id, c.ball_id, c.pattern_id, c.shots, c.p, c.low, c.high, c.provenance
     from jsonb_to_recordset($2) as c (job_id uuid, ball_id uuid, pattern_id uuid, shots double precision, p double precision,
       low double precision, high double precision, provenance text)
     on conflict (job_id, pattern_id, shots) where job_id is not null do nothing`,
    [
      customerId,
      JSON.stringify(
        told.map(({ jobId, ballId, targetId, ...said }) => ({
          ...{ ...said, job_id: jobId, ball_id: ballId, pattern_id: targetId },
        })),
      ),
    ],
  )

type OfCustomer = 'customerId' | 'customerName'
export type KeptGap = Omit<NearGap, OfCustomer>
export type KeptWork = Omit<NearWork, OfCustomer>
export type KeptUnplaced = Omit<UnplacedBall, OfCustomer>
/** What the landing page tells of one customer's map. */
export interface KeptNear {
  readonly gaps: readonly KeptGap[]
  readonly works: readonly KeptWork[]
  readonly unplaced: readonly KeptUnplaced[]
}

export const keepNear = (db: Db, customerId: string, { gaps, works, unplaced }: KeptNear) =>
  db.run('update coverage_kept set gaps = $2, works = $3, unplaced = $4 where customer_id = $1', [
    customerId,
    ...[gaps, works, unplaced].map((list) => JSON.stringify(list)),
  ])

/** What was kept of some customers' maps, and those that have not been looked at to the end. */
export async function keptNear(
  db: Db,
  customerIds: readonly string[],
): Promise<{
  readonly gaps: NearGap[]
  readonly works: NearWork[]
  readonly unplaced: UnplacedBall[]
  readonly waiting: readonly string[]
}> {
  const rows = await db.many<KeptNear & { id: string; name: string; complete: boolean | null }>(
    `select c.id, c.name, coalesce(k.gaps, '[]') as gaps, coalesce(k.works, '[]') as works, coalesce(k.unplaced, '[]') as unplaced, k.complete
     from customer c left join coverage_kept k on k.customer_id = c.id
     where c.id = any($1) and c.retired_on is null order by c.name`,
    [customerIds],
  )
  const all = <T extends object>(listOf: (row: KeptNear) => readonly T[]) =>
    rows.flatMap((row) => listOf(row).map((one) => ({ ...one, customerId: row.id, customerName: row.name })))
  return {
    gaps: all(({ gaps }) => gaps),
    works: all(({ works }) => works),
    unplaced: all(({ unplaced }) => unplaced),
    waiting: rows.filter(({ complete }) => complete !== true).map(({ id }) => id),
  }
}
