export const reads = ['early', 'right', 'late'] as const
export type Read = (typeof reads)[number]

export interface Shot {
  readonly variantId: string
  readonly sequence: number
  readonly feetBoard: number | null
  readonly targetBoard: number | null
  readonly read: Read | null
  readonly entryBoard: number | null
  /** Standing pins; empty = strike, null = not noted. */
  readonly leave: readonly number[] | null
  readonly setAsideReason: string | null
}

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
