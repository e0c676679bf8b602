import type { Ball, Pattern, Trial } from '@sleetfall/contract'
import {
  type BallRecord,
  type OilCorrection,
  type OilPair,
  type SurfaceConstants,
  compareVariants,
  filmOf,
  launchAngleDeg,
  learnOilCorrection,
  shotOf,
  simulate,
  surfaceNow,
} from '@sleetfall/core'
import { LRUCache } from 'lru-cache'
import { asSurfaceEvents, standingEvents } from '../balls/events.ts'
import { customerById } from '../customers/store.ts'
import type { Db } from '../database/db.ts'
import { patternById } from '../lanes/store.ts'
import { surfaceConstants } from '../shop/store.ts'
import { trialById } from '../trials/store.ts'

interface Done {
  readonly jobId: string
  readonly ballId: string
  readonly beforeTrialId: string
  readonly afterTrialId: string
}

const learnt = new LRUCache<string, OilCorrection>({ max: 50 })
/** Surfaces further apart than this changed too: the test then does not speak of the oil alone. */
const sameSurface = 1.15

/** What the shop's own tests before and after extraction say of the oil estimate; the prior when there are none. */
export async function oilCorrection(db: Db, constants: SurfaceConstants): Promise<OilCorrection> {
  const done = await db.many<Done & { stamp: string }>(
    `select j.id as job_id, j.ball_id, j.before_trial_id, j.after_trial_id, current_database() || j.id || j.version ||
       (select coalesce(max(updated_at), now())::text || count(*) from shot where trial_id in (j.before_trial_id, j.after_trial_id)) as stamp
     from job j where j.kind in ('extract', 'bath') and j.state = 'done'
       and j.before_trial_id is not null and j.after_trial_id is not null order by j.done_at`,
  )
  const key = JSON.stringify([constants, done.map((one) => one.stamp)])
  const known = learnt.get(key)
  if (known) return known
  const pairs: OilPair[] = []
  for (const one of done) {
    const pair = await pairOf(db, one, constants)
    if (pair) pairs.push(pair)
  }
  const correction = learnOilCorrection(pairs)
  learnt.set(key, correction)
  return correction
}

/** The shop's constants, with the oil of a game as its own tests have corrected it. */
export async function learntConstants(db: Db): Promise<SurfaceConstants> {
  const constants = await surfaceConstants(db)
  const { factor, pairs } = await oilCorrection(db, constants)
  return pairs === 0 ? constants : { ...constants, oilPerGameUl: constants.oilPerGameUl * factor }
}

async function pairOf(
  db: Db,
  { ballId, beforeTrialId, afterTrialId }: Done,
  constants: SurfaceConstants,
): Promise<OilPair | null> {
  const [before, after] = [await trialById(db, beforeTrialId), await trialById(db, afterTrialId)]
  const ball = await db.maybeOne<Ball>('select * from ball_present where id = $1', [ballId])
  if (!ball || !before || !after || before.patternId !== after.patternId) return null
  const pattern = await patternById(db, before.patternId)
  const customer = await customerById(db, ball.customerId)
  if (!pattern || !customer) return null
  const measured = movedBoards(ballId, before, after)
  const at = async (trial: Trial) => {
    const events = (await standingEvents(db, [ballId])).filter((event) => event.happenedAt <= trial.startedAt)
    return surfaceNow(ball, asSurfaceEvents(events), Date.parse(trial.startedAt), constants)
  }
  const [surfaceBefore, surfaceAfter] = [await at(before), await at(after)]
  const [raBefore, raAfter] = [surfaceBefore.effectiveRaUm, surfaceAfter.effectiveRaUm]
  if (!measured || raBefore === null || raAfter === null) return null
  if (Math.abs(Math.log(raAfter / raBefore)) > Math.log(sameSurface)) return null
  const entry = (oilShare: number) =>
    entryBoard(customer, { ...ball, surface: { ...surfaceBefore, oilShare } }, pattern, measured.line)
  const predictedBoards = entry(surfaceAfter.oilShare) - entry(surfaceBefore.oilShare)
  return { boards: measured.boards, sd: measured.sd, predictedBoards }
}

/** Least shots of the ball on either side. */
const leastShots = 4

function movedBoards(ballId: string, before: Trial, after: Trial) {
  const shotsOf = (trial: Trial, variant: string) => {
    const side = trial.controlBallId === ballId ? 'control' : 'variant'
    return trial.shots
      .filter((shot) => shot.side === side && shot.setAsideReason === null && shot.entryBoard !== null)
      .map((shot) => ({ variant, value: shot.entryBoard!, target: shot.targetBoard, feet: shot.feetBoard }))
  }
  const [first, second] = [shotsOf(before, 'before'), shotsOf(after, 'after')]
  if (first.length < leastShots || second.length < leastShots) return null
  const all = [...first, ...second]
  const mean = (values: readonly (number | null | undefined)[]) => {
    const known = values.filter((value): value is number => value != null)
    return known.length === 0 ? null : known.reduce((sum, value) => sum + value, 0) / known.length
  }
  const [target, feet] = [mean(all.map((shot) => shot.target)), mean(all.map((shot) => shot.feet))]
  const { effects, verdict } = compareVariants(
    all.map((shot) => ({
      variant: shot.variant,
      value: shot.value,
      targetDeviationBoards: shot.target == null || target === null ? undefined : shot.target - target,
      laydownDeviationBoards: shot.feet == null || feet === null ? undefined : shot.feet - feet,
    })),
  )
  const effect = effects[0]
  if (verdict === 'too-few-shots' || !effect || target === null) return null
  // The 95 % interval is about four standard deviations wide.
  return { boards: effect.estimate, sd: (effect.high - effect.low) / 3.92, line: { target, feet } }
}

/** From the foot on the approach to where the ball is laid down, boards; without noted feet, from the target. */
const slideToLaydown = 6
const targetToLaydown = 7

function entryBoard(
  customer: NonNullable<Awaited<ReturnType<typeof customerById>>>,
  ball: BallRecord,
  pattern: Pattern,
  line: { readonly target: number; readonly feet: number | null },
): number {
  const laydownBoard = line.feet === null ? line.target + targetToLaydown : line.feet - slideToLaydown
  const { shot } = shotOf(customer, ball, 'now', { loads: pattern.loads, filmUm: filmOf(pattern.loads) })
  const release = { laydownBoard, launchAngleDeg: launchAngleDeg(laydownBoard, line.target) }
  return simulate({ ...shot, release }).entryBoard
}
