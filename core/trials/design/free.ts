import { type Design, usualShots } from './design.ts'

/** Shots as they come, of any arm. */
export const free: Design = {
  name: 'free',
  arms: { fewest: 1, most: 12 },
  factors: [],
  measure: 'entryBoard',
  differByWork: true,
  least: 4,
  next: () => null,
  shotsAnArm: usualShots,
  cannotTell: ['order-unknown', 'other-line'],
}
