import { abrasiveKinds, stepMedia, stepMethods, stepPressures } from '@sleetfall/core'
import * as yup from 'yup'
import { oneOf, quantity, wholeQuantity } from './fields.ts'

export const recipeStepSchema = yup.object({
  abrasive: oneOf('Abrasive', abrasiveKinds),
  grit: quantity('grit', 'Grit').when('abrasive', {
    is: (abrasive: string) => abrasive === 'pad' || abrasive === 'sheet',
    then: (schema) => schema.required('Grit: a pad or sheet needs its grit'),
  }),
  method: oneOf('Method', stepMethods),
  medium: oneOf('Medium', stepMedia),
  sides: yup.number<2 | 4 | 6>().label('Sides').oneOf([2, 4, 6], 'Sides: 2, 4 or 6').required('Sides: 2, 4 or 6'),
  passesPerSide: wholeQuantity('passesPerSide', 'Passes a side').required(),
  secondsPerSide: quantity('secondsPerSide', 'Seconds a side').required(),
  pressure: oneOf('Pressure', stepPressures),
  padUses: yup.number().label('Pad uses').integer().min(0, 'Pad uses: 0 to 50').max(50, 'Pad uses: 0 to 50').default(0),
})

export const recipeStepsSchema = yup
  .array(recipeStepSchema)
  .min(1, 'Recipe: at least one step')
  .max(12, 'Recipe: at most 12 steps')
  .required('Recipe: at least one step')
