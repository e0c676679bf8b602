import { randomUUID } from 'node:crypto'
import type { Ball, BallEvent, BallEventKind, BallInput, Found } from '@sleetfall/contract'
import { type Learnt, type RecipeStep, type SurfaceConstants, surfaceNow } from '@sleetfall/core'
import type { Db } from '../database/db.ts'
import { likeWords } from '../database/like.ts'
import { insertRow, updateRow } from '../database/rows.ts'
import { shopExperience } from '../surface/experience.ts'
import { fitsOf } from '../surface/fits.ts'
import { learntConstants } from '../surface/oilLearning.ts'
import { appendEvent, asSurfaceEvents, assumedVolumeMl, recordLayout, standingEvents } from './events.ts'

type Row = Omit<
  Ball,
  'surface' | 'lastEvent' | 'lastRecipe' | 'lastCleanedAt' | 'gamesSinceCleaning' | 'playedVolumeMl'
>

const select = `select b.*, c.name as customer_name, c.hand as customer_hand
  from ball_present b join customer_label c on c.id = b.customer_id`

/** Kinds that 'undo' on the rack takes back. */
const undoable: readonly BallEventKind[] = ['games', 'scanned', 'cleaned', 'surfaced', 'extracted']

/** Games by which the volume that a ball lately played on is told. */
const latelyGames = 12

function present(row: Row, events: readonly BallEvent[], constants: SurfaceConstants, learnt: Learnt): Ball {
  const surface = surfaceNow(row, asSurfaceEvents(events), Date.now(), constants, learnt)
  const last = events
    .filter((event) => undoable.includes(event.kind))
    .sort(byRecorded)
    .at(-1)
  const cleaned = events.filter((event) => event.kind === 'cleaned').at(-1)
  const games = events.filter((event) => event.kind === 'games')
  const sum = (of: readonly BallEvent[], key: 'games' | 'oil') =>
    of.reduce((total, { payload }) => {
      const played = Number(payload['games'])
      return total + (key === 'games' ? played : played * Number(payload['volumeMl']))
    }, 0)
  const lately = games.slice(-latelyGames)
  const wet = events.filter((event) => event.kind === 'cleaned' || event.kind === 'extracted').at(-1)?.happenedAt ?? ''
  return {
    ...row,
    surface,
    lastEvent: last ? { id: last.id, kind: last.kind, at: last.happenedAt } : null,
    lastRecipe: lastRecipeOf(events),
    lastCleanedAt: cleaned?.happenedAt ?? null,
    gamesSinceCleaning: sum(
      games.filter((event) => event.happenedAt > wet),
      'games',
    ),
    playedVolumeMl: lately.length === 0 ? assumedVolumeMl : sum(lately, 'oil') / sum(lately, 'games'),
  }
}

/** The last work with a step on the spinner; a touch-up by hand is no recipe to come back to. */
function lastRecipeOf(events: readonly BallEvent[]): Ball['lastRecipe'] {
  const worked = events.findLast(
    ({ kind, payload }) =>
      kind === 'surfaced' && (payload['steps'] as RecipeStep[]).some((step) => step.method === 'spinner'),
  )
  if (!worked) return null
  const { steps, recipeKey } = worked.payload as { steps: RecipeStep[]; recipeKey?: string | null }
  return { recipeKey: recipeKey ?? null, steps }
}

const byRecorded = (a: BallEvent, b: BallEvent) => Date.parse(a.recordedAt) - Date.parse(b.recordedAt)

async function presentAll(db: Db, rows: readonly Row[]): Promise<Ball[]> {
  const events = await standingEvents(
    db,
    rows.map((row) => row.id),
  )
  const constants = await learntConstants(db)
  const experience = await shopExperience(db, constants)
  const byBall = new Map<string, BallEvent[]>(rows.map((row) => [row.id, []]))
  for (const event of events) byBall.get(event.ballId)?.push(event)
  const fits = await fitsOf(
    db,
    rows.map((row) => row.id),
  )
  const balls = rows.map((row) => {
    const expectation = () => experience.expectationOf(row.id, row.cover)
    return present(row, byBall.get(row.id) ?? [], constants, {
      prior: expectation().prior,
      fit: fits.of(row.id, expectation),
    })
  })
  await fits.save()
  return balls
}

export async function listBalls(db: Db, customerId?: string): Promise<Ball[]> {
  const order = 'order by c.name collate "und-x-icu", b.name collate "und-x-icu"'
  const rows =
    customerId === undefined
      ? await db.many<Row>(`${select} ${order}`)
      : await db.many<Row>(`${select} where b.customer_id = $1 ${order}`, [customerId])
  return presentAll(db, rows)
}

export async function ballById(db: Db, id: string): Promise<Ball | null> {
  const row = await db.maybeOne<Row>(`${select} where b.id = $1`, [id])
  return row && ((await presentAll(db, [row]))[0] ?? null)
}

export async function ballCounts(db: Db): Promise<Map<string, number>> {
  const rows = await db.many<{ customerId: string; count: number }>(
    'select customer_id, count(*)::int as count from ball group by customer_id',
  )
  return new Map(rows.map((row) => [row.customerId, row.count]))
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

export const searchBalls = (db: Db, text: string) =>
  db.many<Found>(
    `select 'ball' as kind, b.id, b.name as title,
       c.name || ' · ' || case b.place when 'customer' then 'with the customer' when 'bench' then 'on the bench'
         else concat_ws(' ', 'shelf', nullif(b.shelf, '')) end as detail,
       b.customer_id
     from ball_present b join customer_label c on c.id = b.customer_id
     where concat_ws(' ', b.name, c.name) ilike all($1) and b.retired_on is null
     order by (b.name ilike all($1)) desc, b.name collate "und-x-icu" limit 6`,
    [likeWords(text)],
  )
