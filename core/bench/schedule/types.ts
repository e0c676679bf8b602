/** A stretch of time, minutes, the end not in it. */
export interface Span {
  readonly from: number
  readonly to: number
}

/** A place that takes one ball at a time; `many` is a rack that is never full. */
export interface ScheduleStation {
  readonly id: string
  readonly kind: string
  readonly many?: boolean
  /** When work can be done on it, sorted and apart; null: always. */
  readonly open: readonly Span[] | null
  /** Minutes to change what lies on it, between two operations with different pads. */
  readonly setupMinutes: number
  /** Pad that lies on it now. */
  readonly pad: string | null
}

export interface SchedulePerson {
  readonly id: string
  /** When this person is there, sorted and apart; null: always. */
  readonly there: readonly Span[] | null
  /** Kinds of station that this person may work at; null: all. */
  readonly skills: readonly string[] | null
}

/** Where and when an operation stands whatever is planned: it runs, or somebody put it there. */
export interface Fixed {
  readonly start: number
  readonly station: string
  readonly person: string | null
}

export interface ScheduleOperation {
  /** A kind of station, or one station. */
  readonly station: string
  readonly minutes: number
  /** When somebody has to be at it, minutes after its start. */
  readonly attention: readonly Span[]
  /** Least and greatest minutes between its end and the start of the job's next operation. */
  readonly minWait: number
  /** Null: as long as it likes. */
  readonly maxWait: number | null
  readonly pad: string | null
  /** The one person who may do it; null: whoever can. */
  readonly person?: string | null
  readonly fixed: Fixed | null
}

export interface ScheduleJob {
  readonly id: string
  /** Not before, minutes. */
  readonly release: number
  /** Promised for, minutes; null: nobody was promised anything. */
  readonly due: number | null
  readonly weight: number
  readonly operations: readonly ScheduleOperation[]
}

/** All times in minutes on one clock. */
export interface ScheduleQuestion {
  readonly now: number
  /** After this nothing is planned. */
  readonly horizon: number
  readonly stations: readonly ScheduleStation[]
  /** Empty: whoever is needed is there while the stations are open. */
  readonly people: readonly SchedulePerson[]
  readonly jobs: readonly ScheduleJob[]
  /** Ends of the working days, sorted: a ball that is not ready then waits another night. */
  readonly nights: readonly number[]
  /** What is made small first; `span` is the end of the last operation, as in the textbooks. */
  readonly minimise?: 'lateness' | 'span'
}

export interface Slot {
  readonly job: string
  readonly index: number
  readonly station: string
  readonly person: string | null
  readonly start: number
  readonly end: number
}

/** What a plan costs, the first figure weighing before all others. */
export interface ScheduleCost {
  /** Operations that found no slot, and locks or greatest waits that cannot be kept. */
  readonly broken: number
  /** Minutes late times weight, over all promises; or the span. */
  readonly late: number
  /** Nights that balls wait, over all jobs. */
  readonly nights: number
  readonly padChanges: number
  /** Sum of the minutes until each job is done. */
  readonly ends: number
}

export interface Schedule {
  readonly slots: readonly Slot[]
  readonly late: readonly { readonly job: string; readonly minutes: number }[]
  /** Operations without a slot, with what is missing. */
  readonly unplaced: readonly {
    readonly job: string
    readonly index: number
    readonly why: 'no-station' | 'no-person' | 'no-time'
  }[]
  /** Fixed operations, or greatest waits before one, that the rest of their job cannot keep. */
  readonly clashes: readonly { readonly job: string; readonly index: number }[]
  readonly cost: ScheduleCost
  /** Whether no other plan is better in broken promises and nights waited. */
  readonly optimal: boolean
  /** No plan is less late than this, minutes times weight. */
  readonly lateBound: number
  readonly nightsBound: number
}
