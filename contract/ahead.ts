import type { Batches, UpkeepWork, VisitReason, WorkAhead } from '@sleetfall/core'
import * as yup from 'yup'
import { whole } from './fields.ts'
import { later } from './later.ts'
import { pageSchema } from './lists.ts'

/** A tournament ahead that customers of the shop are entered for. */
export interface TournamentAhead {
  readonly id: string
  readonly name: string
  readonly nextOn: string
  readonly entrants: number
}

/** A calendar week of the forecast. Minutes are those that somebody works. */
export interface AheadWeek {
  readonly startMs: number
  readonly endMs: number
  /** Works that fall due in it: the mean of their chances, and between which counts it lies nine times in ten. */
  readonly due: { readonly mean: number; readonly low: number; readonly high: number }
  /** Visits proposed for it, after levelling. */
  readonly visits: number
  /** Of these, how many come earlier than they would have to, wait for room, or find none. */
  readonly earlier: number
  readonly waits: number
  readonly over: number
  readonly works: Readonly<Partial<Record<UpkeepWork, number>>>
  readonly minutes: number
  readonly spinnerMinutes: number
  /** Of work that is on the bench already. */
  readonly plannedMinutes: number
  /** Of the work that upkeep never asks for, by the last weeks. */
  readonly usualMinutes: number
  /** That people are there, and spinners can be used. */
  readonly thereMinutes: number
  readonly spinnerThereMinutes: number
  readonly batches: Batches
  readonly tournaments: readonly TournamentAhead[]
}

/** What the forecast rests on. */
export interface AheadRests {
  readonly customers: number
  readonly balls: number
  /** Customers among them who play so often that it was told; for the others one series a week is taken. */
  readonly paceTold: number
  /** Balls whose wear was fitted to readings of their own. */
  readonly fitted: number
  /** Weeks by which other work is told; 0 when there was none. */
  readonly usualWeeks: number
  /** Steps by which the minutes were learnt. */
  readonly timedSteps: number
}

export interface Ahead {
  /** When it was counted; null: not yet. */
  readonly countedAt: string | null
  /** It is being counted anew, so many customers of all. */
  readonly counting: { readonly done: number; readonly of: number } | null
  readonly weeks: readonly AheadWeek[]
  readonly rests: AheadRests | null
}

/** A customer's visit as it is proposed. */
export interface AheadVisit {
  readonly id: string
  readonly customerId: string
  readonly customerName: string
  readonly fromMs: number
  readonly untilMs: number
  readonly reason: VisitReason
  readonly minutes: number
  readonly works: readonly (Pick<WorkAhead, 'work' | 'reason' | 'atMs'> & {
    readonly ballId: string
    readonly ballName: string
    /** It has been put on the bench since. */
    readonly waits: boolean
  })[]
  /** Something of these balls was recorded since it was counted. */
  readonly changed: boolean
  /** When a message was last written to the customer, within eight weeks. */
  readonly toldAt: string | null
}

export const aheadVisitsSchema = later(() =>
  yup
    .object({
      /** Week of the forecast, from 0. */
      week: whole('week', 0, 60).required(),
    })
    .concat(pageSchema.pick(['offset', 'limit'])),
)
export type AheadVisitsQuestion = yup.InferType<typeof aheadVisitsSchema>
