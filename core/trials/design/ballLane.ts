import { armsOfDesign } from './names.ts'
import { type Design, usualShots } from './design.ts'
import { byLevel, inStages } from './stages.ts'

const shotsEach = 4

/** Balls on the fresh and on the played lane: what changes with the lane, and for which ball. The lane comes in stages, the balls alternate. */
export const ballLane: Design = {
  name: 'ballLane',
  arms: armsOfDesign.ballLane,
  factors: ['ball', 'lane'],
  measure: 'entryBoard',
  differByWork: false,
  least: 3,
  next: (input) => inStages(input, byLevel(input, 1), shotsEach),
  shotsAnArm: (matters) => Math.max(shotsEach, Math.ceil(usualShots(matters) / 2)),
  cannotTell: ['other-line'],
}
