import type { CoverFamily } from '../ball/covers.ts'
import type { Spread } from '../motion/deviation.ts'
import type { Playable } from '../motion/line.ts'
import { type BowlerRecord, type Ground, shotOf } from '../motion/prepare.ts'
import { polishRaUm } from '../surface/defaults.ts'
import { raOfGrit } from '../surface/grit.ts'
import type { EngineAnswer, EngineQuestion } from './engine.ts'
import type { BallSpec } from './map.ts'

/** A state in which a new ball is wanted. */
export interface WantedState {
  readonly ground: Ground
  /** How often it is met, and the chance of a strike with the best that is there. */
  readonly weight: number
  readonly now: number
}
export interface SpecSearch {
  readonly bowler: BowlerRecord
  readonly spread: Spread
  readonly playable: Playable
  readonly states: readonly WantedState[]
  /** Where the search begins: the balls that the engine was asked about already. */
  readonly from: readonly BallSpec[]
}

/** Surfaces a ball can be had with, rough to smooth. */
const surfaces: readonly number[] = [500, 1000, 1500, 2000, 3000, 4000].map((grit) => raOfGrit(grit)).concat(polishRaUm)
const covers: readonly CoverFamily[] = ['solid', 'hybrid', 'pearl', 'urethane']
/** What cores are made with, inches. */
const range = { rgIn: [2.46, 2.62], differentialIn: [0.012, 0.058] } as const
const steps = { rgIn: 0.03, differentialIn: 0.012 } as const
const mostRounds = 4
/** A step of the search is taken for so many strikes in a hundred; less is noise of a line that jumps. */
const leastGain = 0.2

const inside = (value: number, [low, high]: readonly [number, number]) => Math.min(high, Math.max(low, value))

/** Specifications one step from another: core, cover, and surface. */
export function neighboursOf(spec: BallSpec): BallSpec[] {
  const nearest = surfaces.reduce((best, ra, i) => (far(ra) < far(surfaces[best]!) ? i : best), 0)
  function far(raUm: number) {
    return Math.abs(Math.log(raUm / spec.raUm))
  }
  const around = [
    ...([-1, 1] as const).flatMap((side) => [
      { ...spec, rgIn: inside(spec.rgIn + side * steps.rgIn, range.rgIn) },
      { ...spec, differentialIn: inside(spec.differentialIn + side * steps.differentialIn, range.differentialIn) },
      { ...spec, raUm: surfaces[nearest + side] ?? spec.raUm },
    ]),
    ...covers.map((cover) => ({ ...spec, cover })),
  ]
  return around.filter((one) => nameOf(one) !== nameOf(spec))
}
const nameOf = ({ cover, raUm, rgIn, differentialIn }: BallSpec) =>
  `${cover} ${raUm.toFixed(3)} ${rgIn.toFixed(3)} ${differentialIn.toFixed(4)}`

/**
 * The ball to look for: a search over core, cover and surface from the best of those known, each step by what the engine says that it would add in the states in which one
 * is wanted. Strikes in a hundred that it adds, weighed; null where nothing adds any.
 */
export async function searchSpec(
  { bowler, spread, playable, states, from }: SpecSearch,
  ask: (questions: readonly EngineQuestion[]) => Promise<readonly EngineAnswer[]>,
): Promise<{ readonly spec: BallSpec; readonly adds: number; readonly asked: number } | null> {
  const sum = states.reduce((all, { weight }) => all + weight, 0)
  if (sum <= 0 || from.length === 0) return null
  const known = new Map<string, number>()
  let asked = 0
  async function judge(specs: readonly BallSpec[]): Promise<void> {
    const fresh = specs.filter((spec) => !known.has(nameOf(spec)))
    const questions = fresh.flatMap(({ cover, raUm, rgIn, differentialIn }) =>
      states.map(({ ground }): EngineQuestion => {
        const surface = { finish: null, effectiveRaUm: raUm, oilShare: 0 }
        return { shot: shotOf(bowler, { cover, rgIn, differentialIn, surface }, 'now', ground).shot, spread, playable }
      }),
    )
    const answers = await ask(questions)
    asked += questions.length
    fresh.forEach((spec, i) => {
      const adds = states.reduce((all, { weight, now }, s) => {
        const p = answers[i * states.length + s]?.cell?.strikes ?? 0
        return all + (100 * weight * Math.max(0, p - now)) / sum
      }, 0)
      known.set(nameOf(spec), adds)
    })
  }
  const addsOf = (spec: BallSpec) => known.get(nameOf(spec)) ?? 0
  const bestOf = (specs: readonly BallSpec[]) => specs.reduce((best, one) => (addsOf(one) > addsOf(best) ? one : best))
  await judge(from)
  let best = bestOf(from)
  for (let round = 0; round < mostRounds; round += 1) {
    const around = neighboursOf(best)
    await judge(around)
    const next = bestOf(around)
    if (addsOf(next) < addsOf(best) + leastGain) break
    best = next
  }
  return addsOf(best) > 0 ? { spec: best, adds: addsOf(best), asked } : null
}
