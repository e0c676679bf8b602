import { armsOfDesign } from './names.ts'
import { type Design, usualShots } from './design.ts'
import { byWork, inStages } from './stages.ts'

/** Shots of each combination before the surfaces are changed. */
const shotsEach = 3

/** Covers by surfaces, two by three as a rule: the balls alternate at each surface, and the surfaces come one after the other. */
export const factorial: Design = {
  name: 'factorial',
  arms: armsOfDesign.factorial,
  factors: ['ball', 'surface'],
  measure: 'entryBoard',
  differByWork: true,
  least: 2,
  next: (input) => inStages(input, byWork(input), shotsEach),
  // Every surface's shots count for the covers, and the other way round: two levels share them.
  shotsAnArm: (matters) => Math.max(shotsEach, Math.ceil(usualShots(matters) / 2)),
  cannotTell: ['stage-drift', 'other-line'],
}
