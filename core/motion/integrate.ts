import { entryM, gravity } from './defaults.ts'
import { type Course, gripOf, muAt } from './ground.ts'
import { roll, spin } from './roll.ts'
import { lastSlip, lockedSlip, slide } from './slide.ts'

/**
 * The hot loop: rigid-body motion of a ball on a film, classical Runge–Kutta of fourth order, slide or roll step by step. Written flat
 * and without allocation per step; the equations are those of docs/decisions/0008, `simulate.ts` prepares the numbers.
 *
 * State: 0 x, 1 y (m), 2 vx, 3 vy (m/s), 4–6 angular momentum over mass in lane axes (m²/s), 7–10 quaternion body →
 * lane, 11 psi (axis migration per revolution, m). Momentum in lane axes changes only by friction, so it stays smooth
 * while the body turns by half a radian in a step.
 */
export const stateSize = 12

export interface Trace {
  /** Steps taken; row i holds the state after i steps. */
  readonly count: number
  readonly time: Float64Array
  readonly states: Float64Array
  /** Speed of slip at each step, m/s. */
  readonly slip: Float64Array
}

/** Bound once: looked up on every use, globals cost more than the arithmetic. */
const { exp, sqrt } = Math
const longestS = 8
/** Longest step, s: a row of the film at usual speed, a third of a radian of the turn of the body. */
export const baseStepS = 0.01
/** Step times the decay rate of slip: inside Runge–Kutta's stability limit of 2.78 with room for accuracy. */
const stiffStep = 1.4
const perTurn = 1 / (2 * Math.PI)

/** The ball while it rolls: its momentum is about the contact point. The trace holds it about the centre. */
const rolled = new Float64Array(stateSize)
/** Room for a trace; grows when a finer step needs more. */
const room = { rows: 0, states: new Float64Array(0), time: new Float64Array(0), slip: new Float64Array(0) }

/** From sliding to rolling: momentum about the centre becomes momentum about the contact, r × v with r = R ẑ. */
function lockContact(course: Course, states: Float64Array, at: number): void {
  for (let i = 0; i < stateSize; i += 1) rolled[i] = states[at + i]!
  rolled[4] = rolled[4]! - course.radiusM * rolled[3]!
  rolled[5] = rolled[5]! + course.radiusM * rolled[2]!
  roll(course, rolled, 0)
}

/** Writes the rolling ball into the trace. */
function writeRolled({ radiusM }: Course, states: Float64Array, at: number): void {
  for (let i = 0; i < stateSize; i += 1) states[at + i] = rolled[i]!
  states[at + 4] = rolled[4]! + radiusM * rolled[3]!
  states[at + 5] = rolled[5]! - radiusM * rolled[2]!
}

/** Migration of the axis over a step of rolling, from the body's spin before it and now: psi goes toward it within a revolution. */
function driftPsi({ radiusM }: Course, a1: number, a2: number, a3: number, h: number): void {
  const b1 = spin[3]!
  const b2 = spin[4]!
  const b3 = spin[5]!
  const p = sqrt(a1 * a1 + a2 * a2 + a3 * a3)
  const q = sqrt(b1 * b1 + b2 * b2 + b3 * b3)
  if (p < 1e-6 || q < 1e-6) return
  const x = a2 * b3 - a3 * b2
  const y = a3 * b1 - a1 * b3
  const z = a1 * b2 - a2 * b1
  const arc = sqrt(x * x + y * y + z * z) / (p * q)
  const turns = q * h * perTurn
  rolled[11] = rolled[11]! + ((radiusM * arc) / turns - rolled[11]!) * (1 - exp(-turns))
}

/** One step of rolling; false when the ball slips again: to roll on, one whose axis wanders needs friction, and the lane has less. */
function rollOn(course: Course, h: number): boolean {
  const x = rolled[0]!
  const y = rolled[1]!
  const vx = rolled[2]!
  const vy = rolled[3]!
  const w1 = spin[3]!
  const w2 = spin[4]!
  const w3 = spin[5]!
  roll(course, rolled, h)
  const dvx = rolled[2]! - vx
  const dvy = rolled[3]! - vy
  if (sqrt(dvx * dvx + dvy * dvy) / h > gravity * gripOf(course, rolled[11]!) * muAt(course, x, y)) return false
  if (course.flareCoupling !== 0) driftPsi(course, w1, w2, w3, h)
  return true
}

/** Speed of slip at the contact of a ball that slides, m/s. */
export function slipOf({ radiusM: R, k1, k2, k3 }: Course, s: Float64Array, at: number): number {
  const [l1, l2, l3] = [s[at + 4]!, s[at + 5]!, s[at + 6]!]
  const [a, b, c, d] = [s[at + 7]!, s[at + 8]!, s[at + 9]!, s[at + 10]!]
  const [r11, r12, r13] = [a * a + b * b - c * c - d * d, 2 * (b * c - a * d), 2 * (b * d + a * c)]
  const [r21, r22, r23] = [2 * (b * c + a * d), a * a - b * b + c * c - d * d, 2 * (c * d - a * b)]
  const w1 = (r11 * l1 + r21 * l2 + 2 * (b * d - a * c) * l3) / k1
  const w2 = (r12 * l1 + r22 * l2 + 2 * (c * d + a * b) * l3) / k2
  const w3 = (r13 * l1 + r23 * l2 + (a * a - b * b - c * c + d * d) * l3) / k3
  const sx = s[at + 2]! - R * (r21 * w1 + r22 * w2 + r23 * w3)
  const sy = s[at + 3]! + R * (r11 * w1 + r12 * w2 + r13 * w3)
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
  states.set(start, 0)
  const bound = stiffStep / (gravity * (1 + (course.radiusM * course.radiusM) / course.k1))
  let count = 0
  let t = 0
  let rolling = false
  let letGo = false
  time[0] = 0
  while (count < most - 1) {
    const at = count * stateSize
    const next = at + stateSize
    const speed = rolling ? rolled[3]! : states[at + 3]!
    if (speed < 0.05 || t > longestS) break
    let h: number
    if (rolling) {
      h = Math.min(stepS, (entryM - states[at + 1]!) / speed)
      if (!rollOn(course, h)) {
        // The trace still holds where it was.
        rolling = false
        letGo = true
        continue
      }
      writeRolled(course, states, next)
      slip[count + 1] = 0
    } else {
      h = slide(course, states, at, next, stepS, bound, letGo)
      // Until its slip has grown it is not asked again whether it rolls.
      letGo = letGo && lastSlip[0]! < lockedSlip
      slip[count] = lastSlip[0]!
      if (h === 0) {
        rolling = true
        lockContact(course, states, at)
        continue
      }
    }
    t += h
    count += 1
    time[count] = t
    if (entryM - states[next + 1]! < 1e-7) break
  }
  if (!rolling) slip[count] = slipOf(course, states, count * stateSize)
  return { count, time, states, slip }
}
