import type { BenchPlan, PlanSlot, PlannedChain, PlannedWork } from '@sleetfall/contract'
import {
  type FoundFault,
  type MovedSlot,
  type Schedule,
  type ScheduleQuestion,
  type Slot,
  anyoneThere,
  asPlanned,
  caughtUp,
  compareCosts,
  costOfSlots,
  faultsOf,
  lateIn,
  movedBetween,
  placeInOrder,
} from '@sleetfall/core'
import { addDays, format, startOfDay } from 'date-fns'

export const minuteDate = (minute: number) => new Date(minute * 60_000)
export const dayOfMinute = (minute: number) => format(minuteDate(minute), 'yyyy-MM-dd')
/** Until when, with the day where that is another one. */
export const untilText = (start: number, end: number) =>
  format(minuteDate(end), dayOfMinute(start) === dayOfMinute(end) ? 'HH:mm' : 'EEE HH:mm')
export const clockOf = (minute: number) => format(minuteDate(minute), 'HH:mm')

/** Work with its slot, as the board shows it. */
export interface Block {
  readonly key: string
  readonly work: PlannedWork
  readonly chain: PlannedChain
  readonly slot: Slot
  readonly pad: string | null
  readonly attended: boolean
  /** What is wrong with it where it stands. */
  readonly fault: FoundFault['fault'] | null
  /** Runs for longer than was planned. */
  readonly overrun: boolean
}

const keyOf = (job: string, index: number) => `${job} ${index}`

/** All work that has a slot, in order of time. */
export function blocksOf(plan: BenchPlan): Block[] {
  const works = new Map(plan.works.map((work) => [keyOf(work.chain, work.index), work]))
  const chains = new Map(plan.chains.map((chain) => [chain.id, chain]))
  const operations = new Map(plan.question.jobs.map((job) => [job.id, job.operations]))
  // Of several the first that was found is told.
  const faults = new Map(
    faultsOf(plan.question, plan.slots)
      .toReversed()
      .map((one) => [keyOf(one.job, one.index), one.fault]),
  )
  return plan.slots
    .flatMap((slot): Block[] => {
      const key = keyOf(slot.job, slot.index)
      const work = works.get(key)
      const chain = chains.get(slot.job)
      const operation = operations.get(slot.job)?.[slot.index]
      if (!work || !chain || !operation) return []
      const fault = work.running ? null : (faults.get(key) ?? null)
      // A running operation ends a minute from now at the earliest: then its own time is over.
      const overrun = work.running && slot.end <= plan.question.now + 1
      return [{ key, work, chain, slot, pad: operation.pad, attended: operation.attention.length > 0, fault, overrun }]
    })
    .toSorted((a, b) => a.slot.start - b.slot.start || a.slot.end - b.slot.end)
}

/** Work that has no slot yet. */
export function withoutSlot(plan: BenchPlan): { readonly work: PlannedWork; readonly chain: PlannedChain }[] {
  const placed = new Set(plan.slots.map((slot) => keyOf(slot.job, slot.index)))
  return plan.works.flatMap((work) => {
    const chain = plan.chains.find((one) => one.id === work.chain)
    return placed.has(keyOf(work.chain, work.index)) || !chain ? [] : [{ work, chain }]
  })
}

/** A day on which somebody works or something is planned, with how much of the hands' time is taken. */
export interface PlanDay {
  readonly day: string
  /** Ends of the board's hours, minutes since 1970. */
  readonly from: number
  readonly to: number
  readonly busyMinutes: number
  readonly openMinutes: number
  readonly balls: number
}

/** The next days, from today on. */
export function daysOf(plan: BenchPlan, count: number): PlanDay[] {
  const today = startOfDay(minuteDate(plan.question.now))
  const people = plan.question.people.flatMap(({ there }) => (there ? [there] : []))
  const hours = anyoneThere(people)
  return Array.from({ length: count }, (_, at) => {
    const midnight = addDays(today, at).getTime() / 60_000
    const next = addDays(today, at + 1).getTime() / 60_000
    const own = hours.filter(({ from }) => from >= midnight && from < next)
    const mine = plan.slots.filter((slot) => slot.start >= midnight && slot.start < next)
    const from = Math.min(own[0]?.from ?? midnight + 540, ...mine.map((slot) => slot.start))
    const operations = new Map(plan.question.jobs.map((job) => [job.id, job.operations]))
    // What dries by itself overnight does not make the board's day longer.
    const hands = mine.filter((slot) => operations.get(slot.job)![slot.index]!.attention.length > 0)
    const to = Math.max(own.at(-1)?.to ?? midnight + 1020, ...hands.map((slot) => Math.min(slot.end, next)))
    const busyMinutes = mine.reduce(
      (total, slot) =>
        total + operations.get(slot.job)![slot.index]!.attention.reduce((sum, one) => sum + one.to - one.from, 0),
      0,
    )
    const openMinutes = people
      .flat()
      .filter((span) => span.from >= midnight && span.from < next)
      .reduce((total, span) => total + span.to - span.from, 0)
    return {
      day: dayOfMinute(midnight),
      from,
      to,
      busyMinutes,
      openMinutes,
      balls: new Set(mine.map((slot) => slot.job)).size,
    }
  })
}

/** Behind its time, or held up by what runs: told in one line, and no alarm. */
export const isBehind = ({ fault }: Pick<Block, 'fault'>) => fault === 'passed' || fault === 'held-up'
/** What does not hold any more, or runs longer than planned. */
export const isWrong = (block: Pick<Block, 'fault' | 'overrun'>) =>
  (block.fault !== null && !isBehind(block)) || block.overrun

/** A promise that the plan does not keep, or of work without a slot. */
export interface AtRisk {
  readonly chain: PlannedChain
  /** Null when it has no slot. */
  readonly minutesLate: number | null
}
export function atRisk(plan: BenchPlan): AtRisk[] {
  // What has not begun at its time is not late by that alone: it is as late as it will be when it begins now.
  const late = new Map(lateIn(plan.question, caughtUp(plan.question, plan.slots)).map((one) => [one.job, one.minutes]))
  const none = new Set(withoutSlot(plan).map(({ chain }) => chain.id))
  return plan.chains.flatMap((chain): AtRisk[] => {
    if (none.has(chain.id)) return [{ chain, minutesLate: null }]
    const minutes = late.get(chain.id)
    return minutes === undefined ? [] : [{ chain, minutesLate: minutes }]
  })
}

/** Another plan, to be looked at before it counts. */
export interface Proposal {
  readonly slots: readonly Slot[]
  /** Operations that stay where somebody put them. */
  readonly locked: ReadonlySet<string>
  readonly moved: readonly MovedSlot[]
  /** Promises that it breaks and those that it saves. */
  readonly broken: readonly PlannedChain[]
  readonly saved: readonly PlannedChain[]
  readonly stillLate: readonly AtRisk[]
  readonly optimal: boolean
  /** Nights and changes of pads that it has fewer. */
  readonly fewer: { readonly nights: number; readonly pads: number }
}

const lockedIn = (plan: BenchPlan) =>
  new Set(plan.works.filter((work) => work.locked).map((work) => keyOf(work.chain, work.index)))

/** Whether another plan is worth looking at: more promises kept, fewer nights waited, or fewer pads changed, or the present one does not hold. */
export function isBetter(plan: BenchPlan, { cost }: Pick<Schedule, 'cost'>): boolean {
  const holds = faultsOf(plan.question, plan.slots).length === 0
  const now = costOfSlots(plan.question, plan.slots)
  return !holds || compareCosts({ ...cost, ends: 0 }, { ...now, ends: 0 }) < 0
}

/** What another plan would change. */
export function proposalOf(
  plan: BenchPlan,
  schedule: Pick<Schedule, 'slots' | 'optimal'>,
  locked = lockedIn(plan),
): Proposal {
  // What stands where it cannot be done keeps no promise either: whatever closed the station broke it, not the new plan.
  const cannotBe = blocksOf(plan).filter(({ fault }) => fault !== null && !isBehind({ fault }))
  const before = new Set([...atRisk(plan), ...cannotBe].map(({ chain }) => chain.id))
  const now = atRisk({ ...plan, slots: schedule.slots })
  const [costNow, cost] = [costOfSlots(plan.question, plan.slots), costOfSlots(plan.question, schedule.slots)]
  const after = new Set(now.map(({ chain }) => chain.id))
  return {
    slots: schedule.slots,
    locked,
    moved: movedBetween(plan.slots, schedule.slots),
    broken: plan.chains.filter(({ id }) => after.has(id) && !before.has(id)),
    saved: plan.chains.filter(({ id }) => before.has(id) && !after.has(id)),
    stillLate: now.filter(({ chain }) => before.has(chain.id)),
    optimal: schedule.optimal,
    fewer: { nights: costNow.nights - cost.nights, pads: costNow.padChanges - cost.padChanges },
  }
}

/** The question with one operation put somewhere by hand, or let go again. */
export function withLock(
  question: ScheduleQuestion,
  job: string,
  index: number,
  to: Pick<Slot, 'start' | 'station' | 'person'> | null,
): ScheduleQuestion {
  return {
    ...question,
    jobs: question.jobs.map((one) =>
      one.id === job
        ? { ...one, operations: one.operations.map((own, at) => (at === index ? { ...own, fixed: to } : own)) }
        : one,
    ),
  }
}

/**
 * The plan with one operation put somewhere else and nothing besides it moved, where that goes; null where something stands in its way, so that a
 * new plan has to be made round it.
 */
export function movedAlone(
  plan: BenchPlan,
  job: string,
  index: number,
  to: Pick<Slot, 'start' | 'station' | 'person'>,
): Schedule | null {
  const question = withLock(plan.question, job, index, to)
  const slots = plan.slots.filter((slot) => slot.job !== job || slot.index !== index)
  const schedule = placeInOrder(asPlanned(question, slots))
  if (schedule.unplaced.length > 0) return null
  // What is wrong already, such as work whose time has passed, does not make a new plan of one move.
  const before = new Set(faultsOf(plan.question, slots).map(wrongOf))
  const wrong = faultsOf(asFree(question, job, index), schedule.slots).filter((found) => !before.has(wrongOf(found)))
  return wrong.length === 0 ? schedule : null
}
const wrongOf = ({ job, index, fault }: FoundFault) => `${job} ${index} ${fault}`
/** What somebody puts is held to the hours like everything else. */
const asFree = (question: ScheduleQuestion, job: string, index: number) => withLock(question, job, index, null)

/** Slots of a plan as they are handed to the server. */
export function slotsToTake(plan: BenchPlan, slots: readonly Slot[], locked: ReadonlySet<string>): PlanSlot[] {
  const works = new Map(plan.works.map((work) => [keyOf(work.chain, work.index), work]))
  return slots.flatMap((slot) => {
    const key = keyOf(slot.job, slot.index)
    const work = works.get(key)
    if (!work || work.running) return []
    return [
      {
        jobId: work.jobId,
        firstPosition: work.first,
        stationId: slot.station,
        staffId: slot.person,
        start: slot.start,
        end: slot.end,
        locked: locked.has(key),
      },
    ]
  })
}
