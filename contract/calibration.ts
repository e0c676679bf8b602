import type { Ahead, CalibrationFit } from '@sleetfall/core'
import * as yup from 'yup'
import { identifier } from './fields.ts'
import { later } from './later.ts'
import { pageSchema } from './lists.ts'
import type { Stored } from './stored.ts'

/** What a part of a calibration speaks of. */
export const calibrationKinds = ['ball', 'pattern', 'bowler'] as const
export type CalibrationKind = (typeof calibrationKinds)[number]

/** Asks for a ball to be fitted to its shots. */
export const calibrationSchema = later(() => yup.object({ id: identifier(), ballId: identifier('ball') }))
export const calibrationListSchema = later(() => pageSchema.shape({ ballId: identifier('ball') }))

/** A shot that a calibration rests on. */
export interface CalibratedShot {
  readonly id: string
  readonly trialId: string
  readonly sequence: number
  readonly ballId: string
  readonly patternId: string
  readonly entryBoard: number | null
  readonly path: readonly (readonly [ft: number, board: number])[] | null
}

/** What it changes on one pattern. */
export interface CalibratedAhead extends Ahead {
  readonly patternId: string
  /** Next day on which the ball's owner plays it; null of a pattern that was only tested on. */
  readonly nextOn: string | null
}

export interface Calibration extends Stored {
  readonly id: string
  readonly ballId: string
  readonly ballName: string
  readonly customerId: string
  readonly fit: CalibrationFit
  readonly shots: readonly CalibratedShot[]
  readonly ahead: readonly CalibratedAhead[]
  readonly takenAt: string | null
  readonly undoneAt: string | null
  /** It is what counts for its ball now. */
  readonly inForce: boolean
  readonly by: string | null
  /** Names of the balls, patterns, bowlers and trials that it speaks of, by id. */
  readonly names: Readonly<Record<string, string>>
}
/** What a list shows of one. */
export type CalibrationEntry = Omit<Calibration, 'shots' | 'ahead' | 'names' | 'fit'> & {
  readonly strength: { readonly value: number; readonly low: number; readonly high: number } | null
  readonly shotCount: number
}
