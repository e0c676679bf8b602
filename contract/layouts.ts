import { hands } from './customers.ts'
import type {} from '@sleetfall/core'
import * as yup from 'yup'
import { needed, neededQuantity, oneOf, quantity, ranged, requiredText } from './fields.ts'
import { later } from './later.ts'
import { wrong } from './said.ts'

const holeFields = later(() =>
  yup.object({
    name: requiredText('hole', 30),
    overIn: neededQuantity('holeOverIn', 'over'),
    upIn: neededQuantity('holeUpIn', 'up'),
    diameterIn: neededQuantity('holeDiameterIn', 'holeDiameter'),
    depthIn: neededQuantity('holeDepthIn', 'holeDepth'),
    forwardPitchIn: quantity('pitchIn', 'forwardPitch').optional(),
    lateralPitchIn: quantity('pitchIn', 'lateralPitch').optional(),
    insert: yup
      .object({
        boreIn: needed('insertBore', 0.2, 1.5, 'in'),
        lengthIn: needed('insertLength', 0.1, 4, 'in'),
        densityGcc: ranged('insertDensity', 0.5, 2, 'gcc'),
      })
      .default(undefined)
      .optional(),
    plug: yup
      .object({ densityGcc: ranged('plugDensity', 0.5, 2, 'gcc') })
      .default(undefined)
      .optional(),
  }),
)

export const holeSchema = later(() =>
  holeFields.test(
    'bore',
    wrong('insertBore', 'lessThanHole'),
    (hole) => !(Number(hole?.insert?.boreIn) >= Number(hole?.diameterIn)),
  ),
)

const blankSchema = later(() =>
  yup.object({
    weightLb: neededQuantity('weightLb', 'weight'),
    rgIn: neededQuantity('rgIn', 'rg'),
    differentialIn: neededQuantity('differentialIn', 'differential'),
    intermediateDifferentialIn: quantity('intermediateDifferentialIn', 'intermediateDifferential')
      .default(0)
      .test(
        'swapped',
        wrong('intermediateDifferential', 'notAboveDifferential'),
        (value, context) => !(value > (context.parent.differentialIn as number)),
      ),
    topWeightOz: quantity('topWeightOz', 'topWeight').optional(),
  }),
)

const common = () => ({
  hand: oneOf('hand', hands).default('right'),
  papOverIn: neededQuantity('papOverIn', 'papOver'),
  papUpIn: neededQuantity('papUpIn', 'papUp'),
  diameterIn: ranged('diameter', 8.4, 8.7, 'in').default(8.595),
  ball: blankSchema.default(undefined).optional(),
  holes: yup
    .array(holeSchema)
    .max(12, wrong('holes', 'atMost', { count: 12 }))
    .default([]),
  coverDensityGcc: ranged('coverDensity', 0.8, 1.6, 'gcc'),
  shells: yup
    .array(
      yup.object({
        belowRadiusIn: needed('shellRadius', 0, 4.3, 'in'),
        densityGcc: needed('shellDensity', 0.3, 4, 'gcc'),
      }),
    )
    .max(10, wrong('shells', 'atMost', { count: 10 })),
  cg: yup
    .object({ overIn: needed('cgOver', -7, 7, 'in'), upIn: needed('cgUp', -6.5, 6.5, 'in') })
    .default(undefined)
    .optional(),
})
const byAngles = later(() =>
  yup.object({
    ...common(),
    drillingAngleDeg: neededQuantity('drillingAngleDeg', 'drillingAngle'),
    pinToPapIn: neededQuantity('pinToPapIn', 'pinToPap'),
    valAngleDeg: neededQuantity('valAngleDeg', 'valAngle'),
  }),
)
const byDistances = later(() =>
  yup.object({
    ...common(),
    pinToPapIn: neededQuantity('pinToPapIn', 'pinToPap'),
    psaToPapIn: neededQuantity('psaToPapIn', 'psaToPap'),
    pinBufferIn: neededQuantity('pinBufferIn', 'pinBuffer'),
  }),
)
export type AnglesInput = yup.InferType<typeof byAngles>
export type DistancesInput = yup.InferType<typeof byDistances>

/** Input of the headless commands `layout` and `drill`: two angles and a distance, or three distances. */
export const layoutInputSchema = later(
  () =>
    yup.lazy((value: unknown) =>
      typeof value === 'object' && value !== null && 'psaToPapIn' in value && !('drillingAngleDeg' in value)
        ? byDistances
        : byAngles,
    ) as unknown as yup.Schema<AnglesInput | DistancesInput>,
)
