import { measures } from '../judge.ts'
import { shotsToTell } from '../power.ts'

export const designNames = ['turns', 'change'] as const
export type DesignName = (typeof designNames)[number]

/** How the shots of a trial are ordered, why, and what that order cannot tell. Reasons and limits are codes; the screens have the words. */
export interface Design {
  readonly name: DesignName
  /** Arm to throw next, by the arms of the shots that count so far. */
  next(thrown: readonly number[], arms: number): number
  /** Shots of each arm for a difference that matters, at the usual scatter (assumed). */
  shotsAnArm(matters: number): number
  readonly cannotTell: readonly DesignLimit[]
}
/** What an order leaves open. */
export type DesignLimit = 'lane-jump' | 'lane-drift' | 'other-line'

/** Shots of each arm by the usual scatter of the entry board. */
export const usualShots = (matters: number) =>
  shotsToTell([{ weight: 1, scatter: measures['entryBoard']!.scatter }], matters)
/** How often each arm was thrown. */
export const countsOf = (thrown: readonly number[], arms: number): number[] =>
  Array.from({ length: arms }, (_, arm) => thrown.filter((one) => one === arm).length)
