import { setupAfter } from './problem.ts'
import type { ScheduleQuestion, Slot, Span } from './types.ts'

export const scheduleFaults = [
  'missing',
  'station',
  'person',
  'passed',
  'held-up',
  'hours',
  'away',
  'overlap',
  'two-places',
  'order',
  'wait',
] as const
export type ScheduleFault = (typeof scheduleFaults)[number]
export interface FoundFault {
  readonly fault: ScheduleFault
  readonly job: string
  readonly index: number
}

const inside = (spans: readonly Span[] | null, from: number, to: number) =>
  spans === null || spans.some((span) => span.from <= from && to <= span.to)

/** Every operation with its slot, where it has one. */
function standing(question: ScheduleQuestion, slots: readonly Slot[]): readonly Standing[] {
  const byKey = new Map(slots.map((slot) => [`${slot.job} ${slot.index}`, slot]))
  return question.jobs.flatMap((job) =>
    job.operations.map((operation, index) => ({ job, operation, index, slot: byKey.get(`${job.id} ${index}`) })),
  )
}

/** Slots that cannot begin at their time, since what runs on their station, or keeps their person, is not through by then. */
export const heldUp = (question: ScheduleQuestion, slots: readonly Slot[]): readonly FoundFault[] =>
  overlaps(question, standing(question, slots)).filter(({ fault }) => fault === 'held-up')

/**
 * What is wrong with a plan: operations that are missing or on a station or with a person that cannot have them, whose time has passed, that what runs holds up, outside hours, over each other, with
 * somebody in two places, before what comes first in their job, or outside their waits. Looks at the slots alone and knows nothing of how they were found; what is fixed may
 * stand outside hours, since it stands.
 */
export function faultsOf(question: ScheduleQuestion, slots: readonly Slot[]): FoundFault[] {
  const found: FoundFault[] = []
  const all = standing(question, slots)
  for (const { job, operation, index, slot } of all) {
    const say = (fault: ScheduleFault) => found.push({ fault, job: job.id, index })
    if (!slot) {
      say('missing')
      continue
    }
    const station = question.stations.find((one) => one.id === slot.station)
    if (!station || (station.id !== operation.station && station.kind !== operation.station)) say('station')
    const person = question.people.find((one) => one.id === slot.person)
    const needed = question.people.length > 0 && operation.attention.length > 0
    if (!operation.fixed && needed && !(person && (person.skills?.includes(station?.kind ?? '') ?? true))) say('person')
    if (slot.end !== slot.start + operation.minutes) say('hours')
    // What should have begun is looked at as if it began now.
    const passed = !operation.fixed && slot.start < question.now
    const from = passed ? question.now : slot.start
    if (!operation.fixed && !inside(station?.open ?? null, from, from + operation.minutes)) say('hours')
    if (passed) say('passed')
    if (
      !operation.fixed &&
      !passed &&
      person &&
      operation.attention.some((one) => !inside(person.there, slot.start + one.from, slot.start + one.to))
    )
      say('away')
    if (!operation.fixed && !passed && slot.start < job.release) say('order')
    const before = all.find((one) => one.job === job && one.index === index - 1)
    if (before?.slot) {
      const wait = slot.start - before.slot.end
      if (wait < 0) say('order')
      else if (wait < before.operation.minWait || wait > (before.operation.maxWait ?? Infinity)) say('wait')
    }
  }
  return [...found, ...overlaps(question, all)]
}

type Standing = {
  readonly job: ScheduleQuestion['jobs'][number]
  readonly operation: ScheduleQuestion['jobs'][number]['operations'][number]
  readonly index: number
  readonly slot: Slot | undefined
}

function overlaps(question: ScheduleQuestion, all: readonly Standing[]): FoundFault[] {
  const found: FoundFault[] = []
  /** It stands in the way because it runs: a bench behind its time, and no fault of the plan. */
  const runs = ({ operation, slot }: Standing) => operation.fixed !== null && slot!.start <= question.now
  const placed = all.filter((one): one is Standing & { slot: Slot } => one.slot !== undefined)
  for (const station of question.stations) {
    if (station.many) continue
    const row = placed.filter((one) => one.slot.station === station.id).toSorted((a, b) => a.slot.start - b.slot.start)
    let free = -Infinity
    let pad = station.pad
    let holder: Standing | null = null
    for (const one of row) {
      const { job, operation, index, slot } = one
      const setup = setupAfter(station.setupMinutes, pad, operation.pad)
      const from = free === -Infinity && slot.start >= question.now ? question.now : free
      if (!operation.fixed && slot.start < from + setup)
        found.push({ fault: holder && runs(holder) ? 'held-up' : 'overlap', job: job.id, index })
      if (slot.end >= free) [free, holder] = [slot.end, one]
      pad = operation.pad ?? pad
    }
  }
  for (const person of question.people) {
    const pieces = placed
      .filter((one) => one.slot.person === person.id)
      .flatMap((own) =>
        own.operation.attention.map((one) => ({ own, from: own.slot.start + one.from, to: own.slot.start + one.to })),
      )
      .toSorted((a, b) => a.from - b.from)
    for (const [at, { own, from }] of pieces.entries()) {
      const before = pieces[at - 1]
      if (before && !own.operation.fixed && from < before.to)
        found.push({ fault: runs(before.own) ? 'held-up' : 'two-places', job: own.job.id, index: own.index })
    }
  }
  return found
}
