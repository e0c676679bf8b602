import { type DrillingRecord, type Finding, type RecipeStep, type SurfaceNow, coverFamilies } from '@sleetfall/core'
import * as yup from 'yup'
import { type BallEventKind, whereabouts } from './ballEvents.ts'
import { figureSources } from './customers.ts'
import {
  identifier,
  oneOf,
  optionalOneOf,
  optionalText,
  pastDay,
  quantity,
  requiredText,
  wholeQuantity,
} from './fields.ts'
import type { Stored } from './stored.ts'

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
  place: oneOf('Whereabouts', whereabouts).default('customer'),
  shelf: optionalText('Shelf place', 40),
  boughtOn: pastDay('Bought on').nullable().default(null),
  drilledOn: pastDay('Drilled on').nullable().default(null),
  note: optionalText('Note', 2000),
})
export type BallInput = yup.InferType<typeof ballSchema>

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
