import {
  type Bag,
  type BagEntry,
  type CoverFamily,
  type Due,
  type LadderStep,
  type Shape,
  type UrethaneSchool,
  urethaneSchools,
} from '@sleetfall/core'
import * as yup from 'yup'
import type { CoverageTarget, CoverageView, OfferedStep } from './coverage.ts'
import type { BowlingEvent } from './events.ts'
import { oneOf, recordVersion, requiredText, whole } from './fields.ts'
import { later } from './later.ts'
import { wrong } from './said.ts'
import type { BallRulings, RuleSet } from './ruleSets.ts'

/** How a bag is packed: balls carried beside the spare, and the school about urethane. */
export const bagWishesSchema = later(() =>
  yup.object({
    carried: whole('ballsCarried', 1, 12)
      .transform((value: unknown, original: unknown) => (original === '' ? null : value))
      .nullable()
      .default(null),
    school: oneOf('school', urethaneSchools).default('coverage'),
  }),
)
export type BagWishesInput = yup.InferType<typeof bagWishesSchema>

/** Things of the packing list beside balls. */
export const packedThings = ['towel', 'tape', 'cleaner', 'wipes', 'pads', 'rules', 'shoes'] as const
export type PackedThing = (typeof packedThings)[number]
const mostPacked = 40
export const packedSchema = later(() =>
  yup.object({
    version: recordVersion(),
    packed: yup
      .array(requiredText('packed', 60))
      .label('packed')
      .max(mostPacked, wrong('packed', 'atMost', { count: mostPacked }))
      .default([]),
  }),
)

/** Why a thing is not ready to be packed. */
export type PackingAlert =
  | 'work-open'
  | 'drying'
  | 'at-shop'
  | 'work-to-do'
  | 'not-settled'
  | 'none-in-stock'
  | 'product-refused'
  | 'product-not-said'
export interface PackingItem {
  /** A ball's identifier, or one of the other things. */
  readonly key: string
  readonly ballId: string | null
  /** The shop's product of this kind, where it has one. */
  readonly product?: string | undefined
  readonly alerts: readonly PackingAlert[]
}

/** A bag in words' reach: what is printed, and shown behind a customer's link. */
export interface BagCard {
  readonly eventName: string
  readonly place: string
  readonly startsOn: string
  readonly endsOn: string
  readonly squads: BowlingEvent['squads']
  readonly hand: 'right' | 'left'
  readonly rules: Pick<RuleSet, 'name' | 'surfaceChange' | 'cleaner'> | null
  readonly strikes: number
  /** Shots that a game leaves on the pair, about; null where nobody said how many share it, not given in bags kept before. */
  readonly shotsOfGame?: number | null | undefined
  readonly patterns: readonly { readonly id: string; readonly name: string; readonly shape?: Shape | undefined }[]
  readonly patternsUnknown: boolean
  readonly balls: readonly (Pick<BagEntry, 'ballId' | 'roles' | 'uses' | 'start'> & {
    readonly name: string
    readonly cover: CoverFamily
    /** Recipe that it gets before the event; null: it stays as it is. */
    readonly recipeKey: string | null
    readonly action: OfferedStep['action'] | null
    /** Grit that a scanner would read now; null where nobody knows. */
    readonly grit: number | null
    readonly gamesLeft: number | null
    /** What it is due for next after this; null for nothing or where it gets work for the event, not given in bags that were kept before this was told. */
    readonly next?: Due | null | undefined
  })[]
  readonly ladder: readonly LadderStep[]
}
export interface KeptBag {
  readonly id: string
  readonly eventId: string
  readonly customerId: string
  readonly card: BagCard
  readonly packed: readonly string[]
  readonly updatedAt: string
  readonly version: number
}

/** The bag of one customer for one event, as it stands now. */
export interface BagView {
  readonly event: BowlingEvent
  readonly customer: { readonly id: string; readonly name: string; readonly hand: 'right' | 'left' }
  readonly rules: RuleSet | null
  readonly rulings: readonly BallRulings[]
  readonly balls: readonly {
    readonly id: string
    readonly name: string
    readonly cover: CoverFamily
    readonly grit: number | null
    readonly place: 'customer' | 'shelf' | 'bench'
    readonly shelf: string
  }[]
  readonly patterns: readonly Omit<CoverageTarget, 'events' | 'knownBy'>[]
  /** Nobody knows what will be laid down: what the shop's latest events had stands for it. */
  readonly patternsUnknown: boolean
  /** Patterns of the event that lie beyond the nearest ones that are computed. */
  readonly beyond: number
  readonly engine: CoverageView['engine']
  /** Balls that may be carried beside the spare; null: nobody said. */
  readonly most: number | null
  readonly school: UrethaneSchool
  /** What each school comes to; empty where there is no urethane ball. */
  readonly schools: readonly { readonly school: UrethaneSchool; readonly strikes: number }[]
  /** Null while the engine has not answered everything. */
  readonly bag: Bag | null
  readonly steps: readonly OfferedStep[]
  readonly proved: boolean
  readonly combinations: number
  readonly packing: readonly PackingItem[]
  readonly card: BagCard | null
  readonly kept: KeptBag | null
}
