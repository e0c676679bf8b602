import { entryM, gravity, slipSmoothing, spinSmoothing } from './defaults.ts'
import { type Course, muAt } from './ground.ts'

const { exp, sqrt } = Math
const perTurn = 1 / (2 * Math.PI)
/** Slip at the start of the last step; in an array, since a plain number of a module is made anew for each change. */
export const lastSlip = new Float64Array(1)
/** Square of the spin, rad²/s², below which the axis of a ball is nowhere: it would jump over the ball in no time. */
const leastTurn = 1e-4
/** Slip, m/s, below which the contact is taken as rolling without slip: a fifth of the smoothing, a hundredth of a mph. */
export const lockedSlip = 0.002

/**
 * One step of at most `longest` seconds for a sliding ball, from the state at `at` to the one at `next` in the same array; returns its
 * length, 0 when the ball rolls already. All of it runs on local numbers: that is twice as fast as arrays between the four stages.
 * `lastSlip` holds the slip at the start of the step; with `letGo` a ball that rolled slips again, whatever its slip is now.
 */
export function slide(
  course: Course,
  s: Float64Array,
  at: number,
  next: number,
  longest: number,
  bound: number,
  letGo: boolean,
): number {
  const { radiusM: R, k1, k2, k3, spinPatchM, flareCoupling, flareWidthM, step } = course
  const perK1 = 1 / k1
  const perK2 = 1 / k2
  const perK3 = 1 / k3
  const perWidth = 1 / flareWidthM
  const s0 = s[at]!
  const s1 = s[at + 1]!
  const s2 = s[at + 2]!
  const s3 = s[at + 3]!
  const s4 = s[at + 4]!
  const s5 = s[at + 5]!
  const s6 = s[at + 6]!
  const s7 = s[at + 7]!
  const s8 = s[at + 8]!
  const s9 = s[at + 9]!
  const s10 = s[at + 10]!
  const s11 = s[at + 11]!
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
    // e to a small change, by its series to the fourth order: psi moves by little within a step. A ball all but without spin, whose axis
    // may jump, is held to where the series holds.
    const change = (psi - s11) * perWidth
    const e = change < 1 ? change : 1
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
    if (flareCoupling !== 0 && w2_ > leastTurn) {
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
  s[next] = s0 + sixth * x_
  s[next + 1] = s1 + sixth * y_
  s[next + 2] = s2 + sixth * vx_
  s[next + 3] = s3 + sixth * vy_
  s[next + 4] = s4 + sixth * l1_
  s[next + 5] = s5 + sixth * l2_
  s[next + 6] = s6 + sixth * l3_
  a = s7 + sixth * a_
  b = s8 + sixth * b_
  c = s9 + sixth * c_
  d = s10 + sixth * d_
  const unit = 1 / sqrt(a * a + b * b + c * c + d * d)
  s[next + 7] = unit * a
  s[next + 8] = unit * b
  s[next + 9] = unit * c
  s[next + 10] = unit * d
  s[next + 11] = s11 + sixth * psi_
  return h
}
