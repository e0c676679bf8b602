import * as yup from 'yup'
import { needed, ranged, requiredText } from './fields.ts'
import { wrong, type FieldName } from './said.ts'

const deviation = (field: FieldName, most: number) => ranged(field, -most, most)

/** Input of the headless `compare` command. */
export const compareSchema = yup.object({
  measure: requiredText('measure', 40),
  prior: yup
    .string()
    .label('prior')
    .oneOf(['none'], wrong('prior', 'oneOf', { values: 'none' }))
    .default('none'),
  shots: yup
    .array(
      yup.object({
        variant: requiredText('variant', 80),
        value: needed('value', -1000, 1000),
        targetDeviationBoards: deviation('targetDeviation', 39),
        laydownDeviationBoards: deviation('laydownDeviation', 39),
        speedDeviationMph: deviation('speedDeviation', 30),
        sequence: ranged('sequence', 0, 100_000),
      }),
    )
    .min(1, wrong('shots', 'atLeastOne'))
    .max(5000, wrong('shots', 'atMost', { count: 5000 }))
    .required(wrong('shots', 'atLeastOne')),
})
