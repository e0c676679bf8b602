import type { Layout } from '../ball/layout.ts'
import { type Vector, combine, cross, dot } from '../ball/sphere.ts'
import { boardWidthM } from '../lane/film.ts'
import { metresPerInch, metresPerSecondPerMph } from '../units/convert.ts'
import type { Course } from './ground.ts'
import { stateSize } from './integrate.ts'

/** The bowler's part of a release. */
export interface Delivery {
  readonly speedMph: number
  readonly revRpm: number
  readonly axisRotationDeg: number
  readonly axisTiltDeg: number
}

/** Where and which way the ball is laid down: boards from the bowler's own gutter, angle positive toward it. */
export interface Release {
  readonly laydownBoard: number
  readonly launchAngleDeg: number
}

const radians = Math.PI / 180
function unit(a: Vector, otherwise: Vector): Vector {
  const length = Math.sqrt(dot(a, a))
  return length < 1e-9 ? otherwise : [a[0] / length, a[1] / length, a[2] / length]
}
/** Part of a across b, as a unit vector. */
const across = (a: Vector, b: Vector, otherwise: Vector) => unit(combine(1, a, -dot(a, b), b), otherwise)

/** Unit quaternion of the rotation whose columns are three right-handed unit vectors (Shepperd 1978, largest term first). */
function quaternion(e1: Vector, e2: Vector, e3: Vector): readonly [number, number, number, number] {
  const trace = e1[0] + e2[1] + e3[2]
  const candidates = [trace, e1[0], e2[1], e3[2]]
  const largest = candidates.indexOf(Math.max(...candidates))
  const root = Math.sqrt(1 + (largest === 0 ? trace : 2 * candidates[largest]! - trace))
  const h = 0.5 / root
  if (largest === 0) return [root / 2, (e2[2] - e3[1]) * h, (e3[0] - e1[2]) * h, (e1[1] - e2[0]) * h]
  if (largest === 1) return [(e2[2] - e3[1]) * h, root / 2, (e2[0] + e1[1]) * h, (e3[0] + e1[2]) * h]
  if (largest === 2) return [(e3[0] - e1[2]) * h, (e2[0] + e1[1]) * h, root / 2, (e3[1] + e2[2]) * h]
  return [(e1[1] - e2[0]) * h, (e3[0] + e1[2]) * h, (e3[1] + e2[2]) * h, root / 2]
}

/**
 * Turn of the pin about the PAP axis at the release, from straight above it, counter-clockwise seen from outside: the hand is behind the
 * ball, palm to the pins and fingers down, so that the upper end of the VAL points at the lane and the pin lies off it by the VAL angle
 * toward the grip (docs/decisions/0014).
 */
export const pinPhaseOf = ({ valAngleDeg }: Layout) => 180 + valAngleDeg

/**
 * State of the ball at the foul line, in a right-hander's axes: X to the right, Y to the pins, Z up. The spin vector
 * Ω = w·(−cosρ cosτ, −sinρ cosτ, +sinτ), turned with the direction of travel, points out of the PAP: inside, back to the bowler and up. The
 * pin lies at its arc from the PAP, turned by the pin phase from straight above it; the PSA 90° from the pin, clockwise from
 * the line pin → PAP by the drilling angle, seen from outside.
 */
export function startState(
  delivery: Delivery,
  release: Release,
  layout: Layout,
  moments: Pick<Course, 'radiusM' | 'k1' | 'k2' | 'k3' | 'axes'>,
  pinPhaseDeg: number | null,
): Float64Array {
  const angle = release.launchAngleDeg * radians
  const speed = delivery.speedMph * metresPerSecondPerMph
  const spin = (delivery.revRpm * 2 * Math.PI) / 60
  const rotation = delivery.axisRotationDeg * radians
  const tilt = delivery.axisTiltDeg * radians
  const [ox, oy] = [-Math.cos(rotation) * Math.cos(tilt), -Math.sin(rotation) * Math.cos(tilt)]
  // Turned with the direction of travel, which points to (sin θ, cos θ).
  const axis: Vector = [
    ox * Math.cos(angle) + oy * Math.sin(angle),
    -ox * Math.sin(angle) + oy * Math.cos(angle),
    Math.sin(tilt),
  ]
  const pap = axis
  const up = across([0, 0, 1], pap, [0, 1, 0])
  const phase = (pinPhaseDeg ?? pinPhaseOf(layout)) * radians
  const toward = combine(Math.cos(phase), up, Math.sin(phase), cross(pap, up))
  const arc = (layout.pinToPapIn * metresPerInch) / moments.radiusM
  const pin = combine(Math.cos(arc), pap, Math.sin(arc), toward)
  // With the pin on the PAP itself there is no line between them; 'up' stands in.
  const toPap = across(pap, pin, combine(-1, toward, 0, toward))
  const drilling = layout.drillingAngleDeg * radians
  const psa = combine(Math.cos(drilling), toPap, -Math.sin(drilling), cross(pin, toPap))
  const middle = cross(psa, pin)
  /** A direction given along pin, middle axis and PSA, in lane axes. */
  const onLane = ([p, q, r]: Vector): Vector => combine(1, combine(p, pin, q, middle), r, psa)
  const [e1, e2, e3] = moments.axes ? (moments.axes.map(onLane) as [Vector, Vector, Vector]) : [pin, middle, psa]
  const omega: Vector = [spin * axis[0], spin * axis[1], spin * axis[2]]
  const state = new Float64Array(stateSize)
  state[0] = (20 - release.laydownBoard) * boardWidthM
  state[2] = speed * Math.sin(angle)
  state[3] = speed * Math.cos(angle)
  // Angular momentum over mass: each principal part of the spin times its moment.
  const [l1, l2, l3] = [moments.k1 * dot(omega, e1), moments.k2 * dot(omega, e2), moments.k3 * dot(omega, e3)]
  for (const i of [0, 1, 2] as const) state[4 + i] = l1 * e1[i] + l2 * e2[i] + l3 * e3[i]
  state.set(quaternion(e1, e2, e3), 7)
  return state
}
