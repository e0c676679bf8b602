import { type BallInput, type CustomerInput, ballSchema, customerSchema } from '@sleetfall/contract'
import { type Layout, recipeByKey } from '@sleetfall/core'
import { v4 as newId } from 'uuid'
import type { EventToRecord } from '../balls/store.ts'

/** A ball as it is typed at the counter. */
export interface TypedBall {
  readonly id: string
  name: string
  cover: string
  layout: Layout | null
  /** 'factory', 'unknown' or a ready recipe's key. */
  finish: string
  complaint: string
  shelf: string
  rgIn: number | null
  differentialIn: number | null
  intermediateDifferentialIn: number | null
  hardnessD: number | null
  factoryGrit: number | null
  weightLb: number | null
}
export const emptyBall = (): TypedBall => ({
  id: newId(),
  name: '',
  cover: 'solid',
  layout: null,
  finish: 'factory',
  complaint: '',
  shelf: '',
  ...{ rgIn: null, differentialIn: null, intermediateDifferentialIn: null },
  ...{ hardnessD: null, factoryGrit: null, weightLb: null },
})

/** A new customer as they are typed; all else is filled in later. */
export interface TypedCustomer {
  readonly id: string
  name: string
  hand: string
  contact: string
  papOverIn: number | null
  papUpIn: number | null
  speedMph: number | null
  revRpm: number | null
}
export const emptyCustomer = (): TypedCustomer => ({
  id: newId(),
  ...{ name: '', hand: 'right', contact: '' },
  ...{ papOverIn: null, papUpIn: null, speedMph: null, revRpm: null },
})

export const customerOf = (typed: TypedCustomer): Partial<CustomerInput> => ({
  ...customerSchema.getDefault(),
  ...typed,
  hand: typed.hand as CustomerInput['hand'],
  speedSource: typed.speedMph === null ? null : 'stated',
  revSource: typed.revRpm === null ? null : 'stated',
  papSource: typed.papOverIn === null ? null : 'stated',
})

/** The record of a typed ball; a complaint stands first in its note. */
export function ballOf(typed: TypedBall, customerId: string, complaint: string): Partial<BallInput> {
  const { layout, finish, complaint: said, ...rest } = typed
  return {
    ...ballSchema.getDefault(),
    ...rest,
    ...(layout ?? {}),
    cover: typed.cover as BallInput['cover'],
    customerId,
    place: 'shelf',
    // Unknown means that not even the factory finish may be taken for what is on the ball.
    factoryGrit: finish === 'unknown' ? null : typed.factoryGrit,
    factorySource: finish === 'unknown' || typed.factoryGrit === null ? null : 'stated',
    note: said === '' ? '' : complaint,
  }
}

/** First entry of the history: the recipe that is said to be on the cover. */
export function finishEvent({ finish }: TypedBall): EventToRecord | null {
  const recipe = recipeByKey(finish)
  return recipe ? { kind: 'surfaced', recipeKey: recipe.key, steps: [...recipe.steps] } : null
}
