import type { Pattern, Trial } from '@sleetfall/contract'
import {
  type BallRecord,
  type OilPair,
  type SurfaceConstants,
  counts,
  crossedAt,
  feetToLaydown,
  filmOf,
  groundOn,
  judge,
  launchAngleDeg,
  learnOilCorrection,
  shotOf,
  simulate,
  surfaceNow,
} from '@sleetfall/core'
import { mean } from 'd3-array'
import { asSurfaceEvents, standingEvents } from '../balls/events.ts'
import { ballById } from '../balls/store.ts'
import { customerById } from '../customers/store.ts'
import type { Db } from '../database/db.ts'
import { patternById } from '../lanes/store.ts'
import { shopConstants } from '../shop/store.ts'
import { trialById } from '../trials/store.ts'

interface Done {
  readonly jobId: string
  readonly ballId: string
  readonly beforeTrialId: string
  readonly afterTrialId: string
}

/** Surfaces further apart than this changed too: the test then does not speak of the oil alone. */
const sameSurface = 1.15
/** The latest tests that count. */
const mostPairs = 40

const doneWhere = `from job j where j.kind in ('extract', 'bath') and j.state = 'done'
  and j.before_trial_id is not null and j.after_trial_id is not null`
const doneColumns = 'j.id as job_id, j.ball_id, j.before_trial_id, j.after_trial_id'

/** Hears that work was finished, tied to a test or untied: what its tests say of the oil is worked out anew. */
export async function learnFromJob(db: Db, jobId: string): Promise<void> {
  const job = await db.maybeOne<Done>(`select ${doneColumns} ${doneWhere} and j.id = $1`, [jobId])
  if (!job) {
    if ((await db.run('delete from oil_pair where job_id = $1', [jobId])) > 0) await takeUp(db)
    return
  }
  const pair = await pairOf(db, job, await shopConstants(db))
  await db.run(
    `insert into oil_pair (job_id, pair) values ($1, $2) on conflict (job_id) do update set pair = excluded.pair`,
    [jobId, pair === null ? null : JSON.stringify(pair)],
  )
  await takeUp(db)
}

/** Hears that a trial's shots changed: work whose test it is says something else then. */
export async function learnFromTrial(db: Db, trialId: string): Promise<void> {
  const jobs = await db.many<Done>(
    `select ${doneColumns} ${doneWhere} and (j.before_trial_id = $1 or j.after_trial_id = $1)`,
    [trialId],
  )
  for (const job of jobs) await learnFromJob(db, job.jobId)
}

/** Everything anew, such as after the shop's own constants were changed. */
export async function learnAnew(db: Db): Promise<void> {
  for (const { jobId } of await db.many<Done>(`select ${doneColumns} ${doneWhere} order by j.done_at desc limit $1`, [
    mostPairs,
  ]))
    await learnFromJob(db, jobId)
}

async function takeUp(db: Db): Promise<void> {
  const pairs = await db.many<{ pair: OilPair }>(
    `select p.pair from oil_pair p join job j on j.id = p.job_id where p.pair is not null
     order by j.done_at desc, j.id limit $1`,
    [mostPairs],
  )
  await db.run(
    `insert into oil_learnt (correction) values ($1)
     on conflict (the_one) do update set correction = excluded.correction where oil_learnt.correction <> excluded.correction`,
    [JSON.stringify(learnOilCorrection(pairs.map((row) => row.pair)))],
  )
}

async function pairOf(
  db: Db,
  { ballId, beforeTrialId, afterTrialId }: Done,
  constants: SurfaceConstants,
): Promise<OilPair | null> {
  const [before, after] = [await trialById(db, beforeTrialId), await trialById(db, afterTrialId)]
  const ball = await ballById(db, ballId)
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
    const arm = trial.arms.find((one) => one.ballId === ballId)?.arm
    return trial.shots
      .filter((shot) => shot.arm === arm && counts(shot) && shot.entryBoard !== null)
      .map((shot) => ({
        variant,
        value: shot.entryBoard!,
        target: crossedAt(shot),
        feet: shot.feetBoard,
        speed: shot.speedMph,
      }))
  }
  const [first, second] = [shotsOf(before, 'before'), shotsOf(after, 'after')]
  if (first.length < leastShots || second.length < leastShots) return null
  const all = [...first, ...second]
  const meanOf = (values: readonly (number | null | undefined)[]) =>
    mean(values.filter((value) => value != null)) ?? null
  const [target, feet, speed] = [
    meanOf(all.map((shot) => shot.target)),
    meanOf(all.map((shot) => shot.feet)),
    meanOf(all.map((shot) => shot.speed)),
  ]
  const off = (value: number | null | undefined, of: number | null) =>
    value == null || of === null ? undefined : value - of
  const { pairs, verdict } = judge(
    all.map((shot) => ({
      variant: shot.variant,
      value: shot.value,
      targetDeviationBoards: off(shot.target, target),
      laydownDeviationBoards: off(shot.feet, feet),
      speedDeviationMph: off(shot.speed, speed),
    })),
    { measure: 'entryBoard', influence: false },
  )
  const pair = pairs[0]
  if (verdict === 'too-few-shots' || !pair || target === null) return null
  return { boards: pair.estimate, sd: pair.sd, line: { target, feet } }
}

/** From the target to where the ball is laid down, boards, where nobody noted the feet (assumed). */
const targetToLaydown = 7

function entryBoard(
  customer: NonNullable<Awaited<ReturnType<typeof customerById>>>,
  ball: BallRecord,
  pattern: Pattern,
  line: { readonly target: number; readonly feet: number | null },
): number {
  const laydownBoard = line.feet === null ? line.target + targetToLaydown : line.feet - feetToLaydown
  const { shot } = shotOf(customer, ball, 'now', groundOn(pattern, filmOf(pattern.loads)))
  const release = { laydownBoard, launchAngleDeg: launchAngleDeg(laydownBoard, line.target) }
  return simulate({ ...shot, release }).entryBoard
}
