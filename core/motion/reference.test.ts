import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { type ShotInput, motionDefaults, pinPhaseOf, simulate } from '@sleetfall/core'

/**
 * The same physics written plainly and run finely: one system of equations from release to pins, no switch to rolling, no step that
 * adapts, nothing flat. What the hot loop may not differ from.
 */
type V = readonly [number, number, number]
const add = (a: V, b: V, k = 1): V => [a[0] + k * b[0], a[1] + k * b[1], a[2] + k * b[2]]
const scale = (a: V, k: number): V => [a[0] * k, a[1] * k, a[2] * k]
const dot = (a: V, b: V) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
const cross = (a: V, b: V): V => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]]
const length = (a: V) => Math.sqrt(dot(a, a))
const unit = (a: V) => scale(a, 1 / length(a))
const rad = Math.PI / 180
const g = 9.80665

interface Ball {
  /** Place and velocity on the lane. */
  readonly x: V
  readonly v: V
  /** Principal axes of the body on the lane: pin, middle, PSA. */
  readonly axes: readonly [V, V, V]
  readonly omega: V
  readonly psi: number
}

/** Frictional motion by the equations of the handbook, Runge–Kutta of fourth order on every part of the state. */
function reference(input: ShotInput, stepS: number, smoothing = 0.01) {
  const { bowler, ball, layout, release, friction } = input
  if (friction.kind !== 'step') throw new Error('only a step')
  const model = { ...motionDefaults, ...input.model }
  const R = (ball.diameterIn / 2) * 0.0254
  const k3 = ball.rgIn + ball.differentialIn
  const k2 = k3 - ball.intermediateDifferentialIn
  const moments = [ball.rgIn, k2, k3].map((inches) => (inches * 0.0254) ** 2) as unknown as V
  const [theta, rho, tau] = [release.launchAngleDeg, bowler.axisRotationDeg, bowler.axisTiltDeg].map(
    (degrees) => degrees * rad,
  ) as [number, number, number]
  const flat: V = [-Math.cos(rho) * Math.cos(tau), -Math.sin(rho) * Math.cos(tau), Math.sin(tau)]
  const pap: V = [
    flat[0] * Math.cos(theta) + flat[1] * Math.sin(theta),
    -flat[0] * Math.sin(theta) + flat[1] * Math.cos(theta),
    flat[2],
  ]
  const up = unit(add([0, 0, 1], pap, -pap[2]))
  const phase = (model.pinPhaseDeg ?? pinPhaseOf(layout)) * rad
  const toward = add(scale(up, Math.cos(phase)), cross(pap, up), Math.sin(phase))
  const arc = (layout.pinToPapIn * 0.0254) / R
  const pin = add(scale(pap, Math.cos(arc)), toward, Math.sin(arc))
  const back = unit(add(pap, pin, -dot(pap, pin)))
  const drilling = layout.drillingAngleDeg * rad
  const psa = add(scale(back, Math.cos(drilling)), cross(pin, back), -Math.sin(drilling))
  const speed = bowler.speedMph * 0.44704

  let state: Ball = {
    x: [0, 0, 0],
    v: [speed * Math.sin(theta), speed * Math.cos(theta), 0],
    axes: [pin, cross(psa, pin), psa],
    omega: scale(pap, (bowler.revRpm * 2 * Math.PI) / 60),
    psi: 0,
  }
  const rate = ({ x, v, axes, omega, psi }: Ball): Ball => {
    const slip: V = [v[0] - R * omega[1], v[1] + R * omega[0], 0]
    const w = length(omega)
    const mu =
      (x[1] < friction.atFt * 0.3048 ? friction.muBefore : friction.muAfter) *
      (1 - model.flareCoupling * Math.exp(-psi / (model.flareWidthIn * 0.0254)))
    const force = scale(slip, (-mu * g) / Math.sqrt(dot(slip, slip) + smoothing ** 2))
    const torque: V = [
      R * force[1],
      -R * force[0],
      (-mu * g * (model.spinPatchMm / 1000) * omega[2]) / Math.sqrt(omega[2] ** 2 + 0.25),
    ]
    // Euler's equations, part by part along the body's own axes.
    const own = axes.map((axis) => dot(axis, omega)) as unknown as V
    const inBody: V = [
      (dot(axes[0], torque) + (moments[1] - moments[2]) * own[1] * own[2]) / moments[0],
      (dot(axes[1], torque) + (moments[2] - moments[0]) * own[2] * own[0]) / moments[1],
      (dot(axes[2], torque) + (moments[0] - moments[1]) * own[0] * own[1]) / moments[2],
    ]
    // In the body's axes the axis of spin wanders with the part of this across it; in lane axes the same vector is the change of spin.
    const onLane = axes.reduce<V>((sum, axis, i) => add(sum, axis, inBody[i]!), [0, 0, 0])
    const across = length(add(onLane, omega, -dot(onLane, omega) / (w * w)))
    const inst = (R * (across / w) * 2 * Math.PI) / w
    return {
      x: v,
      v: force,
      axes: axes.map((axis) => cross(omega, axis)) as unknown as Ball['axes'],
      omega: onLane,
      psi: ((inst - psi) * w) / (2 * Math.PI),
    }
  }
  const step = (from: Ball, by: Ball, h: number): Ball => ({
    x: add(from.x, by.x, h),
    v: add(from.v, by.v, h),
    axes: from.axes.map((axis, i) => add(axis, by.axes[i]!, h)) as unknown as Ball['axes'],
    omega: add(from.omega, by.omega, h),
    psi: from.psi + h * by.psi,
  })
  const advance = (from: Ball, h: number): Ball => {
    const a = rate(from)
    const b = rate(step(from, a, h / 2))
    const c = rate(step(from, b, h / 2))
    const d = rate(step(from, c, h))
    const next = step(step(step(step(from, a, h / 6), b, h / 3), c, h / 3), d, h / 6)
    // Rounding only: the axes stay square to each other.
    const e1 = unit(next.axes[0])
    const e3 = unit(add(next.axes[2], e1, -dot(next.axes[2], e1)))
    return { ...next, axes: [e1, cross(e3, e1), e3] }
  }
  const end = 60 * 0.3048 - 6.05 * 0.0254
  const startBody = state.axes.map((axis) => dot(axis, state.omega)) as unknown as V
  while (state.x[1] < end - 1e-9) state = advance(state, Math.min(stepS, (end - state.x[1]) / state.v[1]))
  const { x, v, omega, axes } = state
  const endBody = axes.map((axis) => dot(axis, omega)) as unknown as V
  const between = dot(startBody, endBody) / (length(startBody) * length(endBody))
  return {
    entryBoard: release.laydownBoard - x[0] / ((41.5 * 0.0254) / 39),
    entryAngleDeg: Math.atan2(-v[0], v[1]) / rad,
    entrySpeedMph: Math.hypot(v[0], v[1]) / 0.44704,
    entryRevRpm: (length(omega) * 60) / (2 * Math.PI),
    entryAxisTiltDeg: Math.asin(omega[2] / length(omega)) / rad,
    flareIn: (Math.acos(Math.min(1, between)) * R) / 0.0254,
  }
}

const within: Readonly<Record<keyof ReturnType<typeof reference>, number>> = {
  entryBoard: 0.02,
  entryAngleDeg: 0.05,
  entrySpeedMph: 0.02,
  entryRevRpm: 1,
  entryAxisTiltDeg: 0.2,
  // How far the axis creeps while a ball all but rolls depends on the smoothing itself: a fifth of it moves this by a third of an inch.
  flareIn: 0.4,
}
function expectAgreement(input: ShotInput, looser: Partial<typeof within> = {}): void {
  const wanted = reference(input, 0.0005)
  const is = simulate(input)
  for (const [name, tolerance] of Object.entries({ ...within, ...looser })) {
    const off = is[name as 'entryBoard'] - wanted[name as 'entryBoard']
    expect({ name, off: Math.abs(off) <= tolerance ? 0 : off }).toEqual({ name, off: 0 })
  }
}

describe('the hot loop against the same physics written plainly', () => {
  const between = (min: number, max: number) => fc.double({ min, max, noNaN: true })
  const anyShot = (tilt: fc.Arbitrary<number>, muAfter: fc.Arbitrary<number>) =>
    fc
      .record({
        speedMph: between(14, 20),
        revRpm: between(200, 480),
        axisRotationDeg: between(10, 80),
        axisTiltDeg: tilt,
        rgIn: between(2.47, 2.65),
        differentialIn: between(0.01, 0.056),
        intermediateDifferentialIn: fc.constantFrom(0, 0.01),
        drillingAngleDeg: between(15, 85),
        pinToPapIn: between(2, 6),
        valAngleDeg: between(15, 75),
        muAfter,
        atFt: between(30, 45),
      })
      .map(({ speedMph, revRpm, axisRotationDeg, axisTiltDeg, muAfter: mu, atFt, ...rest }): ShotInput => ({
        bowler: { hand: 'right', speedMph, revRpm, axisRotationDeg, axisTiltDeg },
        ball: { weightLb: 15, diameterIn: 8.595, ...rest },
        layout: rest,
        release: { laydownBoard: 22, launchAngleDeg: 2.5 },
        friction: { kind: 'step', muBefore: 0.04, muAfter: mu, atFt },
      }))

  test('usual shots: oil, then dry, with flare on its own oil and the braking of spin', () => {
    fc.assert(
      fc.property(anyShot(between(3, 22), between(0.12, 0.22)), (shot) => expectAgreement(shot)),
      { numRuns: 12, seed: 411, endOnFailure: true },
    )
  })
  test('extreme tilt on a grippy lane: it rolls long and goes on spinning down as it rolls', () => {
    fc.assert(
      fc.property(anyShot(between(25, 45), fc.constant(0.2)), (shot) =>
        // The plain way creeps a little while it rolls, by the smoothing of its friction; over forty feet that shows on the ball.
        expectAgreement({ ...shot, friction: { kind: 'step', muBefore: 0.2, muAfter: 0.2, atFt: 0 } }, {}),
      ),
      { numRuns: 8, seed: 412, endOnFailure: true },
    )
  })
  test('a ball that rolls onto ice slips again where its wandering axis needs more than the lane gives', () => {
    fc.assert(
      fc.property(anyShot(between(5, 40), fc.constant(0.02)), (shot) =>
        // On ice the smoothing is as large as the friction itself, so the two need not agree as closely.
        expectAgreement(
          { ...shot, friction: { kind: 'step', muBefore: 0.25, muAfter: 0.02, atFt: 48 } },
          { entryBoard: 0.15, entryAngleDeg: 0.15, entryAxisTiltDeg: 0.4, flareIn: 0.6 },
        ),
      ),
      { numRuns: 8, seed: 412, endOnFailure: true },
    )
  })
})
