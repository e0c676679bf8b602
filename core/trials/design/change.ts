import { armsOfDesign } from './names.ts'
import { type Design, comesBack, countsOf, usualShots } from './design.ts'

/** Least shots before the change: fewer are no control. */
const leastControl = 4
/** Controls once more after the change: they tell what the lane did. */
const controlsAgain = 2

/**
 * Control first, then the change, and where the control still is as it was (a second ball) two controls again. What was ground does not come back for a shot: then the arms
 * do not alternate, and the lane's part cannot be told.
 */
export const change: Design = {
  name: 'change',
  arms: armsOfDesign.change,
  factors: [],
  measure: 'entryBoard',
  differByWork: true,
  least: leastControl,
  next(input) {
    const { thrown, arms } = input
    const [control, variant] = countsOf(thrown, arms.length) as [number, number]
    if (variant === 0) return { arm: control < leastControl ? 1 : 2, why: control < leastControl ? 'control' : 'step' }
    const before = thrown.findIndex(({ arm }) => arm === 2)
    const again = control - before
    const enough = variant >= Math.max(leastControl, before)
    if (enough && again < controlsAgain && comesBack(1, input)) return { arm: 1, why: 'again' }
    return { arm: 2, why: 'step' }
  },
  shotsAnArm: usualShots,
  cannotTell: ['lane-drift', 'lane-jump', 'other-line'],
}
