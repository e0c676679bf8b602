import {
  type DrillingRecord,
  type FittedBall,
  type Finding,
  type RecipeStep,
  type SurfaceNow,
  coverFamilies,
} from '@sleetfall/core'
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
import { later } from './later.ts'
import type { Stored } from './stored.ts'
import { wrong } from './said.ts'

const figure = (...args: Parameters<typeof quantity>) =>
  quantity(...args)
    .nullable()
    .default(null)

/** Core figures as a record or a list gives them. */
export const coreFigures = () => ({
  rgIn: figure('rgIn', 'rg'),
  differentialIn: figure('differentialIn', 'differential').test(
    'swapped',
    wrong('differential', 'notBelowIntermediate'),
    (value, context) =>
      value == null ||
      context.parent.intermediateDifferentialIn == null ||
      value >= context.parent.intermediateDifferentialIn,
  ),
  intermediateDifferentialIn: figure('intermediateDifferentialIn', 'intermediateDifferential'),
})

export const ballSchema = later(() =>
  yup.object({
    id: identifier(),
    customerId: identifier('customer'),
    name: requiredText('ballName', 60),
    cover: oneOf('coverFamily', coverFamilies),
    hardnessD: figure('hardnessD', 'hardness'),
    weightLb: figure('weightLb', 'weight'),
    ...coreFigures(),
    pinDistanceIn: figure('pinDistanceIn', 'pinDistance'),
    drillingAngleDeg: figure('drillingAngleDeg', 'drillingAngle'),
    pinToPapIn: figure('pinToPapIn', 'pinToPap'),
    valAngleDeg: figure('valAngleDeg', 'valAngle'),
    factoryGrit: figure('scannedGrit', 'factoryFinish'),
    factorySource: optionalOneOf('sourceOfTheFactoryFinish', figureSources),
    /** Grit the ball is brought back to; its target until a recipe is put on. */
    targetGrit: figure('grit', 'targetGrit'),
    gamesBefore: wholeQuantity('gamesBefore', 'gamesBeforeOurRecord').default(0),
    place: oneOf('whereabouts', whereabouts).default('customer'),
    shelf: optionalText('shelfPlace', 40),
    boughtOn: pastDay('boughtOn').nullable().default(null),
    drilledOn: pastDay('drilledOn').nullable().default(null),
    note: optionalText('note', 2000),
  }),
)
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
  /** What its own shots taught, taken over from a calibration; null without. */
  readonly fitted: FittedBall | null
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
