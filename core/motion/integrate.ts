import { boardCount, boardWidthM, cellsPerFoot, filmRows } from '../lane/film.ts'
import { entryM, gravity, slipSmoothing, spinSmoothing } from './defaults.ts'

/**
 * The hot loop: rigid-body motion of a ball on a film, classical Runge–Kutta of fourth order. Written flat and without
 * allocation per step; the equations are those of docs/decisions/0008, `simulate.ts` prepares the numbers.
 *
 * State: 0 x, 1 y (m), 2 vx, 3 vy (m/s), 4–6 angular momentum over mass in lane axes (m²/s), 7–10 quaternion body →
 * lane, 11 psi (axis migration per revolution, m). Momentum in lane axes changes only by friction, so it stays smooth
 * while the body turns by half a radian in a step.
 */
export const stateSize = 12

export interface Course {
  readonly radiusM: number
  /** Principal moments over the mass, m²: pin axis, middle axis, PSA. */
  readonly k1: number
  readonly k2: number
  readonly k3: number
  readonly spinPatchM: number
  readonly flareCoupling: number
  readonly flareWidthM: number
  /** Film in µm on the bowler's own boards, as `filmOf` lays it out, and the friction law on it. */
  readonly film: Float64Array
  readonly muOil: number
  readonly muOilToDry: number
  readonly filmUm: number
  /** Friction without a film: before and from a distance on; null on a film. */
  readonly step: { readonly muBefore: number; readonly muAfter: number; readonly atM: number } | null
}

export interface Trace {
  /** Steps taken; row i holds the state after i steps. */
  readonly count: number
  readonly time: Float64Array
  readonly states: Float64Array
  /** Speed of slip at each step, m/s. */
  readonly slip: Float64Array
}

/** Bound once: looked up on every use, globals cost more than the arithmetic. */
const { exp, floor, sqrt } = Math
const metresPerCell = 0.3048 / cellsPerFoot
const longestS = 8
/** Longest step, s: a row of the film at usual speed, a third of a radian of the turn of the body. */
export const baseStepS = 0.01
/** Step times the decay rate of slip: inside Runge–Kutta's stability limit of 2.78 with room for accuracy. */
const stiffStep = 1.4

const stage = new Float64Array(stateSize)
const k1s = new Float64Array(stateSize)
const k2s = new Float64Array(stateSize)
const k3s = new Float64Array(stateSize)
const k4s = new Float64Array(stateSize)
const state = new Float64Array(stateSize)
/** Room for a trace; grows when a finer step needs more. */
const room = { rows: 0, states: new Float64Array(0), time: new Float64Array(0), slip: new Float64Array(0) }
let lastSlip = 0
let lastMu = 0
/** Slip, m/s, below which the contact is taken as rolling without slip: a fifth of the smoothing, a hundredth of a mph. */
const lockedSlip = 0.002
const rollStage = new Float64Array(stateSize)

/** Friction under a point; the film is bilinear between cell centres, held at the edges. */
function muAt(course: Course, x: number, y: number): number {
  if (course.step !== null) return y < course.step.atM ? course.step.muBefore : course.step.muAfter
  const { film } = course
  const row = y / metresPerCell - 0.5
  const column = 19 - x / boardWidthM
  let r = floor(row)
  let c = floor(column)
  let fr = row - r
  let fc = column - c
  if (r < 0) {
    r = 0
    fr = 0
  }
  if (r >= filmRows - 1) {
    r = filmRows - 2
    fr = 1
  }
  if (c < 0) {
    c = 0
    fc = 0
  }
  if (c >= boardCount - 1) {
    c = boardCount - 2
    fc = 1
  }
  const at = r * boardCount + c
  const near = film[at]! + fc * (film[at + 1]! - film[at]!)
  const far = film[at + boardCount]! + fc * (film[at + boardCount + 1]! - film[at + boardCount]!)
  const thickness = near + fr * (far - near)
  return course.muOil + course.muOilToDry * exp(-thickness / course.filmUm)
}

function deriveSliding(course: Course, s: Float64Array, out: Float64Array): void {
  const { radiusM: R, k1, k2, k3 } = course
  const l1 = s[4]!
  const l2 = s[5]!
  const l3 = s[6]!
  const a = s[7]!
  const b = s[8]!
  const c = s[9]!
  const d = s[10]!
  // Rotation body → lane from the quaternion (a + bi + cj + dk).
  // Stages of a step leave unit length; divided by it the rotation stays one.
  const n = 1 / (a * a + b * b + c * c + d * d)
  const r11 = n * (a * a + b * b - c * c - d * d)
  const r12 = 2 * n * (b * c - a * d)
  const r13 = 2 * n * (b * d + a * c)
  const r21 = 2 * n * (b * c + a * d)
  const r22 = n * (a * a - b * b + c * c - d * d)
  const r23 = 2 * n * (c * d - a * b)
  const r31 = 2 * n * (b * d - a * c)
  const r32 = 2 * n * (c * d + a * b)
  const r33 = n * (a * a - b * b - c * c + d * d)
  // Spin in the body's principal axes, then in lane axes.
  const w1 = (r11 * l1 + r21 * l2 + r31 * l3) / k1
  const w2 = (r12 * l1 + r22 * l2 + r32 * l3) / k2
  const w3 = (r13 * l1 + r23 * l2 + r33 * l3) / k3
  const wx = r11 * w1 + r12 * w2 + r13 * w3
  const wy = r21 * w1 + r22 * w2 + r23 * w3
  const wz = r31 * w1 + r32 * w2 + r33 * w3
  // Velocity of the contact point.
  const sx = s[2]! - R * wy
  const sy = s[3]! + R * wx
  const slip2 = sx * sx + sy * sy
  lastSlip = sqrt(slip2)
  const psi = s[11]!
  let mu = muAt(course, s[0]!, s[1]!)
  if (course.flareCoupling !== 0) mu *= 1 - course.flareCoupling * exp(-psi / course.flareWidthM)
  lastMu = mu
  // Force over mass; regularised Coulomb.
  const pull = (-mu * gravity) / sqrt(slip2 + slipSmoothing * slipSmoothing)
  const fx = pull * sx
  const fy = pull * sy
  // Torque over mass in lane axes: (−R ẑ) × F, and the braking of spin about the vertical.
  const tx = R * fy
  const ty = -R * fx
  const tz = (-mu * gravity * course.spinPatchM * wz) / sqrt(wz * wz + spinSmoothing)
  out[0] = s[2]!
  out[1] = s[3]!
  out[2] = fx
  out[3] = fy
  out[4] = tx
  out[5] = ty
  out[6] = tz
  out[7] = 0.5 * (-b * w1 - c * w2 - d * w3)
  out[8] = 0.5 * (a * w1 + c * w3 - d * w2)
  out[9] = 0.5 * (a * w2 + d * w1 - b * w3)
  out[10] = 0.5 * (a * w3 + b * w2 - c * w1)
  out[11] = 0
  if (course.flareCoupling === 0) return
  // Wander of the spin axis over the ball: the part of ω̇ (Euler's equations) across ω.
  const d1 = (r11 * tx + r21 * ty + r31 * tz + (k2 - k3) * w2 * w3) / k1
  const d2 = (r12 * tx + r22 * ty + r32 * tz + (k3 - k1) * w3 * w1) / k2
  const d3 = (r13 * tx + r23 * ty + r33 * tz + (k1 - k2) * w1 * w2) / k3
  const w = sqrt(w1 * w1 + w2 * w2 + w3 * w3)
  if (w < 1e-9) return
  const along = (w1 * d1 + w2 * d2 + w3 * d3) / (w * w)
  const e1 = d1 - along * w1
  const e2 = d2 - along * w2
  const e3 = d3 - along * w3
  const turn = sqrt(e1 * e1 + e2 * e2 + e3 * e3) / w
  out[11] = ((R * turn * 2 * Math.PI) / w - psi) * (w / (2 * Math.PI))
}

/** One step; `k1s` holds the derivative at its start. */
function advance(course: Course, s: Float64Array, h: number, derive: typeof deriveRolling): void {
  for (let i = 0; i < stateSize; i += 1) stage[i] = s[i]! + 0.5 * h * k1s[i]!
  derive(course, stage, k2s)
  for (let i = 0; i < stateSize; i += 1) stage[i] = s[i]! + 0.5 * h * k2s[i]!
  derive(course, stage, k3s)
  for (let i = 0; i < stateSize; i += 1) stage[i] = s[i]! + h * k3s[i]!
  derive(course, stage, k4s)
  const sixth = h / 6
  for (let i = 0; i < stateSize; i += 1) s[i] = s[i]! + sixth * (k1s[i]! + 2 * k2s[i]! + 2 * k3s[i]! + k4s[i]!)
  const a = s[7]!
  const b = s[8]!
  const c = s[9]!
  const d = s[10]!
  const scale = 1 / sqrt(a * a + b * b + c * c + d * d)
  s[7] = a * scale
  s[8] = b * scale
  s[9] = c * scale
  s[10] = d * scale
}

/**
 * Rolling without slip: the angular momentum about the contact point, J = (I + R²(1 − ẑẑᵀ))·Ω over mass, feels no
 * friction but the braking of spin, so nothing is stiff. State as before with J in place of L, and (vx, vy) following Ω.
 */
function deriveRolling(course: Course, s: Float64Array, out: Float64Array): void {
  const { radiusM: R, k1, k2, k3 } = course
  const a = s[7]!
  const b = s[8]!
  const c = s[9]!
  const d = s[10]!
  // Stages of a step leave unit length; divided by it the rotation stays one.
  const n = 1 / (a * a + b * b + c * c + d * d)
  const r11 = n * (a * a + b * b - c * c - d * d)
  const r12 = 2 * n * (b * c - a * d)
  const r13 = 2 * n * (b * d + a * c)
  const r21 = 2 * n * (b * c + a * d)
  const r22 = n * (a * a - b * b + c * c - d * d)
  const r23 = 2 * n * (c * d - a * b)
  const r31 = 2 * n * (b * d - a * c)
  const r32 = 2 * n * (c * d + a * b)
  const r33 = n * (a * a - b * b - c * c + d * d)
  const m11 = k1 * r11 * r11 + k2 * r12 * r12 + k3 * r13 * r13 + R * R
  const m12 = k1 * r11 * r21 + k2 * r12 * r22 + k3 * r13 * r23
  const m13 = k1 * r11 * r31 + k2 * r12 * r32 + k3 * r13 * r33
  const m22 = k1 * r21 * r21 + k2 * r22 * r22 + k3 * r23 * r23 + R * R
  const m23 = k1 * r21 * r31 + k2 * r22 * r32 + k3 * r23 * r33
  const m33 = k1 * r31 * r31 + k2 * r32 * r32 + k3 * r33 * r33
  // Ω = M⁻¹·J by cofactors.
  const c11 = m22 * m33 - m23 * m23
  const c12 = m13 * m23 - m12 * m33
  const c13 = m12 * m23 - m13 * m22
  const det = m11 * c11 + m12 * c12 + m13 * c13
  const j1 = s[4]!
  const j2 = s[5]!
  const j3 = s[6]!
  const wx = (c11 * j1 + c12 * j2 + c13 * j3) / det
  const wy = (c12 * j1 + (m11 * m33 - m13 * m13) * j2 + (m12 * m13 - m11 * m23) * j3) / det
  const wz = (c13 * j1 + (m12 * m13 - m11 * m23) * j2 + (m11 * m22 - m12 * m12) * j3) / det
  const w1 = r11 * wx + r21 * wy + r31 * wz
  const w2 = r12 * wx + r22 * wy + r32 * wz
  const w3 = r13 * wx + r23 * wy + r33 * wz
  out[0] = R * wy
  out[1] = -R * wx
  out[2] = 0
  out[3] = 0
  out[4] = 0
  out[5] = 0
  out[6] =
    course.spinPatchM === 0
      ? 0
      : (-muAt(course, s[0]!, s[1]!) * gravity * course.spinPatchM * wz) / sqrt(wz * wz + spinSmoothing)
  out[7] = 0.5 * (-b * w1 - c * w2 - d * w3)
  out[8] = 0.5 * (a * w1 + c * w3 - d * w2)
  out[9] = 0.5 * (a * w2 + d * w1 - b * w3)
  out[10] = 0.5 * (a * w3 + b * w2 - c * w1)
  out[11] = 0
}

/** From sliding to rolling: momentum about the centre becomes momentum about the contact, r × v with r = R ẑ. */
function lockContact(course: Course, s: Float64Array): void {
  s[4] = s[4]! - course.radiusM * s[3]!
  s[5] = s[5]! + course.radiusM * s[2]!
}

/** The trace's view of a rolling state: velocity from the spin, momentum about the centre. */
function unlockedInto(course: Course, s: Float64Array, to: Float64Array, at: number): void {
  deriveRolling(course, s, k1s)
  rollStage.set(s)
  rollStage[2] = k1s[0]!
  rollStage[3] = k1s[1]!
  rollStage[4] = s[4]! + course.radiusM * k1s[1]!
  rollStage[5] = s[5]! - course.radiusM * k1s[0]!
  to.set(rollStage, at)
}

function makeRoom(rows: number): void {
  if (room.rows >= rows) return
  room.rows = rows
  room.states = new Float64Array(rows * stateSize)
  room.time = new Float64Array(rows)
  room.slip = new Float64Array(rows)
}

/**
 * Runs a ball from its start to the head pin. Steps are at most `stepS`, shorter where rolling makes the slip stiff.
 * Ends exactly at the entry distance; a ball that all but stops, or takes over 8 s, ends where it is. The result's
 * arrays are overwritten by the next call.
 */
export function integrate(course: Course, start: Float64Array, stepS = baseStepS): Trace {
  const most = Math.ceil(longestS / Math.min(stepS, 0.001)) + 2
  makeRoom(most)
  const { states, time, slip } = room
  state.set(start)
  states.set(state, 0)
  const bound = stiffStep / (gravity * (1 + (course.radiusM * course.radiusM) / course.k1))
  let count = 0
  let t = 0
  let rolling = false
  deriveSliding(course, state, k1s)
  time[0] = 0
  slip[0] = lastSlip
  while (count < most - 1) {
    const left = entryM - state[1]!
    const speed = rolling ? k1s[1]! : state[3]!
    if (speed < 0.05 || t > longestS) break
    let h = stepS
    if (!rolling) {
      const stiff = (bound * sqrt(lastSlip * lastSlip + slipSmoothing * slipSmoothing)) / lastMu
      if (stiff < h) h = stiff
      // A step in friction is met exactly: the change must not fall inside a step.
      const toStep = course.step === null ? 0 : (course.step.atM - state[1]!) / speed
      if (toStep > 1e-9 && toStep < h) h = toStep + 1e-9
    }
    // The last step lands on the pins; on a smooth path this is exact to a micrometre.
    if (left < speed * h) h = left / speed
    advance(course, state, h, rolling ? deriveRolling : deriveSliding)
    t += h
    count += 1
    time[count] = t
    if (rolling) {
      unlockedInto(course, state, states, count * stateSize)
      slip[count] = 0
    } else {
      deriveSliding(course, state, k1s)
      states.set(state, count * stateSize)
      slip[count] = lastSlip
      if (lastSlip < lockedSlip) {
        rolling = true
        lockContact(course, state)
        deriveRolling(course, state, k1s)
      }
    }
    if (entryM - state[1]! < 1e-7) break
  }
  return { count, time, states, slip }
}
