import type { Fix, JobKind, ProcedureStep, StationKind } from '@sleetfall/core'
import * as yup from 'yup'
import { calendarDay, identifier, oneOf, optionalText, quantity } from './fields.ts'
import { recipeStepSchema } from './recipes.ts'
import type { Stored } from './stored.ts'

export const jobKinds = ['clean', 'extract', 'resurface'] as const satisfies readonly JobKind[]
export const jobStates = ['waiting', 'running', 'done', 'cancelled'] as const
export type JobState = (typeof jobStates)[number]

export const jobSchema = yup.object({
  id: identifier(),
  ballId: identifier('Ball'),
  kind: oneOf('Work', jobKinds),
  recipeKey: yup.string().nullable().default(null),
  steps: yup
    .array(recipeStepSchema)
    .max(12, 'Recipe: at most 12 steps')
    .nullable()
    .default(null)
    .test(
      'needed',
      'Recipe: a resurface needs its steps',
      (value, context) => context.parent.kind !== 'resurface' || (value != null && value.length > 0),
    ),
  dueOn: calendarDay('Due').required('Due: please give a date'),
  eventId: identifier('Event').nullable().default(null).notRequired(),
  reason: optionalText('Reason', 400),
})
export type JobInput = yup.InferType<typeof jobSchema>

export const stepDoneSchema = yup.object({
  version: yup.number().integer().required(),
  /** What the scanner read, at a scan step. */
  scannedGrits: yup.array(quantity('scannedGrit', 'Scanner reading').required()).max(12).default([]),
  /** What the thermometer read, at a soak. */
  temperatureC: quantity('waterTemperatureC', 'Water temperature').nullable().default(null),
})
export type StepDoneInput = yup.InferType<typeof stepDoneSchema>

export interface JobStep extends ProcedureStep {
  readonly position: number
  readonly startedAt: string | null
  readonly doneAt: string | null
  readonly doneBy: string | null
}

export interface Job extends JobInput, Stored {
  readonly state: JobState
  readonly ballName: string
  readonly customerId: string
  readonly customerName: string
  readonly customerHand: 'right' | 'left'
  readonly eventName: string | null
  readonly startedAt: string | null
  readonly doneAt: string | null
  readonly procedure: readonly JobStep[]
}

export interface Station {
  readonly id: string
  readonly name: string
  readonly kind: StationKind
}

/** What the strip at the foot of every screen shows. */
export interface BenchStrip {
  readonly stations: readonly (Station & {
    readonly job: {
      readonly id: string
      readonly ballName: string
      readonly stepKey: ProcedureStep['key']
      readonly startedAt: string
      readonly minutes: number
    } | null
  })[]
  readonly next: {
    readonly id: string
    readonly ballName: string
    readonly customerName: string
    readonly dueOn: string
  } | null
  readonly waiting: number
  readonly serverTime: string
}

/** A fix with the promise it could be given. */
export interface OfferedFix extends Fix {
  readonly ballName: string | null
  readonly due: {
    readonly on: string
    readonly eventId: string
    readonly eventName: string
    /** Day of play that the promise is for. */ readonly eventOn: string
    readonly settlingDays: number
    readonly keepsSettling: boolean
  } | null
}
