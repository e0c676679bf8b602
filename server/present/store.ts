import type { BallEvent, ShopConstants } from '@sleetfall/contract'
import { type CoverFamily, type OilCorrection, learnOilCorrection } from '@sleetfall/core'
import type { PlayAhead } from '../events/nextDay.ts'
import { playAhead, tournamentsOf } from '../events/store.ts'
import { standingEvents } from '../balls/events.ts'
import type { Db } from '../database/db.ts'
import { constantsOf, notSetUp } from '../shop/store.ts'
import { type Experience, experienceOf } from '../surface/experience.ts'
import { type Policies, policiesFor } from '../upkeep/store.ts'
import type { BallOwned, Present } from './fold.ts'

/** What the shop's tests before and after oil work say of the oil estimate; the prior when there are none. */
export async function oilCorrection(db: Db): Promise<OilCorrection> {
  const known = await db.maybeOne<{ correction: OilCorrection }>('select correction from oil_learnt')
  return known?.correction ?? unlearnt
}
const unlearnt = learnOilCorrection([])

/** The shop's constants, with the oil of a game as its own tests have corrected it. */
export async function learntConstants(db: Db): Promise<ShopConstants> {
  const row = await db.maybeOne<{ constants: unknown; correction: OilCorrection | null }>(
    'select s.constants, o.correction from shop s left join oil_learnt o on true',
  )
  if (!row) throw notSetUp()
  const constants = constantsOf(row.constants)
  const { factor, pairs } = row.correction ?? unlearnt
  return pairs === 0 ? constants : { ...constants, oilPerGameUl: constants.oilPerGameUl * factor }
}

/** Everything that the present states of some balls rest on, read in a fixed number of queries. */
export interface Ground {
  readonly balls: readonly (BallOwned & { readonly marked: string; readonly rowVersion: number })[]
  eventsOf(ballId: string): readonly BallEvent[]
  readonly constants: ShopConstants
  readonly experience: Experience
  readonly policies: Policies
  /** A customer's tournaments that lie ahead. */
  tournamentsOf(customerId: string): readonly PlayAhead[]
}

export async function groundOf(db: Db, ballIds: readonly string[]): Promise<Ground> {
  const balls = await db.many<Ground['balls'][number]>(
    `select b.id, b.customer_id, b.name, b.cover, b.factory_grit, b.target_grit, b.games_before, c.name as customer_name,
       c.games_per_week, c.speed_mph, c.rev_rpm, c.axis_tilt_deg, p.stale::text as marked, p.version as row_version
     from ball b join ball_present p on p.ball_id = b.id join ball_owner c on c.id = b.customer_id where b.id = any($1)`,
    [ballIds],
  )
  const byBall = new Map<string, BallEvent[]>(balls.map((ball) => [ball.id, []]))
  for (const event of await standingEvents(db, ballIds)) byBall.get(event.ballId)?.push(event)
  const constants = await learntConstants(db)
  const covers = [...new Set(balls.map((ball) => ball.cover))]
  const customerIds = [...new Set(balls.map((ball) => ball.customerId))]
  const plays = await playAhead(db, customerIds)
  return {
    balls,
    eventsOf: (ballId) => byBall.get(ballId) ?? [],
    constants,
    experience: await experienceOf(db, covers as CoverFamily[], constants),
    policies: await policiesFor(db, ballIds, customerIds),
    tournamentsOf: (customerId) => tournamentsOf(plays, customerId),
  }
}

const snake = (key: string) => key.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`)
const asJson: readonly string[] = ['surface', 'lastRecipe', 'lastEvent', 'drilling']

/** Writes a ball's present state, unless something marked it again since it was read; false then. */
export async function writePresent(
  db: Db,
  { id, rowVersion }: { readonly id: string; readonly rowVersion: number },
  present: Present & { readonly fitWanted: boolean },
): Promise<boolean> {
  const entries = Object.entries(present)
  const sets = entries.map(([key], index) => `${snake(key)} = $${index + 3}`).join(', ')
  const values = entries.map(([key, value]) => (asJson.includes(key) && value !== null ? JSON.stringify(value) : value))
  return (
    (await db.run(`update ball_present set stale = null, ${sets} where ball_id = $1 and version = $2`, [
      id,
      rowVersion,
      ...values,
    ])) === 1
  )
}

/** Balls whose state a transaction has moved, or some of those that are worked off behind. */
export const markedBalls = async (db: Db, mark: 'mine' | 'behind', limit: number): Promise<string[]> =>
  (
    await db.many<{ ballId: string }>(
      `select ball_id from ball_present where stale = ${mark === 'mine' ? 'this_transaction()' : '0'} limit $1`,
      [limit],
    )
  ).map((row) => row.ballId)

export const staleAmong = async (db: Db, ballIds: readonly string[]): Promise<string[]> =>
  (
    await db.many<{ ballId: string }>(
      'select ball_id from ball_present where ball_id = any($1) and stale is not null',
      [ballIds],
    )
  ).map((row) => row.ballId)

/** Racks of some customers, and those that lost a ball in this transaction, counted anew from their balls' rows. */
export const writeRacks = (db: Db, customerIds: readonly string[]) =>
  db.run(
    `with whose as (
       select unnest($1::uuid[]) as customer_id
       union select customer_id from rack_present where stale = this_transaction() or stale = 0 and customer_id = any($1))
     update rack_present r set balls = n.balls, care = n.care, due_days = n.due_days, due_at = n.due_at,
       asked_days = n.asked_days, asked_at = n.asked_at, stale = null
     from (select w.customer_id, count(p.ball_id) as balls, count(p.ball_id) filter (where p.care > 0) as care,
             min(p.due_days) as due_days, min(p.due_at) as due_at, min(p.asked_days) as asked_days, min(p.asked_at) as asked_at
           from whose w left join ball_present p on p.customer_id = w.customer_id and not p.retired group by w.customer_id) n
     where r.customer_id = n.customer_id`,
    [customerIds],
  )

/** Marks what rested on a day that has come. */
export const markPassed = (db: Db) =>
  db.run('update ball_present set stale = 0 where holds_until < now() and stale is null')

/** Marks a ball for this transaction. */
export const markAgain = (db: Db, ballId: string) =>
  db.run('update ball_present set stale = this_transaction() where ball_id = $1', [ballId])

/** What a transaction leaves open at its end: asked in one go, since mostly there is nothing. */
export interface OpenEnds {
  /** Whether balls or racks are still as they were before it. */
  readonly moved: boolean
  /** Balls whose readings wait for a fit. */
  readonly fits: readonly string[]
  /** Whether anything waits to be brought up to date behind. */
  readonly behind: boolean
}
export const openEnds = (db: Db, mostFits: number) =>
  db.one<OpenEnds>(
    `select exists (select from ball_present where stale = this_transaction())
         or exists (select from rack_present where stale = this_transaction()) as moved,
       array(select ball_id::text from ball_present where fit_wanted order by ball_id limit $1) as fits,
       exists (select from ball_present where stale = 0) as behind`,
    [mostFits],
  )

export const markAll = (db: Db) => db.run('update ball_present set stale = 0')
