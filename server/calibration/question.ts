import type { Ball, CalibratedShot, Customer, Pattern, Trial } from '@sleetfall/contract'
import {
  type CalibrationQuestion,
  type CoverStrength,
  type SetUp,
  counts,
  filmAfterShots,
  filmOf,
  releaseDoubt,
  shotOf,
  shotsAGame,
  strengthPrior,
} from '@sleetfall/core'
import { ballsByIds } from '../balls/store.ts'
import { customersByIds } from '../customers/store.ts'
import type { Db } from '../database/db.ts'
import { patternById } from '../lanes/store.ts'
import { trialsWithPaths } from '../trials/store.ts'
import { inForce } from './store.ts'

/** Trials whose shots a ball is fitted to, the latest ones, and how many shots of it and of others that tell the lane. */
const mostTrials = 6
const mostOwn = 30
const mostOthers = 12

/** A question to the core with what it was made from. */
export interface Asked {
  readonly question: CalibrationQuestion
  readonly shots: readonly CalibratedShot[]
  readonly balls: readonly Ball[]
  readonly patterns: readonly Pattern[]
  readonly bowlers: readonly Customer[]
}

/** Each shot with the arm that it is of; the latest first. */
const shotsOf = (trials: readonly Trial[]) =>
  trials.flatMap((trial) =>
    trial.shots
      .filter(counts)
      .map((shot) => ({ shot, trial, arm: trial.arms.find(({ arm }) => arm === shot.arm)! }))
      .reverse(),
  )

/** A bowler's record as it was before anything of it was fitted: what was fitted to these very shots is no prior for them. */
async function recordBefore(db: Db, bowler: Customer): Promise<Customer> {
  const fitted = await inForce(db, 'bowler', bowler.id)
  if (!fitted?.before) return bowler
  const still = Object.fromEntries(
    Object.entries(fitted.before).filter(([name]) => {
      const source = name.startsWith('rev')
        ? bowler.revSource
        : name.startsWith('axisTilt')
          ? bowler.axisTiltSource
          : bowler.axisRotationSource
      return source === 'fitted'
    }),
  )
  return { ...bowler, ...still }
}

/** What the other balls' sums say, without this ball's own part. */
async function learntWithout(db: Db, ball: Ball): Promise<CoverStrength[]> {
  const learnt = await db.many<CoverStrength>('select cover, weight, weighted from strength_learnt')
  const own = ball.fitted
  return learnt.map((one) =>
    own?.cover === one.cover
      ? { ...one, weight: Math.max(0, one.weight - own.weight), weighted: one.weighted - own.weighted }
      : one,
  )
}

/** Everything that a ball's fit is made from: its latest counted shots, and those of other balls in the same trials, which tell the lane. */
export async function questionFor(db: Db, ballId: string): Promise<Asked> {
  const rows = await db.many<{ trialId: string }>(
    `select t.id as trial_id from trial t where exists (select from trial_arm a where a.trial_id = t.id and a.ball_id = $1)
     order by t.started_at desc, t.id limit $2`,
    [ballId, mostTrials],
  )
  const trials = await trialsWithPaths(
    db,
    rows.map((row) => row.trialId),
  )
  const all = shotsOf(trials)
  const own = all.filter(({ arm }) => arm.ballId === ballId).slice(0, mostOwn)
  const used = [...own, ...all.filter(({ arm }) => arm.ballId !== ballId).slice(0, mostOthers)]
  const ids = (of: (one: (typeof used)[number]) => string) => [...new Set(used.map(of))]
  const bowlerOf = ({ shot, trial, arm }: (typeof used)[number]) => shot.bowlerId ?? arm.bowlerId ?? trial.customerId
  const [balls, customers] = [
    await ballsByIds(
      db,
      ids(({ arm }) => arm.ballId),
    ),
    await customersByIds(db, ids(bowlerOf)),
  ]
  const bowlers: Customer[] = []
  for (const customer of customers) bowlers.push(await recordBefore(db, customer))
  const patterns: Pattern[] = []
  for (const id of ids(({ trial }) => trial.patternId)) patterns.push((await patternById(db, id))!)

  const setUps: SetUp[] = []
  const places = new Map<string, number>()
  const shots: CalibrationQuestion['shots'][number][] = []
  const rest: CalibratedShot[] = []
  for (const one of used) {
    const { shot, trial, arm } = one
    // Without a surface the strength would stand for it.
    if (arm.surface.effectiveRaUm === null) continue
    const bowlerId = bowlerOf(one)
    const key = `${trial.id} ${arm.arm} ${bowlerId}`
    if (!places.has(key)) {
      const ball = balls.find(({ id }) => id === arm.ballId)!
      const pattern = patterns.find(({ id }) => id === trial.patternId)!
      const bowler = bowlers.find(({ id }) => id === bowlerId)!
      const fresh = filmOf(pattern.loads)
      const before = Math.round((trial.gamesSinceOiling ?? 0) * shotsAGame)
      const filmUm = before === 0 ? fresh : filmAfterShots(fresh, before).filmUm
      const thrown = { ...ball, fitted: null, surface: { ...ball.surface, ...arm.surface } }
      places.set(key, setUps.length)
      setUps.push({
        ...{ ballId: ball.id, cover: ball.cover, patternId: pattern.id, bowlerId, trialId: trial.id },
        ...{ oilShare: arm.surface.oilShare },
        shot: shotOf(bowler, thrown, 'now', { loads: pattern.loads, filmUm }).shot,
      })
    }
    const path = (shot.path as CalibratedShot['path'] | null | undefined) ?? null
    const {
      id,
      feetBoard,
      targetBoard,
      arrowsBoard,
      speedMph,
      entryBoard,
      firstReadFt,
      breakpointBoard,
      entryAngleDeg,
    } = shot
    const noted = { id, feetBoard, targetBoard, arrowsBoard, speedMph, entryBoard, firstReadFt }
    const seen = { ...noted, breakpointBoard, entryAngleDeg, path }
    shots.push({ ...seen, setUp: places.get(key)! })
    rest.push({
      ...{ id, trialId: trial.id, sequence: shot.sequence, ballId: arm.ballId, patternId: trial.patternId },
      ...{ entryBoard, path },
    })
  }
  const strengths: Record<string, ReturnType<typeof strengthPrior>> = {}
  for (const ball of balls) strengths[ball.id] = strengthPrior(ball.cover, await learntWithout(db, ball))
  const question = { setUps, shots, bowlers: bowlers.map((bowler) => releaseDoubt(bowler.id, bowler)), strengths }
  return { question, shots: rest, balls, patterns, bowlers }
}
