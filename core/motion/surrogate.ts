import { pocketBoards } from '../trials/shot.ts'
import { carryOf } from './carry.ts'
import { cubicAt } from './cubic.ts'
import { type Deviation, type Spread, boardsPerLaunchDegree, deviateAll } from './deviation.ts'
import { type Entries, between } from './entries.ts'
import type { Course } from './ground.ts'
import type { ShotInput } from './simulate.ts'

/** Step of a grid's shots, s: within 0.1 board at the pins. */
const coarseStepS = 0.025
/** Shots over the aim, out to so many standard deviations; past a row's end it is as at its end. */
const aimNodes = 9
/** Standard deviations between two rows of shots over speed and rev rate together. */
const paceStep = 1.4
/** 49 shots with the four that find the direction of the pace. */
const fullRows = 5
/** 31 shots: enough to choose between lines. The pace moves the entry so evenly that a parabola carries on past its three rows. */
const sketchRows = 3
/** Points at which the shares are summed, and how far they go, in standard deviations. */
const aimPoints = 41
const pacePoints = 17
const reachSd = 2.8

const placeOf = (k: number, count: number, reach: number) => -reach + (2 * reach * k) / (count - 1)
const nodeOf = (sd: number, count: number, reach: number) =>
  Math.min(count - 1, Math.max(0, ((sd + reach) / (2 * reach)) * (count - 1)))
/** How far the outermost of so many rows lies from the meant pace. */
const paceReach = (rows: number) => (paceStep * (rows - 1)) / 2
const normal = (sd: number) => Math.exp(-0.5 * sd * sd)
const points = (count: number) => Array.from({ length: count }, (_, k) => placeOf(k, count, reachSd))
const [aims, paces] = [points(aimPoints), points(pacePoints)]
/** Shares of the points, of a sum of one along each of the two; and where the aims lie among a row's shots. */
const sharesOf = (all: readonly number[]) => {
  const sum = all.reduce((sum, sd) => sum + normal(sd), 0)
  return Float64Array.from(all, (sd) => normal(sd) / sum)
}
const [aimShares, paceShares] = [sharesOf(aims), sharesOf(paces)]
const aimPlaces = Float64Array.from(aims, (sd) => nodeOf(sd, aimNodes, reachSd))

/** Boards that speed and rev rate move the entry by, a standard deviation to either side. */
export interface PaceMoves {
  readonly bySpeed: number
  readonly byRev: number
}
/** Entries of a grid's shots, pace by pace. */
export interface Surrogate extends PaceMoves {
  /** Rows of the grid, one for each pace. */
  readonly rows: number
  readonly entries: Entries
}

/** The rows in the middle only. */
export interface Sketch extends Surrogate {
  /** Whether what speed and rev rate do was thrown for this very line. */
  readonly own: boolean
}

/**
 * Entry as a function of the deviations from few shots. Speed and rev rate move the entry nearly along one direction of the two: found
 * from four shots about the meant one, it is followed together with the aim on a grid, row by row; what lies across it moves nothing to
 * first order. Rows of a sketch of the same shot are not thrown again, where it followed the pace the way that this line asks for.
 */
export function surrogate(input: ShotInput, course: Course, spread: Spread, sketched?: Sketch): Surrogate {
  if (!sketched || sketched.own) return grid(input, course, spread, fullRows, sketched)
  const own = paceMoves(input, course, spread)
  return isSameWay(own, sketched)
    ? grid(input, course, spread, fullRows, sketched)
    : grid(input, course, spread, fullRows, undefined, own)
}
/** Two directions of the pace count as one up to this angle, rad. */
const sameWay = 0.05
const isSameWay = (a: PaceMoves, b: PaceMoves): boolean =>
  Math.abs(a.bySpeed * b.byRev - a.byRev * b.bySpeed) <=
  Math.sin(sameWay) * Math.hypot(a.bySpeed, a.byRev) * Math.hypot(b.bySpeed, b.byRev)
/** The rows in the middle only. What speed and rev rate do is thrown for, or known of another line. */
export const sketch = (input: ShotInput, course: Course, spread: Spread, beside?: PaceMoves): Sketch => ({
  ...grid(input, course, spread, sketchRows, undefined, beside),
  own: beside === undefined,
})

/** Standard deviation of what a bowler misses by, boards at the target. */
const aimSdOf = ({ targetBoards, launchAngleDeg = 0 }: Spread) =>
  Math.hypot(targetBoards, launchAngleDeg * boardsPerLaunchDegree) || 1e-6
/** A deviation in standard deviations of the aim, of speed and of rev rate. */
const deviationBy = (spread: Spread, aim: number, speed: number, rev: number): Deviation => ({
  targetBoards: aim * aimSdOf(spread),
  speedMph: speed * spread.speedMph,
  revRpm: rev * spread.revRpm,
  angleDeg: 0,
})
function paceMoves(input: ShotInput, course: Course, spread: Spread): PaceMoves {
  const about = deviateAll(
    input,
    course,
    [1, -1].map((by) => deviationBy(spread, 0, by, 0)).concat([1, -1].map((by) => deviationBy(spread, 0, 0, by))),
    coarseStepS,
  ).board
  return { bySpeed: about[0]! - about[1]!, byRev: about[2]! - about[3]! }
}

function grid(
  input: ShotInput,
  course: Course,
  spread: Spread,
  rows: number,
  known?: Surrogate,
  beside: PaceMoves | undefined = known,
): Surrogate {
  const { bySpeed, byRev } = beside ?? paceMoves(input, course, spread)
  const length = Math.hypot(bySpeed, byRev) || 1
  const outside = known ? (rows - known.rows) / 2 : 0
  const isKnown = (row: number) => known !== undefined && row >= outside && row < rows - outside
  const all: Deviation[] = []
  for (let row = 0; row < rows; row += 1) {
    if (isKnown(row)) continue
    const pace = placeOf(row, rows, paceReach(rows))
    for (let k = 0; k < aimNodes; k += 1)
      all.push(deviationBy(spread, placeOf(k, aimNodes, reachSd), (pace * bySpeed) / length, (pace * byRev) / length))
  }
  const thrown = deviateAll(input, course, all, coarseStepS)
  const entries = known ? between(thrown, known.entries, outside * aimNodes) : thrown
  return { rows, entries, bySpeed, byRev }
}

/** Entry boards of misses at the meant pace, and whether each goes into the gutter; null where one lies further out than the grid's shots. */
export function missesOn(
  { rows, entries }: Surrogate,
  spread: Spread,
  missed: readonly number[],
): { readonly boards: number; readonly entryBoard: number; readonly gutter: boolean }[] | null {
  const sd = aimSdOf(spread)
  if (missed.some((boards) => Math.abs(boards) > reachSd * sd)) return null
  const row = ((rows - 1) / 2) * aimNodes
  return missed.map((boards) => {
    const place = nodeOf(boards / sd, aimNodes, reachSd)
    return {
      boards,
      entryBoard: cubicAt(entries.board, place, row, aimNodes),
      gutter: entries.gutter[row + Math.round(place)] === 1,
    }
  })
}

/** What a spread of shots comes to. */
export interface Shares {
  readonly pPocket: number
  readonly pCarry: number
  readonly entryBoardSd: number
}

/** Share of an interval between two entries that lies in the pocket: edges are met between points, not at them. */
function shareInPocket(from: number, to: number): number {
  const low = Math.min(from, to)
  const high = Math.max(from, to)
  const inside = Math.min(high, pocketBoards.high) - Math.max(low, pocketBoards.low)
  if (high - low < 1e-9) return inside >= 0 ? 1 : 0
  return Math.max(0, inside) / (high - low)
}

/** The surface at a pace: one row across its columns, by a parabola through three nodes, else by cubics. */
function readAcross(values: Float64Array, rows: number, pace: number, into: Float64Array): void {
  const column = new Float64Array(rows)
  const t = pace / paceStep
  for (let k = 0; k < aimNodes; k += 1) {
    for (let row = 0; row < rows; row += 1) column[row] = values[row * aimNodes + k]!
    const [slow, meant, fast] = [column[0]!, column[1]!, column[2]!]
    into[k] =
      rows === 3
        ? meant + (t * (fast - slow)) / 2 + t * t * ((fast + slow) / 2 - meant)
        : cubicAt(column, nodeOf(pace, rows, paceReach(rows)))
  }
}

/**
 * Shares over a bowler's whole spread by quadrature on the surface through the grid's shots. Nothing is drawn, so there is no noise and
 * no seed.
 */
export function integrateSurrogate({ rows, entries }: Surrogate): Shares {
  let [pocket, carry, mean, square] = [0, 0, 0, 0]
  const [boards, angles] = [new Float64Array(aimNodes), new Float64Array(aimNodes)]
  const along = new Float64Array(aimPoints)
  for (const [at, pace] of paces.entries()) {
    readAcross(entries.board, rows, pace, boards)
    readAcross(entries.angleDeg, rows, pace, angles)
    const row = Math.round(nodeOf(pace, rows, paceReach(rows))) * aimNodes
    for (let k = 0; k < aimPoints; k += 1) along[k] = cubicAt(boards, aimPlaces[k]!)
    for (let k = 0; k < aimPoints; k += 1) {
      const place = aimPlaces[k]!
      const cell = row + Math.round(place)
      const entryBoard = along[k]!
      const weight = paceShares[at]! * aimShares[k]!
      mean += weight * entryBoard
      square += weight * entryBoard * entryBoard
      if (entries.gutter[cell] === 1) continue
      // Each interval belongs half to the point at either end.
      const before = (along[Math.max(0, k - 1)]! + entryBoard) / 2
      const next = (entryBoard + along[Math.min(aimPoints - 1, k + 1)]!) / 2
      pocket += 0.5 * weight * (shareInPocket(before, entryBoard) + shareInPocket(entryBoard, next))
      const rolledOut = entries.rolledOut[cell] === 1
      carry += weight * carryOf(entryBoard, cubicAt(angles, place), entries.speedMph[cell]!, rolledOut)
    }
  }
  return { pPocket: pocket, pCarry: carry, entryBoardSd: Math.sqrt(Math.max(0, square - mean * mean)) }
}
