import { type Design, countsOf, usualShots } from './design.ts'

/** Least shots before the change: fewer are no control. */
const leastControl = 4

/**
 * One ball, control first, then the change. What was ground does not come back for a shot, so the arms do not alternate; a reference ball thrown on both sides of the change
 * would tell the lane's part.
 */
export const change: Design = {
  name: 'change',
  next(thrown, arms) {
    const counts = countsOf(thrown, arms)
    const begun = counts.findLastIndex((count) => count > 0)
    // Once a later arm was thrown there is no way back.
    if (begun <= 0) return counts[0]! < leastControl ? 0 : 1
    return counts[begun]! < counts[0]! || begun === arms - 1 ? begun : begun + 1
  },
  shotsAnArm: usualShots,
  cannotTell: ['lane-drift', 'lane-jump', 'other-line'],
}
