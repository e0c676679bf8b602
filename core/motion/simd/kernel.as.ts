/**
 * The hot loop once more, four shots at a time: AssemblyScript for WebAssembly's 128-bit vectors, one shot to a lane of a vector, single
 * precision. The equations, the steps and the changes between sliding and rolling are those of `integrate.ts`, `slide.ts`, `roll.ts` and
 * `ground.ts`, term by term; a test holds both to each other. Each lane has its own length of step and ends for itself, so that what a
 * shot comes to does not depend on its neighbours. Compiled by `npm run simd` into `code.ts`; see docs/decisions/0028.
 */

// Names of vector arithmetic as short as the signs they stand for.
// @ts-ignore: decorator
@inline function add(a: v128, b: v128): v128 { return f32x4.add(a, b) }
// @ts-ignore: decorator
@inline function sub(a: v128, b: v128): v128 { return f32x4.sub(a, b) }
// @ts-ignore: decorator
@inline function mul(a: v128, b: v128): v128 { return f32x4.mul(a, b) }
// @ts-ignore: decorator
@inline function div(a: v128, b: v128): v128 { return f32x4.div(a, b) }
// @ts-ignore: decorator
@inline function all(a: f32): v128 { return f32x4.splat(a) }
/** a·b + c·d */
// @ts-ignore: decorator
@inline function two(a: v128, b: v128, c: v128, d: v128): v128 { return add(mul(a, b), mul(c, d)) }
/** a·b − c·d */
// @ts-ignore: decorator
@inline function less(a: v128, b: v128, c: v128, d: v128): v128 { return sub(mul(a, b), mul(c, d)) }
/** a·b + c·d + e·f */
// @ts-ignore: decorator
@inline function three(a: v128, b: v128, c: v128, d: v128, e: v128, f: v128): v128 { return add(two(a, b, c, d), mul(e, f)) }
/** a + b·c */
// @ts-ignore: decorator
@inline function on(a: v128, b: v128, c: v128): v128 { return add(a, mul(b, c)) }
/** a where the mask is set, else b. */
// @ts-ignore: decorator
@inline function pick(a: v128, b: v128, mask: v128): v128 { return v128.bitselect(a, b, mask) }
// @ts-ignore: decorator
@inline function any(mask: v128): bool { return v128.any_true(mask) }
// @ts-ignore: decorator
@inline function root(a: v128): v128 { return f32x4.sqrt(a) }

const boards: i32 = 39
const rows: i32 = 240
const perCell: f32 = 4 / 0.3048
const perBoard: f32 = 39 / (41.5 * 0.0254)
const gravity: f32 = 9.80665
const entryM: f32 = 60 * 0.3048 - 6.05 * 0.0254
const slipSmoothing: f32 = 0.01
const spinSmoothing: f32 = 0.25
const lockedSlip: f32 = 0.002
const rollingSlip: f32 = 0.06
const stiffStep: f32 = 1.4
const perTurn: f32 = 0.15915494309189535
const longestS: f32 = 8
/** Square of the spin, rad²/s², below which the axis of a ball is nowhere. */
const leastTurn: f32 = 1e-4
/** More than any shot takes: what goes astray ends. */
const mostSteps: i32 = 16000
/** No place to roll from. */
const never: f32 = 1e6

/** Film in µm, row by row, as `filmOf` lays it out. */
export const filmAt: usize = memory.data(39 * 240 * 4 + 16, 16)
/** radius, k1, k2, k3, spin patch, flare coupling, flare width, µ oil, µ oil to dry, film scale, longest step. */
export const courseAt: usize = memory.data(64, 16)
/** Starts, and in their place the ends: 12 figures of a state, four shots side by side each; then where it rolls from, how far it strays, whether it rolls. */
export const shotsAt: usize = memory.data(15 * 16 * 64, 16)
/** Spin of balls that roll, as `roll.ts` carries it over: in lane axes and in the body's, then the velocity's two parts. */
const spinAt: usize = memory.data(6 * 16, 16)

let R: v128 = all(0)
let perK1: v128 = all(0)
let k1: v128 = all(0)
let perK2: v128 = all(0)
let k2: v128 = all(0)
let perK3: v128 = all(0)
let k3: v128 = all(0)
let spinPatch: v128 = all(0)
let coupling: v128 = all(0)
let perWidth: v128 = all(0)
let muOil: v128 = all(0)
let muOilToDry: v128 = all(0)
let perFilm: v128 = all(0)

/** e to the power of a, for a of at most a few; within 3e-7 of it. */
// @ts-ignore: decorator
@inline function exp(a: v128): v128 {
  const power = f32x4.max(mul(a, all(1.4426950408889634)), all(-120))
  const whole = f32x4.nearest(power)
  const f = sub(power, whole)
  // Pairs first: the terms do not wait for each other.
  const ff = mul(f, f)
  const high = on(on(all(0.055504109), f, all(0.0096181291)), ff, all(0.0013333558))
  const part = on(on(on(all(1), f, all(0.69314718)), ff, all(0.24022651)), mul(ff, f), high)
  return mul(part, i32x4.shl(i32x4.add(i32x4.trunc_sat_f32x4_s(whole), i32x4.splat(127)), 23))
}

/** Friction under four points. */
// @ts-ignore: decorator
@inline function muUnder(x: v128, y: v128): v128 {
  const row = f32x4.min(f32x4.max(sub(mul(y, all(perCell)), all(0.5)), all(0)), all(<f32>(rows - 1)))
  const column = f32x4.min(f32x4.max(sub(all(19), mul(x, all(perBoard))), all(0)), all(<f32>(boards - 1)))
  const r = f32x4.min(f32x4.floor(row), all(<f32>(rows - 2)))
  const c = f32x4.min(f32x4.floor(column), all(<f32>(boards - 2)))
  const fr = sub(row, r)
  const fc = sub(column, c)
  const cell = i32x4.trunc_sat_f32x4_s(on(c, r, all(<f32>boards)))
  const a = filmAt + (<usize>i32x4.extract_lane(cell, 0) << 2)
  const b = filmAt + (<usize>i32x4.extract_lane(cell, 1) << 2)
  const d = filmAt + (<usize>i32x4.extract_lane(cell, 2) << 2)
  const e = filmAt + (<usize>i32x4.extract_lane(cell, 3) << 2)
  const next: usize = 39 * 4
  const ab = v128.load_lane<u64>(b, v128.load64_zero(a), 1)
  const de = v128.load_lane<u64>(e, v128.load64_zero(d), 1)
  const abFar = v128.load_lane<u64>(b + next, v128.load64_zero(a + next), 1)
  const deFar = v128.load_lane<u64>(e + next, v128.load64_zero(d + next), 1)
  const left = v128.shuffle<f32>(ab, de, 0, 2, 4, 6)
  const right = v128.shuffle<f32>(ab, de, 1, 3, 5, 7)
  const leftFar = v128.shuffle<f32>(abFar, deFar, 0, 2, 4, 6)
  const rightFar = v128.shuffle<f32>(abFar, deFar, 1, 3, 5, 7)
  const near = on(left, fc, sub(right, left))
  const far = on(leftFar, fc, sub(rightFar, leftFar))
  const thickness = on(near, fr, sub(far, near))
  return on(muOil, muOilToDry, exp(mul(f32x4.neg(thickness), perFilm)))
}

/** Spin of rolling balls from their momentum about the contact and their quaternion, into `spinAt`. */
// @ts-ignore: decorator
@inline function rollingSpin(j1: v128, j2: v128, j3: v128, a: v128, b: v128, c: v128, d: v128): void {
  const aa = mul(a, a)
  const bb = mul(b, b)
  const cc = mul(c, c)
  const dd = mul(d, d)
  const n = div(all(1), add(add(aa, bb), add(cc, dd)))
  const n2 = add(n, n)
  const r11 = mul(n, sub(add(aa, bb), add(cc, dd)))
  const r12 = mul(n2, less(b, c, a, d))
  const r13 = mul(n2, two(b, d, a, c))
  const r21 = mul(n2, two(b, c, a, d))
  const r22 = mul(n, sub(add(aa, cc), add(bb, dd)))
  const r23 = mul(n2, less(c, d, a, b))
  const r31 = mul(n2, less(b, d, a, c))
  const r32 = mul(n2, two(c, d, a, b))
  const r33 = mul(n, sub(add(aa, dd), add(bb, cc)))
  const a1 = mul(k1, r11)
  const a2 = mul(k2, r12)
  const a3 = mul(k3, r13)
  const b1 = mul(k1, r21)
  const b2 = mul(k2, r22)
  const b3 = mul(k3, r23)
  const RR = mul(R, R)
  const m11 = add(three(a1, r11, a2, r12, a3, r13), RR)
  const m12 = three(a1, r21, a2, r22, a3, r23)
  const m13 = three(a1, r31, a2, r32, a3, r33)
  const m22 = add(three(b1, r21, b2, r22, b3, r23), RR)
  const m23 = three(b1, r31, b2, r32, b3, r33)
  const m33 = three(mul(k1, r31), r31, mul(k2, r32), r32, mul(k3, r33), r33)
  const c11 = less(m22, m33, m23, m23)
  const c12 = less(m13, m23, m12, m33)
  const c13 = less(m12, m23, m13, m22)
  const c23 = less(m12, m13, m11, m23)
  const perDet = div(all(1), three(m11, c11, m12, c12, m13, c13))
  const wx = mul(perDet, three(c11, j1, c12, j2, c13, j3))
  const wy = mul(perDet, three(c12, j1, less(m11, m33, m13, m13), j2, c23, j3))
  const wz = mul(perDet, three(c13, j1, c23, j2, less(m11, m22, m12, m12), j3))
  v128.store(spinAt, wx)
  v128.store(spinAt, wy, 16)
  v128.store(spinAt, wz, 32)
  v128.store(spinAt, three(r11, wx, r21, wy, r31, wz), 48)
  v128.store(spinAt, three(r12, wx, r22, wy, r32, wz), 64)
  v128.store(spinAt, three(r13, wx, r23, wy, r33, wz), 80)
}

/** Reads the course that `courseAt` holds; the film has its own place. */
export function take(): void {
  R = v128.load32_splat(courseAt)
  k1 = v128.load32_splat(courseAt, 4)
  k2 = v128.load32_splat(courseAt, 8)
  k3 = v128.load32_splat(courseAt, 12)
  perK1 = div(all(1), k1)
  perK2 = div(all(1), k2)
  perK3 = div(all(1), k3)
  spinPatch = v128.load32_splat(courseAt, 16)
  coupling = v128.load32_splat(courseAt, 20)
  perWidth = div(all(1), v128.load32_splat(courseAt, 24))
  muOil = v128.load32_splat(courseAt, 28)
  muOilToDry = v128.load32_splat(courseAt, 32)
  perFilm = div(all(1), v128.load32_splat(courseAt, 36))
}

/** Runs so many groups of four shots from their starts at `shotsAt` to their ends in the same place. */
export function run(groups: i32): void {
  for (let g = 0; g < groups; g += 1) runFour(shotsAt + <usize>g * 240)
}

function runFour(at: usize): void {
  const longest = v128.load32_splat(courseAt, 40)
  const bound = div(all(stiffStep), mul(all(gravity), on(all(1), mul(R, R), perK1)))
  const none = all(0)
  const half = all(0.5)
  const one = all(1)
  let s0 = v128.load(at)
  let s1 = v128.load(at, 16)
  let s2 = v128.load(at, 32)
  let s3 = v128.load(at, 48)
  let s4 = v128.load(at, 64)
  let s5 = v128.load(at, 80)
  let s6 = v128.load(at, 96)
  let s7 = v128.load(at, 112)
  let s8 = v128.load(at, 128)
  let s9 = v128.load(at, 144)
  let s10 = v128.load(at, 160)
  let s11 = v128.load(at, 176)
  let t = none
  let rolling = none
  let letGo = none
  let done = none
  let rollsFrom = all(never)
  let strays = none
  let w1k = none, w2k = none, w3k = none, wxk = none, wyk = none, wzk = none
  for (let step = 0; step < mostSteps; step += 1) {
    // A ball that all but stops, or takes over 8 s, ends where it is; asked so that what is no number ends too.
    done = v128.or(done, v128.not(v128.and(f32x4.ge(s3, all(0.05)), f32x4.le(t, all(longestS)))))
    if (i32x4.all_true(done)) break

    const slides = v128.andnot(v128.not(done), rolling)
    if (any(slides)) {
      let x = s0, y = s1, vx = s2, vy = s3, l1 = s4, l2 = s5, l3 = s6, a = s7, b = s8, c = s9, d = s10, psi = s11
      let x_ = none, y_ = none, vx_ = none, vy_ = none, l1_ = none, l2_ = none, l3_ = none
      let a_ = none, b_ = none, c_ = none, d_ = none, psi_ = none
      let h = longest
      let locks = none
      const ownOil = mul(coupling, exp(mul(f32x4.neg(s11), perWidth)))
      for (let turn = 0; turn < 4; turn += 1) {
        const aa = mul(a, a)
        const bb = mul(b, b)
        const cc = mul(c, c)
        const dd = mul(d, d)
        const n = div(one, add(add(aa, bb), add(cc, dd)))
        const n2 = add(n, n)
        const r11 = mul(n, sub(add(aa, bb), add(cc, dd)))
        const r12 = mul(n2, less(b, c, a, d))
        const r13 = mul(n2, two(b, d, a, c))
        const r21 = mul(n2, two(b, c, a, d))
        const r22 = mul(n, sub(add(aa, cc), add(bb, dd)))
        const r23 = mul(n2, less(c, d, a, b))
        const r31 = mul(n2, less(b, d, a, c))
        const r32 = mul(n2, two(c, d, a, b))
        const r33 = mul(n, sub(add(aa, dd), add(bb, cc)))
        const w1 = mul(perK1, three(r11, l1, r21, l2, r31, l3))
        const w2 = mul(perK2, three(r12, l1, r22, l2, r32, l3))
        const w3 = mul(perK3, three(r13, l1, r23, l2, r33, l3))
        const wz = three(r31, w1, r32, w2, r33, w3)
        const sx = sub(vx, mul(R, three(r21, w1, r22, w2, r23, w3)))
        const sy = on(vy, R, three(r11, w1, r12, w2, r13, w3))
        const slip2 = two(sx, sx, sy, sy)
        const smooth = root(add(slip2, all(slipSmoothing * slipSmoothing)))
        const e = f32x4.min(mul(sub(psi, s11), perWidth), one)
        const kept = sub(one, mul(e, sub(one, mul(e, sub(half, mul(e, sub(all(<f32>(1.0 / 6)), mul(e, all(<f32>(1.0 / 24))))))))))
        const mu = mul(muUnder(x, y), sub(one, mul(ownOil, kept)))
        if (turn === 0) {
          locks = v128.andnot(v128.and(slides, f32x4.lt(slip2, all(lockedSlip * lockedSlip))), letGo)
          const isSlow = f32x4.lt(slip2, all(rollingSlip * rollingSlip))
          rollsFrom = pick(pick(f32x4.min(rollsFrom, s1), all(never), isSlow), rollsFrom, slides)
          letGo = v128.and(letGo, v128.or(v128.not(slides), f32x4.lt(slip2, all(lockedSlip * lockedSlip))))
          h = f32x4.min(h, div(mul(bound, smooth), mu))
          h = f32x4.min(h, div(sub(all(entryM), y), vy))
        }
        const push = mul(mu, all(gravity))
        const pull = div(f32x4.neg(push), smooth)
        const fx = mul(pull, sx)
        const fy = mul(pull, sy)
        const tx = mul(R, fy)
        const ty = f32x4.neg(mul(R, fx))
        const tz = div(f32x4.neg(mul(mul(push, spinPatch), wz)), root(add(mul(wz, wz), all(spinSmoothing))))
        const da = f32x4.neg(mul(half, three(b, w1, c, w2, d, w3)))
        const db = mul(half, sub(two(a, w1, c, w3), mul(d, w2)))
        const dc = mul(half, sub(two(a, w2, d, w1), mul(b, w3)))
        const dd_ = mul(half, sub(two(a, w3, b, w2), mul(c, w1)))
        // Wander of the spin axis over the ball: the part of ω̇ across ω.
        const ww = three(w1, w1, w2, w2, w3, w3)
        const turns = f32x4.gt(ww, all(leastTurn))
        const d1 = mul(perK1, add(three(r11, tx, r21, ty, r31, tz), mul(sub(k2, k3), mul(w2, w3))))
        const d2 = mul(perK2, add(three(r12, tx, r22, ty, r32, tz), mul(sub(k3, k1), mul(w3, w1))))
        const d3 = mul(perK3, add(three(r13, tx, r23, ty, r33, tz), mul(sub(k1, k2), mul(w1, w2))))
        const perWW = div(one, ww)
        const along = mul(perWW, three(w1, d1, w2, d2, w3, d3))
        const e1 = sub(d1, mul(along, w1))
        const e2 = sub(d2, mul(along, w2))
        const e3 = sub(d3, mul(along, w3))
        const rate = mul(R, root(mul(perWW, three(e1, e1, e2, e2, e3, e3))))
        const dpsi = v128.and(turns, sub(rate, mul(mul(psi, root(ww)), all(perTurn))))
        const weight = turn === 0 || turn === 3 ? one : all(2)
        x_ = on(x_, weight, vx)
        y_ = on(y_, weight, vy)
        vx_ = on(vx_, weight, fx)
        vy_ = on(vy_, weight, fy)
        l1_ = on(l1_, weight, tx)
        l2_ = on(l2_, weight, ty)
        l3_ = on(l3_, weight, tz)
        a_ = on(a_, weight, da)
        b_ = on(b_, weight, db)
        c_ = on(c_, weight, dc)
        d_ = on(d_, weight, dd_)
        psi_ = on(psi_, weight, dpsi)
        if (turn === 3) break
        const by = turn === 2 ? h : mul(half, h)
        x = on(s0, by, vx)
        y = on(s1, by, vy)
        vx = on(s2, by, fx)
        vy = on(s3, by, fy)
        l1 = on(s4, by, tx)
        l2 = on(s5, by, ty)
        l3 = on(s6, by, tz)
        a = on(s7, by, da)
        b = on(s8, by, db)
        c = on(s9, by, dc)
        d = on(s10, by, dd_)
        psi = on(s11, by, dpsi)
      }
      const moves = v128.andnot(slides, locks)
      const sixth = mul(h, all(<f32>(1.0 / 6)))
      s0 = pick(on(s0, sixth, x_), s0, moves)
      s1 = pick(on(s1, sixth, y_), s1, moves)
      s2 = pick(on(s2, sixth, vx_), s2, moves)
      s3 = pick(on(s3, sixth, vy_), s3, moves)
      s4 = pick(on(s4, sixth, l1_), s4, moves)
      s5 = pick(on(s5, sixth, l2_), s5, moves)
      s6 = pick(on(s6, sixth, l3_), s6, moves)
      a = on(s7, sixth, a_)
      b = on(s8, sixth, b_)
      c = on(s9, sixth, c_)
      d = on(s10, sixth, d_)
      const unit = div(one, root(add(two(a, a, b, b), two(c, c, d, d))))
      s7 = pick(mul(unit, a), s7, moves)
      s8 = pick(mul(unit, b), s8, moves)
      s9 = pick(mul(unit, c), s9, moves)
      s10 = pick(mul(unit, d), s10, moves)
      s11 = pick(on(s11, sixth, psi_), s11, moves)
      t = pick(add(t, h), t, moves)
      done = v128.or(done, v128.and(moves, f32x4.lt(sub(all(entryM), s1), all(1e-5))))
      strays = f32x4.max(strays, f32x4.abs(s0))
      if (any(locks)) {
        // Momentum about the centre becomes momentum about the contact.
        s4 = pick(sub(s4, mul(R, s3)), s4, locks)
        s5 = pick(on(s5, R, s2), s5, locks)
        rollingSpin(s4, s5, s6, s7, s8, s9, s10)
        wxk = pick(v128.load(spinAt), wxk, locks)
        wyk = pick(v128.load(spinAt, 16), wyk, locks)
        wzk = pick(v128.load(spinAt, 32), wzk, locks)
        w1k = pick(v128.load(spinAt, 48), w1k, locks)
        w2k = pick(v128.load(spinAt, 64), w2k, locks)
        w3k = pick(v128.load(spinAt, 80), w3k, locks)
        s2 = pick(mul(R, wyk), s2, locks)
        s3 = pick(f32x4.neg(mul(R, wxk)), s3, locks)
        rolling = v128.or(rolling, locks)
      }
    }

    const rolls = v128.andnot(rolling, done)
    if (any(rolls)) {
      rollsFrom = pick(f32x4.min(rollsFrom, s1), rollsFrom, rolls)
      const h = f32x4.min(longest, div(sub(all(entryM), s1), s3))
      const muNow = muUnder(s0, s1)
      const grip = sub(one, mul(coupling, exp(mul(f32x4.neg(s11), perWidth))))
      const braked = mul(mul(grip, all(gravity)), spinPatch)
      let x = s0, y = s1, j3 = s6, a = s7, b = s8, c = s9, d = s10
      let x_ = none, y_ = none, j3_ = none, a_ = none, b_ = none, c_ = none, d_ = none
      let wx = wxk, wy = wyk, wz = wzk, w1 = w1k, w2 = w2k, w3 = w3k
      for (let turn = 0; turn < 4; turn += 1) {
        const mu = turn === 0 ? muNow : muUnder(x, y)
        const dj3 = div(f32x4.neg(mul(mul(braked, mu), wz)), root(add(mul(wz, wz), all(spinSmoothing))))
        const dx = mul(R, wy)
        const dy = f32x4.neg(mul(R, wx))
        const da = f32x4.neg(mul(half, three(b, w1, c, w2, d, w3)))
        const db = mul(half, sub(two(a, w1, c, w3), mul(d, w2)))
        const dc = mul(half, sub(two(a, w2, d, w1), mul(b, w3)))
        const dd = mul(half, sub(two(a, w3, b, w2), mul(c, w1)))
        const weight = turn === 0 || turn === 3 ? one : all(2)
        x_ = on(x_, weight, dx)
        y_ = on(y_, weight, dy)
        j3_ = on(j3_, weight, dj3)
        a_ = on(a_, weight, da)
        b_ = on(b_, weight, db)
        c_ = on(c_, weight, dc)
        d_ = on(d_, weight, dd)
        if (turn === 3) break
        const by = turn === 2 ? h : mul(half, h)
        x = on(s0, by, dx)
        y = on(s1, by, dy)
        j3 = on(s6, by, dj3)
        a = on(s7, by, da)
        b = on(s8, by, db)
        c = on(s9, by, dc)
        d = on(s10, by, dd)
        rollingSpin(s4, s5, j3, a, b, c, d)
        wx = v128.load(spinAt)
        wy = v128.load(spinAt, 16)
        wz = v128.load(spinAt, 32)
        w1 = v128.load(spinAt, 48)
        w2 = v128.load(spinAt, 64)
        w3 = v128.load(spinAt, 80)
      }
      const sixth = mul(h, all(<f32>(1.0 / 6)))
      j3 = on(s6, sixth, j3_)
      a = on(s7, sixth, a_)
      b = on(s8, sixth, b_)
      c = on(s9, sixth, c_)
      d = on(s10, sixth, d_)
      const unit = div(one, root(add(two(a, a, b, b), two(c, c, d, d))))
      a = mul(unit, a)
      b = mul(unit, b)
      c = mul(unit, c)
      d = mul(unit, d)
      rollingSpin(s4, s5, j3, a, b, c, d)
      const vx = mul(R, v128.load(spinAt, 16))
      const vy = f32x4.neg(mul(R, v128.load(spinAt)))
      const dvx = sub(vx, s2)
      const dvy = sub(vy, s3)
      // To roll on, a ball whose axis wanders needs friction; where the lane has less it slips again.
      const needs = div(root(two(dvx, dvx, dvy, dvy)), h)
      const slips = v128.and(rolls, f32x4.gt(needs, mul(mul(all(gravity), grip), muNow)))
      const moves = v128.andnot(rolls, slips)
      // Migration of the axis: psi goes toward the arc of this step within a revolution.
      const b1 = v128.load(spinAt, 48)
      const b2 = v128.load(spinAt, 64)
      const b3 = v128.load(spinAt, 80)
      const p = root(three(w1k, w1k, w2k, w2k, w3k, w3k))
      const q = root(three(b1, b1, b2, b2, b3, b3))
      const cx = less(w2k, b3, w3k, b2)
      const cy = less(w3k, b1, w1k, b3)
      const cz = less(w1k, b2, w2k, b1)
      const arc = div(root(three(cx, cx, cy, cy, cz, cz)), mul(p, q))
      const turns = mul(mul(q, h), all(perTurn))
      const toward = on(s11, sub(div(mul(R, arc), turns), s11), sub(one, exp(f32x4.neg(turns))))
      const wanders = v128.and(moves, v128.and(f32x4.gt(p, all(1e-6)), f32x4.gt(q, all(1e-6))))
      s11 = pick(toward, s11, wanders)
      s0 = pick(on(s0, sixth, x_), s0, moves)
      s1 = pick(on(s1, sixth, y_), s1, moves)
      s2 = pick(vx, s2, moves)
      s3 = pick(vy, s3, moves)
      s6 = pick(j3, s6, moves)
      s7 = pick(a, s7, moves)
      s8 = pick(b, s8, moves)
      s9 = pick(c, s9, moves)
      s10 = pick(d, s10, moves)
      wxk = pick(v128.load(spinAt), wxk, moves)
      wyk = pick(v128.load(spinAt, 16), wyk, moves)
      wzk = pick(v128.load(spinAt, 32), wzk, moves)
      w1k = pick(b1, w1k, moves)
      w2k = pick(b2, w2k, moves)
      w3k = pick(b3, w3k, moves)
      t = pick(add(t, h), t, moves)
      done = v128.or(done, v128.and(moves, f32x4.lt(sub(all(entryM), s1), all(1e-5))))
      strays = f32x4.max(strays, f32x4.abs(s0))
      if (any(slips)) {
        s4 = pick(on(s4, R, s3), s4, slips)
        s5 = pick(sub(s5, mul(R, s2)), s5, slips)
        rolling = v128.andnot(rolling, slips)
        letGo = v128.or(letGo, slips)
      }
    }
  }
  v128.store(at, s0)
  v128.store(at, s1, 16)
  v128.store(at, s2, 32)
  v128.store(at, s3, 48)
  v128.store(at, s4, 64)
  v128.store(at, s5, 80)
  v128.store(at, s6, 96)
  v128.store(at, s7, 112)
  v128.store(at, s8, 128)
  v128.store(at, s9, 144)
  v128.store(at, s10, 160)
  v128.store(at, s11, 176)
  v128.store(at, rollsFrom, 192)
  v128.store(at, strays, 208)
  v128.store(at, v128.and(rolling, one), 224)
}
