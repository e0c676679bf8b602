import { type Design, countsOf, usualShots } from './design.ts'

/**
 * Arms in turns, there and back (ABBA; of three ABCCBA): a lane that drifts evenly moves all of them alike. An arm that fell behind, because a shot was set aside
 * or the order was not kept, comes first.
 */
export const turns: Design = {
  name: 'turns',
  next(thrown, arms) {
    const counts = countsOf(thrown, arms)
    const fewest = Math.min(...counts)
    const behind = counts.flatMap((count, arm) => (count < Math.max(...counts) - 1 ? [arm] : []))
    if (behind.length > 0) return behind[0]!
    // There when each arm was thrown as often an even number of times, back when an odd one.
    const waiting = counts.flatMap((count, arm) => (count === fewest ? [arm] : []))
    return fewest % 2 === 0 ? waiting[0]! : waiting.at(-1)!
  },
  shotsAnArm: usualShots,
  cannotTell: ['other-line'],
}
