import type { Condition, CoverageMap, StyleBand } from '@sleetfall/core'
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

/** Coverage of one customer's balls on the patterns of the events ahead. */
export interface CoverageView {
  readonly customerId: string
  readonly band: StyleBand | null
  readonly threshold: number
  readonly balls: readonly {
    readonly id: string
    readonly name: string
    readonly cover: string
    readonly grit: number | null
  }[]
  readonly targets: readonly CoverageTarget[]
  readonly map: CoverageMap
  readonly fixes: readonly { readonly targetId: string; readonly fixes: readonly OfferedFix[] }[]
}

/** A pattern that a bowler meets soon and none of their balls covers. */
export interface NearGap {
  readonly customerId: string
  readonly customerName: string
  readonly patternId: string
  readonly patternName: string
  readonly eventName: string
  readonly on: string
  readonly fix: Pick<OfferedFix, 'action' | 'ballName' | 'recipeKey'> | null
}
