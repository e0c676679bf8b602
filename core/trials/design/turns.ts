import { armsOfDesign } from './names.ts'
import { alternate, numbersOf } from './alternate.ts'
import { type Design, usualShots } from './design.ts'

/** Two balls or more on one line, in turns. */
export const turns: Design = {
  name: 'turns',
  arms: armsOfDesign.turns,
  factors: [],
  measure: 'entryBoard',
  differByWork: true,
  least: 4,
  next: ({ thrown, arms }) => alternate(thrown, numbersOf(arms)),
  shotsAnArm: usualShots,
  cannotTell: ['other-line'],
}
