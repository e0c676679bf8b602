import { type BallInput, type CustomerInput, ballSchema, customerSchema } from '@sleetfall/contract'
import { type Layout, recipeByKey } from '@sleetfall/core'
import { v4 as newId } from 'uuid'
import type { EventToRecord } from '../balls/store.ts'

/** A ball as it is typed at the counter, or one of the customer's own with what is wrong with it. */
export interface TypedBall {
  readonly id: string
  /** The customer's own ball that comes back; null for one that is new here. */
  knownId: string | null
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
  knownId: null,
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
  const { layout, finish, complaint: said, knownId: _known, ...rest } = typed
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

const plain = (name: string) => name.normalize('NFC').trim().toLowerCase().replace(/\s+/g, ' ')

/** The one customer whose whole name was typed; null when none or several have it. */
export function typedInFull<T extends { readonly name: string; readonly distinction: string }>(
  text: string,
  customers: readonly T[],
): T | null {
  const same = customers.filter(({ name, distinction }) =>
    [name, `${name} ${distinction}`].some((whole) => plain(whole) === plain(text)),
  )
  return same.length === 1 ? same[0]! : null
}

/** Balls of the customer that a typed new one would double: by the same name. */
export const likelyTwins = <T extends { readonly name: string }>(typed: TypedBall, own: readonly T[]): T[] =>
  typed.knownId === null && typed.name.trim() !== '' ? own.filter((ball) => plain(ball.name) === plain(typed.name)) : []

/** First entry of the history: the recipe that is said to be on the cover. */
export function finishEvent({ finish }: TypedBall): EventToRecord | null {
  const recipe = recipeByKey(finish)
  return recipe ? { kind: 'surfaced', recipeKey: recipe.key, steps: [...recipe.steps] } : null
}
