import { coverFamilies } from '@sleetfall/core'
import * as yup from 'yup'
import { coreFigures } from './balls.ts'
import { hands } from './customers.ts'
import { identifier, neededQuantity, oneOf, optionalText, quantity, requiredText, whole } from './fields.ts'
import { holeSchema } from './layouts.ts'
import type { Stored } from './stored.ts'
import { wrong } from './said.ts'

const layoutFigures = {
  drillingAngleDeg: neededQuantity('drillingAngleDeg', 'drillingAngle'),
  pinToPapIn: neededQuantity('pinToPapIn', 'pinToPap'),
  valAngleDeg: neededQuantity('valAngleDeg', 'valAngle'),
}

/** A layout that the shop uses by name. */
export const namedLayoutSchema = yup.object({
  id: identifier(),
  name: requiredText('layoutName', 60),
  ...layoutFigures,
  note: optionalText('note', 500),
})
export type NamedLayoutInput = yup.InferType<typeof namedLayoutSchema>
export interface NamedLayout extends NamedLayoutInput, Stored {}

const holesSchema = yup
  .array(holeSchema)
  .min(1, wrong('holes', 'atLeastOne'))
  .max(12, wrong('holes', 'atMost', { count: 12 }))
  .required(wrong('holes', 'atLeastOne'))

/** How a customer's hand is fitted; a new measurement is a new sheet. */
export const gripSheetSchema = yup.object({
  id: identifier(),
  customerId: identifier('customer'),
  hand: oneOf('hand', hands),
  spanKind: oneOf('span', ['full', 'cut']),
  holes: holesSchema,
  note: optionalText('note', 1000),
})
export type GripSheetInput = yup.InferType<typeof gripSheetSchema>
export interface GripSheet extends GripSheetInput, Stored {
  readonly takenBy: string | null
}

/** What was drilled into a ball: the copy it keeps, whatever becomes of the customer's sheet. */
export const drillingSchema = yup.object({
  id: identifier(),
  ...layoutFigures,
  papOverIn: neededQuantity('papOverIn', 'papOver'),
  papUpIn: neededQuantity('papUpIn', 'papUp'),
  holes: yup
    .array(holeSchema)
    .max(12, wrong('holes', 'atMost', { count: 12 }))
    .default([]),
  topWeightOz: quantity('topWeightOz', 'topWeight').nullable().default(null),
})
export type DrillingInput = yup.InferType<typeof drillingSchema>

const figure = (...args: Parameters<typeof quantity>) =>
  quantity(...args)
    .nullable()
    .default(null)

/** A ball that the shop sells or knows the figures of. */
export const stockBallSchema = yup.object({
  name: requiredText('name', 60),
  cover: oneOf('coverFamily', coverFamilies),
  hardnessD: figure('hardnessD', 'hardness'),
  ...coreFigures,
  factoryGrit: figure('scannedGrit', 'factoryFinish'),
  weightLb: figure('weightLb', 'weight'),
  inStock: whole('inStock', 0, 999).default(0),
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
    .min(1, wrong('rows', 'atLeastOne'))
    .max(mostStockRows, wrong('rows', 'atMost', { count: mostStockRows }))
    .required(),
})
export interface StockImported {
  readonly added: number
  readonly changed: number
}
