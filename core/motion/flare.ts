import { type Layout, type Pap, placeOf, placesOf } from '../ball/layout.ts'
import { type Vector, combine, cross, dot, normalised, unit, vectorOf } from '../ball/sphere.ts'
import { motionDefaults, rollingSlip } from './defaults.ts'
import type { Course } from './ground.ts'
import { type Trace, stateSize } from './integrate.ts'
import { type ShotInput, courseOf, traceShot } from './simulate.ts'

/** Step of a trace whose turns are counted, s: a thirtieth of a radian, so that a ring is met to 0.02 in. */
const ringStepS = 0.001

/** Track of one revolution on the ball: a circle about the spin axis of that moment. Directions from the grip centre's frame. */
export interface FlareRing {
  /** The bowler's end of the axis: the PAP at the release, later where it has wandered to. */
  readonly axis: Vector
  /** Arc from that end to the lane's contact, degrees; over 90 for a usual tilt. */
  readonly arcDeg: number
  readonly atFt: number
}

/**
 * Flare rings of a shot, one each revolution while the ball slides, on the ball as it is drilled: the motion core's axis history turned
 * into the frame of grip centre, PAP and up. Nothing is added: with no flare they lie on each other.
 */
export function flareRings(input: ShotInput, pap: Pap): FlareRing[] {
  const model = { ...motionDefaults, ...input.model }
  const course = courseOf(input.ball, input.friction, input.bowler.hand, model)
  const trace = traceShot(course, input.bowler, input.release, input.layout, model, ringStepS)
  const axes = axesOnGrip(input, pap, course)
  const rings: FlareRing[] = []
  let turned = 0
  let next = 0
  for (let step = 0; step <= trace.count; step += 1) {
    const { spin, down } = bodyAt(trace, course, step)
    const speed = Math.hypot(...spin)
    if (step > 0) turned += speed * (trace.time[step]! - trace.time[step - 1]!)
    // Once it rolls without slip the axis stays where it is but for the roll's own small wander.
    if (trace.slip[step]! < rollingSlip && step > 0) break
    if (turned < next || speed < 1e-6) continue
    next += 2 * Math.PI
    // The PAP is where the spin vector comes out.
    const end = onGrip([spin[0] / speed, spin[1] / speed, spin[2] / speed], axes)
    rings.push({
      axis: normalised(end),
      arcDeg: (Math.acos(unit(dot(spin, down) / speed)) * 180) / Math.PI,
      atFt: trace.states[step * stateSize + 1]! / 0.3048,
    })
  }
  return rings
}

/** Principal axes of the moving body in the frame of the grip. */
function axesOnGrip(input: ShotInput, pap: Pap, course: Course): readonly [Vector, Vector, Vector] {
  const radiusIn = input.ball.diameterIn / 2
  const marks = placesOf(layoutOf(input.layout), placeOf(pap.overIn, pap.upIn, radiusIn), radiusIn)
  const [pin, psa] = [vectorOf(marks.pin), vectorOf(marks.psa)]
  const blank = [pin, cross(psa, pin), psa] as const
  return course.axes ? (course.axes.map((axis) => onGrip(axis, blank)) as [Vector, Vector, Vector]) : blank
}
const layoutOf = ({ drillingAngleDeg, pinToPapIn, valAngleDeg }: Layout): Layout => ({
  drillingAngleDeg,
  pinToPapIn,
  valAngleDeg,
})
const onGrip = ([p, q, r]: Vector, [e1, e2, e3]: readonly [Vector, Vector, Vector]): Vector =>
  combine(1, combine(p, e1, q, e2), r, e3)

/** Spin and the direction to the lane in the body's principal axes, at a step. */
function bodyAt(trace: Trace, course: Course, step: number): { readonly spin: Vector; readonly down: Vector } {
  const at = step * stateSize
  const { states } = trace
  const momentum: Vector = [states[at + 4]!, states[at + 5]!, states[at + 6]!]
  const [a, b, c, d] = [states[at + 7]!, states[at + 8]!, states[at + 9]!, states[at + 10]!]
  const e1: Vector = [a * a + b * b - c * c - d * d, 2 * (b * c + a * d), 2 * (b * d - a * c)]
  const e2: Vector = [2 * (b * c - a * d), a * a - b * b + c * c - d * d, 2 * (c * d + a * b)]
  const e3: Vector = [2 * (b * d + a * c), 2 * (c * d - a * b), a * a - b * b - c * c + d * d]
  return {
    spin: [dot(e1, momentum) / course.k1, dot(e2, momentum) / course.k2, dot(e3, momentum) / course.k3],
    down: [-e1[2], -e2[2], -e3[2]],
  }
}

/** Least distance from the edge of a hole to any ring, in; negative where the ball rolls over the hole. */
export function clearanceIn(
  hole: { readonly overIn: number; readonly upIn: number; readonly diameterIn: number },
  rings: readonly FlareRing[],
  diameterIn = 8.595,
): number {
  const radius = diameterIn / 2
  const centre = vectorOf(placeOf(hole.overIn, hole.upIn, radius))
  return Math.min(
    ...rings.map(({ axis, arcDeg }) => {
      const arc = Math.acos(unit(dot(axis, centre)))
      return radius * Math.abs(arc - (arcDeg * Math.PI) / 180) - hole.diameterIn / 2
    }),
  )
}
