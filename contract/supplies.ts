import { abrasiveKinds } from '@sleetfall/core'
import * as yup from 'yup'
import { identifier, neededWhole, oneOf, optionalText, quantity, requiredText, wholeQuantity } from './fields.ts'
import { later } from './later.ts'
import { recipeStepsSchema } from './recipes.ts'
import type { Stored } from './stored.ts'
import { wrong } from './said.ts'

/** What a shop uses up: abrasives that recipes name, and what cleans. */
export const supplyKinds = [...abrasiveKinds, 'cleaner', 'wipe'] as const

/** A pad, sheet or product of the shop: what it is for, how far it is worn, how many are left. */
export const padSchema = later(() =>
  yup.object({
    id: identifier(),
    name: requiredText('name', 60),
    abrasive: oneOf('kind', supplyKinds),
    grit: quantity('grit', 'grit')
      .nullable()
      .default(null)
      .when('abrasive', {
        is: (abrasive: string) => abrasive === 'pad' || abrasive === 'sheet',
        then: (schema) => schema.required(wrong('grit', 'needsGrit')),
        otherwise: (schema) => schema.transform(() => null),
      }),
    purpose: optionalText('whatFor', 120),
    lifeBalls: neededWhole('padLife', 'goodFor'),
    uses: wholeQuantity('padUses', 'usedFor').default(0),
    price: quantity('price', 'price').nullable().default(null),
    spare: wholeQuantity('stock', 'spare').default(0),
    reorderAt: wholeQuantity('stock', 'orderAgainAt').default(1),
  }),
)
export type PadInput = yup.InferType<typeof padSchema>
export type Pad = PadInput & Stored

export const shopRecipeSchema = later(() =>
  yup.object({
    id: identifier(),
    name: requiredText('recipeName', 60),
    steps: recipeStepsSchema,
    note: optionalText('note', 400),
  }),
)
export type ShopRecipeInput = yup.InferType<typeof shopRecipeSchema>
export type ShopRecipe = ShopRecipeInput & Stored
