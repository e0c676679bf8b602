import { coverFamilies } from '@sleetfall/core'
import * as yup from 'yup'
import { coreFigures } from './balls.ts'
import { hands } from './customers.ts'
import {
  identifier,
  neededQuantity,
  oneOf,
  optionalText,
  quantity,
  recordVersion,
  requiredText,
  whole,
} from './fields.ts'
import { later } from './later.ts'
import { holeSchema } from './layouts.ts'
import type { Stored } from './stored.ts'
import { wrong } from './said.ts'

const layoutFigures = () => ({
  drillingAngleDeg: neededQuantity('drillingAngleDeg', 'drillingAngle'),
  pinToPapIn: neededQuantity('pinToPapIn', 'pinToPap'),
  valAngleDeg: neededQuantity('valAngleDeg', 'valAngle'),
})

/** A layout that the shop uses by name. */
export const namedLayoutSchema = later(() =>
  yup.object({
    id: identifier(),
    name: requiredText('layoutName', 60),
    ...layoutFigures(),
    note: optionalText('note', 500),
  }),
)
export type NamedLayoutInput = yup.InferType<typeof namedLayoutSchema>
export interface NamedLayout extends NamedLayoutInput, Stored {}

const holesSchema = later(() =>
  yup
    .array(holeSchema)
    .min(1, wrong('holes', 'atLeastOne'))
    .max(12, wrong('holes', 'atMost', { count: 12 }))
    .required(wrong('holes', 'atLeastOne')),
)

/** How a customer's hand is fitted; a new measurement is a new sheet. */
export const gripSheetSchema = later(() =>
  yup.object({
    id: identifier(),
    customerId: identifier('customer'),
    hand: oneOf('hand', hands),
    spanKind: oneOf('span', ['full', 'cut']),
    holes: holesSchema,
    note: optionalText('note', 1000),
  }),
)
export type GripSheetInput = yup.InferType<typeof gripSheetSchema>
export interface GripSheet extends GripSheetInput, Stored {
  readonly takenBy: string | null
}

/** What was drilled into a ball: the copy it keeps, whatever becomes of the customer's sheet. */
export const drillingSchema = later(() =>
  yup.object({
    id: identifier(),
    ...layoutFigures(),
    papOverIn: neededQuantity('papOverIn', 'papOver'),
    papUpIn: neededQuantity('papUpIn', 'papUp'),
    holes: yup
      .array(holeSchema)
      .max(12, wrong('holes', 'atMost', { count: 12 }))
      .default([]),
    topWeightOz: quantity('topWeightOz', 'topWeight').nullable().default(null),
  }),
)
export type DrillingInput = yup.InferType<typeof drillingSchema>

const figure = (...args: Parameters<typeof quantity>) =>
  quantity(...args)
    .nullable()
    .default(null)

/** A ball that the shop sells or knows the figures of. */
export const stockBallSchema = later(() =>
  yup.object({
    name: requiredText('name', 60),
    cover: oneOf('coverFamily', coverFamilies),
    hardnessD: figure('hardnessD', 'hardness'),
    ...coreFigures(),
    factoryGrit: figure('scannedGrit', 'factoryFinish'),
    weightLb: figure('weightLb', 'weight'),
    inStock: whole('inStock', 0, 999).default(0),
  }),
)
export type StockBallInput = yup.InferType<typeof stockBallSchema>
export interface StockBall extends StockBallInput, Stored {
  readonly id: string
}

export const wantedStates = ['open', 'bought', 'dropped'] as const
/** A ball to look for, for a customer: what matters of it, as a plan found it, never a name but of the shop's own. */
export const wantedBallSchema = later(() =>
  yup.object({
    id: identifier(),
    customerId: identifier('customer'),
    cover: oneOf('coverFamily', coverFamilies),
    raUm: neededQuantity('ruledRaUm', 'roughness'),
    rgIn: neededQuantity('rgIn', 'rg'),
    differentialIn: neededQuantity('differentialIn', 'differential'),
    stockBallId: identifier('ball').nullable().default(null).notRequired(),
    reason: optionalText('reason', 300),
  }),
)
export type WantedBallInput = yup.InferType<typeof wantedBallSchema>
export const wantedStateSchema = later(() =>
  yup.object({ version: recordVersion(), state: oneOf('state', wantedStates) }),
)
export interface WantedBall extends WantedBallInput, Stored {
  readonly state: (typeof wantedStates)[number]
  readonly customerName: string
  /** The shop's own ball that it would be, as it is called, and how many are there. */
  readonly stockName: string | null
  readonly inStock: number | null
}
/** What is looked for, newest first, and how many there are in all. */
export interface WantedBalls {
  readonly items: readonly WantedBall[]
  readonly total: number
}

export const mostStockRows = 2000
/** Rows of an import: all of them are written, or none. */
export const stockImportSchema = later(() =>
  yup.object({
    id: identifier(),
    rows: yup
      .array(stockBallSchema)
      .min(1, wrong('rows', 'atLeastOne'))
      .max(mostStockRows, wrong('rows', 'atMost', { count: mostStockRows }))
      .required(),
  }),
)
export interface StockImported {
  readonly added: number
  readonly changed: number
}
