import { armsOfDesign } from './names.ts'
import { type Design, usualShots } from './design.ts'
import { byLevel, inStages } from './stages.ts'

const shotsEach = 4

/** A ball before and after work that takes days, beside a reference ball on both days: what the reference does is the day, what the ball does beyond it is the work. */
export const beforeAfter: Design = {
  name: 'beforeAfter',
  arms: armsOfDesign.beforeAfter,
  factors: ['ball', 'when'],
  measure: 'entryBoard',
  differByWork: false,
  least: 3,
  next: (input) => inStages(input, byLevel(input, 1), shotsEach),
  // The difference of two differences has twice their variance.
  shotsAnArm: (matters) => Math.max(shotsEach, usualShots(matters / Math.SQRT2)),
  cannotTell: ['other-line'],
}
