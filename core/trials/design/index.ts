import { ballLane } from './ballLane.ts'
import { beforeAfter } from './beforeAfter.ts'
import { bowlers } from './bowlers.ts'
import { change } from './change.ts'
import type { Design, DesignName } from './design.ts'
import { factorial } from './factorial.ts'
import { free } from './free.ts'
import { ladder } from './ladder.ts'
import { limit } from './limit.ts'
import { ownLine } from './ownLine.ts'
import { shuffled } from './shuffled.ts'
import { turns } from './turns.ts'

export {
  type Design,
  type DesignArm,
  type DesignLimit,
  type DesignName,
  type FactorName,
  type Next,
  type NextReason,
  type OrderInput,
  type Stop,
  type Thrown,
  comesBack,
  designLimits,
  designNames,
  factorNames,
  nextReasons,
} from './design.ts'
export { type LimitFound, cameBack, limitOf } from './limit.ts'
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
