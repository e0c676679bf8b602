import { randomUUID } from 'node:crypto'
import type { Ball, BallInput, BallQuestion, Found, Page } from '@sleetfall/contract'
import { type SurfaceConstants, type SurfaceNow, surfaceLater } from '@sleetfall/core'
import { nextPlay } from '../events/store.ts'
import type { Db } from '../database/db.ts'
import { Conditions, mostFound } from '../database/page.ts'
import { insertRow, updateRow } from '../database/rows.ts'
import { ballPage } from '../present/lists.ts'
import { settleShown } from '../present/settle.ts'
import { learntConstants } from '../present/store.ts'
import { appendEvent, recordLayout } from './events.ts'

type Row = Omit<Ball, 'playsOn'> & { readonly surfaceAt: string | null; readonly stale: string | null }

const select = `select b.*, c.name as customer_name, c.hand as customer_hand
  from ball_whole b join customer_label c on c.id = b.customer_id`

const hourMs = 3_600_000

/** A kept row as it is at this moment: only the oil film has moved since the last event. */
function asNow(row: Row, constants: SurfaceConstants, playsOn: string | null): Ball {
  const { surfaceAt, surface } = row
  const now =
    surfaceAt === null
      ? surface
      : surfaceLater(surface as SurfaceNow, (Date.now() - Date.parse(surfaceAt)) / hourMs, constants)
  // The row is nobody else's: fifty fields are not copied for each of a hundred balls. What is undefined is not told.
  return Object.assign(row, { surface: now, playsOn, surfaceAt: undefined, stale: undefined })
}

/** Balls of a query over `ball_whole`, brought up to date where something has moved since; never more than the query names. */
async function ballsWhere(db: Db, where: string, values: readonly unknown[]): Promise<Ball[]> {
  const read = () => db.many<Row>(`${select} ${where}`, values)
  let rows = await read()
  const stale = rows.filter((row) => row.stale !== null)
  if (stale.length > 0) {
    await settleShown(
      db,
      stale.map((row) => row.id),
    )
    rows = await read()
  }
  if (rows.length === 0) return []
  const constants = await learntConstants(db)
  const plays = await nextPlay(db, [...new Set(rows.map((row) => row.customerId))])
  return rows.map((row) => asNow(row, constants, plays.get(row.customerId) ?? null))
}

/** A customer's rack, retired balls too. */
export const ballsOf = (db: Db, customerId: string) =>
  ballsWhere(db, 'where b.customer_id = $1 order by b.name collate "und-x-icu"', [customerId])

export const ballsOfCustomers = (db: Db, customerIds: readonly string[]) =>
  ballsWhere(db, 'where b.customer_id = any($1) order by b.name collate "und-x-icu"', [customerIds])

export const ballsByIds = (db: Db, ids: readonly string[]) => ballsWhere(db, 'where b.id = any($1)', [ids])

/** Whether there is such a ball, retired or not. */
export const isBall = async (db: Db, id: string) =>
  (await db.maybeOne('select 1 from ball where id = $1', [id])) !== null

export const ballById = async (db: Db, id: string): Promise<Ball | null> => (await ballsByIds(db, [id]))[0] ?? null

/** A part of the balls in care, narrowed and ordered as asked. */
export async function listBalls(db: Db, question: BallQuestion): Promise<Page<Ball>> {
  const { ids, total } = await ballPage(db, question)
  const byId = new Map((await ballsByIds(db, ids)).map((ball) => [ball.id, ball]))
  return { items: ids.flatMap((id) => byId.get(id) ?? []), total }
}

/** Whereabouts and layout are events of the ball, everything else is its record. */
function split(input: BallInput) {
  const { place, shelf, drillingAngleDeg, pinToPapIn, valAngleDeg, ...record } = input
  const complete = drillingAngleDeg != null && pinToPapIn != null && valAngleDeg != null
  return { record, place, shelf, layout: complete ? { drillingAngleDeg, pinToPapIn, valAngleDeg } : null }
}

/** `happenedAt` is when the ball came to its place; imports give an earlier day. */
export async function createBall(
  db: Db,
  input: BallInput,
  staffId: string | null,
  happenedAt = new Date().toISOString(),
): Promise<Ball | null> {
  const { record, place, shelf, layout } = split(input)
  await insertRow(db, 'ball', record)
  await appendEvent(db, input.id, { id: randomUUID(), kind: 'moved', happenedAt, place, shelf }, { staffId })
  if (layout) await recordLayout(db, input.id, randomUUID(), layout, staffId, happenedAt)
  return ballById(db, input.id)
}

export async function updateBall(db: Db, input: BallInput, version: number, staffId: string): Promise<Ball | null> {
  const { record, place, shelf, layout } = split(input)
  const before = await ballById(db, input.id)
  await updateRow(db, 'ball', { id: input.id, version }, record, () => ballById(db, input.id))
  if (before && (before.place !== place || before.shelf !== shelf)) {
    const happenedAt = new Date().toISOString()
    await appendEvent(db, input.id, { id: randomUUID(), kind: 'moved', happenedAt, place, shelf }, { staffId })
  }
  const changed =
    layout &&
    (before?.drillingAngleDeg !== layout.drillingAngleDeg ||
      before.pinToPapIn !== layout.pinToPapIn ||
      before.valAngleDeg !== layout.valAngleDeg)
  if (changed) await recordLayout(db, input.id, randomUUID(), layout, staffId)
  return ballById(db, input.id)
}

/** So many balls are shown; others than those of that name only where there is room. */
const shown = 6

/** Balls whose own name has every word first, then those found by their owner's name, cover or place. */
export function searchBalls(db: Db, text: string): Promise<Found[]> {
  const asked = new Conditions().and('not retired').words(text, 'search')
  const named = new Conditions().and('not retired').words(text, 'search').words(text, `(' ' || ball_name)`)
  const columns = 'ball_id, ball_name, customer_id, customer_name, place, shelf'
  return db.many(
    `with named as (select ${columns}, 0 as rank from ball_present ${named.where} limit ${mostFound}),
       others as (select ${columns}, 1 as rank from ball_present
         ${asked.where} and (select count(*) from named) < ${shown} limit ${mostFound})
     select 'ball' as kind, ball_id as id, ball_name as title,
       customer_name, place, shelf, customer_id
     from (select * from named union all select * from others where ball_id not in (select ball_id from named)) as found
     order by rank, ball_name collate "und-x-icu", ball_id limit ${shown}`,
    named.values,
  )
}
