import { coverFamilies, practiceConditions, styleBands } from '@sleetfall/core'
import * as yup from 'yup'
import { hands } from './customers.ts'
import { oneOf, quantity, requiredText } from './fields.ts'
import { loadsSchema } from './lanes.ts'

/** A plain number with its range told in the message. */
const number = (label: string, min: number, max: number) => {
  const message = `${label}: ${min} to ${max}`
  return yup.number().label(label).typeError(message).min(min, message).max(max, message)
}
const needed = (label: string, min: number, max: number) =>
  number(label, min, max).required(`${label}: ${min} to ${max}`)
const figure = (...[name, label]: Parameters<typeof quantity>) => quantity(name, label).required(`${label}: missing`)

const bowlerSchema = yup.object({
  hand: oneOf('Hand', hands).default('right'),
  speedMph: figure('speedMph', 'Ball speed'),
  revRpm: figure('revRpm', 'Rev rate'),
  axisRotationDeg: figure('axisRotationDeg', 'Axis rotation'),
  axisTiltDeg: figure('axisTiltDeg', 'Axis tilt'),
})

const part = needed('Axis', -1, 1)
const axis = yup.tuple([part, part, part]).required('Axis: three numbers')
/** Unit length and square to each other, as nearly as figures of three decimals are. */
const squareWithin = 0.005
const areSquare = (axes: readonly (readonly number[])[]) =>
  axes.every((a, i) =>
    axes.every((b, j) => Math.abs(a.reduce((sum, x, k) => sum + x * b[k]!, 0) - (i === j ? 1 : 0)) < squareWithin),
  )
const ballSchema = yup
  .object({
    weightLb: figure('weightLb', 'Weight'),
    diameterIn: needed('Diameter', 8.4, 8.7),
    rgIn: figure('rgIn', 'RG'),
    differentialIn: figure('differentialIn', 'Differential'),
    intermediateDifferentialIn: figure('intermediateDifferentialIn', 'Intermediate differential'),
    /** Of a drilled ball: its principal axes along pin, middle axis and PSA, as `drill` gives them. */
    axes: yup
      .tuple([axis, axis, axis])
      .default(undefined)
      .optional()
      .test(
        'square',
        'Axes: three of length 1, square to each other',
        (axes) =>
          axes === undefined ||
          axes.some((one) => one.some((x) => !Number.isFinite(x))) ||
          areSquare(axes as number[][]),
      ),
  })
  .test(
    'intermediate',
    'Intermediate differential: not over the differential',
    (ball) => !(Number(ball?.intermediateDifferentialIn) > Number(ball?.differentialIn)),
  )

export const motionLayoutSchema = yup.object({
  drillingAngleDeg: figure('drillingAngleDeg', 'Drilling angle'),
  pinToPapIn: figure('pinToPapIn', 'Pin to PAP'),
  valAngleDeg: figure('valAngleDeg', 'VAL angle'),
})

const releaseSchema = yup.object({
  laydownBoard: needed('Laydown board', 1, 39),
  launchAngleDeg: needed('Launch angle', -10, 10),
})

const lineSchema = yup.object({
  share: needed('Share', 0.001, 1000),
  points: yup
    .array(yup.tuple([needed('Distance', 0, 60), needed('Board', 1, 39)]).required())
    .min(2, 'Points: at least two')
    .max(20, 'Points: at most 20')
    .required('Points: at least two')
    .test(
      'order',
      'Points: distances must grow',
      (points) => !points?.some((point, i) => i > 0 && !(point[0]! > points[i - 1]![0]!)),
    ),
})

const mu = (label: string) => needed(label, 0.001, 1)
const frictionSchemas = {
  constant: yup.object({ kind: oneOf('Kind', ['constant']), mu: mu('Friction') }),
  step: yup.object({
    kind: oneOf('Kind', ['step']),
    muBefore: mu('Friction before'),
    muAfter: mu('Friction after'),
    atFt: needed('At', 0, 60),
  }),
  film: yup.object({
    kind: oneOf('Kind', ['film']),
    loads: loadsSchema,
    raUm: needed('Ra', 0.05, 2),
    cover: oneOf('Cover family', coverFamilies),
    coverStrength: number('Cover strength', 0.5, 1.5),
    lane: number('Lane factor', 0.5, 1.5),
    residueUm: number('Residue', 0, 5),
    after: yup
      .object({
        shots: needed('Shots', 0, 2000).integer('Shots: a whole number, 0 to 2000'),
        lines: yup.array(lineSchema).min(1, 'Lines: at least one').max(50, 'Lines: at most 50'),
        stripShare: number('Strip share', 0, 0.5),
        carryShare: number('Carry share', 0, 1),
      })
      .default(undefined)
      .optional(),
  }),
} as const
type FrictionInput = {
  [K in keyof typeof frictionSchemas]: yup.InferType<(typeof frictionSchemas)[K]>
}[keyof typeof frictionSchemas]

const frictionSchema = yup.lazy((value: unknown) => {
  const kind = (value as { kind?: string } | null)?.kind
  return typeof kind === 'string' && Object.hasOwn(frictionSchemas, kind)
    ? frictionSchemas[kind as keyof typeof frictionSchemas]
    : yup.object({ kind: oneOf('Kind', Object.keys(frictionSchemas)) })
}) as unknown as yup.Schema<FrictionInput>

const modelSchema = yup
  .object({
    spinPatchMm: number('Spin patch', 0, 5),
    flareCoupling: number('Flare coupling', 0, 0.9),
    flareWidthIn: number('Flare width', 0.01, 5),
    pinPhaseDeg: number('Pin phase', -360, 360),
  })
  .default(undefined)
  .optional()

const shot = {
  bowler: bowlerSchema.required(),
  ball: ballSchema.required(),
  layout: motionLayoutSchema.required(),
  friction: frictionSchema,
  model: modelSchema,
}
const spread = yup.object({
  targetBoards: needed('Spread of the target', 0, 10),
  speedMph: needed('Spread of speed', 0, 5),
  revRpm: needed('Spread of rev rate', 0, 200),
  launchAngleDeg: number('Spread of the launch angle', 0, 5),
})
const sampling = {
  spread: spread.required(),
  samples: needed('Samples', 1, 100_000).integer('Samples: a whole number, 1 to 100000'),
  seed: needed('Seed', 0, 4_294_967_295).integer('Seed: a whole number, 0 to 4294967295'),
}
const range = (label: string) =>
  yup
    .tuple([needed(`${label}, least`, 1, 39), needed(`${label}, most`, 1, 39)])
    .required(`${label}: [least, most]`)
    .test('order', `${label}: the least comes first`, (range) => !range || !(range[0] > range[1]))

/** Cells of the starting-surface table to hold the engine against; none given: all that the table speaks of. */
export const practiceSchema = yup.object({
  cells: yup
    .array(yup.object({ style: oneOf('Style', styleBands), condition: oneOf('Condition', practiceConditions) }))
    .min(1, 'Cells: at least one')
    .max(15, 'Cells: at most 15')
    .default(undefined)
    .optional(),
})
/** Inputs of the headless commands `simulate`, `room` and `line`. */
export const simulateSchema = yup.object({ ...shot, release: releaseSchema.required() })
export const flareSchema = yup.object({
  ...shot,
  release: releaseSchema.required(),
  pap: yup.object({ overIn: figure('papOverIn', 'PAP over'), upIn: figure('papUpIn', 'PAP up') }).required(),
  holes: yup
    .array(
      yup.object({
        name: requiredText('Hole', 40),
        overIn: needed('Over', -14, 14),
        upIn: needed('Up', -7, 7),
        diameterIn: needed('Diameter', 0.1, 2),
      }),
    )
    .max(20, 'Holes: at most 20')
    .default([]),
})
export const roomSchema = yup.object({ ...shot, release: releaseSchema.required(), ...sampling })
export const linesSchema = yup.object({
  ...shot,
  ...sampling,
  playable: yup.object({ laydown: range('Laydown'), target: range('Target') }).required(),
})
export type SimulateInput = yup.InferType<typeof simulateSchema>
