import type { Shot } from './shot.ts'

/** How often the ball or its surface changed from one shot to the next, warm-ups too, and at how many of these it was ticked that the ball was wiped, dusted off and dry. */
export interface WipedAtChanges {
  readonly changes: number
  readonly wiped: number
}

/** What of an arm is wiped: another ball, or the same one sanded between. */
interface WipedArm {
  readonly arm: number
  readonly ballId: string
  readonly plannedGrit?: number | null | undefined
}

/** Whether from one arm to the other another ball is taken up, or the same with another surface; another line or bowler alone is no such change. */
export function changesBall(arms: readonly WipedArm[], from: number, to: number): boolean {
  const [before, after] = [from, to].map((number) => arms.find(({ arm }) => arm === number))
  if (!before || !after || from === to) return false
  return before.ballId !== after.ballId || (before.plannedGrit ?? null) !== (after.plannedGrit ?? null)
}

/** Shots in their order. */
export function wipedAtChanges(
  arms: readonly WipedArm[],
  shots: readonly (Pick<Shot, 'arm'> & { readonly wiped?: boolean | undefined })[],
): WipedAtChanges {
  const changed = shots.filter(({ arm }, i) => i > 0 && changesBall(arms, shots[i - 1]!.arm, arm))
  return { changes: changed.length, wiped: changed.filter(({ wiped }) => wiped === true).length }
}
