import { pocketBoards } from '../trials/shot.ts'
import { strikingZone } from './defaults.ts'
import type { ShotOutcome } from './simulate.ts'

/** What the carry model needs of a shot. */
export type Entry = Pick<ShotOutcome, 'entryBoard' | 'entryAngleDeg' | 'entrySpeedMph' | 'rolledOut' | 'gutter'>

/**
 * Chance of a strike: a stated model, not a fact, and never shown without P(pocket). A zone about board 17.5 whose
 * half-width grows with the entry angle, Gaussian shoulders, less when the ball has rolled out early or comes slowly.
 */
const bestCarry = 0.85
const shoulderBoards = 0.4
const rolledOutFactor = 0.8
const slowFromMph = 15

export const carryChance = ({ gutter, entryBoard, entryAngleDeg, entrySpeedMph, rolledOut }: Entry): number =>
  gutter ? 0 : carryOf(entryBoard, entryAngleDeg, entrySpeedMph, rolledOut)

/** The same of a ball on the lane, by its figures alone, for the many points of a spread. */
export function carryOf(entryBoard: number, entryAngleDeg: number, entrySpeedMph: number, rolledOut: boolean): number {
  const halfWidth = strikingZone.at0 + strikingZone.perDeg * Math.max(0, entryAngleDeg)
  const off = Math.max(0, Math.abs(entryBoard - pocketBoards.ideal) - halfWidth)
  // Eight shoulders off there is nothing left to add up, and most points of a search lie there.
  if (off > 8 * shoulderBoards) return 0
  const speed = Math.min(1, entrySpeedMph / slowFromMph)
  return bestCarry * Math.exp(-0.5 * (off / shoulderBoards) ** 2) * (rolledOut ? rolledOutFactor : 1) * speed
}
