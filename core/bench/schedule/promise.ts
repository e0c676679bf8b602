import { caughtUp } from './caughtUp.ts'
import { type ScheduleLimits, placeInOrder, scheduleOf } from './schedule.ts'
import type { Schedule, ScheduleJob, ScheduleQuestion, Slot } from './types.ts'

/** A slot that another plan puts elsewhere. */
export interface MovedSlot {
  readonly job: string
  readonly index: number
  /** Null where there was none. */
  readonly from: Slot | null
  readonly to: Slot
}

export interface Promised {
  readonly job: string
  /** When it is ready; null when no slot was found. */
  readonly readyAt: number | null
  readonly kept: boolean
}

/** What the bench can promise for new work. */
export interface BenchPromise {
  /** With nothing moved that stands in the plan. */
  readonly asItStands: { readonly promised: readonly Promised[]; readonly schedule: Schedule }
  /** With the others moved, where the promise does not hold as it stands: what moves, and whose promise breaks by it. */
  readonly ifMoved: {
    readonly promised: readonly Promised[]
    readonly schedule: Schedule
    readonly moved: readonly MovedSlot[]
    readonly broken: readonly string[]
  } | null
}

/** The question with every operation that has a slot fixed where it stands. */
export function asPlanned(question: ScheduleQuestion, slots: readonly Slot[]): ScheduleQuestion {
  const byKey = new Map(slots.map((slot) => [`${slot.job} ${slot.index}`, slot]))
  const jobs = question.jobs.map((job) => ({
    ...job,
    operations: job.operations.map((one, index) => {
      const slot = byKey.get(`${job.id} ${index}`)
      return one.fixed || !slot
        ? one
        : { ...one, fixed: { start: slot.start, station: slot.station, person: slot.person } }
    }),
  }))
  return { ...question, jobs }
}

/** What another plan puts elsewhere, of the work that has slots, in order of the new time. */
export function movedBetween(before: readonly Slot[], after: readonly Slot[]): MovedSlot[] {
  const byKey = new Map(before.map((slot) => [`${slot.job} ${slot.index}`, slot]))
  return after
    .flatMap((to): MovedSlot[] => {
      const from = byKey.get(`${to.job} ${to.index}`) ?? null
      const same = from && from.start === to.start && from.station === to.station && from.person === to.person
      return same ? [] : [{ job: to.job, index: to.index, from, to }]
    })
    .toSorted((a, b) => a.to.start - b.to.start)
}

/** Jobs that are late in one plan, by their slots. */
export function lateIn(
  question: ScheduleQuestion,
  slots: readonly Slot[],
): { readonly job: string; readonly minutes: number }[] {
  const ends = new Map<string, Slot>()
  for (const slot of slots) if ((ends.get(slot.job)?.index ?? -1) < slot.index) ends.set(slot.job, slot)
  return question.jobs.flatMap((job) => {
    const last = ends.get(job.id)
    if (job.due === null || last?.index !== job.operations.length - 1 || last.end <= job.due) return []
    return [{ job: job.id, minutes: last.end - job.due }]
  })
}

/**
 * Whether new work can be ready by its time: first into the gaps of the plan as it stands, behind what has not begun at its time, in the order given; where that is too late, by a new plan in which the
 * others may move, with what that would do to them.
 */
export function promiseOf(
  question: ScheduleQuestion,
  planned: readonly Slot[],
  wanted: readonly ScheduleJob[],
  limits: ScheduleLimits,
): BenchPromise {
  const slots = caughtUp(question, planned)
  const all = { ...question, jobs: [...question.jobs, ...wanted] }
  const stands = placeInOrder(asPlanned(all, slots))
  const promisedIn = (schedule: Schedule) =>
    wanted.map((job): Promised => {
      const last = schedule.slots.find((slot) => slot.job === job.id && slot.index === job.operations.length - 1)
      return { job: job.id, readyAt: last?.end ?? null, kept: last !== undefined && last.end <= (job.due ?? Infinity) }
    })
  const promised = promisedIn(stands)
  const asItStands = { promised, schedule: stands }
  if (promised.every((one) => one.kept)) return { asItStands, ifMoved: null }
  const schedule = scheduleOf(all, limits)
  const lateNow = new Set(lateIn(question, slots).map((one) => one.job))
  const mine = new Set(wanted.map((one) => one.id))
  const broken = schedule.late.map((one) => one.job).filter((job) => !lateNow.has(job) && !mine.has(job))
  const moved = movedBetween(slots, schedule.slots).filter((one) => !mine.has(one.job) && one.from !== null)
  return { asItStands, ifMoved: { promised: promisedIn(schedule), schedule, moved, broken } }
}
