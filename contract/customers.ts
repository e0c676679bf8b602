import type { OwnPlayable, StyleBand } from '@sleetfall/core'
import * as yup from 'yup'
import { identifier, oneOf, optionalOneOf, optionalText, quantity, requiredText } from './fields.ts'
import { later } from './later.ts'
import type { Stored } from './stored.ts'
import { type FieldName, wrong } from './said.ts'

export const hands = ['right', 'left'] as const
export type Hand = (typeof hands)[number]
export const figureSources = ['stated', 'measured', 'guessed', 'fitted'] as const
export type FigureSource = (typeof figureSources)[number]

const source = (field: FieldName) => optionalOneOf(field, figureSources)
const figure = (...args: Parameters<typeof quantity>) =>
  quantity(...args)
    .nullable()
    .default(null)

/** An end that is not below where the range begins; either may be open. */
const notBelow = (from: string) => (value: number | null | undefined, context: yup.TestContext) =>
  !(value != null && context.parent[from] != null && value < context.parent[from])

export const customerSchema = later(() =>
  yup.object({
    id: identifier(),
    name: requiredText('name', 80),
    /** Tells two customers of the same name apart. */
    distinction: optionalText('toldApartBy', 60),
    hand: oneOf('hand', hands),
    twoHanded: yup.boolean().default(false),
    junior: yup.boolean().default(false),
    contact: optionalText('contact', 120),
    speedMph: figure('speedMph', 'ballSpeed'),
    speedSource: source('sourceOfBallSpeed'),
    /** One standard deviation of the figure before it, where it was measured. */
    speedSdMph: figure('speedSdMph', 'uncertaintyOfBallSpeed'),
    revRpm: figure('revRpm', 'revRate'),
    revSource: source('sourceOfRevRate'),
    revSdRpm: figure('revSdRpm', 'uncertaintyOfRevRate'),
    axisRotationDeg: figure('axisRotationDeg', 'axisRotation'),
    axisRotationSource: source('sourceOfAxisRotation'),
    axisTiltDeg: figure('axisTiltDeg', 'axisTilt'),
    axisTiltSource: source('sourceOfAxisTilt'),
    axisTiltSdDeg: figure('axisTiltSdDeg', 'uncertaintyOfAxisTilt'),
    papOverIn: figure('papOverIn', 'papOver'),
    papUpIn: figure('papUpIn', 'papUp'),
    papSource: source('sourceOfPap'),
    papSdIn: figure('papSdIn', 'uncertaintyOfPap'),
    gamesPerWeek: figure('gamesPerWeek', 'gamesAWeek'),
    /** Strikes in a hundred that may be given away to the best ball of any kind before a ball counts as no cover. */
    strikeTolerance: quantity('strikeTolerance', 'strikesGivenAway').default(10),
    /** Boards that this bowler plays, from their own side; null: by the style. */
    laydownFromBoard: figure('board', 'laydownFrom'),
    laydownToBoard: figure('board', 'laydownTo').test(
      'order',
      wrong('laydownTo', 'notBelowFromBoard'),
      notBelow('laydownFromBoard'),
    ),
    targetFromBoard: figure('board', 'targetFrom'),
    targetToBoard: figure('board', 'targetTo').test(
      'order',
      wrong('targetTo', 'notBelowFromBoard'),
      notBelow('targetFromBoard'),
    ),
    mostLaunchDeg: figure('mostLaunchDeg', 'widestLaunch'),
    note: optionalText('note', 2000),
  }),
)
export type CustomerInput = yup.InferType<typeof customerSchema>

export interface Customer extends CustomerInput, Stored {
  /** Computed from speed, revs and tilt; null when one of the first two is missing. */
  readonly style: { readonly dominance: number; readonly band: StyleBand } | null
  /** Boards they can play: as stated, else by the style. */
  readonly playable: OwnPlayable
  readonly ballCount: number
  /** How many of their balls need something. */
  readonly careCount: number
  /** Day on which they were taken out of daily use. */
  readonly retiredOn: string | null
}
