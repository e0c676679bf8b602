import * as yup from 'yup'
import { requiredText } from './fields.ts'

const deviation = (label: string, most: number) =>
  yup
    .number()
    .label(label)
    .typeError(`${label}: a number, -${most} to ${most}`)
    .min(-most, `${label}: -${most} to ${most}`)
    .max(most, `${label}: -${most} to ${most}`)

/** Input of the headless `compare` command. */
export const compareSchema = yup.object({
  measure: requiredText('Measure', 40),
  prior: yup.string().label('Prior').oneOf(['none'], "Prior: 'none' is the only one so far").default('none'),
  shots: yup
    .array(
      yup.object({
        variant: requiredText('Variant', 80),
        value: yup
          .number()
          .label('Value')
          .typeError('Value: a number, -1000 to 1000')
          .min(-1000, 'Value: -1000 to 1000')
          .max(1000, 'Value: -1000 to 1000')
          .required('Value: a number, -1000 to 1000'),
        targetDeviationBoards: deviation('Target deviation', 39),
        laydownDeviationBoards: deviation('Laydown deviation', 39),
        speedDeviationMph: deviation('Speed deviation', 30),
        sequence: yup
          .number()
          .label('Sequence')
          .typeError('Sequence: 0 to 100000')
          .min(0, 'Sequence: 0 to 100000')
          .max(100000, 'Sequence: 0 to 100000'),
      }),
    )
    .min(1, 'Shots: at least one')
    .max(5000, 'Shots: at most 5000')
    .required('Shots: at least one'),
})
