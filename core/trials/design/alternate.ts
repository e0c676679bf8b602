import { type Next, countsOf } from './design.ts'

/**
 * The next of some arms thrown there and back (ABBA; of three ABCCBA): a lane that drifts evenly moves all of them alike. An arm that fell behind, because a shot was set
 * aside or the order was not kept, comes first. Arms by their numbers.
 */
export function alternate(thrown: readonly { readonly arm: number }[], arms: readonly number[]): Next {
  const all = countsOf(thrown, Math.max(...arms))
  const counts = arms.map((arm) => all[arm - 1]!)
  const [fewest, most] = [Math.min(...counts), Math.max(...counts)]
  const behind = arms.find((_, i) => counts[i]! < most - 1)
  if (behind !== undefined) return { arm: behind, why: 'behind' }
  // There when each arm was thrown as often an even number of times, back when an odd one.
  const waiting = arms.filter((_, i) => counts[i] === fewest)
  return fewest % 2 === 0 ? { arm: waiting[0]!, why: 'there' } : { arm: waiting.at(-1)!, why: 'back' }
}

/** Numbers from 1. */
export const numbersOf = (arms: readonly unknown[]): number[] => arms.map((_, i) => i + 1)
