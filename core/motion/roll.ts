import { gravity, spinSmoothing } from './defaults.ts'
import { type Course, gripOf, muAt } from './ground.ts'

const { sqrt } = Math
/** Spin of the state that rolls now, rad/s: in lane axes, then along the body's principal axes. */
export const spin = new Float64Array(6)

/**
 * One step of `h` seconds of rolling without slip, in place, with J in place of L: the angular momentum about the contact
 * point, J = (I + R²(1 − ẑẑᵀ))·Ω over mass, feels no friction but the braking of spin, so nothing is stiff. Sets the
 * velocity (vx, vy) at the new place; with h = 0 nothing but that. The evaluation at the end of a step is the first of the next: `spin`
 * carries it over.
 */
export function roll(course: Course, s: Float64Array, h: number): void {
  const { radiusM: R, k1, k2, k3, spinPatchM } = course
  const [s0, s1, j1, j2, s6, s7, s8, s9, s10] = [s[0]!, s[1]!, s[4]!, s[5]!, s[6]!, s[7]!, s[8]!, s[9]!, s[10]!]
  const grip = gripOf(course, s[11]!)
  let wx = spin[0]!
  let wy = spin[1]!
  let wz = spin[2]!
  let w1 = spin[3]!
  let w2 = spin[4]!
  let w3 = spin[5]!
  let [x, y, j3, a, b, c, d] = [s0, s1, s6, s7, s8, s9, s10]
  let [x_, y_, j3_, a_, b_, c_, d_] = [0, 0, 0, 0, 0, 0, 0]
  // Four stages, and a fifth evaluation for the velocity at the end.
  for (let turn = h === 0 ? 4 : 0; turn < 5; turn += 1) {
    if (turn > 0) {
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
      wx = (c11 * j1 + c12 * j2 + c13 * j3) * perDet
      wy = (c12 * j1 + (m11 * m33 - m13 * m13) * j2 + c23 * j3) * perDet
      wz = (c13 * j1 + c23 * j2 + (m11 * m22 - m12 * m12) * j3) * perDet
      w1 = r11 * wx + r21 * wy + r31 * wz
      w2 = r12 * wx + r22 * wy + r32 * wz
      w3 = r13 * wx + r23 * wy + r33 * wz
    }
    if (turn === 4) {
      spin[0] = wx
      spin[1] = wy
      spin[2] = wz
      spin[3] = w1
      spin[4] = w2
      spin[5] = w3
      s[2] = R * wy
      s[3] = -R * wx
      return
    }
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
