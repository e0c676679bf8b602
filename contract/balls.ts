import {
  type DrillingRecord,
  type Finding,
  type RecipeStep,
  type SurfaceNow,
  cleaningKinds,
  coverFamilies,
  findings,
  scanSpots,
} from '@sleetfall/core'
import * as yup from 'yup'
import { figureSources } from './customers.ts'
import {
  identifier,
  moment,
  oneOf,
  optionalOneOf,
  optionalText,
  pastDay,
  pastTime,
  quantity,
  requiredText,
  text,
  wholeQuantity,
} from './fields.ts'
import { recipeStepsSchema } from './recipes.ts'
import type { Stored } from './stored.ts'

export const places = ['customer', 'shelf', 'bench'] as const
export type Place = (typeof places)[number]

const figure = (...args: Parameters<typeof quantity>) =>
  quantity(...args)
    .nullable()
    .default(null)

/** Core figures as a record or a list gives them. */
export const coreFigures = {
  rgIn: figure('rgIn', 'RG'),
  differentialIn: figure('differentialIn', 'Differential').test(
    'swapped',
    'Differential: larger than the intermediate differential or equal to it; are the two swapped?',
    (value, context) =>
      value == null ||
      context.parent.intermediateDifferentialIn == null ||
      value >= context.parent.intermediateDifferentialIn,
  ),
  intermediateDifferentialIn: figure('intermediateDifferentialIn', 'Intermediate differential'),
}

export const ballSchema = yup.object({
  id: identifier(),
  customerId: identifier('Customer'),
  name: requiredText('Ball name', 60),
  cover: oneOf('Cover family', coverFamilies),
  hardnessD: figure('hardnessD', 'Hardness'),
  weightLb: figure('weightLb', 'Weight'),
  ...coreFigures,
  pinDistanceIn: figure('pinDistanceIn', 'Pin distance'),
  drillingAngleDeg: figure('drillingAngleDeg', 'Drilling angle'),
  pinToPapIn: figure('pinToPapIn', 'Pin to PAP'),
  valAngleDeg: figure('valAngleDeg', 'VAL angle'),
  factoryGrit: figure('scannedGrit', 'Factory finish'),
  factorySource: optionalOneOf('Source of the factory finish', figureSources),
  /** Grit the ball is brought back to; its target until a recipe is put on. */
  targetGrit: figure('grit', 'Target grit'),
  gamesBefore: wholeQuantity('gamesBefore', 'Games before our record').default(0),
  place: oneOf('Whereabouts', places).default('customer'),
  shelf: optionalText('Shelf place', 40),
  boughtOn: pastDay('Bought on').nullable().default(null),
  drilledOn: pastDay('Drilled on').nullable().default(null),
  note: optionalText('Note', 2000),
})
export type BallInput = yup.InferType<typeof ballSchema>

export const ballEventKinds = [
  'games',
  'surfaced',
  'scanned',
  'cleaned',
  'extracted',
  'moved',
  'drilled',
  'withdrawn',
  'locked',
  'checked',
] as const
export type BallEventKind = (typeof ballEventKinds)[number]

const eventBase = { id: identifier(), happenedAt: pastTime('When') }

/** What may be recorded of a ball, by kind. `withdrawn` events name the event they take back. */
export const ballEventSchemas = {
  games: yup.object({
    ...eventBase,
    kind: oneOf('Kind', ['games']),
    games: wholeQuantity('games', 'Games').required('Games: 1 to 60 games'),
    patternId: identifier('Pattern').nullable().default(null).notRequired(),
  }),
  surfaced: yup.object({
    ...eventBase,
    kind: oneOf('Kind', ['surfaced']),
    steps: recipeStepsSchema,
    recipeKey: text('Recipe').max(60, 'Recipe: at most 60 characters').nullable().default(null),
    /** Grit that was meant, when the work stopped before its last step. */
    targetGrit: quantity('scannedGrit', 'Target grit').optional(),
  }),
  scanned: yup.object({
    ...eventBase,
    kind: oneOf('Kind', ['scanned']),
    grits: yup
      .array(quantity('scannedGrit', 'Scanner reading').required('Scanner reading: please fill this in'))
      .min(1, 'Scanner readings: at least one')
      .max(12, 'Scanner readings: at most 12')
      .required(),
    /** Where each was taken, in the same order; left out when nobody said. */
    spots: yup
      .array(oneOf('Spot', scanSpots))
      .max(12)
      .optional()
      .test(
        'each',
        'Scanner readings: say for each whether it was on the track, or for none',
        (value, context) => value === undefined || value.length === context.parent.grits?.length,
      ),
  }),
  cleaned: yup.object({ ...eventBase, kind: oneOf('Kind', ['cleaned']), with: oneOf('Cleaned with', cleaningKinds) }),
  extracted: yup.object({
    ...eventBase,
    kind: oneOf('Kind', ['extracted']),
    minutes: quantity('soakMinutes', 'Minutes in the water').required(),
    temperatureC: quantity('waterTemperatureC', 'Water temperature').required(),
  }),
  moved: yup.object({
    ...eventBase,
    kind: oneOf('Kind', ['moved']),
    place: oneOf('Whereabouts', places),
    shelf: optionalText('Shelf place', 40),
  }),
  /** Not to be played before a time, such as while its holes dry. */
  locked: yup.object({
    ...eventBase,
    kind: oneOf('Kind', ['locked']),
    untilAt: moment('Until').required('Until: missing'),
    reason: requiredText('Reason', 200),
  }),
  /** A look at ball and inserts, with what was found. */
  checked: yup.object({
    ...eventBase,
    kind: oneOf('Kind', ['checked']),
    what: oneOf('What', ['inspection', 'inserts']),
    finding: oneOf('Finding', findings),
    note: optionalText('Note', 400),
  }),
} as const
export type RecordableKind = keyof typeof ballEventSchemas
export type BallEventInput = { [K in RecordableKind]: yup.InferType<(typeof ballEventSchemas)[K]> }[RecordableKind]

/** Picks the schema by the kind that the input names. */
export const ballEventSchema = yup.lazy((value: unknown) => {
  const kind = (value as { kind?: string } | null)?.kind
  return typeof kind === 'string' && Object.hasOwn(ballEventSchemas, kind)
    ? ballEventSchemas[kind as RecordableKind]
    : yup.object({ kind: oneOf('Kind', Object.keys(ballEventSchemas)) })
}) as unknown as yup.Schema<BallEventInput>

export interface BallEvent {
  readonly id: string
  /** Its place in the order in which events were recorded. */
  readonly seq: number
  readonly ballId: string
  readonly kind: BallEventKind
  readonly happenedAt: string
  readonly recordedAt: string
  readonly recordedBy: string | null
  readonly payload: Readonly<Record<string, unknown>>
  /** Set when a later event took this one back. */
  readonly withdrawn: boolean
}

export interface Ball extends BallInput, Stored {
  /** Day on which it was taken out of use: sold, lost or worn out. */
  readonly retiredOn: string | null
  readonly customerName: string
  readonly customerHand: 'right' | 'left'
  /** Its owner's next day of play, by which work on it should be done. */
  readonly playsOn: string | null
  /** What was drilled into it, with its holes; null while nobody noted holes. */
  readonly drilling: DrillingRecord | null
  readonly surface: SurfaceNow
  /** A reading waits for its fit: until then it stands as it was read, carried on by the starting values. */
  readonly fitWanted: boolean
  /** The last thing recorded, which 'undo' takes back. */
  readonly lastEvent: { readonly id: string; readonly kind: BallEventKind; readonly at: string } | null
  /** Surface work that was last put on it on the spinner: what a resurface repeats. */
  readonly lastRecipe: { readonly recipeKey: string | null; readonly steps: readonly RecipeStep[] } | null
  readonly lastCleanedAt: string | null
  /** Until when it must lie before play; null when it may be played. */
  readonly lockedUntil: string | null
  readonly lastFinding: Finding | null
  readonly lastCheckedAt: string | null
  /** Games since it was last cleaned or wiped. */
  readonly gamesSinceCleaning: number
  /** Volume of the oil it lately played on, mL; the assumed one without games. */
  readonly playedVolumeMl: number
}
