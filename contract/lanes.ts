import { type FittedPattern, type PatternFigures, patternTrusts } from '@sleetfall/core'
import * as yup from 'yup'
import { identifier, neededQuantity, neededWhole, oneOf, optionalText, requiredText } from './fields.ts'
import { later } from './later.ts'
import type { Stored } from './stored.ts'
import { wrong } from './said.ts'

export const loadSchema = later(() =>
  yup.object({
    fromBoard: neededWhole('wholeBoard', 'fromBoard'),
    toBoard: neededWhole('wholeBoard', 'toBoard').test(
      'order',
      wrong('toBoard', 'notBelowFromBoard'),
      (value, context) => !(value < context.parent.fromBoard),
    ),
    loads: neededWhole('loads', 'loads'),
    microlitresPerBoard: neededQuantity('microlitresPerBoard', 'oilAStreamAndBoard'),
    startFt: neededQuantity('distanceFt', 'start'),
    endFt: neededQuantity('distanceFt', 'end').test(
      'length',
      wrong('end', 'differsFromStart'),
      (value, context) => value !== context.parent.startFt,
    ),
  }),
)

export const loadsSchema = later(() =>
  yup
    .array(loadSchema)
    .label('loadTable')
    .min(1, wrong('rowsOfTheLoadTable', 'atLeastOne'))
    .max(60, wrong('rowsOfTheLoadTable', 'atMost', { count: 60 }))
    .required(wrong('rowsOfTheLoadTable', 'atLeastOne')),
)

export const patternSchema = later(() =>
  yup.object({
    id: identifier(),
    name: requiredText('patternName', 60),
    note: optionalText('note', 2000),
    loads: loadsSchema,
    /** The load table is a guess from length, volume and ratio. */
    estimated: yup.boolean().default(false),
    /** How sure it is that this is what lies on the lane. */
    trust: oneOf('trust', patternTrusts).default('sheet'),
  }),
)

/** What is told of a pattern whose load table is not. */
export const knownFiguresSchema = later(() =>
  yup.object({
    lengthFt: neededQuantity('patternLengthFt', 'length'),
    volumeMl: neededQuantity('patternVolumeMl', 'volume'),
    ratio: neededQuantity('patternRatio', 'ratio'),
  }),
)
export type PatternInput = yup.InferType<typeof patternSchema>

export interface Pattern extends PatternInput, Stored {
  /** Day from which it is not offered any more. */
  readonly retiredOn: string | null
  readonly figures: PatternFigures
  /** What shots on it taught, taken over from a calibration; null without. */
  readonly fitted: FittedPattern | null
}
