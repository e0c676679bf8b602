import { randomLcg, randomNormal } from 'd3-random'
import {
  type CalibrationShot,
  type CoverageCell,
  type Delivery,
  type FittedCover,
  type FittedLane,
  type Ground,
  type Highs,
  type PlanQuestion,
  type SetUp,
  bestLines,
  calibrate,
  calibrationParts,
  feetToLaydown,
  filmAfterShots,
  filmOf,
  groundOn,
  launchAngleDeg,
  noEffort,
  noOil,
  nothingCalibrated,
  planOf,
  plansFor,
  raOfGrit,
  releaseDoubt,
  shotOf,
  simulate,
  strengthPrior,
  usualPlayable,
  usualSpread,
  worksOn,
} from '@sleetfall/core'
import { openSolver } from '@sleetfall/core/solver'
import { mixed } from './seeds.ts'

/**
 * Blind customers: the strength of each ball, the release and the lane are hidden. What is believed is what eight shots a ball, as an eye notes
 * them on the fresh lane, leave by the product's own fit; without them, what is on record.
 */
const recipes = ['to-500', 'to-1000', 'to-2000', 'to-4000', '1500-polish']
const shotsEach = 8
const phases = [0, 60]
const quick = { spread: usualSpread, samples: 1000, seed: 20, method: 'quick', keep: 1, misses: 'none' } as const
/** A cell as far as a plan reads it. */
const cellOf = (p: number, best: number) =>
  ({ standing: p >= best - 0.1 ? 'likely' : 'open', strikes: { p, low: 0.8 * p, high: p } }) as unknown as CoverageCell

interface Hidden {
  readonly bowler: Delivery & { readonly hand: 'right' }
  readonly lane: number
  readonly strengths: readonly number[]
}
/** What is taken for true of balls, bowler and lane. */
interface Taken {
  readonly bowler: Delivery & { readonly hand: 'right' }
  readonly fitted: readonly FittedCover[]
  readonly grounds: readonly Ground[]
}

/** What is on record of a customer, what is hidden, and chance to draw from. */
function drawn(seed: number) {
  const uniform = randomLcg(mixed(seed))
  const between = (from: number, to: number) => from + (to - from) * uniform()
  const normal = (sd: number) => randomNormal.source(uniform)(0, sd)()
  const bowler = {
    ...{ hand: 'right' as const, speedMph: between(15.5, 19), revRpm: between(240, 420) },
    ...{ axisRotationDeg: between(30, 65), axisTiltDeg: between(8, 18) },
  }
  const load = (fromBoard: number, toBoard: number, loads: number, endFt: number) => ({
    ...{ fromBoard, toBoard, loads: Math.round(loads), endFt, microlitresPerBoard: 50, startFt: 0 },
  })
  const loads = [
    load(2, 38, between(1, 3), between(34, 42)),
    load(Math.round(between(6, 9)), Math.round(between(31, 34)), between(2, 4), between(30, 38)),
  ]
  const balls = (['solid', 'pearl'] as const).map((cover, i) => ({
    ...{ id: `ball ${i}`, cover, rgIn: between(2.47, 2.55), differentialIn: between(0.03, 0.055) },
    raUm: raOfGrit(between(700, 4500)),
  }))
  const hidden: Hidden = {
    bowler: {
      ...{ hand: 'right', speedMph: bowler.speedMph + normal(0.3), revRpm: bowler.revRpm + normal(12) },
      axisRotationDeg: bowler.axisRotationDeg + normal(4),
      axisTiltDeg: Math.max(1, bowler.axisTiltDeg + normal(2.5)),
    },
    ...{ lane: Math.exp(normal(0.05)), strengths: balls.map(() => Math.exp(normal(0.12))) },
  }
  return { bowler, loads, balls, hidden, normal }
}
type Drawn = ReturnType<typeof drawn>

const recordOf = ({ cover, rgIn, differentialIn, raUm }: Drawn['balls'][number], fitted: FittedCover | null) => ({
  ...{ cover, rgIn, differentialIn, fitted },
  surface: { finish: { raTopUm: raUm, raBaseUm: raUm }, effectiveRaUm: raUm, oilShare: 0 },
})

/** What a fit leaves of balls, lane and release: the two balls in turns on the fresh lane, each on the line that its record calls best, noted to half boards. */
function fittedTo({
  bowler,
  loads,
  balls,
  hidden,
  normal,
}: Drawn): Omit<Taken, 'grounds'> & { pattern: FittedLane | null } {
  const film = filmOf(loads)
  const setUps = balls.map((ball): SetUp => {
    const { shot } = shotOf(bowler, recordOf(ball, null), 'now', groundOn({ loads }, film))
    return {
      shot,
      ballId: ball.id,
      cover: ball.cover,
      patternId: 'lane',
      bowlerId: 'bowler',
      trialId: 'trial',
      oilShare: 0,
    }
  })
  const lines = setUps.map(
    ({ shot }) => bestLines(shot, usualPlayable, quick)[0] ?? { laydownBoard: 22, targetBoard: 11 },
  )
  const slide = normal(0.7)
  const half = (board: number) => Math.round(2 * board) / 2
  const shots = Array.from({ length: balls.length * shotsEach }, (_, i): CalibrationShot => {
    const setUp = [0, 1, 1, 0][i % 4]!
    const [laydown, target] = [lines[setUp]!.laydownBoard + normal(0.4), lines[setUp]!.targetBoard + normal(0.8)]
    const thrower = {
      ...hidden.bowler,
      speedMph: hidden.bowler.speedMph + normal(0.3),
      revRpm: hidden.bowler.revRpm + normal(8),
      axisRotationDeg: hidden.bowler.axisRotationDeg + normal(2),
    }
    const record = recordOf(balls[setUp]!, { strength: hidden.strengths[setUp]!, oil: 1 })
    const lane = groundOn({ loads }, film, hidden.lane * Math.exp(normal(0.015)))
    const release = { laydownBoard: laydown, launchAngleDeg: launchAngleDeg(laydown, target) }
    const outcome = simulate({ ...shotOf(thrower, record, 'now', lane).shot, release })
    return {
      ...{ id: `${i}`, setUp, path: null, entryAngleDeg: null, breakpointBoard: Math.round(outcome.breakpointBoard) },
      ...{ feetBoard: half(laydown + feetToLaydown + slide), targetBoard: half(target) },
      speedMph: Math.round(10 * (thrower.speedMph + normal(0.1))) / 10,
      entryBoard: half(outcome.entryBoard + normal(0.3)),
      firstReadFt: Math.round(outcome.firstReadFt ?? 60),
    }
  })
  const strengths = Object.fromEntries(balls.map(({ id, cover }) => [id, strengthPrior(cover, nothingCalibrated)]))
  const sources = {
    speedSource: 'measured',
    revSource: 'measured',
    axisRotationSource: 'measured',
    axisTiltSource: 'measured',
  }
  const question = { setUps, shots, strengths, bowlers: [releaseDoubt('bowler', { ...bowler, ...sources })] }
  const parts = calibrationParts('fit', question, calibrate(question)!)
  return {
    bowler: { ...bowler, ...parts.bowlers.get('bowler') },
    fitted: balls.map(({ id }) => parts.balls.get(id)!),
    pattern: parts.patterns.get('lane') ?? null,
  }
}

/** What a plan is asked where this is taken for true. */
function questionOf({ balls }: Drawn, { bowler, fitted, grounds }: Taken): PlanQuestion {
  const asked = balls.map((ball, i) => {
    const record = recordOf(ball, fitted[i]!)
    const strikes = (variant: string) =>
      grounds.map((ground) => {
        const { shot } = shotOf(bowler, record, variant, ground)
        return bestLines(shot, usualPlayable, quick)[0]?.pCarry ?? 0
      })
    const works = worksOn(ball.cover, { id: ball.id, finish: record.surface.finish, oil: noOil })
    const after = works
      .filter(({ variant }) => recipes.includes(variant))
      .map(({ variant, minutes, days, coverRemovedMm }) => ({
        ...{ variant, strikes: strikes(variant), effort: { minutes, days, coverRemovedMm, bought: false } },
      }))
    return { id: ball.id, options: [{ variant: 'now', strikes: strikes('now'), effort: noEffort }, ...after] }
  })
  const best = phases.map((_, s) => Math.max(...asked.flatMap(({ options }) => options.map((o) => o.strikes[s]!))))
  return {
    ...{ tolerance: 10, mostBought: 0, carried: null },
    states: phases.map((shots, s) => ({ targetId: 'lane', shots, weight: 1, best: best[s]!, seldom: false })),
    balls: asked.map(({ id, options }) => ({
      ...{ id, extra: false },
      options: options.map(({ variant, effort, strikes }) => ({
        ...{ variant, effort, cells: strikes.map((p, s) => cellOf(p, best[s]!)) },
      })),
    })),
  }
}

/** The same customer as the shop believes and as it is. */
function customer(seed: number, withShots: boolean): { readonly believed: PlanQuestion; readonly truth: PlanQuestion } {
  const one = drawn(seed)
  const { loads, balls, hidden } = one
  const fresh = filmOf(loads)
  const grounds = (lane: number, fitted: FittedLane | null = null) =>
    phases.map((shots) => groundOn({ loads, fitted }, shots === 0 ? fresh : filmAfterShots(fresh, shots).filmUm, lane))
  const known = withShots
    ? fittedTo(one)
    : { bowler: one.bowler, fitted: balls.map(() => ({ strength: 1, oil: 1 })), pattern: null }
  const truth = { bowler: hidden.bowler, fitted: hidden.strengths.map((strength) => ({ strength, oil: 1 })) }
  return {
    believed: questionOf(one, { ...known, grounds: grounds(1, known.pattern) }),
    truth: questionOf(one, { ...truth, grounds: grounds(hidden.lane) }),
  }
}

/** What the plan that is worth most by what is believed gives up under the truth, against the best of all choices there, as a share of the strikes. */
function givenUp(highs: Highs, seed: number, withShots: boolean): number {
  const { believed, truth } = customer(seed, withShots)
  const chosen = plansFor(highs, believed).plans.reduce((most, plan) => (plan.value > most.value ? plan : most))
  const worth = (variantOf: (ballId: string) => string) => {
    const taken = truth.balls.map(
      ({ id, options }) => [id, options.find(({ variant }) => variant === variantOf(id))!] as const,
    )
    return planOf(truth, new Map(taken), [...truth.balls.map(({ id }) => id)])
  }
  const [first, second] = truth.balls
  const all = first!.options.flatMap((one) =>
    second!.options.map((other) => worth((id) => (id === first!.id ? one : other).variant)),
  )
  const optimum = all.reduce((most, plan) => (plan.value > most.value ? plan : most))
  const got = worth((id) => chosen.steps.find(({ ballId }) => ballId === id)?.variant ?? 'now')
  return (optimum.value - got.value) / optimum.strikes
}

/** The share given up by each of some customers, in their order, with balls fitted to their shots or without. */
export async function givenUpBy(seeds: readonly number[], withShots: boolean): Promise<number[]> {
  const highs = await openSolver()
  return seeds.map((seed) => givenUp(highs, seed, withShots))
}
