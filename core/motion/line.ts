import { pocketBoards } from '../trials/shot.ts'
import type { Course } from './integrate.ts'
import { type Room, type RoomOptions, courseFor, launchAngleDeg, roomForError } from './room.ts'
import { motionDefaults } from './defaults.ts'
import { type ShotInput, type ShotOutcome, entryOf, outcomeOf, traceShot } from './simulate.ts'

/** Boards that a bowler can play: laydown at the foul line, target at the arrows. */
export interface Playable {
  readonly laydown: readonly [min: number, max: number]
  readonly target: readonly [min: number, max: number]
}

export interface Line extends Room {
  readonly laydownBoard: number
  readonly targetBoard: number
  readonly launchAngleDeg: number
  readonly outcome: ShotOutcome
}

/** A line enters at the ideal board within this. */
const entryTolerance = 0.25
const linesKept = 5
const laydownStep = 1
/** Aims are scanned this far apart; between two of them the entry bends too little to cross twice. */
const scanBoards = 2.5

/**
 * Lines that enter at board 17.5 ± 0.25, best first by the share of shots in the pocket, then by carry. For each laydown
 * board the aim is scanned and refined where the entry crosses. Of all lines found, those whose entry moves least with
 * the aim are looked at with the bowler's whole spread.
 */
export function bestLines(shot: Omit<ShotInput, 'release'>, playable: Playable, options: RoomOptions): Line[] {
  const input = (laydownBoard: number, targetBoard: number): ShotInput => ({
    ...shot,
    release: { laydownBoard, launchAngleDeg: launchAngleDeg(laydownBoard, targetBoard) },
  })
  const course = courseFor(input(20, 10))
  const found: (Omit<Line, keyof Room> & { readonly steepness: number })[] = []
  const [first, last] = playable.laydown
  for (let laydown = first; laydown <= last + 1e-9; laydown += laydownStep) {
    const entry = (target: number) => entryOf(trace(input(laydown, target), course)).entryBoard - pocketBoards.ideal
    for (const targetBoard of crossings(entry, playable.target)) {
      const at = input(laydown, targetBoard)
      const outcome = outcomeOf(trace(at, course), course)
      if (outcome.gutter || Math.abs(outcome.entryBoard - pocketBoards.ideal) > entryTolerance) continue
      const steepness = Math.abs(entry(targetBoard + 0.8) - entry(targetBoard - 0.8))
      found.push({ laydownBoard: laydown, targetBoard, launchAngleDeg: at.release.launchAngleDeg, outcome, steepness })
    }
  }
  return found
    .sort((a, b) => a.steepness - b.steepness)
    .slice(0, linesKept)
    .map(({ steepness: _, ...line }): Line => ({
      ...line,
      ...roomForError(input(line.laydownBoard, line.targetBoard), options, course),
    }))
    .sort((a, b) => b.pPocket - a.pPocket || b.pCarry - a.pCarry || a.laydownBoard - b.laydownBoard)
}

const trace = (input: ShotInput, course: Course) =>
  traceShot(course, input.bowler, input.release, input.layout, { ...motionDefaults, ...input.model })

/** Where a function changes sign on a range: scanned, then refined by the secant held in its bracket. */
function crossings(f: (x: number) => number, [min, max]: readonly [number, number]): number[] {
  const found: number[] = []
  let left = min
  let atLeft = f(min)
  while (left < max - 1e-9) {
    const right = Math.min(max, left + scanBoards)
    const atRight = f(right)
    if (atLeft * atRight <= 0) found.push(refine(f, left, atLeft, right, atRight))
    left = right
    atLeft = atRight
  }
  return found
}

function refine(f: (x: number) => number, low: number, atLow: number, high: number, atHigh: number): number {
  let [a, fa, b, fb] = [low, atLow, high, atHigh]
  for (let turn = 0; turn < 12; turn += 1) {
    const x = fa === fb ? (a + b) / 2 : a - (fa * (b - a)) / (fb - fa)
    const inside = Math.min(Math.max(x, a + 0.05 * (b - a)), b - 0.05 * (b - a))
    const at = f(inside)
    if (Math.abs(at) < 0.02) return inside
    if (fa * at <= 0) [b, fb] = [inside, at]
    else [a, fa] = [inside, at]
  }
  return (a + b) / 2
}
