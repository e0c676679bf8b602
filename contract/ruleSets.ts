import { type BallRuling, cleanerRules, surfaceChanges, urethaneRules } from '@sleetfall/core'
import * as yup from 'yup'
import { calendarDay, identifier, oneOf, optionalText, quantity, requiredText, wholeQuantity } from './fields.ts'
import { later } from './later.ts'
import { wrong } from './said.ts'
import type { Stored } from './stored.ts'

const figure = (...args: Parameters<typeof quantity>) =>
  quantity(...args)
    .nullable()
    .default(null)

/** Products that an organiser's list may name. */
const mostProducts = 40
const products = (name: 'allowedProducts' | 'refusedProducts') =>
  yup
    .array(requiredText('product', 60))
    .label(name)
    .max(mostProducts, wrong(name, 'atMost', { count: mostProducts }))
    .default([])

/** What an organiser asks of balls, as the shop wrote it down: with where it was read and of which day. */
export const ruleSetSchema = later(() =>
  yup.object({
    id: identifier(),
    name: requiredText('name', 80),
    source: optionalText('source', 200),
    datedOn: calendarDay('datedOn').nullable().default(null),
    note: optionalText('note', 2000),
    mostBalls: wholeQuantity('ruledBalls', 'mostBalls').nullable().default(null),
    mostWeightLb: figure('weightLb', 'mostWeight'),
    leastHardnessD: figure('hardnessD', 'leastHardness'),
    leastUrethaneHardnessD: figure('hardnessD', 'leastUrethaneHardness'),
    mostRaUm: figure('ruledRaUm', 'mostRoughness'),
    leastRgIn: figure('rgIn', 'leastRg'),
    mostRgIn: figure('rgIn', 'mostRg').test(
      'order',
      wrong('mostRg', 'notBelowFromBoard'),
      (value, context) => !(value != null && value < (context.parent.leastRgIn ?? 0)),
    ),
    mostDifferentialIn: figure('differentialIn', 'mostDifferential'),
    mostStaticOz: figure('ruledStaticOz', 'mostStatic'),
    urethane: oneOf('urethane', urethaneRules).default('allowed'),
    surfaceChange: oneOf('surfaceChange', surfaceChanges).default('before-play'),
    cleaner: oneOf('cleanerInPlay', cleanerRules).default('between-games'),
    allowedProducts: products('allowedProducts'),
    refusedProducts: products('refusedProducts'),
  }),
)
export type RuleSetInput = yup.InferType<typeof ruleSetSchema>
export interface RuleSet extends RuleSetInput, Stored {}

/** What a set of rules says of a ball: `out` whatever is done to it on the bench. */
export interface BallRulings {
  readonly ballId: string
  readonly out: boolean
  readonly rulings: readonly BallRuling[]
}
/** Rules of an event, and what they say of each ball of those who are entered. */
export interface EventRulings {
  readonly rules: RuleSet
  readonly balls: readonly (BallRulings & { readonly ballName: string; readonly customerId: string })[]
}
