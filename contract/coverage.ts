import type { Condition, CoverageMap, StateKey, StyleBand } from '@sleetfall/core'
import type { OfferedFix } from './bench.ts'

export interface CoverageTarget {
  readonly id: string
  readonly name: string
  readonly condition: Condition
  readonly lengthFt: number
  readonly volumeMl: number
  /** Events that bring this pattern, nearest first. */
  readonly events: readonly { readonly id: string; readonly name: string; readonly nextOn: string }[]
}

/** Coverage of one customer's balls in every phase of the patterns of the events ahead. */
export interface CoverageView {
  readonly customerId: string
  readonly band: StyleBand | null
  /** Strikes in a hundred. */
  readonly tolerance: number
  readonly balls: readonly {
    readonly id: string
    readonly name: string
    readonly cover: string
    readonly grit: number | null
  }[]
  readonly targets: readonly CoverageTarget[]
  readonly phases: readonly number[]
  /** Chance of a strike with the best ball of any kind, by state in the order of targets and phases; null where the engine has not answered. */
  readonly best: readonly (StateKey & { readonly strikes: number | null })[]
  readonly map: CoverageMap
  readonly fixes: readonly (StateKey & { readonly fixes: readonly OfferedFix[] })[]
  /**
   * Whether the engine's answers are of balls, lanes and bowler as they are now; what is missing or stale is being
   * computed; `fixes`: the map is of now, the balls after work are not through. */
  readonly engine: {
    readonly state: 'ready' | 'fixes' | 'stale' | 'none'
    readonly done: number
    readonly total: number
    readonly computedAt: string | null
  }
}

/** A pattern that a bowler meets soon and none of their balls covers. */
export interface NearGap {
  readonly customerId: string
  readonly customerName: string
  readonly patternId: string
  readonly patternName: string
  readonly shots: number
  readonly eventName: string
  readonly on: string
  readonly fix: Pick<OfferedFix, 'action' | 'ballName' | 'recipeKey'> | null
}
export interface NearGaps {
  readonly gaps: readonly NearGap[]
  /** Bowlers of whom the engine has not answered yet: their balls are being computed. */
  readonly waiting: number
}
