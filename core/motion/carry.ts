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

export function carryChance(entry: Entry): number {
  if (entry.gutter) return 0
  const halfWidth = strikingZone.at0 + strikingZone.perDeg * Math.max(0, entry.entryAngleDeg)
  const off = Math.max(0, Math.abs(entry.entryBoard - pocketBoards.ideal) - halfWidth)
  const speed = Math.min(1, entry.entrySpeedMph / slowFromMph)
  return bestCarry * Math.exp(-0.5 * (off / shoulderBoards) ** 2) * (entry.rolledOut ? rolledOutFactor : 1) * speed
}
