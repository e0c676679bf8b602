import { armsOfDesign } from './names.ts'
import { alternate, numbersOf } from './alternate.ts'
import { type Design, usualShots } from './design.ts'

/** Two bowlers, the same balls, one lane: how much is the style and how much the ball. Everything alternates. */
export const bowlers: Design = {
  name: 'bowlers',
  arms: armsOfDesign.bowlers,
  factors: ['bowler', 'ball'],
  measure: 'entryBoard',
  differByWork: false,
  least: 3,
  next: ({ thrown, arms }) => alternate(thrown, numbersOf(arms)),
  shotsAnArm: (matters) => Math.max(3, Math.ceil(usualShots(matters) / 2)),
  cannotTell: ['release-differs', 'other-line'],
}
