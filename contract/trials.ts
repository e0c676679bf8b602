import { type CoverFamily, type Read, reads } from '@sleetfall/core'
import * as yup from 'yup'
import { identifier, optionalOneOf, pastTime, quantity, requiredText, text, versioned } from './fields.ts'
import type { Stored } from './stored.ts'
import { wrong } from './said.ts'

export const trialSchema = yup.object({
  id: identifier(),
  customerId: identifier('bowler'),
  patternId: identifier('pattern'),
  question: requiredText('question', 200),
  startedAt: pastTime('when'),
  gamesSinceOiling: quantity('gamesSinceOiling', 'gamesSinceOiling').nullable().default(null),
  controlBallId: identifier('controlBall'),
  variantBallId: identifier('variantBall'),
  controlLabel: requiredText('nameOfTheControl', 60),
  variantLabel: requiredText('nameOfTheVariant', 60),
})
export type TrialInput = yup.InferType<typeof trialSchema>

export const sides = ['control', 'variant'] as const
export type TrialSide = (typeof sides)[number]

export const shotSchema = yup.object({
  id: identifier(),
  side: yup
    .string()
    .oneOf(sides, wrong('side', 'oneOf', { values: 'control, variant' }))
    .required(wrong('side', 'oneOf', { values: 'control, variant' })),
  thrownAt: pastTime('when'),
  feetBoard: quantity('feetBoard', 'feet').nullable().default(null),
  targetBoard: quantity('board', 'targetBoard').nullable().default(null),
  read: optionalOneOf('read', reads),
  entryBoard: quantity('entryBoard', 'entryBoard').nullable().default(null),
  leave: yup
    .array(yup.number().integer().min(1, wrong('leave', 'pinNumbers')).max(10, wrong('leave', 'pinNumbers')).required())
    .test('unique', wrong('leave', 'eachOnce'), (value) => !value || new Set(value).size === value.length)
    .nullable()
    .default(null),
})
/** What was seen of a shot, put right. */
export const shotCorrectionSchema = shotSchema.omit(['id', 'thrownAt']).concat(versioned)
export type ShotCorrection = yup.InferType<typeof shotCorrectionSchema>

/** What may be changed of a trial once it runs: words and the state of the lane, not who threw what on what. */
export const trialEditSchema = trialSchema
  .pick(['question', 'gamesSinceOiling', 'controlLabel', 'variantLabel', 'startedAt'])
  .concat(versioned)
export type TrialEdit = yup.InferType<typeof trialEditSchema>

/** A shot as it stood before it was corrected or taken out. */
export interface ShotBefore {
  readonly shotId: string
  readonly what: 'corrected' | 'removed'
  readonly was: Omit<TrialShotInput, 'id'> & { readonly sequence: number; readonly setAsideReason: string | null }
  readonly at: string
  readonly by: string | null
}

export type TrialShotInput = yup.InferType<typeof shotSchema>

export const setAsideSchema = yup.object({
  version: yup.number().integer().required(),
  /** Empty or null counts the shot again. */
  reason: text('reason')
    .max(120, wrong('reason', 'atMostCharacters', { count: 120 }))
    .nullable()
    .default(null),
})

export interface StoredShot extends TrialShotInput, Stored {
  readonly trialId: string
  readonly sequence: number
  readonly setAsideReason: string | null
  readonly read: Read | null
}

/** Surface of a ball as it was when the trial began. */
export interface FrozenSurface {
  readonly effectiveRaUm: number | null
  readonly grit: number | null
  readonly oilShare: number
  readonly settled: boolean
}

export interface TrialBall {
  readonly id: string
  readonly name: string
  readonly cover: CoverFamily
  readonly surface: FrozenSurface
}

export interface Trial extends TrialInput, Stored {
  readonly customerName: string
  readonly customerHand: 'right' | 'left'
  readonly patternName: string
  readonly control: TrialBall
  readonly variant: TrialBall
  readonly shots: readonly StoredShot[]
  readonly shotsBefore: readonly ShotBefore[]
}
