import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { boardWidthM } from '../lane/film.ts'
import { finishRaUm } from '../surface/defaults.ts'
import { metresPerFoot } from '../units/convert.ts'
import { pocketBoards } from '../trials/shot.ts'
import { type Entry, carryChance } from './carry.ts'
import { motionDefaults } from './defaults.ts'
import { type Course, baseStepS } from './integrate.ts'
import type { Release } from './release.ts'
import { type ShotInput, courseOf, entryOf, simulate, traceShot } from './simulate.ts'

/** The bowler's own repeatability: standard deviations. */
export interface Spread {
  readonly targetBoards: number
  readonly speedMph: number
  readonly revRpm: number
  readonly launchAngleDeg?: number | undefined
}

/** Starting values (assumed) until a bowler's own shots give better ones. */
export const usualSpread: Spread = { targetBoards: 0.8, speedMph: 0.35, revRpm: 15 }

export interface Miss {
  readonly boards: number
  readonly entryBoard: number
  readonly gutter: boolean
  readonly pocket: boolean
}

export interface Room {
  readonly pPocket: number
  /** By the carry model; see `carryChance`. */
  readonly pCarry: number
  readonly entryBoardSd: number
  readonly misses: readonly Miss[]
}

const arrowsM = 15 * metresPerFoot
/** Launch angle from a laydown board that aims at a board at the arrows, straight. */
export const launchAngleDeg = (laydownBoard: number, targetBoard: number) =>
  (Math.atan(((laydownBoard - targetBoard) * boardWidthM) / arrowsM) * 180) / Math.PI
/** Board at the arrows that a release aims at. */
export const targetBoardOf = (release: Release) =>
  release.laydownBoard - (Math.tan((release.launchAngleDeg * Math.PI) / 180) * arrowsM) / boardWidthM

/** Deviations of one shot from what was meant. */
interface Deviation {
  readonly targetBoards: number
  readonly speedMph: number
  readonly revRpm: number
  readonly angleDeg: number
}

/** Runs a shot that deviates from the meant one. */
function deviate(input: ShotInput, course: Course, by: Deviation, stepS = baseStepS): Entry {
  const { bowler, release, layout } = input
  const model = { ...motionDefaults, ...input.model }
  const aimed = launchAngleDeg(release.laydownBoard, targetBoardOf(release) + by.targetBoards)
  const delivery = {
    ...bowler,
    speedMph: Math.max(5, bowler.speedMph + by.speedMph),
    revRpm: Math.max(0, bowler.revRpm + by.revRpm),
  }
  return entryOf(traceShot(course, delivery, { ...release, launchAngleDeg: aimed + by.angleDeg }, layout, model, stepS))
}

/** Standard normal deviates from a seed (Box and Muller 1958); the same seed gives the same figures everywhere. */
function normals(seed: number, count: number): Float64Array {
  const generator = xoroshiro128plus(seed)
  /** Uniform on (0, 1] in steps of 2⁻³². */
  const uniform = () => ((generator.next() >>> 0) + 1) / 4294967296
  const values = new Float64Array(count)
  for (let i = 0; i < count; i += 2) {
    const radius = Math.sqrt(-2 * Math.log(uniform()))
    const angle = 2 * Math.PI * uniform()
    values[i] = radius * Math.cos(angle)
    if (i + 1 < count) values[i + 1] = radius * Math.sin(angle)
  }
  return values
}

let drawn: { readonly of: string; readonly deviations: readonly Deviation[] } | null = null
/** Deviations of the samples of a seed; the same for every candidate, so that differences between lines are theirs. */
export function deviations(spread: Spread, samples: number, seed: number): readonly Deviation[] {
  const { targetBoards, speedMph, revRpm, launchAngleDeg: angleDeg = 0 } = spread
  const of = [samples, seed, targetBoards, speedMph, revRpm, angleDeg].join()
  // Many lines are asked about with one spread; drawing costs a tenth of a rough answer.
  if (drawn?.of === of) return drawn.deviations
  const z = normals(seed, 4 * samples)
  const deviations = Array.from({ length: samples }, (_, i) => ({
    targetBoards: spread.targetBoards * z[4 * i]!,
    speedMph: spread.speedMph * z[4 * i + 1]!,
    revRpm: spread.revRpm * z[4 * i + 2]!,
    angleDeg: (spread.launchAngleDeg ?? 0) * z[4 * i + 3]!,
  }))
  drawn = { of, deviations }
  return deviations
}

const inPocket = ({ entryBoard, gutter }: Pick<Sampled, 'entryBoard' | 'gutter'>) =>
  !gutter && entryBoard >= pocketBoards.low && entryBoard <= pocketBoards.high

interface Sampled {
  readonly entryBoard: number
  readonly gutter: boolean
  readonly carry: number
}

function summarise(sampled: readonly Sampled[], misses: readonly Miss[]): Room {
  const n = sampled.length
  const mean = sampled.reduce((sum, one) => sum + one.entryBoard, 0) / n
  const squares = sampled.reduce((sum, one) => sum + (one.entryBoard - mean) ** 2, 0)
  return {
    pPocket: sampled.filter(inPocket).length / n,
    pCarry: sampled.reduce((sum, one) => sum + one.carry, 0) / n,
    // Sample standard deviation; zero for a single sample.
    entryBoardSd: n < 2 ? 0 : Math.sqrt(squares / (n - 1)),
    misses,
  }
}

const none: Deviation = { targetBoards: 0, speedMph: 0, revRpm: 0, angleDeg: 0 }

/** What a miss of −2 to +2 boards at the target does. */
export function missChart(input: ShotInput, course: Course): Miss[] {
  return [-2, -1, 0, 1, 2].map((boards) => {
    const entry = deviate(input, course, { ...none, targetBoards: boards })
    return { boards, entryBoard: entry.entryBoard, gutter: entry.gutter, pocket: inPocket(entry) }
  })
}

export interface RoomOptions {
  readonly spread: Spread
  readonly samples: number
  readonly seed: number
  /**
   * 'exact' runs every sample. 'quick' runs a small grid, interpolates (see `surrogate`) and runs only the samples near the
   * pocket's edges: within 0.01 of exact. 'rough' interpolates on a still smaller grid, to rank lines: within 0.05.
   */
  readonly method?: 'exact' | 'quick' | 'rough' | undefined
}

/** Room for error of a line: the share of the bowler's own spread of shots that reaches the pocket. */
export function roomForError(input: ShotInput, options: RoomOptions, course = courseFor(input)): Room {
  const drawn = deviations(options.spread, options.samples, options.seed)
  const run = (by: Deviation, stepS = baseStepS): Sampled => {
    const outcome = deviate(input, course, by, stepS)
    return { entryBoard: outcome.entryBoard, gutter: outcome.gutter, carry: carryChance(outcome) }
  }
  const misses = missChart(input, course)
  const { method = 'exact' } = options
  if (method === 'exact')
    return summarise(
      drawn.map((by) => run(by)),
      misses,
    )
  const guess = surrogate(input, course, options.spread, grids[method])
  if (method === 'rough') return summarise(drawn.map(guess), misses)
  const near = ({ entryBoard }: Sampled, { speedMph, revRpm }: Deviation) => {
    // The surrogate is good along the aim and worse the further speed and rev rate are off.
    const off = Math.hypot(speedMph / (options.spread.speedMph || 1), revRpm / (options.spread.revRpm || 1))
    const doubt = doubtBoards + doubtBySd * off
    return Math.abs(entryBoard - pocketBoards.low) < doubt || Math.abs(entryBoard - pocketBoards.high) < doubt
  }
  const shots = drawn.map((by) => {
    const guessed = guess(by)
    return near(guessed, by) ? run(by, coarseStepS) : guessed
  })
  return summarise(shots, misses)
}

export const courseFor = (input: ShotInput) =>
  courseOf(input.ball, input.friction, input.bowler.hand, { ...motionDefaults, ...input.model })

/** Step for what only ranks or corrects, s: within 0.05 board at the pins. */
export const coarseStepS = 0.02
/** Samples whose interpolated entry lies this near to an edge of the pocket are run: boards, and more for each sd off. */
const doubtBoards = 0.06
const doubtBySd = 0.2

/** Nodes over the aim in standard deviations: entry on a fine grid, since oil makes it bend; corrections on a coarse one. */
interface Grid {
  readonly fine: number
  readonly coarse: number
}
const grids: Readonly<Record<'quick' | 'rough', Grid>> = {
  quick: { fine: 17, coarse: 9 },
  rough: { fine: 13, coarse: 7 },
}
const reachSd = 3.2
/** Speed and rev rate at which the corrections are taken, in standard deviations. */
const correctionSd = 1.2

const nodeAt = (k: number, count: number) => -reachSd + (2 * reachSd * k) / (count - 1)

/** Cubic through equally spaced values over ±reach, slopes by central differences (Catmull and Rom 1974); clamped outside. */
function interpolate(u: number, values: readonly number[]): number {
  const last = values.length - 1
  const place = Math.min(last, Math.max(0, ((u + reachSd) / (2 * reachSd)) * last))
  const i = Math.min(last - 1, Math.floor(place))
  const f = place - i
  const a = values[i]!
  const b = values[i + 1]!
  const da = i === 0 ? b - a : (b - values[i - 1]!) / 2
  const db = i + 1 === last ? b - a : (values[i + 2]! - a) / 2
  return a + f * (da + f * (3 * (b - a) - 2 * da - db + f * (2 * (a - b) + da + db)))
}

/**
 * Entry as a function of the deviations from few shots: a cubic in the aim, with speed and rev rate as quadratic
 * corrections, and their product, whose size changes with the aim.
 */
function surrogate(
  input: ShotInput,
  course: Course,
  spread: Spread,
  { fine, coarse }: Grid,
): (by: Deviation) => Sampled {
  const boardsPerDegree =
    targetBoardOf({ laydownBoard: 0, launchAngleDeg: 0 }) - targetBoardOf({ laydownBoard: 0, launchAngleDeg: 1 })
  const aimSd = Math.hypot(spread.targetBoards, (spread.launchAngleDeg ?? 0) * boardsPerDegree) || 1e-6
  const speedSd = spread.speedMph || 1e-6
  const revSd = spread.revRpm || 1e-6
  const at = (aim: number, speed: number, rev: number) =>
    deviate(
      input,
      course,
      { targetBoards: aim * aimSd, speedMph: speed * speedSd, revRpm: rev * revSd, angleDeg: 0 },
      coarseStepS,
    )
  const base = Array.from({ length: fine }, (_, k) => at(nodeAt(k, fine), 0, 0))
  const h = correctionSd
  const corrections = Array.from({ length: coarse }, (_, k) => {
    const aim = nodeAt(k, coarse)
    const middle = base[(k * (fine - 1)) / (coarse - 1)]!.entryBoard
    const [fast, slow, strong, weak, both] = [
      at(aim, h, 0),
      at(aim, -h, 0),
      at(aim, 0, h),
      at(aim, 0, -h),
      at(aim, h, h),
    ]
    return {
      speed: (fast.entryBoard - slow.entryBoard) / (2 * h),
      speedBend: (fast.entryBoard + slow.entryBoard - 2 * middle) / (2 * h * h),
      rev: (strong.entryBoard - weak.entryBoard) / (2 * h),
      revBend: (strong.entryBoard + weak.entryBoard - 2 * middle) / (2 * h * h),
      product: (both.entryBoard - fast.entryBoard - strong.entryBoard + middle) / (h * h),
      angleBySpeed: (fast.entryAngleDeg - slow.entryAngleDeg) / (2 * h),
      angleByRev: (strong.entryAngleDeg - weak.entryAngleDeg) / (2 * h),
    }
  })
  const column = (name: keyof (typeof corrections)[number]) => corrections.map((row) => row[name])
  const entries = base.map((one) => one.entryBoard)
  const angles = base.map((one) => one.entryAngleDeg)
  const [bySpeed, speedBend, byRev, revBend, product] = [
    column('speed'),
    column('speedBend'),
    column('rev'),
    column('revBend'),
    column('product'),
  ]
  const [angleBySpeed, angleByRev] = [column('angleBySpeed'), column('angleByRev')]
  return (by) => {
    const u = (by.targetBoards - by.angleDeg * boardsPerDegree) / aimSd
    const s = by.speedMph / speedSd
    const r = by.revRpm / revSd
    const entryBoard =
      interpolate(u, entries) +
      s * (interpolate(u, bySpeed) + s * interpolate(u, speedBend)) +
      r * (interpolate(u, byRev) + r * interpolate(u, revBend)) +
      s * r * interpolate(u, product)
    const entryAngleDeg = interpolate(u, angles) + s * interpolate(u, angleBySpeed) + r * interpolate(u, angleByRev)
    const nearest = base[Math.min(fine - 1, Math.max(0, Math.round(((u + reachSd) / (2 * reachSd)) * (fine - 1))))]!
    return { entryBoard, gutter: nearest.gutter, carry: carryChance({ ...nearest, entryBoard, entryAngleDeg }) }
  }
}

export interface Sensitivity {
  /** Change of the entry board, in boards. */
  readonly perMph: number
  readonly per50Rpm: number
  readonly per5DegRotation: number
  /** To the next finer pad of the finish table; null without a film, or when it is finer than all of them. */
  readonly perFinerPad: number | null
}

/** How far the entry moves with speed, rev rate and axis rotation: central differences about the shot; and with a finer pad. */
export function sensitivity(input: ShotInput, course = courseFor(input)): Sensitivity {
  const entry = (change: Partial<ShotInput['bowler']>) =>
    deviate({ ...input, bowler: { ...input.bowler, ...change } }, course, none).entryBoard
  const { speedMph, revRpm, axisRotationDeg } = input.bowler
  const { friction } = input
  const finer =
    friction.kind === 'film'
      ? finishRaUm.map(([, raUm]) => raUm).find((raUm) => raUm < 0.98 * friction.raUm)
      : undefined
  return {
    perMph: entry({ speedMph: speedMph + 0.5 }) - entry({ speedMph: speedMph - 0.5 }),
    per50Rpm: entry({ revRpm: revRpm + 25 }) - entry({ revRpm: Math.max(0, revRpm - 25) }),
    per5DegRotation:
      entry({ axisRotationDeg: axisRotationDeg + 2.5 }) - entry({ axisRotationDeg: axisRotationDeg - 2.5 }),
    perFinerPad:
      finer === undefined || friction.kind !== 'film'
        ? null
        : simulate({ ...input, friction: { ...friction, raUm: finer } }).entryBoard - entry({}),
  }
}
