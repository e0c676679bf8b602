import { pocketBoards } from '../trials/shot.ts'
import { carryOf } from './carry.ts'
import { cubicAt } from './cubic.ts'
import { type Deviation, type Spread, boardsPerLaunchDegree, deviateAll } from './deviation.ts'
import type { Entries } from './entries.ts'
import type { Course } from './ground.ts'
import type { ShotInput } from './simulate.ts'

/** Step of a grid's shots, s: within 0.1 board at the pins. */
const coarseStepS = 0.025
/** Shots over the aim, and over speed and rev rate together, out to so many standard deviations; past a row's end it is as at its end. */
export interface Grid {
  readonly aimNodes: number
  readonly paceNodes: number
  readonly aimSd: number
  readonly paceSd: number
}
/** 49 shots with the four that find the direction of the pace. */
const fullGrid: Grid = { aimNodes: 9, paceNodes: 5, aimSd: 2.8, paceSd: 2.8 }
/** 31 shots: enough to choose between lines. The pace moves the entry so evenly that a parabola carries on past its three nodes. */
export const sketchGrid: Grid = { aimNodes: 9, paceNodes: 3, aimSd: 2.6, paceSd: 1.5 }
/** Points at which the shares are summed, and how far they go, in standard deviations. */
const aimPoints = 41
const pacePoints = 17
const reachSd = 2.8

const placeOf = (k: number, count: number, reach: number) => -reach + (2 * reach * k) / (count - 1)
const nodeOf = (sd: number, count: number, reach: number) =>
  Math.min(count - 1, Math.max(0, ((sd + reach) / (2 * reach)) * (count - 1)))
const normal = (sd: number) => Math.exp(-0.5 * sd * sd)
const points = (count: number) => Array.from({ length: count }, (_, k) => placeOf(k, count, reachSd))
const [aims, paces] = [points(aimPoints), points(pacePoints)]
const densitySum = aims.reduce((sum, sd) => sum + normal(sd), 0) * paces.reduce((sum, sd) => sum + normal(sd), 0)

/** Entries of a grid's shots, pace by pace. */
export interface Surrogate {
  readonly grid: Grid
  readonly entries: Entries
}

/**
 * Entry as a function of the deviations from few shots. Speed and rev rate move the entry nearly along one direction of the two: found
 * from four shots about the meant one, it is followed together with the aim on a grid, row by row; what lies across it moves nothing to
 * first order.
 */
export function surrogate(input: ShotInput, course: Course, spread: Spread, grid = fullGrid): Surrogate {
  const { aimNodes, paceNodes, aimSd: aimReach, paceSd: paceReach } = grid
  const aimSd = Math.hypot(spread.targetBoards, (spread.launchAngleDeg ?? 0) * boardsPerLaunchDegree) || 1e-6
  const by = (aim: number, speed: number, rev: number): Deviation => ({
    targetBoards: aim * aimSd,
    speedMph: speed * spread.speedMph,
    revRpm: rev * spread.revRpm,
    angleDeg: 0,
  })
  const about = deviateAll(input, course, [by(0, 1, 0), by(0, -1, 0), by(0, 0, 1), by(0, 0, -1)], coarseStepS).board
  const bySpeed = about[0]! - about[1]!
  const byRev = about[2]! - about[3]!
  const length = Math.hypot(bySpeed, byRev) || 1
  const all: Deviation[] = []
  for (let row = 0; row < paceNodes; row += 1) {
    const pace = placeOf(row, paceNodes, paceReach)
    for (let k = 0; k < aimNodes; k += 1)
      all.push(by(placeOf(k, aimNodes, aimReach), (pace * bySpeed) / length, (pace * byRev) / length))
  }
  return { grid, entries: deviateAll(input, course, all, coarseStepS) }
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
function readAcross(
  values: Float64Array,
  { aimNodes, paceNodes, paceSd }: Grid,
  pace: number,
  into: Float64Array,
): void {
  const column = new Float64Array(paceNodes)
  const t = pace / paceSd
  for (let k = 0; k < aimNodes; k += 1) {
    for (let row = 0; row < paceNodes; row += 1) column[row] = values[row * aimNodes + k]!
    const [slow, meant, fast] = [column[0]!, column[1]!, column[2]!]
    into[k] =
      paceNodes === 3
        ? meant + (t * (fast - slow)) / 2 + t * t * ((fast + slow) / 2 - meant)
        : cubicAt(column, nodeOf(pace, paceNodes, paceSd))
  }
}

/**
 * Shares over a bowler's whole spread by quadrature on the surface through the grid's shots. Nothing is drawn, so there is no noise and
 * no seed.
 */
export function integrateSurrogate({ grid, entries }: Surrogate): Shares {
  const { aimNodes, paceNodes, aimSd, paceSd } = grid
  let [pocket, carry, mean, square] = [0, 0, 0, 0]
  const [boards, angles] = [new Float64Array(aimNodes), new Float64Array(aimNodes)]
  const along = new Float64Array(aimPoints)
  for (const pace of paces) {
    readAcross(entries.board, grid, pace, boards)
    readAcross(entries.angleDeg, grid, pace, angles)
    const row = Math.round(nodeOf(pace, paceNodes, paceSd)) * aimNodes
    for (let k = 0; k < aimPoints; k += 1) along[k] = cubicAt(boards, nodeOf(aims[k]!, aimNodes, aimSd))
    for (let k = 0; k < aimPoints; k += 1) {
      const node = nodeOf(aims[k]!, aimNodes, aimSd)
      const cell = row + Math.round(node)
      const entryBoard = along[k]!
      const weight = (normal(pace) * normal(aims[k]!)) / densitySum
      mean += weight * entryBoard
      square += weight * entryBoard * entryBoard
      if (entries.gutter[cell] === 1) continue
      // Each interval belongs half to the point at either end.
      const before = (along[Math.max(0, k - 1)]! + entryBoard) / 2
      const next = (entryBoard + along[Math.min(aimPoints - 1, k + 1)]!) / 2
      pocket += 0.5 * weight * (shareInPocket(before, entryBoard) + shareInPocket(entryBoard, next))
      carry +=
        weight * carryOf(entryBoard, cubicAt(angles, node), entries.speedMph[cell]!, entries.rolledOut[cell] === 1)
    }
  }
  return { pPocket: pocket, pCarry: carry, entryBoardSd: Math.sqrt(Math.max(0, square - mean * mean)) }
}
