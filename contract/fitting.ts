import { coverFamilies } from '@sleetfall/core'
import * as yup from 'yup'
import { coreFigures } from './balls.ts'
import { hands } from './customers.ts'
import { identifier, oneOf, optionalText, quantity, requiredText } from './fields.ts'
import { holeSchema } from './layouts.ts'
import type { Stored } from './stored.ts'

const layoutFigures = {
  drillingAngleDeg: quantity('drillingAngleDeg', 'Drilling angle').required('Drilling angle: 0 to 180 °'),
  pinToPapIn: quantity('pinToPapIn', 'Pin to PAP').required('Pin to PAP: 0 to 6.75 in'),
  valAngleDeg: quantity('valAngleDeg', 'VAL angle').required('VAL angle: 0 to 180 °'),
}

/** A layout that the shop uses by name. */
export const namedLayoutSchema = yup.object({
  id: identifier(),
  name: requiredText('Layout name', 60),
  ...layoutFigures,
  note: optionalText('Note', 500),
})
export type NamedLayoutInput = yup.InferType<typeof namedLayoutSchema>
export interface NamedLayout extends NamedLayoutInput, Stored {}

const holesSchema = yup
  .array(holeSchema)
  .min(1, 'Holes: at least one')
  .max(12, 'Holes: at most 12')
  .required('Holes: at least one')

/** How a customer's hand is fitted; a new measurement is a new sheet. */
export const gripSheetSchema = yup.object({
  id: identifier(),
  customerId: identifier('Customer'),
  hand: oneOf('Hand', hands),
  spanKind: oneOf('Span', ['full', 'cut']),
  holes: holesSchema,
  note: optionalText('Note', 1000),
})
export type GripSheetInput = yup.InferType<typeof gripSheetSchema>
export interface GripSheet extends GripSheetInput, Stored {
  readonly takenBy: string | null
}

/** What was drilled into a ball: the copy it keeps, whatever becomes of the customer's sheet. */
export const drillingSchema = yup.object({
  id: identifier(),
  ...layoutFigures,
  papOverIn: quantity('papOverIn', 'PAP over').required('PAP over: 0 to 7 in'),
  papUpIn: quantity('papUpIn', 'PAP up').required('PAP up: -3 to 3 in'),
  holes: yup.array(holeSchema).max(12, 'Holes: at most 12').default([]),
  topWeightOz: quantity('topWeightOz', 'Top weight').nullable().default(null),
})
export type DrillingInput = yup.InferType<typeof drillingSchema>

const figure = (...args: Parameters<typeof quantity>) =>
  quantity(...args)
    .nullable()
    .default(null)

/** A ball that the shop sells or knows the figures of. */
export const stockBallSchema = yup.object({
  name: requiredText('Name', 60),
  cover: oneOf('Cover family', coverFamilies),
  hardnessD: figure('hardnessD', 'Hardness'),
  ...coreFigures,
  factoryGrit: figure('scannedGrit', 'Factory finish'),
  weightLb: figure('weightLb', 'Weight'),
  inStock: yup
    .number()
    .label('In stock')
    .integer('In stock: a whole number, 0 to 999')
    .typeError('In stock: a whole number, 0 to 999')
    .min(0, 'In stock: a whole number, 0 to 999')
    .max(999, 'In stock: a whole number, 0 to 999')
    .default(0),
})
export type StockBallInput = yup.InferType<typeof stockBallSchema>
export interface StockBall extends StockBallInput, Stored {
  readonly id: string
}

export const mostStockRows = 2000
/** Rows of an import: all of them are written, or none. */
export const stockImportSchema = yup.object({
  id: identifier(),
  rows: yup
    .array(stockBallSchema)
    .min(1, 'Rows: at least one')
    .max(mostStockRows, `Rows: at most ${mostStockRows}`)
    .required(),
})
export interface StockImported {
  readonly added: number
  readonly changed: number
}
