import type { StyleBand } from '@sleetfall/core'
import * as yup from 'yup'
import { identifier, oneOf, optionalOneOf, optionalText, quantity, requiredText } from './fields.ts'
import type { Stored } from './stored.ts'

export const hands = ['right', 'left'] as const
export type Hand = (typeof hands)[number]
export const figureSources = ['stated', 'measured', 'guessed'] as const
export type FigureSource = (typeof figureSources)[number]

const source = (label: string) => optionalOneOf(label, figureSources)
const figure = (...args: Parameters<typeof quantity>) =>
  quantity(...args)
    .nullable()
    .default(null)

export const customerSchema = yup.object({
  id: identifier(),
  name: requiredText('Name', 80),
  /** Tells two customers of the same name apart. */
  distinction: optionalText('Told apart by', 60),
  hand: oneOf('Hand', hands),
  twoHanded: yup.boolean().default(false),
  junior: yup.boolean().default(false),
  contact: optionalText('Contact', 120),
  speedMph: figure('speedMph', 'Ball speed'),
  speedSource: source('Source of ball speed'),
  /** One standard deviation of the figure before it, where it was measured. */
  speedSdMph: figure('speedSdMph', 'Uncertainty of ball speed'),
  revRpm: figure('revRpm', 'Rev rate'),
  revSource: source('Source of rev rate'),
  revSdRpm: figure('revSdRpm', 'Uncertainty of rev rate'),
  axisRotationDeg: figure('axisRotationDeg', 'Axis rotation'),
  axisRotationSource: source('Source of axis rotation'),
  axisTiltDeg: figure('axisTiltDeg', 'Axis tilt'),
  axisTiltSource: source('Source of axis tilt'),
  axisTiltSdDeg: figure('axisTiltSdDeg', 'Uncertainty of axis tilt'),
  papOverIn: figure('papOverIn', 'PAP over'),
  papUpIn: figure('papUpIn', 'PAP up'),
  papSource: source('Source of PAP'),
  papSdIn: figure('papSdIn', 'Uncertainty of PAP'),
  gamesPerWeek: figure('gamesPerWeek', 'Games a week'),
  pocketThreshold: quantity('pocketThreshold', 'Wanted share in the pocket').default(0.45),
  note: optionalText('Note', 2000),
})
export type CustomerInput = yup.InferType<typeof customerSchema>

export interface Customer extends CustomerInput, Stored {
  /** Computed from speed, revs and tilt; null when one of the first two is missing. */
  readonly style: { readonly dominance: number; readonly band: StyleBand } | null
  readonly ballCount: number
  /** How many of their balls need something. */
  readonly careCount: number
  /** Day on which they were taken out of daily use. */
  readonly retiredOn: string | null
}
