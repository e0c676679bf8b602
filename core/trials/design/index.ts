import { change } from './change.ts'
import type { Design, DesignName } from './design.ts'
import { turns } from './turns.ts'

export { type Design, type DesignLimit, type DesignName, designNames } from './design.ts'
export const designs: Readonly<Record<DesignName, Design>> = { turns, change }

/** The order that two sides ask for: two balls are thrown in turns, one ball before and after its change. */
export const designOf = (controlBallId: string, variantBallId: string): Design =>
  controlBallId === variantBallId ? designs.change : designs.turns
