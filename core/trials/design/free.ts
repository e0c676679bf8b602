import { armsOfDesign } from './names.ts'
import { type Design, usualShots } from './design.ts'

/** Shots as they come, of any arm. */
export const free: Design = {
  name: 'free',
  arms: armsOfDesign.free,
  factors: [],
  measure: 'entryBoard',
  differByWork: true,
  least: 4,
  next: () => null,
  shotsAnArm: usualShots,
  cannotTell: ['order-unknown', 'other-line'],
}
