import type { Layout } from '../ball/layout.ts'
import { boardWidthM } from '../lane/film.ts'
import { metresPerFoot, metresPerSecondPerMph } from '../units/convert.ts'
import { type MotionModel, rolledOutFt, rollingSlip } from './defaults.ts'
import { type Entries, roomForEntries, setEntry } from './entries.ts'
import type { Course } from './ground.ts'
import { baseStepS, integrate, slipOf, stateSize } from './integrate.ts'
import { type Delivery, type Release, startState } from './release.ts'
import { directionOf, edgeM, entryOf } from './simulate.ts'
import { kernel } from './simd/kernel.ts'

export interface Thrown {
  readonly delivery: Delivery
  readonly release: Release
}

/** Boards within which a volley and a shot alone agree, single precision against double, but for balls that slip and roll by turns. */
export const volleyWithinBoards = 0.002

/**
 * Many shots of one ball on one course, four at a time where the machine can: what each comes to at the pins. On a film only; friction
 * without one, and a shot alone, run in the plain loop. Both follow the same equations, see docs/decisions/0028.
 */
export function volley(
  course: Course,
  thrown: readonly Thrown[],
  layout: Layout,
  { pinPhaseDeg }: Pick<MotionModel, 'pinPhaseDeg'>,
  stepS = baseStepS,
  vectors = kernel(),
): Entries {
  const entries = roomForEntries(thrown.length)
  const start = ({ delivery, release }: Thrown) => startState(delivery, release, layout, course, pinPhaseDeg)
  if (!vectors || course.step !== null || thrown.length < 2) {
    for (const [at, one] of thrown.entries()) setEntry(entries, at, entryOf(integrate(course, start(one), stepS)))
    return entries
  }
  const starts = new Float64Array(thrown.length * stateSize)
  for (const [at, one] of thrown.entries()) starts.set(start(one), at * stateSize)
  vectors.run(course, starts, stepS, (at, ended) => {
    const [x, y, vx, vy] = [ended[0]!, ended[1]!, ended[2]!, ended[3]!]
    const [rollsFromM, straysM, rolls] = [ended[stateSize]!, ended[stateSize + 1]!, ended[stateSize + 2]! === 1]
    const stillRolls = rolls || slipOf(course, ended, 0) < rollingSlip
    entries.board[at] = 20 - x / boardWidthM
    entries.angleDeg[at] = directionOf(vx, vy)
    entries.speedMph[at] = Math.hypot(vx, vy) / metresPerSecondPerMph
    entries.gutter[at] = Number(straysM > edgeM)
    entries.rolledOut[at] = Number(stillRolls && (y - rollsFromM) / metresPerFoot > rolledOutFt)
  })
  return entries
}
