export const reads = ['early', 'right', 'late'] as const
export type Read = (typeof reads)[number]

/** A shot of a trial as far as its result needs it; null where nobody noted it. */
export interface Shot {
  /** Number of its arm in the trial, from 1; the first is the control. */
  readonly arm: number
  readonly sequence: number
  readonly feetBoard: number | null
  /** Where the eyes were: the target that was aimed at. */
  readonly targetBoard: number | null
  /** Where a tracker saw the ball cross the arrows; not noted by hand. */
  readonly arrowsBoard?: number | null | undefined
  readonly read: Read | null
  readonly entryBoard: number | null
  /** Standing pins; empty = strike, null = not noted. */
  readonly leave: readonly number[] | null
  readonly setAsideReason: string | null
  /** Thrown to warm up: not counted. */
  readonly warmUp?: boolean | undefined
  readonly thrownAt?: string | undefined
  readonly bowlerId?: string | null | undefined
  readonly lane?: string | undefined
  readonly speedMph?: number | null | undefined
  readonly firstReadFt?: number | null | undefined
  readonly breakpointBoard?: number | null | undefined
  readonly entryAngleDeg?: number | null | undefined
}

/** Whether a shot says something of its arm: neither warm-up nor set aside. */
export const counts = (shot: Pick<Shot, 'setAsideReason' | 'warmUp'>): boolean =>
  shot.setAsideReason === null && shot.warmUp !== true

/** Where a shot crossed the arrows: as seen, else where it was aimed. What a shot did beside its line is told by this; what the bowler meant, by the target. */
export const crossedAt = (shot: Pick<Shot, 'targetBoard' | 'arrowsBoard'>): number | null =>
  shot.arrowsBoard ?? shot.targetBoard

/** Entry boards that are still in the pocket; below is light, above high (ideal 17.5). */
export const pocketBoards = { low: 16.5, ideal: 17.5, high: 18.5 } as const

/**
 * Whether a shot hit the pocket: by its entry board when noted, else by its leave (strike, or one pin other than
 * the head pin: assumed). Null when neither was noted.
 */
export function hitPocket(shot: Pick<Shot, 'entryBoard' | 'leave'>): boolean | null {
  if (shot.entryBoard !== null) return shot.entryBoard >= pocketBoards.low && shot.entryBoard <= pocketBoards.high
  if (shot.leave === null) return null
  return shot.leave.length === 0 || (shot.leave.length === 1 && shot.leave[0] !== 1)
}
