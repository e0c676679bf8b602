import { abrasiveKinds } from '@sleetfall/core'
import * as yup from 'yup'
import { identifier, oneOf, optionalText, quantity, requiredText, wholeQuantity } from './fields.ts'
import { recipeStepsSchema } from './recipes.ts'
import type { Stored } from './stored.ts'

/** What a shop uses up: abrasives that recipes name, and what cleans. */
export const supplyKinds = [...abrasiveKinds, 'cleaner', 'wipe'] as const

/** A pad, sheet or product of the shop: what it is for, how far it is worn, how many are left. */
export const padSchema = yup.object({
  id: identifier(),
  name: requiredText('Name', 60),
  abrasive: oneOf('Kind', supplyKinds),
  grit: quantity('grit', 'Grit')
    .nullable()
    .default(null)
    .when('abrasive', {
      is: (abrasive: string) => abrasive === 'pad' || abrasive === 'sheet',
      then: (schema) => schema.required('Grit: a pad or sheet needs its grit'),
      otherwise: (schema) => schema.transform(() => null),
    }),
  purpose: optionalText('What for', 120),
  lifeBalls: wholeQuantity('padLife', 'Good for').required('Good for: 1 to 200 balls'),
  uses: wholeQuantity('padUses', 'Used for').default(0),
  price: quantity('price', 'Price').nullable().default(null),
  spare: wholeQuantity('stock', 'Spare').default(0),
  reorderAt: wholeQuantity('stock', 'Order again at').default(1),
})
export type PadInput = yup.InferType<typeof padSchema>
export type Pad = PadInput & Stored

export const shopRecipeSchema = yup.object({
  id: identifier(),
  name: requiredText('Recipe name', 60),
  steps: recipeStepsSchema,
  note: optionalText('Note', 400),
})
export type ShopRecipeInput = yup.InferType<typeof shopRecipeSchema>
export type ShopRecipe = ShopRecipeInput & Stored
