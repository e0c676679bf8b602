import type { PatternFigures } from '@sleetfall/core'
import * as yup from 'yup'
import { identifier, optionalText, quantity, requiredText, wholeQuantity } from './fields.ts'
import type { Stored } from './stored.ts'

export const loadSchema = yup.object({
  fromBoard: wholeQuantity('wholeBoard', 'From board').required('From board: 1 to 39 board'),
  toBoard: wholeQuantity('wholeBoard', 'To board')
    .required('To board: 1 to 39 board')
    .test(
      'order',
      'To board: not below the from board; are the two swapped?',
      (value, context) => !(value < context.parent.fromBoard),
    ),
  loads: wholeQuantity('loads', 'Loads').required('Loads: 1 to 40 loads'),
  microlitresPerBoard: quantity('microlitresPerBoard', 'µL per board').required('µL per board: 1 to 200 µL'),
  startFt: quantity('distanceFt', 'Start').required('Start: 0 to 60 ft'),
  endFt: quantity('distanceFt', 'End')
    .required('End: 0 to 60 ft')
    .test('length', 'End: must differ from the start', (value, context) => value !== context.parent.startFt),
})

export const loadsSchema = yup
  .array(loadSchema)
  .label('Load table')
  .min(1, 'Load table: at least one row')
  .max(60, 'Load table: at most 60 rows')
  .required('Load table: at least one row')

export const patternSchema = yup.object({
  id: identifier(),
  name: requiredText('Pattern name', 60),
  note: optionalText('Note', 2000),
  loads: loadsSchema,
  /** The load table is a guess from length, volume and ratio. */
  estimated: yup.boolean().default(false),
})

/** What is told of a pattern whose load table is not. */
export const knownFiguresSchema = yup.object({
  lengthFt: quantity('patternLengthFt', 'Length').required('Length: 20 to 60 ft'),
  volumeMl: quantity('patternVolumeMl', 'Volume').required('Volume: 1 to 60 mL'),
  ratio: quantity('patternRatio', 'Ratio').required('Ratio: 1 to 30'),
})
export type PatternInput = yup.InferType<typeof patternSchema>

export interface Pattern extends PatternInput, Stored {
  /** Day from which it is not offered any more. */
  readonly retiredOn: string | null
  readonly figures: PatternFigures
}
