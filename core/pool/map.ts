import { filmOf } from '../lane/film.ts'
import { filmAfterShots } from '../lane/transition.ts'
import type { Playable } from '../motion/line.ts'
import { type BallRecord, type BowlerRecord, type LanePattern, groundOn, shotOf } from '../motion/prepare.ts'
import { type Spread, usualSpread } from '../motion/deviation.ts'
import type { Task } from './tasks.ts'

/** Shots at which a lane is looked at by default: fresh, early transition, broken down. */
export const usualPhases = [0, 40, 120] as const
const samples = 1000
const seed = 20
/** Lines of a cell that are looked at closely: only the best is shown. */
const keep = 1

export interface MapBall extends BallRecord {
  readonly id: string
}
export interface MapPattern extends LanePattern {
  readonly id: string
}
export interface MapQuestion {
  readonly bowler: BowlerRecord
  readonly balls: readonly MapBall[]
  /** 'now' and keys of ready recipes. */
  readonly surfaces: readonly string[]
  readonly patterns: readonly MapPattern[]
  readonly phases: readonly number[]
  readonly playable: Playable
  readonly spread?: Spread
}

/** Place of a cell: ball and surface down, pattern and shots on it across. */
export interface MapPlace {
  readonly ballId: string
  readonly surface: string
  readonly patternId: string
  readonly shots: number
}
export type LinesTask = Extract<Task, { kind: 'lines' }>

/** The best-line questions of a map of balls × surfaces × lane states; cells of the same index belong together. */
export function mapTasks(question: MapQuestion): {
  readonly places: readonly MapPlace[]
  readonly tasks: readonly LinesTask[]
} {
  const { bowler, balls, surfaces, patterns, phases, playable, spread = usualSpread } = question
  const states = patterns.flatMap((pattern) => {
    const fresh = filmOf(pattern.loads)
    return phases.map((shots) => ({
      patternId: pattern.id,
      shots,
      ground: groundOn(pattern, shots === 0 ? fresh : filmAfterShots(fresh, shots).filmUm),
    }))
  })
  const places: MapPlace[] = []
  const tasks: LinesTask[] = []
  for (const ball of balls) {
    for (const surface of surfaces) {
      for (const { patternId, shots, ground } of states) {
        places.push({ ballId: ball.id, surface, patternId, shots })
        const { shot } = shotOf(bowler, ball, surface, ground)
        tasks.push({
          kind: 'lines',
          shot,
          playable,
          options: { spread, samples, seed, method: 'quick', keep, misses: 'none' },
        })
      }
    }
  }
  return { places, tasks }
}
