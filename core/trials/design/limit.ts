import { armsOfDesign } from './names.ts'
import { hitPocket } from '../shot.ts'
import type { Design, OrderInput, Thrown } from './design.ts'

/** First step inside, boards; later ones halve what is left open. */
const firstStep = 4
/** Narrower than this is found. */
const narrow = 1
/** A line is told by two shots that agree, then by most of them. */
const needed = 2

/** Whether a shot came back: to the pocket or beyond it. Null where nobody noted it. */
export function cameBack(shot: Thrown): boolean | null {
  if (shot.entryBoard !== null) return shot.entryBoard >= 16.5
  if (shot.read === 'late') return false
  return hitPocket(shot) ?? (shot.read === null ? null : true)
}

/** What is known of how far inside it still comes back: the furthest feet that held and the nearest that did not; boards, null where none was tried. */
export interface LimitFound {
  readonly holds: number | null
  readonly fails: number | null
  /** Feet that were tried and are still open. */
  readonly open: number | null
}
export function limitOf(thrown: readonly Thrown[]): LimitFound {
  const tried = new Map<number, { back: number; not: number }>()
  for (const shot of thrown) {
    const back = cameBack(shot)
    if (shot.feetBoard === null || back === null) continue
    const at = tried.get(shot.feetBoard) ?? { back: 0, not: 0 }
    tried.set(shot.feetBoard, back ? { ...at, back: at.back + 1 } : { ...at, not: at.not + 1 })
  }
  const lines = [...tried].map(([feet, { back, not }]) => ({
    feet,
    holds: Math.max(back, not) < needed || back === not ? null : back > not,
  }))
  const fails = lines.filter(({ holds }) => holds === false).map(({ feet }) => feet)
  const nearest = fails.length > 0 ? Math.min(...fails) : null
  const held = lines.filter(({ feet, holds }) => holds === true && (nearest === null || feet < nearest))
  const open = lines.find(({ holds }) => holds === null)
  return {
    holds: held.length > 0 ? Math.max(...held.map(({ feet }) => feet)) : null,
    fails: nearest,
    open: open?.feet ?? null,
  }
}
/** The line that a trial begins on: as it was said, else that of the first shot whose feet and target are noted. */
export function begunOn({ thrown, line }: Pick<OrderInput, 'thrown' | 'line'>): OrderInput['line'] {
  if (line) return line
  const first = thrown.find(({ feetBoard, targetBoard }) => feetBoard !== null && targetBoard !== null)
  return first ? { feetBoard: first.feetBoard!, targetBoard: first.targetBoard! } : null
}
const found = ({ holds, fails }: LimitFound) => holds !== null && fails !== null && fails - holds <= narrow

/**
 * How far inside a ball still comes back: from the line of the trial four boards in at a time, then halving, two shots a line. Feet and eyes move in parallel, so that the ball starts in the same
 * direction.
 */
export const limit: Design = {
  name: 'limit',
  arms: armsOfDesign.limit,
  factors: [],
  measure: 'boardsMoved',
  differByWork: false,
  least: needed,
  next({ thrown, line: said }: OrderInput) {
    const line = begunOn({ thrown, line: said })
    if (!line) return { arm: 1, why: 'line' }
    const at = (feet: number) => ({ feetBoard: feet, targetBoard: line.targetBoard + feet - line.feetBoard })
    const limits = limitOf(thrown)
    if (found(limits)) return null
    if (limits.open !== null) return { arm: 1, why: 'confirm', line: at(limits.open) }
    if (limits.holds === null && limits.fails === null) return { arm: 1, why: 'control', line: at(line.feetBoard) }
    if (limits.holds === null) return { arm: 1, why: 'nearer', line: at(limits.fails! - firstStep) }
    if (limits.fails === null) return { arm: 1, why: 'further', line: at(limits.holds + firstStep) }
    return { arm: 1, why: 'nearer', line: at(Math.round((limits.holds + limits.fails) / 2)) }
  },
  stop: ({ thrown }) => (found(limitOf(thrown)) ? 'found' : null),
  shotsAnArm: () => 2 * Math.ceil(2 + Math.log2(firstStep)),
  cannotTell: ['not-speed', 'few-shots'],
}
