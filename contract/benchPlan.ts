import type { BenchWork, JobKind, Pace, ScheduleQuestion, Slot, StationKind, StepKey } from '@sleetfall/core'
import { stationKinds } from '@sleetfall/core'
import * as yup from 'yup'
import {
  calendarDay,
  identifier,
  needed,
  oneOf,
  optionalText,
  quantity,
  recordVersion,
  requiredText,
  whole,
  moment,
} from './fields.ts'
import { later } from './later.ts'
import { wrong } from './said.ts'
import type { Stored } from './stored.ts'

/** Jobs that one plan holds at most; what is promised later waits for its turn. */
export const mostPlanned = 300

const minute = (field: 'start' | 'end') => needed(field, 0, 80_000_000, 'min')

export const planSlotSchema = later(() =>
  yup.object({
    jobId: identifier('job'),
    firstPosition: whole('position', 0, 200).required(),
    stationId: identifier('station'),
    staffId: identifier('person').nullable().default(null).notRequired(),
    start: minute('start'),
    end: minute('end'),
    locked: yup.boolean().default(false),
  }),
)
export const planTakenSchema = later(() =>
  yup.object({
    /** Of the plan that was looked at. */
    version: recordVersion(),
    slots: yup
      .array(planSlotSchema.required())
      .max(5000, wrong('operations', 'atMost', { count: 5000 }))
      .default([]),
  }),
)
export type PlanSlot = yup.InferType<typeof planSlotSchema>

export const benchStationSchema = later(() =>
  yup.object({
    id: identifier(),
    name: requiredText('name', 40),
    kind: oneOf('kind', stationKinds),
    setupMinutes: quantity('setupMinutes', 'setUp').default(0),
    /** Until when it cannot be used. */
    closedUntil: moment('closedUntil').nullable().default(null),
    closedReason: optionalText('reason', 200),
  }),
)
export type BenchStationInput = yup.InferType<typeof benchStationSchema>
export type BenchStation = BenchStationInput & Stored

const clock = (field: 'from' | 'to') => whole(field, 0, 1440, 'min').required(wrong(field, 'missing'))
export const weekHoursSchema = later(() =>
  yup
    .array(
      yup
        .object({ weekday: whole('weekday', 1, 7).required(), from: clock('from'), to: clock('to') })
        .test('order', wrong('to', 'laterThanFrom'), (one) => !(Number(one?.to) <= Number(one?.from)))
        .required(),
    )
    .max(28, wrong('hours', 'atMost', { count: 28 })),
)
export const benchPersonSchema = later(() =>
  yup.object({
    hours: weekHoursSchema.default([]),
    away: yup
      .array(
        yup
          .object({
            from: calendarDay('from').required(wrong('from', 'giveDate')),
            to: calendarDay('to').required(wrong('to', 'giveDate')),
            reason: optionalText('reason', 200),
          })
          .test('order', wrong('to', 'notBeforeFirstDay'), (one) => !(String(one?.to) < String(one?.from)))
          .required(),
      )
      .max(100, wrong('away', 'atMost', { count: 100 }))
      .default([]),
    /** Kinds of station that this person works at; null: all. */
    skills: yup.array(oneOf('skills', stationKinds).required()).max(stationKinds.length).nullable().default(null),
    version: recordVersion().optional(),
  }),
)
export type BenchPersonInput = yup.InferType<typeof benchPersonSchema>
export interface BenchPerson extends Omit<BenchPersonInput, 'version'>, Stored {
  readonly id: string
  readonly name: string
}

/** Work of the plan with what a screen says of it. */
export interface PlannedWork extends Omit<BenchWork, 'operation' | 'startedMs'> {
  /** The ball: all that is done on it is one chain of the question. */
  readonly chain: string
  /** Its place in the chain. */
  readonly index: number
  readonly kind: JobKind
  readonly running: boolean
  readonly locked: boolean
}
export interface PlannedChain {
  readonly id: string
  readonly ballName: string
  readonly customerId: string
  readonly customerName: string
  readonly dueOn: string
  /** End of the day's work by which it is promised, minutes since 1970. */
  readonly due: number
}

/** The bench's plan with the question that it answers; times in minutes since 1970. */
export interface BenchPlan {
  readonly version: number
  readonly question: ScheduleQuestion
  readonly works: readonly PlannedWork[]
  readonly chains: readonly PlannedChain[]
  readonly slots: readonly Slot[]
  readonly stations: readonly (BenchStation & { readonly kind: StationKind })[]
  readonly people: readonly BenchPerson[]
  /** Jobs beyond the most that one plan holds. */
  readonly left: number
  /** What the shop's own steps took for each minute of the recipe: the plan goes by it. */
  readonly pace: BenchPace
}

/** Planned against real minutes, by kind of step and by person. */
export interface BenchPace {
  readonly count: number
  readonly steps: readonly (Pace & { readonly key: StepKey })[]
  readonly people: readonly (Pace & { readonly id: string; readonly name: string })[]
}
