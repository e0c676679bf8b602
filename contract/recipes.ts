import { abrasiveKinds, stepMedia, stepMethods, stepPressures } from '@sleetfall/core'
import * as yup from 'yup'
import { oneOf, quantity, whole, wholeQuantity } from './fields.ts'
import { later } from './later.ts'
import { wrong } from './said.ts'

export const recipeStepSchema = later(() =>
  yup.object({
    abrasive: oneOf('abrasive', abrasiveKinds),
    grit: quantity('grit', 'grit').when('abrasive', {
      is: (abrasive: string) => abrasive === 'pad' || abrasive === 'sheet',
      then: (schema) => schema.required(wrong('grit', 'needsGrit')),
    }),
    method: oneOf('method', stepMethods),
    medium: oneOf('medium', stepMedia),
    sides: yup
      .number<2 | 4 | 6>()
      .label('sides')
      .oneOf([2, 4, 6], wrong('sides', 'oneOf', { values: '2, 4, 6' }))
      .required(wrong('sides', 'oneOf', { values: '2, 4, 6' })),
    passesPerSide: wholeQuantity('passesPerSide', 'passesASide').required(),
    secondsPerSide: quantity('secondsPerSide', 'secondsASide').required(),
    pressure: oneOf('pressure', stepPressures),
    padUses: whole('padUses', 0, 50).default(0),
    productMl: quantity('productMl', 'productASide').nullable().optional(),
  }),
)

export const recipeStepsSchema = later(() =>
  yup
    .array(recipeStepSchema)
    .min(1, wrong('stepsOfTheRecipe', 'atLeastOne'))
    .max(12, wrong('stepsOfTheRecipe', 'atMost', { count: 12 }))
    .required(wrong('stepsOfTheRecipe', 'atLeastOne')),
)
