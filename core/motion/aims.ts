import { pocketBoards } from '../trials/shot.ts'
import { carryOf } from './carry.ts'
import type { Spread } from './deviation.ts'
import { type Entries, readRow } from './entries.ts'

/** Aims that are weighed lie so far apart, boards at the target. */
export const aimStep = 0.25
/** Misses that count in a promise, in standard deviations to either side. */
const missSd = 2.25
/** The meant shot of a line enters the pocket, with room for what a scan is off, boards from the ideal one. */
const mostOff = 0.97
/** Three nodes and weights of the standard normal (Abramowitz and Stegun 1964, table 25.10, scaled). */
const noiseNodes = [
  [-Math.sqrt(3), 1 / 6],
  [0, 2 / 3],
  [Math.sqrt(3), 1 / 6],
] as const

export interface Aim {
  readonly target: number
  readonly entryBoard: number
}

/** Aims that are weighed, `aimStep` apart, with those past either end where their misses go. */
export interface Aims {
  /** The first of all, past the range. */
  readonly first: number
  readonly count: number
  /** How many lie past either end. */
  readonly past: number
  /** Weights of the misses about an aim; their sum is one. */
  readonly weights: Float64Array
}
export function aimsOf([min, max]: readonly [number, number], spread: Spread): Aims {
  const past = Math.ceil((missSd * spread.targetBoards) / aimStep)
  const inside = Math.max(0, Math.floor((max - min) / aimStep + 1e-9)) + 1
  const weights = Float64Array.from({ length: 2 * past + 1 }, (_, k) =>
    past === 0 ? 1 : Math.exp(-0.5 * (((k - past) * aimStep) / spread.targetBoards) ** 2),
  )
  const sum = weights.reduce((all, one) => all + one, 0)
  return { first: min - past * aimStep, count: inside + 2 * past, past, weights: weights.map((one) => one / sum) }
}

const offIdeal = (entryBoard: number) => Math.abs(entryBoard - pocketBoards.ideal)

/** The aim whose entry comes nearest to the ideal board. */
export function nearestAim({ board }: Entries, { first, count, past }: Aims): Aim {
  let nearest = past
  for (let k = past; k < count - past; k += 1) if (offIdeal(board[k]!) < offIdeal(board[nearest]!)) nearest = k
  return { target: first + nearest * aimStep, entryBoard: board[nearest]! }
}

/** Entries of a row of aims at the meant pace; what speed and rev rate add is a normal deviation of the board. */
export interface Row {
  readonly meant: Entries
  readonly noise: number
}

/** Chance of a strike at an aim of a row over speed and rev rate. */
function strikesAt({ meant, noise }: Row, k: number): number {
  if (meant.gutter[k] === 1) return 0
  let sum = 0
  for (const [z, share] of noiseNodes)
    sum +=
      share * carryOf(meant.board[k]! + z * noise, meant.angleDeg[k]!, meant.speedMph[k]!, meant.rolledOut[k] === 1)
  return sum
}

/** Aims of one laydown board that promise more than their neighbours, with what they promise: the chance of a strike over the misses at the target, and over speed and rev rate. */
export function promises(
  row: Row,
  { first, count, past, weights }: Aims,
  least: number,
): { readonly target: number; readonly promise: number }[] {
  const strikes = Float64Array.from({ length: count }, (_, k) => strikesAt(row, k))
  const promise = new Float64Array(count)
  for (let k = past; k < count - past; k += 1) {
    if (first + k * aimStep < least - 1e-9 || offIdeal(row.meant.board[k]!) > mostOff) continue
    let sum = 0
    for (let i = 0; i < weights.length; i += 1) sum += weights[i]! * strikes[k - past + i]!
    promise[k] = sum
  }
  const found: { readonly target: number; readonly promise: number }[] = []
  for (let k = past; k < count - past; k += 1) {
    const one = promise[k]!
    if (one > 0 && one >= (promise[k - 1] ?? 0) && one > (promise[k + 1] ?? 0))
      found.push({ target: first + k * aimStep, promise: one })
  }
  return found
}

/** Shots to either side of an aim by which it is aimed anew, and how far from it the better aim may lie, in standard deviations. */
export const ownShots = 3
const ownReach = 1.5

export const ownCount = 2 * ownShots + 1
const ownStep = (spread: Spread) => spread.targetBoards || aimStep
/** Targets of the shots by which an aim is aimed anew. */
export const ownAims = (about: number, spread: Spread) =>
  Array.from({ length: ownCount }, (_, k) => about + (k - ownShots) * ownStep(spread))

/** The best aim about a promising one, and toward which side it moves to bring the entry nearer to the ideal board. */
export interface BestAim {
  readonly target: number
  readonly promise: number
  readonly inward: 1 | -1
}

/** The best aim about a promising one by shots of its own (`ownAims`); null when none about it enters near the ideal board. */
export function aimAnew(
  { meant, noise }: Row,
  about: number,
  [min, max]: readonly [number, number],
  spread: Spread,
): BestAim | null {
  const step = ownStep(spread)
  const near = aimsOf([Math.max(min, about - ownReach * step), Math.min(max, about + ownReach * step)], spread)
  const row = { noise, meant: readRow(meant, (near.first - about) / step + ownShots, aimStep / step, near.count) }
  const best = promises(row, near, min).sort((a, b) => b.promise - a.promise)[0]
  if (!best) return null
  const at = Math.round((best.target - near.first) / aimStep)
  const { board } = row.meant
  const nearer = offIdeal(board[at + 1] ?? Infinity) < offIdeal(board[at - 1] ?? Infinity)
  return { ...best, inward: nearer ? 1 : -1 }
}
