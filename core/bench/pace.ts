import { sum } from 'd3-array'
import type { StepKey } from './procedure.ts'

/** A step as it was planned and as it went, minutes without its pauses. */
export interface TimedStep {
  readonly key: StepKey
  readonly plannedMinutes: number
  readonly realMinutes: number
  readonly staffId: string | null
}

/** How long a kind of step takes for each minute that was planned. */
export interface Pace {
  readonly count: number
  readonly factor: number
  /** Nine in ten steps lie in it, as far as so few can tell. */
  readonly low: number
  readonly high: number
}
export interface ShopPace {
  readonly count: number
  readonly steps: ReadonlyMap<StepKey, Pace>
  /** By person, once the kind of step is taken out. */
  readonly people: ReadonlyMap<string, Pace>
}

/** A step that ended in less than this of its time was tapped through, not worked. */
const tappedThrough = 0.2
/** One forgotten step must not count for more than this. */
const mostFactor = 4
/** So many steps as planned are believed before any was timed: of a kind, and of a person. */
const believed = { step: 6, person: 12 } as const
/** Spread of the time of one step, as a share of it, before any was timed; of as many as are believed. */
const usualSpread = 0.35
/** Of a normal deviate: nine in ten. */
const nineInTen = 1.645

/** Mean of what was seen and what is believed, on the logarithm, with the band of a single step. */
function paceOf(logs: readonly number[], prior: number): Pace {
  const mean = sum(logs) / (logs.length + prior)
  const variance = (sum(logs, (one) => (one - mean) ** 2) + prior * usualSpread ** 2) / (logs.length + prior)
  const half = nineInTen * Math.sqrt(variance)
  return { count: logs.length, factor: Math.exp(mean), low: Math.exp(mean - half), high: Math.exp(mean + half) }
}

/**
 * What the shop's own steps took for each minute planned, shrunk to one: few steps change little. A person's pace is what is left of theirs when the
 * kind of step is taken out.
 */
export function learnPace(steps: readonly TimedStep[]): ShopPace {
  const logs = steps.flatMap((step) => {
    const ratio = step.realMinutes / step.plannedMinutes
    return step.plannedMinutes > 0 && ratio >= tappedThrough
      ? [{ ...step, log: Math.log(Math.min(ratio, mostFactor)) }]
      : []
  })
  const keys = [...new Set(logs.map(({ key }) => key))]
  const byKey = new Map(
    keys.map((key) => [
      key,
      paceOf(
        logs.filter((one) => one.key === key).map(({ log }) => log),
        believed.step,
      ),
    ]),
  )
  const staff = [...new Set(logs.flatMap(({ staffId }) => (staffId === null ? [] : [staffId])))]
  const people = new Map(
    staff.map((id) => [
      id,
      paceOf(
        logs.filter((one) => one.staffId === id).map(({ key, log }) => log - Math.log(byKey.get(key)!.factor)),
        believed.person,
      ),
    ]),
  )
  return { count: logs.length, steps: byKey, people }
}

/** Minutes that a step is planned with by what was learnt. */
export const pacedMinutes = (pace: ShopPace, step: { readonly key: StepKey; readonly minutes: number }) =>
  step.minutes * (pace.steps.get(step.key)?.factor ?? 1)
