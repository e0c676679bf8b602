import { hands } from './customers.ts'
import type { LimitName } from '@sleetfall/core'
import * as yup from 'yup'
import { oneOf, quantity, rangeText, requiredText } from './fields.ts'

/** A plain number with its range told in the message. */
const number = (label: string, min: number, max: number, unit = 'in') => {
  const message = `${label}: ${min} to ${max} ${unit}`
  return yup.number().label(label).typeError(message).min(min, message).max(max, message)
}
const needed = (label: string, min: number, max: number, unit = 'in') =>
  number(label, min, max, unit).required(`${label}: ${min} to ${max} ${unit}`)

const figure = (name: LimitName, label: string) => quantity(name, label).required(`${label}: ${rangeText(name)}`)

const holeFields = yup.object({
  name: requiredText('Hole', 30),
  overIn: figure('holeOverIn', 'Over'),
  upIn: figure('holeUpIn', 'Up'),
  diameterIn: figure('holeDiameterIn', 'Hole diameter'),
  depthIn: figure('holeDepthIn', 'Hole depth'),
  forwardPitchIn: quantity('pitchIn', 'Forward pitch').optional(),
  lateralPitchIn: quantity('pitchIn', 'Lateral pitch').optional(),
  insert: yup
    .object({
      boreIn: needed('Insert bore', 0.2, 1.5),
      lengthIn: needed('Insert length', 0.1, 4),
      densityGcc: number('Insert density', 0.5, 2, 'g/cm³'),
    })
    .default(undefined)
    .optional(),
  plug: yup
    .object({ densityGcc: number('Plug density', 0.5, 2, 'g/cm³') })
    .default(undefined)
    .optional(),
})

export const holeSchema = holeFields.test(
  'bore',
  'Insert bore: less than the hole’s diameter',
  (hole) => !(Number(hole?.insert?.boreIn) >= Number(hole?.diameterIn)),
)

const blankSchema = yup.object({
  weightLb: quantity('weightLb', 'Weight').required('Weight: 6 to 16 lb'),
  rgIn: quantity('rgIn', 'RG').required('RG: 2.4 to 2.9 in'),
  differentialIn: quantity('differentialIn', 'Differential').required('Differential: 0 to 0.08 in'),
  intermediateDifferentialIn: quantity('intermediateDifferentialIn', 'Intermediate differential')
    .default(0)
    .test(
      'swapped',
      'Intermediate differential: not larger than the differential; are the two swapped?',
      (value, context) => !(value > (context.parent.differentialIn as number)),
    ),
  topWeightOz: quantity('topWeightOz', 'Top weight').optional(),
})

const common = {
  hand: oneOf('Hand', hands).default('right'),
  papOverIn: quantity('papOverIn', 'PAP over').required('PAP over: 0 to 7 in'),
  papUpIn: quantity('papUpIn', 'PAP up').required('PAP up: -3 to 3 in'),
  diameterIn: number('Diameter', 8.4, 8.7).default(8.595),
  ball: blankSchema.default(undefined).optional(),
  holes: yup.array(holeSchema).max(12, 'Holes: at most 12').default([]),
  coverDensityGcc: number('Cover density', 0.8, 1.6, 'g/cm³'),
  shells: yup
    .array(
      yup.object({
        belowRadiusIn: needed('Shell radius', 0, 4.3),
        densityGcc: needed('Shell density', 0.3, 4, 'g/cm³'),
      }),
    )
    .max(10, 'Shells: at most 10'),
  cg: yup
    .object({ overIn: needed('CG over', -7, 7), upIn: needed('CG up', -6.5, 6.5) })
    .default(undefined)
    .optional(),
}
const byAngles = yup.object({
  ...common,
  drillingAngleDeg: quantity('drillingAngleDeg', 'Drilling angle').required('Drilling angle: 0 to 180 °'),
  pinToPapIn: quantity('pinToPapIn', 'Pin to PAP').required('Pin to PAP: 0 to 6.75 in'),
  valAngleDeg: quantity('valAngleDeg', 'VAL angle').required('VAL angle: 0 to 180 °'),
})
const byDistances = yup.object({
  ...common,
  pinToPapIn: quantity('pinToPapIn', 'Pin to PAP').required('Pin to PAP: 0 to 6.75 in'),
  psaToPapIn: figure('psaToPapIn', 'PSA to PAP'),
  pinBufferIn: figure('pinBufferIn', 'Pin buffer'),
})
export type AnglesInput = yup.InferType<typeof byAngles>
export type DistancesInput = yup.InferType<typeof byDistances>

/** Input of the headless commands `layout` and `drill`: two angles and a distance, or three distances. */
export const layoutInputSchema = yup.lazy((value: unknown) =>
  typeof value === 'object' && value !== null && 'psaToPapIn' in value && !('drillingAngleDeg' in value)
    ? byDistances
    : byAngles,
) as unknown as yup.Schema<AnglesInput | DistancesInput>
