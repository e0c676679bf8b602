import { armsOfDesign } from './names.ts'
import { shuffler } from 'd3-array'
import { randomLcg } from 'd3-random'
import { numbersOf } from './alternate.ts'
import { type Design, countsOf, usualShots } from './design.ts'

/** Rounds of each arm once, in an order that nobody can foresee: for a bowler who is not to know which comes. */
export const shuffled: Design = {
  name: 'shuffled',
  arms: armsOfDesign.shuffled,
  factors: [],
  measure: 'entryBoard',
  differByWork: true,
  least: 4,
  next({ thrown, arms, seed }) {
    const counts = countsOf(thrown, arms.length)
    const round = Math.min(...counts)
    const behind = counts.findIndex((count) => count < Math.max(...counts) - 1)
    if (behind >= 0) return { arm: behind + 1, why: 'behind' }
    const order = shuffler(randomLcg(seed + 7919 * (round + 1)))(numbersOf(arms))
    return { arm: order.find((arm) => counts[arm - 1] === round)!, why: 'shuffled' }
  },
  shotsAnArm: usualShots,
  cannotTell: ['other-line'],
}
