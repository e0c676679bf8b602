import {
  type Cause,
  type Diagnosis,
  type NextTest,
  causes,
  coverFamilies,
  signNames,
  styleBands,
  testNames,
  testOutcomes,
  scanOutcomes,
} from '@sleetfall/core'
import * as yup from 'yup'
import { identifier, ranged, oneOf, optionalOneOf, optionalText, quantity, versioned } from './fields.ts'
import { later } from './later.ts'
import { pageSchema } from './lists.ts'
import { wrong } from './said.ts'
import type { Stored } from './stored.ts'

const outcomes = [...testOutcomes, ...scanOutcomes] as const
const signs = (field: 'signs' | 'absent') =>
  yup
    .array(oneOf('sign', signNames))
    .max(signNames.length)
    .test('once', wrong(field, 'eachOnce'), (value) => !value || new Set(value).size === value.length)
    .default([])
const doneTest = later(() =>
  yup.object({
    test: oneOf('test', testNames),
    outcome: oneOf('outcome', outcomes),
    /** The trial that answered it. */
    trialId: identifier('trial').nullable().default(null).notRequired(),
  }),
)
const doneTests = later(() =>
  yup
    .array(
      doneTest.test('fits', wrong('outcome', 'ofTheTest'), ({ test, outcome }) =>
        (test === 'scan' ? (scanOutcomes as readonly string[]) : testOutcomes).includes(outcome),
      ),
    )
    .max(40)
    .default([]),
)

/** What was seen of a ball that does not do what it should. */
export const diagnosisSchema = later(() =>
  yup.object({
    id: identifier(),
    customerId: identifier('bowler'),
    ballId: identifier('ball'),
    patternId: identifier('pattern').nullable().default(null).notRequired(),
    trialId: identifier('trial').nullable().default(null).notRequired(),
    gamesSinceOiling: quantity('gamesSinceOiling', 'gamesSinceOiling').nullable().default(null),
    signs: signs('signs'),
    absent: signs('absent'),
    done: doneTests,
    observation: optionalText('observation', 400),
  }),
)
export type DiagnosisInput = yup.InferType<typeof diagnosisSchema>

/** What becomes of it: more seen, a test begun or answered, the cause found. */
export const diagnosisEditSchema = later(() =>
  diagnosisSchema
    .pick(['signs', 'absent', 'done', 'gamesSinceOiling', 'observation'])
    .shape({
      pending: yup
        .object({ test: oneOf('test', testNames), trialId: identifier('trial') })
        .nullable()
        .default(null),
      cause: optionalOneOf('cause', causes),
    })
    .concat(versioned),
)
export type DiagnosisEdit = yup.InferType<typeof diagnosisEditSchema>

export const diagnosisListSchema = later(() =>
  pageSchema.concat(
    yup.object({
      customerId: identifier('customer').nullable().default(null).notRequired(),
      open: yup.boolean().default(true),
    }),
  ),
)
export type DiagnosisQuestion = yup.InferType<typeof diagnosisListSchema>

export interface StoredDiagnosis extends DiagnosisInput, Stored {
  readonly customerName: string
  readonly customerHand: 'right' | 'left'
  readonly ballName: string
  readonly patternName: string | null
  readonly pending: { readonly test: NextTest['test']; readonly trialId: string } | null
  readonly cause: Cause | null
  readonly settledAt: string | null
  /** Ranked causes and what to try next, with what the shop's own cases taught. */
  readonly ranked: Diagnosis
  /** How many settled cases of the shop's own it rests on beside the table. */
  readonly ownCases: number
}
/** Input of the headless `diagnose` command. */
export const diagnoseSchema = later(() =>
  yup.object({
    hand: oneOf('hand', ['right', 'left']).default('right'),
    style: optionalOneOf('style', styleBands),
    pattern: yup
      .object({
        volumeMl: quantity('patternVolumeMl', 'volume').nullable().default(null),
        gamesSinceOiling: quantity('gamesSinceOiling', 'gamesSinceOiling').nullable().default(null),
      })
      .default({ volumeMl: null, gamesSinceOiling: null }),
    ball: yup
      .object({
        cover: optionalOneOf('coverFamily', coverFamilies),
        polished: yup.boolean().nullable().default(null),
        oilShare: ranged('share', 0, 1).nullable().default(null),
        surface: optionalOneOf('surface', ['too-smooth', 'too-rough', 'in-window'] as const),
        gamesSinceCleaning: quantity('gamesBefore', 'games').nullable().default(null),
      })
      .default({ cover: null, polished: null, oilShare: null, surface: null, gamesSinceCleaning: null }),
    signs: signs('signs'),
    absent: signs('absent'),
    /** Pins that stood, shot by shot: read for the hand and taken with the signs. */
    leaves: yup
      .array(yup.array(yup.number().integer().min(1).max(10).required()).required())
      .max(200)
      .default([]),
    done: doneTests,
  }),
)
