import jstat from 'jstat'
import type { Spread } from '../motion/deviation.ts'

/** A bowler's own repeatability at the target, from counted shots. */
export interface OwnSpread {
  /** One standard deviation, boards, with its 95 % interval. */
  readonly targetBoards: number
  readonly low: number
  readonly high: number
  /** Shots that it rests on. */
  readonly shots: number
}

/** Fewer shots say less than the usual spread does. */
export const leastSpreadShots = 12

/** Boards are noted whole or in halves: a spread below this was not noted, which does not mean that there was none. */
export const leastSpreadBoards = 0.3

/** The spread that a bowler's chances are worked out with: the own one at the target where enough was noted, the usual one for the rest. */
export const spreadFor = (usual: Spread, own: OwnSpread | null | undefined): Spread =>
  own && own.targetBoards >= leastSpreadBoards ? { ...usual, targetBoards: own.targetBoards } : usual

/**
 * How far a bowler's shots spread at the target, pooled over groups that were aimed alike (one side of one trial, one place of the
 * feet), so that a move between groups does not count as a miss; interval by χ². Null with fewer than twelve shots, or where no group
 * has two.
 */
export function ownSpread(groups: readonly (readonly number[])[]): OwnSpread | null {
  const repeated = groups.filter((group) => group.length > 1)
  const shots = repeated.reduce((sum, group) => sum + group.length, 0)
  if (shots < leastSpreadShots) return null
  const squares = repeated.reduce((sum, group) => {
    const mean = group.reduce((total, board) => total + board, 0) / group.length
    return sum + group.reduce((total, board) => total + (board - mean) ** 2, 0)
  }, 0)
  const freedom = shots - repeated.length
  const within = (share: number) => Math.sqrt(squares / jstat.jStat.chisquare.inv(share, freedom))
  return { targetBoards: Math.sqrt(squares / freedom), low: within(0.975), high: within(0.025), shots }
}
