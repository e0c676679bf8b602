import {
  type Fix,
  type ProcedureStep,
  type StationKind,
  type WorkDoubt,
  findings,
  jobKinds,
  recipeKinds,
  scanSpots,
  wetStates,
} from '@sleetfall/core'
import * as yup from 'yup'
import {
  calendarDay,
  identifier,
  moment,
  oneOf,
  optionalOneOf,
  optionalText,
  quantity,
  ranged,
  recordVersion,
  requiredText,
  text,
  whole,
} from './fields.ts'
import { later } from './later.ts'
import { recipeStepSchema } from './recipes.ts'
import type { Stored } from './stored.ts'
import { wrong } from './said.ts'

export const jobStates = ['waiting', 'running', 'done', 'cancelled'] as const
export type JobState = (typeof jobStates)[number]

export const jobSchema = later(() =>
  yup.object({
    id: identifier(),
    ballId: identifier('ball'),
    kind: oneOf('work', jobKinds),
    recipeKey: text('recipe')
      .max(60, wrong('recipe', 'atMostCharacters', { count: 60 }))
      .nullable()
      .default(null),
    steps: yup
      .array(recipeStepSchema)
      .max(12, wrong('stepsOfTheRecipe', 'atMost', { count: 12 }))
      .nullable()
      .default(null)
      .test(
        'needed',
        wrong('recipe', 'needsSteps'),
        (value, context) => !recipeKinds.includes(context.parent.kind) || (value != null && value.length > 0),
      ),
    dueOn: calendarDay('due').required(wrong('due', 'giveDate')),
    eventId: identifier('event').nullable().default(null).notRequired(),
    reason: optionalText('reason', 400),
    /** Why it is done although something speaks against it. */
    overrideReason: optionalText('reasonAgainstTheAdvice', 400),
    beforeTrialId: identifier('trialBefore').nullable().default(null).notRequired(),
    /** What the ball is said to do; weighs on what speaks against the work. */
    reads: optionalOneOf('reads', ['early', 'late']),
  }),
)
export type JobInput = yup.InferType<typeof jobSchema>

/** What may be changed of a job that waits: when, for what, by whom, and the work itself. */
export const jobEditSchema = later(() =>
  yup
    .object({
      assignedTo: identifier('doneBy').nullable().default(null).notRequired(),
      version: recordVersion(),
    })
    .concat(jobSchema.pick(['kind', 'recipeKey', 'steps', 'dueOn', 'eventId', 'reason', 'overrideReason', 'reads'])),
)
export type JobEdit = yup.InferType<typeof jobEditSchema>

/** What a job would be up against, asked before it is taken in. */
export const jobDoubtsSchema = later(() => jobSchema.pick(['ballId', 'kind', 'steps', 'reads']))

/** How much oil came off, as somebody saw it. */
export const oilAmounts = ['none', 'some', 'much'] as const

export const stepDoneSchema = later(() =>
  yup.object({
    version: recordVersion(),
    /** What the scanner read, at a scan step. */
    scannedGrits: yup.array(quantity('scannedGrit', 'scannerReading').required()).max(12).default([]),
    scanSpots: yup.array(oneOf('spot', scanSpots)).max(12).optional(),
    /** What a look at the ball or its inserts found. */
    finding: optionalOneOf('finding', findings),
    /** How the holes came out of the water. */
    wet: optionalOneOf('holes', wetStates),
    /** Tack of the cover under a wet thumb, 1 slick to 5 sticky: to compare, no proof. */
    tack: whole('tack', 1, 5).nullable().default(null),
    oilSeen: optionalOneOf('oilSeen', oilAmounts),
    /** Pad or product of the shop that the step used. */
    padId: identifier('pad').nullable().default(null).notRequired(),
    /** How long the ball really lay in the water, of a soak that ended early; and sides really sanded, when some are missing. */
    minutesDone: ranged('minutesInTheWater', 0, 240, 'min').nullable().default(null),
    sidesDone: whole('sidesDone', 0, 12).nullable().default(null),
    /** Why the ball goes into water that is cooler than wanted. */
    coolerReason: optionalText('reason', 200),
    /** Why a drying ball is let go before its time. */
    earlyReason: optionalText('reason', 200),
    note: optionalText('note', 400),
  }),
)
/** How far a step has come: sides done, since when the present one runs, holes ticked. Kept so that a reload or another tablet goes on. */
export const stepProgressSchema = later(() =>
  yup.object({
    sidesDone: whole('sidesDone', 0, 12).default(0),
    sideStartedAt: moment('sideBegun').nullable().default(null),
    ticks: yup.array(yup.string().max(20).required()).max(12).default([]),
  }),
)
export type StepProgress = yup.InferType<typeof stepProgressSchema>
export const stepSkippedSchema = later(() =>
  yup.object({
    version: recordVersion(),
    reason: requiredText('reasonForSkipping', 200),
  }),
)
export const jobPausedSchema = later(() =>
  yup.object({
    version: recordVersion(),
    reason: optionalText('reason', 200),
  }),
)
export const waterReadingSchema = later(() =>
  yup.object({
    id: identifier(),
    temperatureC: quantity('readTemperatureC', 'waterTemperature').required(wrong('waterTemperature', 'fillIn')),
  }),
)
export const jobTrialSchema = later(() =>
  yup.object({
    version: recordVersion(),
    side: oneOf('which', ['before', 'after']),
    trialId: identifier('trial').nullable().default(null).notRequired(),
  }),
)
export type StepDoneInput = yup.InferType<typeof stepDoneSchema>

export interface JobStep extends ProcedureStep {
  readonly position: number
  readonly startedAt: string | null
  readonly doneAt: string | null
  readonly doneBy: string | null
  readonly stationName: string | null
  readonly pausedSeconds: number
  readonly skippedReason: string | null
  readonly measured: Readonly<Record<string, unknown>>
}

export interface WaterReading {
  readonly at: string
  readonly temperatureC: number
  readonly source: 'typed' | 'bath'
}

/** Water that got too hot, told everywhere until somebody has seen it. */
export interface WaterAlarm {
  readonly jobId: string
  readonly ballName: string
  readonly customerName: string
  readonly stationName: string | null
  readonly at: string
  readonly temperatureC: number
}

export interface Job extends Omit<JobInput, 'reads'>, Stored {
  readonly assignedTo: string | null
  readonly assignedName: string | null
  /** Waiting work that this one took along, such as a cleaning beside a resurface. */
  readonly absorbed?: readonly JobInput['kind'][]
  readonly state: JobState
  readonly ballName: string
  readonly customerId: string
  readonly customerName: string
  readonly customerHand: 'right' | 'left'
  readonly eventName: string | null
  readonly startedAt: string | null
  readonly doneAt: string | null
  readonly procedure: readonly JobStep[]
  readonly overridden: readonly WorkDoubt[]
  readonly pausedAt: string | null
  readonly pausedReason: string
  readonly afterTrialId: string | null
  /** The last readings of the water, oldest first. */
  readonly water: readonly WaterReading[]
  readonly lockedUntil: string | null
  readonly cover: string
}

/** What speaks against a job, and which of it no reason overrides. */
export interface JobDoubts {
  readonly doubts: readonly WorkDoubt[]
  readonly refused: readonly WorkDoubt[]
}

export interface Station {
  readonly id: string
  readonly name: string
  readonly kind: StationKind
}

/** What the strip at the foot of every screen shows. */
export interface BenchStrip {
  readonly stations: readonly (Station & {
    /** Until when it cannot be used; null when it can. */
    readonly closedUntil: string | null
    readonly job: {
      readonly id: string
      readonly ballName: string
      readonly stepKey: ProcedureStep['key']
      readonly startedAt: string
      readonly minutes: number
      readonly pausedSeconds: number
      readonly pausedAt: string | null
      readonly pausedReason: string
    } | null
  })[]
  readonly alarms: readonly WaterAlarm[]
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
