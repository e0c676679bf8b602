import type { CoverFamily } from '../ball/covers.ts'
import { filmOf } from '../lane/film.ts'
import { filmAfterShots } from '../lane/transition.ts'
import type { Spread } from '../motion/deviation.ts'
import type { Playable } from '../motion/line.ts'
import { type BallRecord, type Ground, type LanePattern, groundOn, shotOf } from '../motion/prepare.ts'
import { polishRaUm } from '../surface/defaults.ts'
import { raOfGrit } from '../surface/grit.ts'
import { type OilLoad, oilAfterCleaning, oilAfterExtraction, oilShare, usualExtraction } from '../surface/oil.ts'
import { readyRecipes } from '../surface/recipe.ts'
import type { CoverageState } from './cell.ts'
import {
  type KnownBowler,
  type KnownPattern,
  laneDoubt,
  laneKnownBy,
  releaseDoubtRpm,
  rpmPerStrength,
  unfittedSd,
} from './doubts.ts'
import { type EngineAnswer, type EngineQuestion, laterShots } from './engine.ts'
import { type EngineTable, engineKey } from './map.ts'

export interface EngineBall extends BallRecord {
  readonly id: string
  readonly oil: OilLoad
  /** 90 % interval of a fitted strength. */
  readonly fittedRange?: { readonly low: number; readonly high: number } | null | undefined
}
export interface EngineAsked {
  readonly bowler: KnownBowler
  readonly balls: readonly EngineBall[]
  readonly states: readonly (CoverageState & { readonly pattern: KnownPattern })[]
  readonly spread: Spread
  readonly playable: Playable
}

/** Stands for a ball's identifier in the answers about the reference balls. */
export const referenceId = 'reference'
/** Balls that the yardstick is taken from, and among which a new one is looked for: covers and surfaces over the whole range, on a strong core and a calm one for the dry. */
export const references: readonly (readonly [CoverFamily, number])[] = [
  ...[500, 1000, 2000, 3000, 4000].map((grit) => ['solid', raOfGrit(grit)] as const),
  ['solid', polishRaUm],
  ['pearl', raOfGrit(3000)],
  ['pearl', polishRaUm],
  ['urethane', raOfGrit(1000)],
]
export const referenceCore = { rgIn: 2.49, differentialIn: 0.048 }
/** How far a surface may be off what is believed of it, log Ra (assumed), in strength. */
const surfaceSd = 0.1 / 1.2
const fittedSd = ({ low, high }: { readonly low: number; readonly high: number }) => Math.log(high / low) / (2 * 1.645)

/** Works on a ball that the engine is asked about beside how it is. */
export const workVariants = ['clean', 'extract', ...readyRecipes.map(({ key }) => key)] as const

/** A lane after so many shots on it. */
export function groundAfter(pattern: LanePattern, shots: number): Ground {
  const fresh = filmOf(pattern.loads)
  return groundOn(pattern, shots === 0 ? fresh : filmAfterShots(fresh, shots).filmUm)
}

export interface EnginePlace {
  /** Null of a reference ball. */
  readonly ballId: string | null
  readonly variant: string
  readonly state: number
}
/** What the map needs before it can be drawn: all but the balls after work. */
export const isOfMap = ({ ballId, variant }: EnginePlace) => ballId === null || variant === 'now'

/**
 * Everything that the engine is asked for a customer's map: each ball in each state as it is, with its doubt; reference balls for the yardstick;
 * each ball after each work. What is looked at first comes first.
 */
export function engineTasks({ bowler, balls, states, spread, playable }: EngineAsked): {
  readonly places: readonly EnginePlace[]
  readonly questions: readonly EngineQuestion[]
} {
  const places: EnginePlace[] = []
  const questions: EngineQuestion[] = []
  const grounds = states.map(({ pattern, shots }) => groundAfter(pattern, shots))
  const laneSds = states.map(({ pattern }) => laneDoubt[laneKnownBy(pattern)])
  const releaseSd = releaseDoubtRpm(bowler) / rpmPerStrength
  const laterGrounds = states.map(({ pattern, shots }) => groundAfter(pattern, shots + laterShots))
  const ask = (
    ballId: string | null,
    variant: string,
    ball: BallRecord,
    surface: string,
    strengthSd: number | null,
  ) => {
    for (const [state, ground] of grounds.entries()) {
      places.push({ ballId, variant, state })
      const { shot } = shotOf(bowler, ball, surface, ground)
      // A ball as it is: how its line holds is asked too.
      const later =
        ballId !== null && variant === 'now'
          ? shotOf(bowler, ball, surface, laterGrounds[state]!).shot.friction
          : undefined
      const doubt =
        strengthSd === null ? undefined : { strength: Math.hypot(strengthSd, surfaceSd, laneSds[state]!, releaseSd) }
      questions.push({ shot, spread, playable, doubt, later })
    }
  }
  const known = balls.filter(({ surface }) => surface.effectiveRaUm !== null)
  for (const ball of known) ask(ball.id, 'now', ball, 'now', ball.fittedRange ? fittedSd(ball.fittedRange) : unfittedSd)
  for (const [i, [cover, raUm]] of references.entries())
    ask(
      null,
      String(i),
      { ...referenceCore, cover, surface: { finish: null, effectiveRaUm: raUm, oilShare: 0 } },
      'now',
      null,
    )
  for (const ball of known) {
    // The spare ball is not made into anything else.
    if (ball.cover === 'polyester') continue
    const withOil = (oil: OilLoad) => ({ ...ball, surface: { ...ball.surface, oilShare: oilShare(oil) } })
    ask(ball.id, 'clean', withOil(oilAfterCleaning(ball.oil, 'cleaner')), 'now', null)
    const { minutes, temperatureC } = usualExtraction
    ask(ball.id, 'extract', withOil(oilAfterExtraction(ball.oil, minutes, temperatureC)), 'now', null)
    for (const { key } of readyRecipes) ask(ball.id, key, ball, key, null)
  }
  return { places, questions }
}

/** The engine's answers as a table; the yardstick of a state is the best that any of them does. */
export function engineTable(
  places: readonly EnginePlace[],
  answers: readonly EngineAnswer[],
  states: number,
): EngineTable {
  const table: Record<string, EngineAnswer[]> = {}
  const best = new Array<number>(states).fill(0)
  for (const [i, { ballId, variant, state }] of places.entries()) {
    const answer = answers[i]!
    best[state] = Math.max(best[state]!, answer.cell?.strikes ?? 0)
    ;(table[engineKey(ballId ?? referenceId, variant)] ??= [])[state] = answer
  }
  return { answers: table, best }
}
