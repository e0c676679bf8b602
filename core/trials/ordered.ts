import { quantileSorted } from 'd3-array'
import { randomGamma, randomLcg } from 'd3-random'

/** How two rows of ordered words differ: the chance that one of the second lies above one of the first, a tie counting half. */
export interface OrderedDifference {
  /** 0.5: no difference; 1: always above. With 95 % of the belief between low and high. */
  readonly above: number
  readonly low: number
  readonly high: number
  /** Twice the belief in the less likely side. */
  readonly p: number
  readonly shots: number
}

/** Each word of an arm counts as half a shot before any shot (Jeffreys). */
const before = 0.5
const draws = 2000
const leastAnArm = 3

/** Chance that a word of the second distribution lies above one of the first, a tie counting half. */
function aboveOf(first: readonly number[], second: readonly number[]): number {
  let [below, sum] = [0, 0]
  for (const [i, share] of second.entries()) {
    sum += share * (below + first[i]! / 2)
    below += first[i]!
  }
  return sum
}

/**
 * Compares counts of ordered words (early, right, late) of two arms: each arm's shares are Dirichlet, and the chance of the second lying above the
 * first is taken over their draws (seeded: the same counts give the same figures). Not adjusted for aim or speed. Null with fewer than three
 * words an arm.
 */
export function orderedDifference(first: readonly number[], second: readonly number[]): OrderedDifference | null {
  const total = (counts: readonly number[]) => counts.reduce((sum, one) => sum + one, 0)
  if (Math.min(total(first), total(second)) < leastAnArm) return null
  const gamma = randomGamma.source(randomLcg(0.29))
  const drawer = (counts: readonly number[]) => {
    const parts = counts.map((count) => gamma(count + before, 1))
    return () => {
      const drawn = parts.map((part) => part())
      const sum = total(drawn)
      return drawn.map((one) => one / sum)
    }
  }
  const [a, b] = [drawer(first), drawer(second)]
  const values = Array.from({ length: draws }, () => aboveOf(a(), b())).sort((x, y) => x - y)
  const less = values.filter((value) => value < 0.5).length / draws
  return {
    above: total(values) / draws,
    low: quantileSorted(values, 0.025)!,
    high: quantileSorted(values, 0.975)!,
    p: Math.min(1, 2 * Math.min(less, 1 - less) + 1 / draws),
    shots: total(first) + total(second),
  }
}
