import type { Vector } from '../ball/sphere.ts'
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
  /** Principal moments over the mass, m²: pin axis, middle axis, PSA; or the drilled ball's own axes. */
  readonly k1: number
  readonly k2: number
  readonly k3: number
  /** The drilled ball's own axes along pin, middle axis and PSA; null when they are these. */
  readonly axes: readonly [Vector, Vector, Vector] | null
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

const perTurn = 1 / (2 * Math.PI)
const state = new Float64Array(stateSize)
/** States before and after a step of rolling, with momentum about the centre. */
const before = new Float64Array(stateSize)
const after = new Float64Array(stateSize)
/** Room for a trace; grows when a finer step needs more. */
const room = { rows: 0, states: new Float64Array(0), time: new Float64Array(0), slip: new Float64Array(0) }
/** Slip at the start of the last step; in an array, since a plain number of a module is made anew for each change. */
const lastSlip = new Float64Array(1)
/** Slip, m/s, below which the contact is taken as rolling without slip: a fifth of the smoothing, a hundredth of a mph. */
const lockedSlip = 0.002

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
  // Past the oil there is no need to ask for e⁰: the function costs as much as all the rest here.
  return thickness === 0
    ? course.muOil + course.muOilToDry
    : course.muOil + course.muOilToDry * exp(-thickness / course.filmUm)
}

/**
 * One step of at most `longest` seconds for a sliding ball, in place; returns its length, 0 when the ball rolls already. All of it runs on local numbers:
 * that is twice as fast as arrays between the four stages. `lastSlip` holds the slip at the start of the step; with `letGo` a ball that
 * rolled slips again, whatever its slip is now.
 */
function slide(course: Course, s: Float64Array, longest: number, bound: number, letGo: boolean): number {
  const { radiusM: R, k1, k2, k3, spinPatchM, flareCoupling, flareWidthM, step } = course
  const perK1 = 1 / k1
  const perK2 = 1 / k2
  const perK3 = 1 / k3
  const perWidth = 1 / flareWidthM
  const [s0, s1, s2, s3, s4, s5] = [s[0]!, s[1]!, s[2]!, s[3]!, s[4]!, s[5]!]
  const [s6, s7, s8, s9, s10, s11] = [s[6]!, s[7]!, s[8]!, s[9]!, s[10]!, s[11]!]
  // The stage, and the weighted sum of the stages' derivatives.
  let [x, y, vx, vy, l1, l2, l3, a, b, c, d, psi] = [s0, s1, s2, s3, s4, s5, s6, s7, s8, s9, s10, s11]
  let [x_, y_, vx_, vy_, l1_, l2_, l3_, a_, b_, c_, d_, psi_] = [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0]
  let h = longest
  const ownOil = flareCoupling === 0 ? 0 : flareCoupling * exp(-s11 * perWidth)
  for (let turn = 0; turn < 4; turn += 1) {
    // Rotation body → lane from the quaternion (a + bi + cj + dk); stages leave unit length, divided by it it stays one.
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
    const w1 = (r11 * l1 + r21 * l2 + r31 * l3) * perK1
    const w2 = (r12 * l1 + r22 * l2 + r32 * l3) * perK2
    const w3 = (r13 * l1 + r23 * l2 + r33 * l3) * perK3
    const wz = r31 * w1 + r32 * w2 + r33 * w3
    // Velocity of the contact point.
    const sx = vx - R * (r21 * w1 + r22 * w2 + r23 * w3)
    const sy = vy + R * (r11 * w1 + r12 * w2 + r13 * w3)
    const slip2 = sx * sx + sy * sy
    const smooth = sqrt(slip2 + slipSmoothing * slipSmoothing)
    let mu = muAt(course, x, y)
    // e to a small change, by its series to the fourth order: psi moves by little within a step.
    const e = (psi - s11) * perWidth
    mu *= 1 - ownOil * (1 - e * (1 - e * (1 / 2 - e * (1 / 6 - e / 24))))
    if (turn === 0) {
      lastSlip[0] = sqrt(slip2)
      if (slip2 < lockedSlip * lockedSlip && !letGo) return 0
      const stiff = (bound * smooth) / mu
      if (stiff < h) h = stiff
      // A step in friction is met exactly: the change must not fall inside a step.
      const toStep = step === null ? 0 : (step.atM - y) / vy
      if (toStep > 1e-9 && toStep < h) h = toStep + 1e-9
      // The last step lands on the pins; on a smooth path this is exact to a micrometre.
      if (entryM - y < vy * h) h = (entryM - y) / vy
    }
    // Force over mass, regularised Coulomb; torque over mass in lane axes, (−R ẑ) × F and the braking of spin.
    const pull = (-mu * gravity) / smooth
    const fx = pull * sx
    const fy = pull * sy
    const tx = R * fy
    const ty = -R * fx
    const tz = (-mu * gravity * spinPatchM * wz) / sqrt(wz * wz + spinSmoothing)
    const da = 0.5 * (-b * w1 - c * w2 - d * w3)
    const db = 0.5 * (a * w1 + c * w3 - d * w2)
    const dc = 0.5 * (a * w2 + d * w1 - b * w3)
    const dd = 0.5 * (a * w3 + b * w2 - c * w1)
    let dpsi = 0
    const w2_ = w1 * w1 + w2 * w2 + w3 * w3
    if (flareCoupling !== 0 && w2_ > 1e-18) {
      // Wander of the spin axis over the ball: the part of ω̇ (Euler's equations) across ω.
      const d1 = (r11 * tx + r21 * ty + r31 * tz + (k2 - k3) * w2 * w3) * perK1
      const d2 = (r12 * tx + r22 * ty + r32 * tz + (k3 - k1) * w3 * w1) * perK2
      const d3 = (r13 * tx + r23 * ty + r33 * tz + (k1 - k2) * w1 * w2) * perK3
      const perW = 1 / sqrt(w2_)
      const along = (w1 * d1 + w2 * d2 + w3 * d3) * perW * perW
      const e1 = d1 - along * w1
      const e2 = d2 - along * w2
      const e3 = d3 - along * w3
      dpsi = R * sqrt(e1 * e1 + e2 * e2 + e3 * e3) * perW - psi * w2_ * perW * perTurn
    }
    const weight = turn === 0 || turn === 3 ? 1 : 2
    x_ += weight * vx
    y_ += weight * vy
    vx_ += weight * fx
    vy_ += weight * fy
    l1_ += weight * tx
    l2_ += weight * ty
    l3_ += weight * tz
    a_ += weight * da
    b_ += weight * db
    c_ += weight * dc
    d_ += weight * dd
    psi_ += weight * dpsi
    if (turn === 3) break
    const on = turn === 2 ? h : 0.5 * h
    x = s0 + on * vx
    y = s1 + on * vy
    vx = s2 + on * fx
    vy = s3 + on * fy
    l1 = s4 + on * tx
    l2 = s5 + on * ty
    l3 = s6 + on * tz
    a = s7 + on * da
    b = s8 + on * db
    c = s9 + on * dc
    d = s10 + on * dd
    psi = s11 + on * dpsi
  }
  const sixth = h / 6
  s[0] = s0 + sixth * x_
  s[1] = s1 + sixth * y_
  s[2] = s2 + sixth * vx_
  s[3] = s3 + sixth * vy_
  s[4] = s4 + sixth * l1_
  s[5] = s5 + sixth * l2_
  s[6] = s6 + sixth * l3_
  a = s7 + sixth * a_
  b = s8 + sixth * b_
  c = s9 + sixth * c_
  d = s10 + sixth * d_
  const unit = 1 / sqrt(a * a + b * b + c * c + d * d)
  s[7] = unit * a
  s[8] = unit * b
  s[9] = unit * c
  s[10] = unit * d
  s[11] = s11 + sixth * psi_
  return h
}

/**
 * One step of `h` seconds of rolling without slip, in place, with J in place of L: the angular momentum about the contact
 * point, J = (I + R²(1 − ẑẑᵀ))·Ω over mass, feels no friction but the braking of spin, so nothing is stiff. Sets the
 * velocity (vx, vy) at the new place; with h = 0 nothing but that.
 */
function roll(course: Course, s: Float64Array, h: number): void {
  const { radiusM: R, k1, k2, k3, spinPatchM } = course
  const [s0, s1, j1, j2, s6, s7, s8, s9, s10] = [s[0]!, s[1]!, s[4]!, s[5]!, s[6]!, s[7]!, s[8]!, s[9]!, s[10]!]
  const grip = gripOf(course, s)
  let [x, y, j3, a, b, c, d] = [s0, s1, s6, s7, s8, s9, s10]
  let [x_, y_, j3_, a_, b_, c_, d_] = [0, 0, 0, 0, 0, 0, 0]
  // Four stages, and a fifth evaluation for the velocity at the end.
  for (let turn = h === 0 ? 4 : 0; turn < 5; turn += 1) {
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
    const c23 = m12 * m13 - m11 * m23
    const perDet = 1 / (m11 * c11 + m12 * c12 + m13 * c13)
    const wx = (c11 * j1 + c12 * j2 + c13 * j3) * perDet
    const wy = (c12 * j1 + (m11 * m33 - m13 * m13) * j2 + c23 * j3) * perDet
    if (turn === 4) {
      s[2] = R * wy
      s[3] = -R * wx
      return
    }
    const wz = (c13 * j1 + c23 * j2 + (m11 * m22 - m12 * m12) * j3) * perDet
    const w1 = r11 * wx + r21 * wy + r31 * wz
    const w2 = r12 * wx + r22 * wy + r32 * wz
    const w3 = r13 * wx + r23 * wy + r33 * wz
    const dj3 =
      spinPatchM === 0 ? 0 : (-grip * muAt(course, x, y) * gravity * spinPatchM * wz) / sqrt(wz * wz + spinSmoothing)
    const da = 0.5 * (-b * w1 - c * w2 - d * w3)
    const db = 0.5 * (a * w1 + c * w3 - d * w2)
    const dc = 0.5 * (a * w2 + d * w1 - b * w3)
    const dd = 0.5 * (a * w3 + b * w2 - c * w1)
    const weight = turn === 0 || turn === 3 ? 1 : 2
    x_ += weight * R * wy
    y_ -= weight * R * wx
    j3_ += weight * dj3
    a_ += weight * da
    b_ += weight * db
    c_ += weight * dc
    d_ += weight * dd
    if (turn < 3) {
      const on = turn === 2 ? h : 0.5 * h
      x = s0 + on * R * wy
      y = s1 - on * R * wx
      j3 = s6 + on * dj3
      a = s7 + on * da
      b = s8 + on * db
      c = s9 + on * dc
      d = s10 + on * dd
    } else {
      const sixth = h / 6
      s[0] = s0 + sixth * x_
      s[1] = s1 + sixth * y_
      s[6] = j3 = s6 + sixth * j3_
      a = s7 + sixth * a_
      b = s8 + sixth * b_
      c = s9 + sixth * c_
      d = s10 + sixth * d_
      const unit = 1 / sqrt(a * a + b * b + c * c + d * d)
      s[7] = a *= unit
      s[8] = b *= unit
      s[9] = c *= unit
      s[10] = d *= unit
    }
  }
}

/** Share of the friction that a ball keeps which rolls on its own oil. */
const gripOf = ({ flareCoupling, flareWidthM }: Course, s: Float64Array): number =>
  flareCoupling === 0 ? 1 : 1 - flareCoupling * exp(-s[11]! / flareWidthM)

/** Spin of a state with momentum about the centre, along the body's principal axes, rad/s. */
function bodySpin({ k1, k2, k3 }: Course, s: Float64Array): readonly [number, number, number] {
  const [l1, l2, l3] = [s[4]!, s[5]!, s[6]!]
  const [a, b, c, d] = [s[7]!, s[8]!, s[9]!, s[10]!]
  return [
    ((a * a + b * b - c * c - d * d) * l1 + 2 * (b * c + a * d) * l2 + 2 * (b * d - a * c) * l3) / k1,
    (2 * (b * c - a * d) * l1 + (a * a - b * b + c * c - d * d) * l2 + 2 * (c * d + a * b) * l3) / k2,
    (2 * (b * d + a * c) * l1 + 2 * (c * d - a * b) * l2 + (a * a - b * b - c * c + d * d) * l3) / k3,
  ]
}

/** Migration of the axis over a step of rolling, from the states before and after: psi goes toward it within a revolution. */
function driftPsi(course: Course, s: Float64Array, from: Float64Array, h: number): void {
  const [a1, a2, a3] = bodySpin(course, from)
  const [b1, b2, b3] = bodySpin(course, s)
  const p = sqrt(a1 * a1 + a2 * a2 + a3 * a3)
  const q = sqrt(b1 * b1 + b2 * b2 + b3 * b3)
  if (p < 1e-6 || q < 1e-6) return
  const x = a2 * b3 - a3 * b2
  const y = a3 * b1 - a1 * b3
  const z = a1 * b2 - a2 * b1
  const arc = sqrt(x * x + y * y + z * z) / (p * q)
  const turns = q * h * perTurn
  s[11] = s[11]! + ((course.radiusM * arc) / turns - s[11]!) * (1 - exp(-turns))
}

/** From sliding to rolling: momentum about the centre becomes momentum about the contact, r × v with r = R ẑ. */
function lockContact(course: Course, s: Float64Array): void {
  s[4] = s[4]! - course.radiusM * s[3]!
  s[5] = s[5]! + course.radiusM * s[2]!
}

/** Back from rolling to sliding. */
function freeContact(course: Course, s: Float64Array): void {
  s[4] = s[4]! + course.radiusM * s[3]!
  s[5] = s[5]! - course.radiusM * s[2]!
}

/** Speed of slip at the contact, m/s. */
function slipOf({ radiusM: R, k1, k2, k3 }: Course, s: Float64Array): number {
  const [l1, l2, l3] = [s[4]!, s[5]!, s[6]!]
  const [a, b, c, d] = [s[7]!, s[8]!, s[9]!, s[10]!]
  const [r11, r12, r13] = [a * a + b * b - c * c - d * d, 2 * (b * c - a * d), 2 * (b * d + a * c)]
  const [r21, r22, r23] = [2 * (b * c + a * d), a * a - b * b + c * c - d * d, 2 * (c * d - a * b)]
  const w1 = (r11 * l1 + r21 * l2 + 2 * (b * d - a * c) * l3) / k1
  const w2 = (r12 * l1 + r22 * l2 + 2 * (c * d + a * b) * l3) / k2
  const w3 = (r13 * l1 + r23 * l2 + (a * a - b * b - c * c + d * d) * l3) / k3
  const sx = s[2]! - R * (r21 * w1 + r22 * w2 + r23 * w3)
  const sy = s[3]! + R * (r11 * w1 + r12 * w2 + r13 * w3)
  return sqrt(sx * sx + sy * sy)
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
  let letGo = false
  time[0] = 0
  while (count < most - 1) {
    const speed = state[3]!
    if (speed < 0.05 || t > longestS) break
    if (rolling) {
      const h = Math.min(stepS, (entryM - state[1]!) / speed)
      const vx = state[2]!
      const vy = state[3]!
      for (let i = 0; i < stateSize; i += 1) before[i] = state[i]!
      freeContact(course, before)
      roll(course, state, h)
      // To roll on, a ball whose axis wanders needs friction; where the lane has less, it slips again from where it was.
      const dvx = state[2]! - vx
      const dvy = state[3]! - vy
      const needed = sqrt(dvx * dvx + dvy * dvy) / h
      if (needed > gravity * gripOf(course, state) * muAt(course, before[0]!, before[1]!)) {
        for (let i = 0; i < stateSize; i += 1) state[i] = before[i]!
        rolling = false
        letGo = true
        continue
      }
      t += h
      count += 1
      const at = count * stateSize
      for (let i = 0; i < stateSize; i += 1) states[at + i] = state[i]!
      // The trace holds momentum about the centre.
      states[at + 4] = state[4]! + course.radiusM * state[3]!
      states[at + 5] = state[5]! - course.radiusM * state[2]!
      if (course.flareCoupling !== 0) {
        for (let i = 0; i < stateSize; i += 1) after[i] = states[at + i]!
        driftPsi(course, after, before, h)
        states[at + 11] = state[11] = after[11]!
      }
      slip[count] = 0
    } else {
      const h = slide(course, state, stepS, bound, letGo)
      // Until its slip has grown it is not asked again whether it rolls.
      letGo = letGo && lastSlip[0]! < lockedSlip
      slip[count] = lastSlip[0]!
      if (h === 0) {
        rolling = true
        lockContact(course, state)
        roll(course, state, 0)
        continue
      }
      t += h
      count += 1
      const at = count * stateSize
      for (let i = 0; i < stateSize; i += 1) states[at + i] = state[i]!
    }
    time[count] = t
    if (entryM - state[1]! < 1e-7) break
  }
  if (!rolling) slip[count] = slipOf(course, state)
  return { count, time, states, slip }
}
