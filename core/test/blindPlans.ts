import { randomLcg, randomNormal } from 'd3-random'
import {
  type CoverageCell,
  type Highs,
  type PlanQuestion,
  bestLines,
  filmAfterShots,
  filmOf,
  groundOn,
  noEffort,
  noOil,
  planOf,
  plansFor,
  raOfGrit,
  shotOf,
  usualPlayable,
  usualSpread,
  worksOn,
} from '@sleetfall/core'
import { openSolver } from '@sleetfall/core/solver'
import { mixed } from './seeds.ts'

/**
 * Blind customers: the strength of each ball, the release and the lane are hidden. What is believed of a ball is what a fit to its shots leaves, five in a
 * hundred off; of release and lane it is what is on record.
 */
const recipes = ['to-500', 'to-1000', 'to-2000', 'to-4000', '1500-polish']
const fittedSd = 0.05
const phases = [0, 60]
const quick = { spread: usualSpread, samples: 1000, seed: 20, method: 'quick', keep: 1, withoutMisses: true } as const
/** A cell as far as a plan reads it. */
const cellOf = (p: number, best: number) =>
  ({ standing: p >= best - 0.1 ? 'likely' : 'open', strikes: { p, low: 0.8 * p, high: p } }) as unknown as CoverageCell

/** The same customer as the shop believes and as it is. */
function customer(seed: number): { readonly believed: PlanQuestion; readonly truth: PlanQuestion } {
  const uniform = randomLcg(mixed(seed))
  const between = (from: number, to: number) => from + (to - from) * uniform()
  const normal = (sd: number) => randomNormal.source(uniform)(0, sd)()
  const bowler = {
    ...{ hand: 'right' as const, speedMph: between(15.5, 19), revRpm: between(240, 420) },
    ...{ axisRotationDeg: between(30, 65), axisTiltDeg: between(8, 18) },
  }
  const thrower = { ...bowler, speedMph: bowler.speedMph + normal(0.3), revRpm: bowler.revRpm + normal(12) }
  const lane = Math.exp(normal(0.05))
  const load = (fromBoard: number, toBoard: number, loads: number, endFt: number) => ({
    ...{ fromBoard, toBoard, loads: Math.round(loads), endFt, microlitresPerBoard: 50, startFt: 0 },
  })
  const loads = [
    load(2, 38, between(1, 3), between(34, 42)),
    load(Math.round(between(6, 9)), Math.round(between(31, 34)), between(2, 4), between(30, 38)),
  ]
  const fresh = filmOf(loads)
  const grounds = phases.map((shots) => groundOn({ loads }, shots === 0 ? fresh : filmAfterShots(fresh, shots).filmUm))
  const balls = (['solid', 'pearl'] as const).map((cover, i) => ({
    ...{ id: `ball ${i}`, cover, rgIn: between(2.47, 2.55), differentialIn: between(0.03, 0.055) },
    ...{ raUm: raOfGrit(between(700, 4500)), strength: Math.exp(normal(0.12)), off: Math.exp(normal(fittedSd)) },
  }))
  const question = (true_: boolean): PlanQuestion => {
    const asked = balls.map(({ id, cover, rgIn, differentialIn, raUm, strength, off }) => {
      const finish = { raTopUm: raUm, raBaseUm: raUm }
      const record = {
        ...{ cover, rgIn, differentialIn, fitted: { strength: strength * (true_ ? lane : off), oil: 1 } },
        surface: { finish, effectiveRaUm: raUm, oilShare: 0 },
      }
      const strikes = (variant: string) =>
        grounds.map((ground) => {
          const { shot } = shotOf(true_ ? thrower : bowler, record, variant, ground)
          return bestLines(shot, usualPlayable, quick)[0]?.pCarry ?? 0
        })
      const works = worksOn(cover, { id, finish, oil: noOil }).filter(({ variant }) => recipes.includes(variant))
      const after = works.map(({ variant, minutes, days, coverRemovedMm }) => ({
        ...{ variant, strikes: strikes(variant), effort: { minutes, days, coverRemovedMm, bought: false } },
      }))
      return { id, options: [{ variant: 'now', strikes: strikes('now'), effort: noEffort }, ...after] }
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
  return { believed: question(false), truth: question(true) }
}

/** What the plan that is worth most by what is believed gives up under the truth, as a share of the strikes. */
function givenUp(highs: Highs, seed: number): number {
  const { believed, truth } = customer(seed)
  const best = (question: PlanQuestion) =>
    plansFor(highs, question).plans.reduce((most, plan) => (plan.value > most.value ? plan : most))
  const [chosen, optimum] = [best(believed), best(truth)]
  const taken = new Map(
    truth.balls.map(({ id, options }) => {
      const step = chosen.steps.find(({ ballId }) => ballId === id)
      return [id, options.find(({ variant }) => variant === (step?.variant ?? 'now'))!] as const
    }),
  )
  const got = planOf(truth, taken, [...taken.keys()])
  return (optimum.value - got.value) / optimum.strikes
}

/** The share given up by each of some customers, in their order. */
export async function givenUpBy(seeds: readonly number[]): Promise<number[]> {
  const highs = await openSolver()
  return seeds.map((seed) => givenUp(highs, seed))
}
