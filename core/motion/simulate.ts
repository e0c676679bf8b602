import type { Layout } from '../ball/layout.ts'
import type { Vector } from '../ball/sphere.ts'
import { type Load, boardCount, boardWidthM, filmOf } from '../lane/film.ts'
import { loadsVolumeMl } from '../lane/figures.ts'
import { mirrorFilm } from '../lane/mirror.ts'
import { metresPerFoot, metresPerInch, metresPerSecondPerMph } from '../units/convert.ts'
import { pocketBoards } from '../trials/shot.ts'
import { type MotionModel, entryM, firstReadDeg, motionDefaults, rolledOutFt, rollingSlip } from './defaults.ts'
import { type Cover, frictionLaw, residueUmOf } from './friction.ts'
import type { Course } from './ground.ts'
import { type Trace, baseStepS, integrate, stateSize } from './integrate.ts'
import { type Delivery, type Release, startState } from './release.ts'

/** A ball as its catalogue or its drilled tensor gives it. */
export interface MovingBall {
  readonly weightLb: number
  readonly diameterIn: number
  readonly rgIn: number
  readonly differentialIn: number
  readonly intermediateDifferentialIn: number
  /**
   * Principal axes of a drilled ball, lowest RG to highest, along pin, middle axis and PSA of the blank (see `drilledBall`);
   * the figures above are the drilled ones then. Without them the axes are pin and PSA themselves.
   */
  readonly axes?: readonly [Vector, Vector, Vector] | undefined
}

export type Friction =
  | { readonly kind: 'constant'; readonly mu: number }
  | { readonly kind: 'step'; readonly muBefore: number; readonly muAfter: number; readonly atFt: number }
  | ({
      readonly kind: 'film'
      readonly loads: readonly Load[]
      /** A film in use instead of the fresh one. */
      readonly filmUm?: Float64Array | undefined
      /** Film that lies everywhere besides, µm; by the pattern's volume when not given. */
      readonly residueUm?: number | undefined
    } & Cover)

export interface ShotInput {
  readonly bowler: Delivery & { readonly hand: 'right' | 'left' }
  readonly ball: MovingBall
  readonly layout: Layout
  readonly release: Release
  readonly friction: Friction
  readonly model?: Partial<MotionModel> | undefined
}

export interface ShotOutcome {
  readonly boardAtArrows: number
  readonly boardAt34Ft: number
  readonly boardAt43Ft: number
  readonly breakpointBoard: number
  readonly breakpointFt: number
  readonly entryBoard: number
  /** Positive away from the bowler's own gutter. */
  readonly entryAngleDeg: number
  readonly entrySpeedMph: number
  readonly entryRevRpm: number
  /** Axis rotation and tilt that are left at the pins. */
  readonly entryAxisRotationDeg: number
  readonly entryAxisTiltDeg: number
  /** Arc on the ball from where the axis was at the release to where it is at the pins. */
  readonly flareIn: number
  /** Where the direction has turned by 1.5°; null when it never does. */
  readonly firstReadFt: number | null
  /** Length of the hook, from the first read to rolling or to the pins; null without a read. */
  readonly hookFt: number | null
  /** Length of the roll before the pins; null when the ball never rolls. */
  readonly rollFt: number | null
  /** Enters the pocket; never from the gutter. */
  readonly pocket: boolean
  /** The ball's centre leaves the boards: a gutter ball, whatever the figures past that say. */
  readonly gutter: boolean
  /** Rolls for more than 13 ft before the pins. */
  readonly rolledOut: boolean
  /** Still slides with more than half its slip at the pins. */
  readonly neverRead: boolean
  /** Board at every foot, and the distance with it. */
  readonly path: readonly (readonly [ft: number, board: number])[]
}

/** Friction of a course: constant or stepped without a film, else film and law. */
function groundOf(
  friction: Friction,
  hand: 'right' | 'left',
): Pick<Course, 'film' | 'muOil' | 'muOilToDry' | 'filmUm' | 'step'> {
  const bare = { film: noFilm, muOil: 0, muOilToDry: 0, filmUm: 1 }
  if (friction.kind === 'constant') return { ...bare, step: { muBefore: friction.mu, muAfter: friction.mu, atM: 0 } }
  if (friction.kind === 'step') {
    const { muBefore, muAfter, atFt } = friction
    return { ...bare, step: { muBefore, muAfter, atM: atFt * metresPerFoot } }
  }
  const film = friction.filmUm ?? filmOf(friction.loads)
  const { muOil, muDry, filmUm } = frictionLaw(friction)
  const residueUm = friction.residueUm ?? residueUmOf(loadsVolumeMl(friction.loads))
  return {
    film: hand === 'left' ? mirrorFilm(film) : film,
    muOil,
    // The residue lies under every film, so it takes the same share everywhere.
    muOilToDry: (muDry - muOil) * Math.exp(-residueUm / filmUm),
    filmUm,
    step: null,
  }
}

const noFilm = new Float64Array(0)

/** Everything of a shot that does not change with the release. */
export function courseOf(ball: MovingBall, friction: Friction, hand: 'right' | 'left', model: MotionModel): Course {
  const square = (inches: number) => (inches * metresPerInch) ** 2
  const k3 = ball.rgIn + ball.differentialIn
  return {
    ...groundOf(friction, hand),
    radiusM: (ball.diameterIn / 2) * metresPerInch,
    k1: square(ball.rgIn),
    k2: square(k3 - ball.intermediateDifferentialIn),
    k3: square(k3),
    spinPatchM: model.spinPatchMm / 1000,
    flareCoupling: model.flareCoupling,
    flareWidthM: model.flareWidthIn * metresPerInch,
    axes: ball.axes ?? null,
  }
}

/** Traces one shot; see `integrate` for what the arrays hold. */
export function traceShot(
  course: Course,
  delivery: Delivery,
  release: Release,
  layout: Layout,
  model: MotionModel,
  stepS = baseStepS,
): Trace {
  return integrate(course, startState(delivery, release, layout, course, model.pinPhaseDeg), stepS)
}

/** One shot from release to the pins, with all that is asked of it. Boards count from the bowler's own gutter. */
export function simulate(input: ShotInput, stepS = baseStepS): ShotOutcome {
  const model = { ...motionDefaults, ...input.model }
  const course = courseOf(input.ball, input.friction, input.bowler.hand, model)
  return outcomeOf(traceShot(course, input.bowler, input.release, input.layout, model, stepS), course)
}

const degrees = 180 / Math.PI
const boardOf = (x: number) => 20 - x / boardWidthM
/** Direction of travel in degrees, positive away from the own gutter, from the velocity. */
export const directionOf = (vx: number, vy: number) => Math.atan2(-vx, vy) * degrees
const directionDeg = (trace: Trace, step: number) =>
  directionOf(trace.states[step * stateSize + 2]!, trace.states[step * stateSize + 3]!)
/** How far from the lane's middle its boards end, m. */
export const edgeM = (boardCount / 2) * boardWidthM

/** Distance in ft from which the ball rolls to its end; null when it never does. */
function rollStart(trace: Trace): number | null {
  let rolls = trace.count + 1
  while (rolls > 0 && trace.slip[rolls - 1]! < rollingSlip) rolls -= 1
  return rolls > trace.count ? null : trace.states[rolls * stateSize + 1]! / metresPerFoot
}

/** Whether the ball's centre leaves the lane's boards. */
function inGutter(trace: Trace): boolean {
  for (let step = 1; step <= trace.count; step += 1) if (Math.abs(trace.states[step * stateSize]!) > edgeM) return true
  return false
}

/** The few figures of an entry, for the many shots of a spread. */
export function entryOf(
  trace: Trace,
): Pick<ShotOutcome, 'entryBoard' | 'entryAngleDeg' | 'entrySpeedMph' | 'rolledOut' | 'gutter'> {
  const at = trace.count * stateSize
  const start = rollStart(trace)
  return {
    entryBoard: boardOf(trace.states[at]!),
    entryAngleDeg: directionDeg(trace, trace.count),
    entrySpeedMph: Math.hypot(trace.states[at + 2]!, trace.states[at + 3]!) / metresPerSecondPerMph,
    gutter: inGutter(trace),
    rolledOut: start !== null && trace.states[at + 1]! / metresPerFoot - start > rolledOutFt,
  }
}

/** Reads the outcome off a trace. */
export function outcomeOf(trace: Trace, course: Course): ShotOutcome {
  const { states, count } = trace
  const x = (step: number) => states[step * stateSize]!
  const y = (step: number) => states[step * stateSize + 1]!

  /** Board at a distance, by cubic Hermite interpolation between steps. */
  const boardAt = (distanceM: number): number => {
    let low = 0
    let high = count
    while (high - low > 1) {
      const middle = (low + high) >> 1
      if (y(middle) <= distanceM) low = middle
      else high = middle
    }
    const span = y(high) - y(low)
    if (span <= 0) return boardOf(x(low))
    const u = Math.min(1, Math.max(0, (distanceM - y(low)) / span))
    const slope = (step: number) => (states[step * stateSize + 2]! / states[step * stateSize + 3]!) * span
    const [u2, u3] = [u * u, u * u * u]
    return boardOf(
      (2 * u3 - 3 * u2 + 1) * x(low) +
        (u3 - 2 * u2 + u) * slope(low) +
        (-2 * u3 + 3 * u2) * x(high) +
        (u3 - u2) * slope(high),
    )
  }

  let widest = 0
  for (let step = 1; step <= count; step += 1) if (x(step) > x(widest)) widest = step
  const breakpoint = vertex(trace, widest)

  const startDeg = directionDeg(trace, 0)
  let firstReadFt: number | null = null
  for (let step = 1; step <= count && firstReadFt === null; step += 1) {
    const turned = Math.abs(directionDeg(trace, step) - startDeg)
    if (turned < firstReadDeg) continue
    const before = Math.abs(directionDeg(trace, step - 1) - startDeg)
    const share = (firstReadDeg - before) / (turned - before)
    firstReadFt = (y(step - 1) + share * (y(step) - y(step - 1))) / metresPerFoot
  }

  const endFt = y(count) / metresPerFoot
  const rollStartFt = rollStart(trace)
  const rollFt = rollStartFt === null ? null : endFt - rollStartFt

  const gutter = inGutter(trace)
  const at = count * stateSize
  const [vx, vy] = [states[at + 2]!, states[at + 3]!]
  const spin = spinAt(trace, course, count)
  const entryBoard = boardOf(x(count))
  const path: [number, number][] = []
  for (let foot = 0; foot * metresPerFoot <= Math.min(entryM, y(count)); foot += 1)
    path.push([foot, boardAt(foot * metresPerFoot)])
  const heading = Math.atan2(vx, vy)
  return {
    boardAtArrows: boardAt(15 * metresPerFoot),
    boardAt34Ft: boardAt(34 * metresPerFoot),
    boardAt43Ft: boardAt(43 * metresPerFoot),
    breakpointBoard: boardOf(breakpoint.x),
    breakpointFt: breakpoint.y / metresPerFoot,
    entryBoard,
    entryAngleDeg: directionDeg(trace, count),
    entrySpeedMph: Math.hypot(vx, vy) / metresPerSecondPerMph,
    entryRevRpm: (spin.radS * 60) / (2 * Math.PI),
    // Angle of the level part of the axis against the direction of travel, as at the release.
    entryAxisRotationDeg: spin.radS < 1e-9 ? 0 : (Math.atan2(-spin.lane[1], -spin.lane[0]) + heading) * degrees,
    entryAxisTiltDeg: spin.radS < 1e-9 ? 0 : Math.asin(Math.min(1, Math.max(-1, spin.lane[2] / spin.radS))) * degrees,
    flareIn: (axisArc(spinAt(trace, course, 0), spin) * course.radiusM) / metresPerInch,
    firstReadFt,
    hookFt: firstReadFt === null ? null : Math.max(0, (rollStartFt ?? endFt) - firstReadFt),
    rollFt,
    pocket: !gutter && entryBoard >= pocketBoards.low && entryBoard <= pocketBoards.high,
    gutter,
    rolledOut: rollFt !== null && rollFt > rolledOutFt,
    neverRead: trace.slip[count]! > trace.slip[0]! / 2,
    path,
  }
}

interface Spin {
  readonly body: readonly [number, number, number]
  readonly lane: readonly [number, number, number]
  readonly radS: number
}

/** Spin at a step, in the body's principal axes and in lane axes. */
function spinAt(trace: Trace, course: Course, step: number): Spin {
  const at = step * stateSize
  const { states } = trace
  const [l1, l2, l3] = [states[at + 4]!, states[at + 5]!, states[at + 6]!]
  const [a, b, c, d] = [states[at + 7]!, states[at + 8]!, states[at + 9]!, states[at + 10]!]
  const e1 = [a * a + b * b - c * c - d * d, 2 * (b * c + a * d), 2 * (b * d - a * c)] as const
  const e2 = [2 * (b * c - a * d), a * a - b * b + c * c - d * d, 2 * (c * d + a * b)] as const
  const e3 = [2 * (b * d + a * c), 2 * (c * d - a * b), a * a - b * b - c * c + d * d] as const
  const part = (axis: readonly [number, number, number], moment: number) =>
    (axis[0] * l1 + axis[1] * l2 + axis[2] * l3) / moment
  const body = [part(e1, course.k1), part(e2, course.k2), part(e3, course.k3)] as const
  const lane = ([0, 1, 2] as const).map((i) => e1[i] * body[0] + e2[i] * body[1] + e3[i] * body[2]) as [
    number,
    number,
    number,
  ]
  return { body, lane, radS: Math.hypot(...body) }
}

/** Angle on the ball between the spin axis of two moments. */
function axisArc(from: Spin, to: Spin): number {
  if (from.radS < 1e-9 || to.radS < 1e-9) return 0
  const along =
    (from.body[0] * to.body[0] + from.body[1] * to.body[1] + from.body[2] * to.body[2]) / (from.radS * to.radS)
  return Math.acos(Math.min(1, Math.max(-1, along)))
}

/** Place nearest the gutter: where vx passes zero between two steps, or the end point it lies at. */
function vertex(trace: Trace, step: number): { readonly x: number; readonly y: number } {
  const value = (at: number, index: number) => trace.states[at * stateSize + index]!
  const from = value(step, 2) > 0 ? step : step - 1
  const to = from + 1
  if (from < 0 || to > trace.count || value(from, 2) <= 0 || value(to, 2) > 0)
    return { x: value(step, 0), y: value(step, 1) }
  const share = value(from, 2) / (value(from, 2) - value(to, 2))
  const dt = trace.time[to]! - trace.time[from]!
  return {
    x: value(from, 0) + 0.5 * share * dt * value(from, 2),
    y: value(from, 1) + share * (value(to, 1) - value(from, 1)),
  }
}
