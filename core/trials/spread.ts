import jstat from 'jstat'
import type { Spread } from '../motion/deviation.ts'

/** How far something spreads from shot to shot: one standard deviation with its 95 % interval, and the shots that it rests on. */
export interface Pooled {
  readonly sd: number
  readonly low: number
  readonly high: number
  readonly shots: number
}

/** A bowler's own repeatability, from counted shots: at the target in boards, with its interval. */
export interface OwnSpread {
  readonly targetBoards: number
  readonly low: number
  readonly high: number
  /** Shots that it rests on. */
  readonly shots: number
  /** Of the ball speed, mph; null while too few speeds were noted. */
  readonly speedMph: Pooled | null
}

/** Fewer shots say less than the usual spread does. */
export const leastSpreadShots = 12

/** Boards are noted whole or in halves, speeds in tenths: a spread below these was not noted, which does not mean that there was none. */
export const leastSpreadBoards = 0.3
export const leastSpreadMph = 0.05

/** The spread that a bowler's chances are worked out with: the own one where enough was noted, the usual one for the rest. */
export const spreadFor = (usual: Spread, own: OwnSpread | null | undefined): Spread => ({
  ...usual,
  ...(own && own.targetBoards >= leastSpreadBoards ? { targetBoards: own.targetBoards } : {}),
  ...(own?.speedMph && own.speedMph.sd >= leastSpreadMph ? { speedMph: own.speedMph.sd } : {}),
})

/** Standard deviation within groups that were thrown alike, so that a move between groups counts for nothing; interval by χ². */
function pooledWithin(groups: readonly (readonly number[])[]): Pooled | null {
  const repeated = groups.filter((group) => group.length > 1)
  const shots = repeated.reduce((sum, group) => sum + group.length, 0)
  if (shots < leastSpreadShots) return null
  const squares = repeated.reduce((sum, group) => {
    const mean = group.reduce((total, one) => total + one, 0) / group.length
    return sum + group.reduce((total, one) => total + (one - mean) ** 2, 0)
  }, 0)
  const freedom = shots - repeated.length
  const within = (share: number) => Math.sqrt(squares / jstat.jStat.chisquare.inv(share, freedom))
  return { sd: Math.sqrt(squares / freedom), low: within(0.975), high: within(0.025), shots }
}

/**
 * How far a bowler's shots spread at the target and in speed, pooled over groups that were aimed alike (one arm of one trial, one place of
 * the feet). Null with fewer than twelve shots, or where no group has two.
 */
export function ownSpread(
  boards: readonly (readonly number[])[],
  speedsMph: readonly (readonly number[])[] = [],
): OwnSpread | null {
  const target = pooledWithin(boards)
  if (!target) return null
  const { sd, low, high, shots } = target
  return { targetBoards: sd, low, high, shots, speedMph: pooledWithin(speedsMph) }
}
