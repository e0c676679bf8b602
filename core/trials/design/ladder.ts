import { armsOfDesign } from './names.ts'
import { type Design, type OrderInput, comesBack, countsOf } from './design.ts'

/** Shots on each rung, and of the control at the end. */
const onRung = 3
const controlsAgain = 2
/** So many in a row that read early: the ball does not clear the front any more. */
const earlyInARow = 2

/** The rung that is thrown on, and whether it was left. */
const rungOf = ({ thrown }: OrderInput) => Math.max(1, ...thrown.map(({ arm }) => arm))
function stopped(input: OrderInput): boolean {
  const rung = rungOf(input)
  const reads = input.thrown.flatMap(({ arm, read }) => (arm === rung && read !== null ? [read] : []))
  return rung > 1 && reads.length >= earlyInARow && reads.slice(-earlyInARow).every((read) => read === 'early')
}

/**
 * One ball from fine to coarse on one line, two to three shots a rung: roughening is quick, going back needs the spinner. It stops where the ball no longer clears the front. Where the first arm is another
 * ball that stays as it was, it comes back at the end and tells what the lane did.
 */
export const ladder: Design = {
  name: 'ladder',
  arms: armsOfDesign.ladder,
  factors: [],
  measure: 'entryBoard',
  differByWork: true,
  least: 2,
  next(input) {
    const rung = rungOf(input)
    const counts = countsOf(input.thrown, input.arms.length)
    const begun = input.thrown.length > 0
    const left = stopped(input) || (rung === input.arms.length && counts[rung - 1]! >= onRung)
    if (left) {
      const last = input.thrown.findLastIndex(({ arm }) => arm === rung)
      const again = input.thrown.length - 1 - last
      return again < controlsAgain && comesBack(1, input) ? { arm: 1, why: 'again' } : null
    }
    if (begun && counts[rung - 1]! >= onRung) return { arm: rung + 1, why: 'step' }
    return { arm: rung, why: rung === 1 ? 'control' : 'step' }
  },
  stop: (input) => (stopped(input) ? 'front-not-cleared' : null),
  shotsAnArm: () => onRung,
  cannotTell: ['few-shots', 'stage-drift', 'other-line'],
}
