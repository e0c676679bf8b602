import { armsOfDesign } from './names.ts'
import { measures } from '../measures.ts'
import { shotsToTell } from '../power.ts'
import { alternate, numbersOf } from './alternate.ts'
import type { Design } from './design.ts'

/** Balls each on its own best line: how far the feet have to go for each to hit is the measure. Shots that do not hit the pocket are still looking for the line. */
export const ownLine: Design = {
  name: 'ownLine',
  arms: armsOfDesign.ownLine,
  factors: [],
  measure: 'boardsMoved',
  differByWork: true,
  least: 3,
  next({ thrown, arms }) {
    const next = alternate(thrown, numbersOf(arms))
    const feet = thrown.findLast(({ arm }) => arm === next.arm)?.feetBoard ?? null
    return feet === null ? { ...next, why: 'line' } : next
  },
  shotsAnArm: (matters) => shotsToTell([{ weight: 1, scatter: measures['boardsMoved']!.scatter }], matters),
  cannotTell: ['aim-differs'],
}
