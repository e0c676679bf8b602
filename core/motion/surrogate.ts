import { pocketBoards } from '../trials/shot.ts'
import { carryOf } from './carry.ts'
import { cubicAt } from './cubic.ts'
import { type Deviation, type Spread, boardsPerLaunchDegree, deviateAll } from './deviation.ts'
import type { Entries } from './entries.ts'
import type { Course } from './ground.ts'
import type { ShotInput } from './simulate.ts'

/** Step of a grid's shots, s: within 0.1 board at the pins. */
const coarseStepS = 0.025
/** Nodes over the aim, and over speed and rev rate together. 59 shots with the four that find their direction. */
const aimNodes = 11
const paceNodes = 5
/** How far the grid goes, in standard deviations. */
const reachSd = 2.8
/** Points at which the shares are summed. */
const aimPoints = 41
const pacePoints = 17

const placeOf = (k: number, count: number) => -reachSd + (2 * reachSd * k) / (count - 1)
const nodeOf = (sd: number, count: number) => ((sd + reachSd) / (2 * reachSd)) * (count - 1)
const normal = (sd: number) => Math.exp(-0.5 * sd * sd)
const points = (count: number) => Array.from({ length: count }, (_, k) => placeOf(k, count))
const [aims, paces] = [points(aimPoints), points(pacePoints)]
const densitySum = aims.reduce((sum, sd) => sum + normal(sd), 0) * paces.reduce((sum, sd) => sum + normal(sd), 0)

/**
 * Entry as a function of the deviations from few shots. Speed and rev rate move the entry nearly along one direction of the two: found
 * from four shots about the meant one, it is followed together with the aim on a grid, row by row; what lies across it moves nothing to
 * first order.
 */
export function surrogate(input: ShotInput, course: Course, spread: Spread): Entries {
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
  const grid: Deviation[] = []
  for (let row = 0; row < paceNodes; row += 1) {
    const pace = placeOf(row, paceNodes)
    for (let k = 0; k < aimNodes; k += 1)
      grid.push(by(placeOf(k, aimNodes), (pace * bySpeed) / length, (pace * byRev) / length))
  }
  return deviateAll(input, course, grid, coarseStepS)
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

/** One column of the grid, read at a pace. */
function readAcross(values: Float64Array, pace: number, into: Float64Array): void {
  const column = new Float64Array(paceNodes)
  for (let k = 0; k < aimNodes; k += 1) {
    for (let row = 0; row < paceNodes; row += 1) column[row] = values[row * aimNodes + k]!
    into[k] = cubicAt(column, nodeOf(pace, paceNodes))
  }
}

/**
 * Shares over a bowler's whole spread by quadrature on the surface through the grid's shots. Nothing is drawn, so there is no noise and
 * no seed.
 */
export function integrateSurrogate(grid: Entries): Shares {
  let [pocket, carry, mean, square] = [0, 0, 0, 0]
  const [boards, angles] = [new Float64Array(aimNodes), new Float64Array(aimNodes)]
  const along = new Float64Array(aimPoints)
  for (const pace of paces) {
    readAcross(grid.board, pace, boards)
    readAcross(grid.angleDeg, pace, angles)
    const row = Math.round(nodeOf(pace, paceNodes)) * aimNodes
    for (let k = 0; k < aimPoints; k += 1) along[k] = cubicAt(boards, nodeOf(aims[k]!, aimNodes))
    for (let k = 0; k < aimPoints; k += 1) {
      const node = nodeOf(aims[k]!, aimNodes)
      const cell = row + Math.round(node)
      const entryBoard = along[k]!
      const weight = (normal(pace) * normal(aims[k]!)) / densitySum
      mean += weight * entryBoard
      square += weight * entryBoard * entryBoard
      if (grid.gutter[cell] === 1) continue
      // Each interval belongs half to the point at either end.
      const before = (along[Math.max(0, k - 1)]! + entryBoard) / 2
      const next = (entryBoard + along[Math.min(aimPoints - 1, k + 1)]!) / 2
      pocket += 0.5 * weight * (shareInPocket(before, entryBoard) + shareInPocket(entryBoard, next))
      carry += weight * carryOf(entryBoard, cubicAt(angles, node), grid.speedMph[cell]!, grid.rolledOut[cell] === 1)
    }
  }
  return { pPocket: pocket, pCarry: carry, entryBoardSd: Math.sqrt(Math.max(0, square - mean * mean)) }
}
