import { median } from 'd3-array'
import { type Shot, counts } from './shot.ts'
import { sittingsOf } from './sittings.ts'

/** What a clock over a practice says beside the minutes. */
export const practiceAdvice = ['over', 'settle', 'twoChanges', 'noHook', 'notEnough'] as const
export type PracticeAdvice = (typeof practiceAdvice)[number]

export interface Practice {
  /** Minutes from shot to shot, of this sitting; an assumed one until three were thrown. */
  readonly minutesAShot: number
  readonly paceMeasured: boolean
  /** Shots that fit into what is left. */
  readonly shotsLeft: number
  readonly advice: readonly PracticeAdvice[]
}

/** A practice pair with others on it (assumed), and the longest pause that is still the pace of throwing. */
const assumedMinutes = 1.2
const pauseMinutes = 6
/** With so few shots left nothing is changed any more: they are thrown as the first of the set will be. */
const settleShots = 4
/** Boards by which feet or eyes have to move to be a change. */
const movedBoards = 0.9
/** First shots that read late and come in so light do not hook at all. */
const lightBoard = 15.5

type Thrown = Pick<Shot, 'arm' | 'sequence' | 'feetBoard' | 'targetBoard' | 'read' | 'entryBoard' | 'thrownAt'> &
  Pick<Shot, 'setAsideReason' | 'warmUp'>

/** Two things at once between two shots: another arm and another line. */
function twoChanges(before: Thrown, after: Thrown): boolean {
  const moved = (a: number | null, b: number | null) => a !== null && b !== null && Math.abs(a - b) >= movedBoards
  const line = moved(before.feetBoard, after.feetBoard) || moved(before.targetBoard, after.targetBoard)
  return before.arm !== after.arm && line
}

/**
 * How far the minutes of a practice reach at the bowler's own pace, and what to mind: enough shots for the trial, one change at a time, the
 * pad at once when the first shots do not hook, and the last shots without changes. `ownLines` are designs in which each arm has its own line.
 */
export function practiceOf(
  shots: readonly Thrown[],
  {
    minutesLeft,
    wanted,
    ownLines,
  }: { readonly minutesLeft: number; readonly wanted: number; readonly ownLines: boolean },
): Practice {
  const sitting = sittingsOf(shots).at(-1) ?? []
  const gaps = sitting.slice(1).flatMap((shot, i) => {
    const minutes = (Date.parse(shot.thrownAt ?? '') - Date.parse(sitting[i]!.thrownAt ?? '')) / 60_000
    return minutes > 0 && minutes <= pauseMinutes ? [minutes] : []
  })
  const paceMeasured = gaps.length >= 2
  const minutesAShot = paceMeasured ? median(gaps)! : assumedMinutes
  const shotsLeft = Math.max(0, Math.floor(minutesLeft / minutesAShot))
  const counted = sitting.filter(counts)
  const [before, last] = counted.slice(-2)
  const first = counted.slice(0, 2)
  const noHook =
    counted.length <= 3 &&
    first.length === 2 &&
    first.every(({ read, entryBoard }) => read === 'late' && (entryBoard === null || entryBoard < lightBoard))
  const holds: Readonly<Record<PracticeAdvice, boolean>> = {
    over: minutesLeft <= 0,
    settle: minutesLeft > 0 && shotsLeft <= settleShots,
    twoChanges: !ownLines && before !== undefined && last !== undefined && twoChanges(before, last),
    noHook,
    notEnough: minutesLeft > 0 && shotsLeft > settleShots && wanted > shotsLeft,
  }
  return { minutesAShot, paceMeasured, shotsLeft, advice: practiceAdvice.filter((one) => holds[one]) }
}
