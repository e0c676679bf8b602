import { type Spread, courseFor, launchAngleDeg } from '../motion/deviation.ts'
import { type Line, type Playable, bestLines } from '../motion/line.ts'
import { roomForError } from '../motion/room.ts'
import { type ShotInput, simulate } from '../motion/simulate.ts'

type Bare = Omit<ShotInput, 'release'>

/** What a ball is foretold to do on one pattern, before a change of what is believed of it and after. */
export interface AheadQuestion {
  readonly before: Bare
  readonly after: Bare
  readonly spread: Spread
  readonly playable: Playable
}
export interface AheadFigures {
  readonly entryBoard: number
  readonly firstReadFt: number | null
  /** Chance of a strike over the bowler's spread. */
  readonly strikes: number
}
export interface Ahead {
  /** The line that was best before, and what it does before and after. */
  readonly line: { readonly laydownBoard: number; readonly targetBoard: number }
  readonly before: AheadFigures
  readonly after: AheadFigures
  /** The line that is best after. */
  readonly best: { readonly laydownBoard: number; readonly targetBoard: number; readonly strikes: number }
}

const lineOf = ({ laydownBoard, targetBoard }: Line) => ({ laydownBoard, targetBoard })

/** What a change of a ball's or a lane's figures does to the best line of before, and where the best line lies then; null where nothing can be thrown. */
export function aheadOf({ before, after, spread, playable }: AheadQuestion): Ahead | null {
  const options = { spread, samples: 1000, seed: 20, method: 'quick', keep: 1, misses: 'none' } as const
  const [was] = bestLines(before, playable, options)
  const [best] = bestLines(after, playable, options)
  if (!was || !best) return null
  const figures = (shot: Bare): AheadFigures => {
    const { laydownBoard, targetBoard } = was
    const input = { ...shot, release: { laydownBoard, launchAngleDeg: launchAngleDeg(laydownBoard, targetBoard) } }
    const { entryBoard, firstReadFt } = simulate(input)
    return { entryBoard, firstReadFt, strikes: roomForError(input, options, courseFor(input)).pCarry }
  }
  return {
    ...{ line: lineOf(was), before: figures(before), after: figures(after) },
    best: { ...lineOf(best), strikes: best.pCarry },
  }
}
