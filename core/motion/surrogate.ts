import { pocketBoards } from '../trials/shot.ts'
import { type Entry, carryOf } from './carry.ts'
import { type Spread, boardsPerLaunchDegree, deviate } from './deviation.ts'
import type { Course } from './integrate.ts'
import type { ShotInput } from './simulate.ts'

/** Step of a grid's shots, s: within 0.05 board at the pins. */
const coarseStepS = 0.02

/** Nodes over the aim in standard deviations: entry on a fine grid, since oil makes it bend; corrections on a coarse one. */
interface Grid {
  readonly fine: number
  readonly coarse: number
}
/** 102 shots. */
const usualGrid: Grid = { fine: 17, coarse: 17 }
const reachSd = 3.2
/** Speed and rev rate at which the corrections are taken, in standard deviations. */
const correctionSd = 1.2

const nodeAt = (k: number, count: number) => -reachSd + (2 * reachSd * k) / (count - 1)

/** Cubic through equally spaced values over ±reach, slopes by central differences (Catmull and Rom 1974); clamped outside. */
function interpolate(u: number, values: ArrayLike<number>): number {
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

/** Entries of a grid of shots: along the aim, and how speed and rev rate change them there; all in standard deviations. */
export interface Surrogate {
  readonly base: readonly Entry[]
  readonly corrections: readonly {
    readonly speed: number
    readonly speedBend: number
    readonly rev: number
    readonly revBend: number
    readonly product: number
    readonly angleBySpeed: number
    readonly angleByRev: number
  }[]
}

/**
 * Entry as a function of the deviations from few shots: a cubic in the aim, with speed and rev rate as quadratic
 * corrections, and their product, whose size changes with the aim.
 */
export function surrogate(input: ShotInput, course: Course, spread: Spread, { fine, coarse } = usualGrid): Surrogate {
  const aimSd = Math.hypot(spread.targetBoards, (spread.launchAngleDeg ?? 0) * boardsPerLaunchDegree) || 1e-6
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
  return { base, corrections }
}

/** What a spread of shots comes to. */
export interface Shares {
  readonly pPocket: number
  readonly pCarry: number
  readonly entryBoardSd: number
}

/** Points over the aim, equally far apart in standard deviations, weighted by the normal density. */
const aimPoints = 97
/** Gauss–Hermite nodes and weights of the standard normal, five points (Abramowitz and Stegun 1964, table 25.10, scaled by √2). */
const nodes = [-2.8569700138728056, -1.355626179974266, 0, 1.355626179974266, 2.8569700138728056] as const
const weights = [0.011257411327720689, 0.2220759220056126, 8 / 15, 0.2220759220056126, 0.011257411327720689] as const

const aims = Array.from({ length: aimPoints }, (_, k) => nodeAt(k, aimPoints))
const density = aims.map((u) => Math.exp(-0.5 * u * u))
const densitySum = density.reduce((sum, one) => sum + one, 0)
/** Share of an interval between two entries that lies in the pocket: edges are met between points, not at them. */
function shareInPocket(from: number, to: number): number {
  const [low, high] = from < to ? [from, to] : [to, from]
  const inside = Math.min(high, pocketBoards.high) - Math.max(low, pocketBoards.low)
  if (high - low < 1e-9) return inside >= 0 ? 1 : 0
  return Math.max(0, inside) / (high - low)
}

/**
 * Shares over a bowler's whole spread by quadrature: along the aim finely, since oil makes the entry bend and the pocket has edges; over
 * speed and rev rate by five Gauss–Hermite nodes each. Nothing is drawn, so there is no noise and no seed.
 */
export function integrateSurrogate({ base, corrections }: Surrogate): Shares {
  const { length: fine } = base
  const { length: coarse } = corrections
  const column = (name: keyof (typeof corrections)[number]) => {
    const values = corrections.map((row) => row[name])
    return base.map((_, k) => (fine === coarse ? values[k]! : interpolate(nodeAt(k, fine), values)))
  }
  const [bySpeed, speedBend, byRev, revBend, product] = [
    column('speed'),
    column('speedBend'),
    column('rev'),
    column('revBend'),
    column('product'),
  ]
  const [angleBySpeed, angleByRev] = [column('angleBySpeed'), column('angleByRev')]
  let [pocket, carry, mean, square] = [0, 0, 0, 0]
  // Filled anew for each node and read in place: objects here would cost more than the shots.
  const [entries, angles] = [new Float64Array(fine), new Float64Array(fine)]
  const along = new Float64Array(aimPoints)
  nodes.forEach((s, i) =>
    nodes.forEach((r, j) => {
      const weight = weights[i]! * weights[j]!
      for (let k = 0; k < fine; k += 1) {
        const { entryBoard, entryAngleDeg } = base[k]!
        entries[k] =
          entryBoard + s * (bySpeed[k]! + s * speedBend[k]!) + r * (byRev[k]! + r * revBend[k]!) + s * r * product[k]!
        angles[k] = entryAngleDeg + s * angleBySpeed[k]! + r * angleByRev[k]!
      }
      for (let k = 0; k < aimPoints; k += 1) along[k] = interpolate(aims[k]!, entries)
      for (let k = 0; k < aimPoints; k += 1) {
        const u = aims[k]!
        const { gutter, rolledOut, entrySpeedMph } = base[Math.round(((u + reachSd) / (2 * reachSd)) * (fine - 1))]!
        const entryBoard = along[k]!
        const w = (weight * density[k]!) / densitySum
        if (!gutter) {
          // Each interval belongs half to the point at either end.
          const before = along[Math.max(0, k - 1)]!
          const next = along[Math.min(aimPoints - 1, k + 1)]!
          pocket +=
            0.5 *
            w *
            (shareInPocket((before + entryBoard) / 2, entryBoard) + shareInPocket(entryBoard, (entryBoard + next) / 2))
          carry += w * carryOf(entryBoard, interpolate(u, angles), entrySpeedMph, rolledOut)
        }
        mean += w * entryBoard
        square += w * entryBoard * entryBoard
      }
    }),
  )
  return { pPocket: pocket, pCarry: carry, entryBoardSd: Math.sqrt(Math.max(0, square - mean * mean)) }
}
