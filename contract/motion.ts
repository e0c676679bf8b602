import { coverFamilies, practiceConditions, readyRecipes, styleBands } from '@sleetfall/core'
import * as yup from 'yup'
import { hands } from './customers.ts'
import { needed, oneOf, quantity, ranged, requiredText, whole } from './fields.ts'
import { loadsSchema } from './lanes.ts'
import { later } from './later.ts'
import { wrong, type FieldName } from './said.ts'

const figure = (...[name, field]: Parameters<typeof quantity>) =>
  quantity(name, field).required(wrong(field, 'missing'))

const bowlerSchema = later(() =>
  yup.object({
    hand: oneOf('hand', hands).default('right'),
    speedMph: figure('speedMph', 'ballSpeed'),
    revRpm: figure('revRpm', 'revRate'),
    axisRotationDeg: figure('axisRotationDeg', 'axisRotation'),
    axisTiltDeg: figure('axisTiltDeg', 'axisTilt'),
  }),
)

const part = later(() => needed('axis', -1, 1))
const axis = later(() => yup.tuple([part, part, part]).required(wrong('axis', 'threeNumbers')))
/** Unit length and square to each other, as nearly as figures of three decimals are. */
const squareWithin = 0.005
const areSquare = (axes: readonly (readonly number[])[]) =>
  axes.every((a, i) =>
    axes.every((b, j) => Math.abs(a.reduce((sum, x, k) => sum + x * b[k]!, 0) - (i === j ? 1 : 0)) < squareWithin),
  )
const ballSchema = later(() =>
  yup
    .object({
      weightLb: figure('weightLb', 'weight'),
      diameterIn: needed('diameter', 8.4, 8.7),
      rgIn: figure('rgIn', 'rg'),
      differentialIn: figure('differentialIn', 'differential'),
      intermediateDifferentialIn: figure('intermediateDifferentialIn', 'intermediateDifferential'),
      /** Of a drilled ball: its principal axes along pin, middle axis and PSA, as `drill` gives them. */
      axes: yup
        .tuple([axis, axis, axis])
        .default(undefined)
        .optional()
        .test(
          'square',
          wrong('axes', 'squareAxes'),
          (axes) =>
            axes === undefined ||
            axes.some((one) => one.some((x) => !Number.isFinite(x))) ||
            areSquare(axes as number[][]),
        ),
    })
    .test(
      'intermediate',
      wrong('intermediateDifferential', 'notAboveDifferential'),
      (ball) => !(Number(ball?.intermediateDifferentialIn) > Number(ball?.differentialIn)),
    ),
)

export const motionLayoutSchema = later(() =>
  yup.object({
    drillingAngleDeg: figure('drillingAngleDeg', 'drillingAngle'),
    pinToPapIn: figure('pinToPapIn', 'pinToPap'),
    valAngleDeg: figure('valAngleDeg', 'valAngle'),
  }),
)

const releaseSchema = later(() =>
  yup.object({
    laydownBoard: needed('laydownBoard', 1, 39),
    launchAngleDeg: needed('launchAngle', -10, 10),
  }),
)

const lineSchema = later(() =>
  yup.object({
    share: needed('share', 0.001, 1000),
    points: yup
      .array(yup.tuple([needed('distance', 0, 60), needed('board', 1, 39)]).required())
      .min(2, wrong('points', 'atLeast', { count: 2 }))
      .max(20, wrong('points', 'atMost', { count: 20 }))
      .required(wrong('points', 'atLeast', { count: 2 }))
      .test(
        'order',
        wrong('points', 'mustGrow'),
        (points) => !points?.some((point, i) => i > 0 && !(point[0]! > points[i - 1]![0]!)),
      ),
  }),
)

const mu = (field: FieldName) => needed(field, 0.001, 1)
const frictionSchemas = {
  constant: later(() => yup.object({ kind: oneOf('kind', ['constant']), mu: mu('friction') })),
  step: later(() =>
    yup.object({
      kind: oneOf('kind', ['step']),
      muBefore: mu('frictionBefore'),
      muAfter: mu('frictionAfter'),
      atFt: needed('at', 0, 60),
    }),
  ),
  film: later(() =>
    yup.object({
      kind: oneOf('kind', ['film']),
      loads: loadsSchema,
      raUm: needed('ra', 0.05, 2),
      cover: oneOf('coverFamily', coverFamilies),
      coverStrength: ranged('coverStrength', 0.5, 1.5),
      lane: ranged('laneFactor', 0.5, 1.5),
      residueUm: ranged('residue', 0, 5),
      after: yup
        .object({
          shots: needed('shots', 0, 2000).integer(wrong('shots', 'whole', { min: 0, max: 2000 })),
          lines: yup
            .array(lineSchema)
            .min(1, wrong('lines', 'atLeastOne'))
            .max(50, wrong('lines', 'atMost', { count: 50 })),
          stripShare: ranged('stripShare', 0, 0.5),
          carryShare: ranged('carryShare', 0, 1),
        })
        .default(undefined)
        .optional(),
    }),
  ),
} as const
type FrictionInput = {
  [K in keyof typeof frictionSchemas]: yup.InferType<(typeof frictionSchemas)[K]>
}[keyof typeof frictionSchemas]

const frictionSchema = later(
  () =>
    yup.lazy((value: unknown) => {
      const kind = (value as { kind?: string } | null)?.kind
      return typeof kind === 'string' && Object.hasOwn(frictionSchemas, kind)
        ? frictionSchemas[kind as keyof typeof frictionSchemas]
        : yup.object({ kind: oneOf('kind', Object.keys(frictionSchemas)) })
    }) as unknown as yup.Schema<FrictionInput>,
)

const modelSchema = later(() =>
  yup
    .object({
      spinPatchMm: ranged('spinPatch', 0, 5),
      flareCoupling: ranged('flareCoupling', 0, 0.9),
      flareWidthIn: ranged('flareWidth', 0.01, 5),
      pinPhaseDeg: ranged('pinPhase', -360, 360),
    })
    .default(undefined)
    .optional(),
)

const shot = () => ({
  bowler: bowlerSchema.required(),
  ball: ballSchema.required(),
  layout: motionLayoutSchema.required(),
  friction: frictionSchema,
  model: modelSchema,
})
const spread = later(() =>
  yup.object({
    targetBoards: needed('spreadOfTheTarget', 0, 10),
    speedMph: needed('spreadOfSpeed', 0, 5),
    revRpm: needed('spreadOfRevRate', 0, 200),
    launchAngleDeg: ranged('spreadOfTheLaunchAngle', 0, 5),
  }),
)
const sampling = () => ({
  spread: spread.required(),
  samples: needed('samples', 1, 100_000).integer(wrong('samples', 'whole', { min: 1, max: 100000 })),
  seed: needed('seed', 0, 4_294_967_295).integer(wrong('seed', 'whole', { min: 0, max: 4294967295 })),
})
const range = (field: FieldName) =>
  yup
    .tuple([needed(field, 1, 39), needed(field, 1, 39)])
    .required(wrong(field, 'leastAndMost'))
    .test('order', wrong(field, 'leastFirst'), (range) => !range || !(range[0] > range[1]))

/** Cells of the starting-surface table to hold the engine against; none given: all that the table speaks of. */
export const practiceSchema = later(() =>
  yup.object({
    cells: yup
      .array(yup.object({ style: oneOf('style', styleBands), condition: oneOf('condition', practiceConditions) }))
      .min(1, wrong('cells', 'atLeastOne'))
      .max(15, wrong('cells', 'atMost', { count: 15 }))
      .default(undefined)
      .optional(),
  }),
)
/** Inputs of the headless commands `simulate`, `room` and `line`. */
export const simulateSchema = later(() => yup.object({ ...shot(), release: releaseSchema.required() }))
export const flareSchema = later(() =>
  yup.object({
    ...shot(),
    release: releaseSchema.required(),
    pap: yup.object({ overIn: figure('papOverIn', 'papOver'), upIn: figure('papUpIn', 'papUp') }).required(),
    holes: yup
      .array(
        yup.object({
          name: requiredText('hole', 40),
          overIn: needed('over', -14, 14),
          upIn: needed('up', -7, 7),
          diameterIn: needed('diameter', 0.1, 2),
        }),
      )
      .max(20, wrong('holes', 'atMost', { count: 20 }))
      .default([]),
  }),
)
export const roomSchema = later(() => yup.object({ ...shot(), release: releaseSchema.required(), ...sampling() }))
export const linesSchema = later(() =>
  yup.object({
    ...shot(),
    ...sampling(),
    playable: yup.object({ laydown: range('laydown'), target: range('target') }).required(),
  }),
)
export type SimulateInput = yup.InferType<typeof simulateSchema>

/** Input of the headless command `coverage`: a bowler's balls in the states of the lanes that lie ahead. */
export const coverageSchema = later(() =>
  yup.object({
    bowler: bowlerSchema.required(),
    balls: yup
      .array(
        yup.object({
          name: requiredText('ball', 60),
          cover: oneOf('coverFamily', coverFamilies),
          raUm: needed('ra', 0.05, 2),
          oilShare: ranged('oilShare', 0, 1).default(0),
          coverStrength: ranged('coverStrength', 0.5, 1.5),
          weightLb: quantity('weightLb', 'weight'),
          rgIn: quantity('rgIn', 'rg'),
          differentialIn: quantity('differentialIn', 'differential'),
          intermediateDifferentialIn: quantity('intermediateDifferentialIn', 'intermediateDifferential'),
          layout: motionLayoutSchema.default(undefined).optional(),
        }),
      )
      .min(1, wrong('balls', 'atLeastOne'))
      .max(12, wrong('balls', 'atMost', { count: 12 }))
      .required(wrong('balls', 'atLeastOne'))
      .test(
        'names',
        wrong('ball', 'eachOnce'),
        (balls) => new Set(balls?.map((ball) => ball?.name)).size === balls?.length,
      ),
    states: yup
      .array(
        yup.object({
          name: requiredText('states', 80),
          loads: loadsSchema,
          shotsPlayed: needed('shots', 0, 2000).integer(wrong('shots', 'whole', { min: 0, max: 2000 })),
          weight: needed('weightOfTheState', 0, 1000),
        }),
      )
      .min(1, wrong('states', 'atLeastOne'))
      .max(24, wrong('states', 'atMost', { count: 24 }))
      .required(wrong('states', 'atLeastOne')),
    /** Keys of ready recipes; all of them when not given. */
    recipes: yup
      .array(
        oneOf(
          'recipe',
          readyRecipes.map(({ key }) => key),
        ),
      )
      .max(20, wrong('recipe', 'atMost', { count: 20 }))
      .default(undefined)
      .optional(),
    maxPurchases: whole('ballsToBuy', 0, 2).default(0),
    carried: whole('ballsCarried', 1, 12).nullable().default(null),
    tolerance: quantity('strikeTolerance', 'strikesGivenAway').default(10),
  }),
)
