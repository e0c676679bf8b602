import { mean } from 'd3-array'
import { measures } from './measures.ts'
import { type Shot, counts, pocketBoards } from './shot.ts'
import { usualMove } from './slopes.ts'

type Thrown = Shot & { readonly execution?: string | null | undefined }

/** What the last shots on a line ask of feet and eyes. */
export interface MoveAdvice {
  /** Mean entry of the last shots on the line, and how many they are. */
  readonly entryBoard: number
  readonly shots: number
  /** Boards that feet and eyes move, inside counts up; both 0: stay. */
  readonly feet: number
  readonly eyes: number
  /** Entry after the move, with 90 % of the belief in it. */
  readonly expected: number
  readonly low: number
  readonly high: number
  /** Moves of this bowler that the size was learnt from; 0: by usual set-ups alone. */
  readonly moves: number
}

/** Two feet to one with the eyes: the move that changes the entry without leaving the breakpoint behind. */
export const moveShape = { feet: 2, eyes: 1 } as const
const lastShots = 4
const leastShots = 2
/** Within this of the ideal board, beside what so few shots scatter, nobody moves. */
const nearEnough = 0.6
const mostFeet = 6
const z95 = 1.645
const scatter = measures['entryBoard']!.scatter

interface Line {
  readonly feet: number
  readonly eyes: number
  readonly entries: number[]
}
/** Well-thrown shots of one arm and one bowler, parted where feet or eyes moved by half a board or more. */
function linesOf(shots: readonly Thrown[]): Line[] {
  const lines: Line[] = []
  for (const { feetBoard, targetBoard, entryBoard } of shots) {
    if (feetBoard === null || targetBoard === null || entryBoard === null) continue
    const last = lines.at(-1)
    if (last && Math.abs(last.feet - feetBoard) < 0.5 && Math.abs(last.eyes - targetBoard) < 0.5)
      last.entries.push(entryBoard)
    else lines.push({ feet: feetBoard, eyes: targetBoard, entries: [entryBoard] })
  }
  return lines
}

/**
 * How far to move so that the entry comes to the middle of the pocket: two feet to one with the eyes, as much as usual set-ups of the motion
 * core say, the size learnt from this bowler's own moves in the trial (normal prior about the core's figure, the moves weighed by their shots).
 * Null while fewer than two well-thrown shots on the present line say where they were aimed and where they entered.
 */
export function moveAdvice(shots: readonly Thrown[], arm: number, bowlerId: string | null = null): MoveAdvice | null {
  const own = shots.filter(
    (shot) =>
      counts(shot) &&
      shot.arm === arm &&
      (shot.bowlerId ?? null) === bowlerId &&
      (shot.execution == null || shot.execution === 'good'),
  )
  const lines = linesOf(own)
  const last = lines.at(-1)
  if (!last || last.entries.length < leastShots) return null
  const entries = last.entries.slice(-lastShots)
  const entryBoard = mean(entries)!
  const unit = usualMove(moveShape.feet, moveShape.eyes)

  // One factor on what the core says of a move: 1 before the first, with the share by which usual set-ups differ.
  let precision = (unit.mean / unit.sd) ** 2
  let weighted = precision
  const moves = lines.slice(1).flatMap((line, i) => {
    const before = lines[i]!
    const foretold = usualMove(line.feet - before.feet, line.eyes - before.eyes).mean
    const variance = scatter ** 2 * (1 / line.entries.length + 1 / before.entries.length)
    // A move that should do nothing says nothing of its size.
    return Math.abs(foretold) < 0.5 ? [] : [{ foretold, moved: mean(line.entries)! - mean(before.entries)!, variance }]
  })
  for (const { foretold, moved, variance } of moves) {
    precision += foretold ** 2 / variance
    weighted += (foretold * moved) / variance
  }
  // However the moves went, a board in does not turn into a board out.
  const factor = Math.max(0.3, weighted / precision)
  const off = pocketBoards.ideal - entryBoard
  const noise = scatter / Math.sqrt(entries.length)
  const bare = { entryBoard, shots: entries.length, moves: moves.length }
  const within = (expected: number, sd: number) => ({ expected, low: expected - z95 * sd, high: expected + z95 * sd })
  if (Math.abs(off) <= nearEnough + noise / 2) return { ...bare, feet: 0, eyes: 0, ...within(entryBoard, noise) }
  const wanted = (moveShape.feet * off) / (factor * unit.mean)
  const feet = Math.sign(wanted) * Math.min(mostFeet, Math.max(1, Math.round(Math.abs(wanted))))
  const eyes = Math.round((2 * feet * moveShape.eyes) / moveShape.feet) / 2
  const { mean: by } = usualMove(feet, eyes)
  return { ...bare, feet, eyes, ...within(entryBoard + factor * by, Math.hypot(noise, by / Math.sqrt(precision))) }
}
