import { ballLane } from './ballLane.ts'
import { beforeAfter } from './beforeAfter.ts'
import { bowlers } from './bowlers.ts'
import { change } from './change.ts'
import type { Design } from './design.ts'
import { factorial } from './factorial.ts'
import { free } from './free.ts'
import { ladder } from './ladder.ts'
import { limit } from './limit.ts'
import type { DesignName } from './names.ts'
import { ownLine } from './ownLine.ts'
import { shuffled } from './shuffled.ts'
import { turns } from './turns.ts'

export * from './names.ts'
export { type Design, type DesignArm, type Next, type OrderInput, type Stop, type Thrown, comesBack } from './design.ts'
export { type LimitFound, begunOn, cameBack, limitOf } from './limit.ts'
export const designs: Readonly<Record<DesignName, Design>> = {
  turns,
  shuffled,
  change,
  ladder,
  ownLine,
  factorial,
  beforeAfter,
  bowlers,
  ballLane,
  limit,
  free,
}
/** Whether a design looks for lines: then the line is what it moves, and nothing that is held from shot to shot. */
export const movesLine = (design: DesignName): boolean => designs[design].measure === 'boardsMoved'
/** Whether something can be held from shot to shot in a design: the line not where the design moves it. */
export const canHold = (design: DesignName, what: string): boolean => what !== 'line' || !movesLine(design)
