import {
  type BenchPace,
  type BenchPlan,
  type PlanSlot,
  type PlannedWork,
  type Said,
  said,
  wrong,
} from '@sleetfall/contract'
import {
  type BenchWork,
  type Fixed,
  type ScheduleJob,
  type ScheduleQuestion,
  type ShopPace,
  type Slot,
  anyoneThere,
  asSlotted,
  assumedHours,
  asPlanned,
  caughtUp,
  chainOf,
  closingOf,
  faultsOf,
  learnPace,
  nightsOf,
  pacedMinutes,
  placeInOrder,
  presence,
  promiseWeight,
} from '@sleetfall/core'
import { group } from 'd3-array'
import type { Db } from '../database/db.ts'
import { ProblemError, invalidInput, versionConflict } from '../http/errors.ts'
import * as store from './planStore.ts'

/** So far ahead the bench is planned. */
const daysAhead = 42
/** So long a plan may be looked at before it is taken over: what it begins with may have passed meanwhile. */
const lookMinutes = 30
const minuteOf = (time: string) => Math.floor(Date.parse(time) / 60_000)

/** Stations that take any number of balls. */
const takesMany = (kind: string) => kind === 'intake' || kind === 'dry-rack' || kind === 'shelf'

/**
 * The plan as it stands, with the question that it answers: what has a slot takes the minutes of its slot. `anew`: what it takes by all that is known
 * now, for a new plan. `minutesAgo`: work may begin so long ago, for a plan that was made then.
 */
export async function readPlan(db: Db, { anew = false, minutesAgo = 0 } = {}): Promise<BenchPlan> {
  const now = Math.floor(Date.now() / 60_000)
  const from = now - minutesAgo
  const [stations, people, jobs, version, count] = [
    await store.stations(db),
    await store.people(db),
    await store.openJobs(db),
    await store.planVersion(db),
    await store.openCount(db),
  ]
  const pace = learnPace(await store.timedSteps(db))
  const there = new Map(
    people.map((one) => [one.id, presence(one.version === 0 ? assumedHours : one.hours, one.away, from, daysAhead)]),
  )
  const hours = anyoneThere([...there.values()])
  const horizon = now + daysAhead * 24 * 60
  const kept = new Map(
    (
      await store.slotsOf(
        db,
        jobs.map((job) => job.id),
      )
    ).map((slot) => [`${slot.jobId} ${slot.firstPosition}`, slot]),
  )
  const works: PlannedWork[] = []
  const slots: Slot[] = []
  const chains = [...group(jobs, (job) => job.ballId)].map(([ballId, own]) => {
    const chain = chainOf(own, now, (step) => pacedMinutes(pace, step))
    const first = own.toSorted((a, b) => (a.dueOn < b.dueOn ? -1 : 1))[0]!
    const operations = chain.map((work, index) => {
      const slot = kept.get(`${work.jobId} ${work.first}`)
      const fixed = fixedBy(work, own, slot, from)
      const { operation: _operation, startedMs: _started, ...told } = work
      const kind = own.find((job) => job.id === work.jobId)!.kind
      works.push({
        ...told,
        chain: ballId,
        index,
        kind,
        running: work.startedMs !== null,
        locked: slot?.locked ?? false,
      })
      const running = work.startedMs !== null
      const planned =
        slot && !running ? asSlotted(work.operation, minuteOf(slot.endsAt) - minuteOf(slot.startsAt)) : work.operation
      const { minutes } = planned
      if (fixed) slots.push({ job: ballId, index, ...fixed, end: fixed.start + minutes })
      else if (slot) {
        const start = minuteOf(slot.startsAt)
        slots.push({ job: ballId, index, station: slot.stationId, person: slot.staffId, start, end: start + minutes })
      }
      return {
        ...(anew ? work.operation : planned),
        fixed,
        person: own.find((job) => job.id === work.jobId)!.assignedTo,
      }
    })
    const due = closingOf(first.dueOn, hours)
    const job: ScheduleJob = {
      id: ballId,
      release: from,
      due,
      weight: promiseWeight(own.some((one) => one.eventId !== null)),
      operations,
    }
    const { ballName, customerId, customerName, dueOn } = first
    return { job, told: { id: ballId, ballName, customerId, customerName, dueOn, due } }
  })
  const question: ScheduleQuestion = {
    now: from,
    horizon,
    stations: stations.map((one) => ({
      id: one.id,
      kind: one.kind,
      many: takesMany(one.kind),
      open:
        one.closedUntil != null && minuteOf(one.closedUntil) > now
          ? [{ from: minuteOf(one.closedUntil), to: horizon }]
          : null,
      setupMinutes: one.setupMinutes,
      pad: null,
    })),
    people: people.map((one) => ({ id: one.id, there: there.get(one.id)!, skills: one.skills ?? null })),
    jobs: chains.map(({ job }) => job),
    nights: nightsOf(hours),
  }
  return {
    version,
    question,
    works,
    chains: chains.map(({ told }) => told),
    slots,
    stations,
    people,
    left: Math.max(0, count - jobs.length),
    pace: asTold(pace, people),
  }
}

const asTold = (pace: ShopPace, people: readonly { readonly id: string; readonly name: string }[]): BenchPace => ({
  count: pace.count,
  steps: [...pace.steps].map(([key, one]) => ({ key, ...one })),
  // Whoever works here no more is left out; the kinds of steps have learnt from them.
  people: [...pace.people].flatMap(([id, one]) => {
    const member = people.find((other) => other.id === id)
    return member ? [{ id, name: member.name, ...one }] : []
  }),
})
/** What the last steps took against what was planned. */
export const paceNow = async (db: Db): Promise<BenchPace> =>
  asTold(learnPace(await store.timedSteps(db)), await store.people(db))

/** Where an operation stands that runs, or that somebody has put somewhere. */
function fixedBy(
  work: BenchWork,
  jobs: readonly store.OpenJob[],
  slot:
    | {
        readonly stationId: string
        readonly staffId: string | null
        readonly startsAt: string
        readonly locked: boolean
      }
    | undefined,
  now: number,
): Fixed | null {
  if (work.startedMs !== null) {
    const steps = jobs.find((job) => job.id === work.jobId)!.procedure.slice(work.first, work.last + 1)
    const station = steps.findLast((step) => step.stationId !== null)?.stationId ?? slot?.stationId
    if (station) return { start: Math.floor(work.startedMs / 60_000), station, person: slot?.staffId ?? null }
  }
  // Where it was put it stays until its time has passed.
  const stays = slot?.locked && minuteOf(slot.startsAt) >= now
  return stays ? { start: minuteOf(slot.startsAt), station: slot.stationId, person: slot.staffId } : null
}

const faultWords: Readonly<Record<ReturnType<typeof faultsOf>[number]['fault'], Said>> = {
  missing: said('refused.planMissing'),
  station: said('refused.planStation'),
  person: said('refused.planPerson'),
  passed: said('refused.planPassed'),
  'held-up': said('refused.planOverlap'),
  hours: said('refused.planHours'),
  away: said('refused.planAway'),
  overlap: said('refused.planOverlap'),
  'two-places': said('refused.planTwoPlaces'),
  order: said('refused.planOrder'),
  wait: said('refused.planWait'),
}

/** What is wrong in a plan, each with the slot that it is wrong with. */
function wrongIn(question: ScheduleQuestion, slots: readonly Slot[]) {
  const at = new Map(slots.map((slot) => [`${slot.job} ${slot.index}`, slot]))
  return faultsOf(question, slots).map((found) => {
    const slot = at.get(`${found.job} ${found.index}`)
    return { ...found, key: [found.fault, found.job, found.index, slot?.start, slot?.station, slot?.person].join(' ') }
  })
}

/** A slot of the plan by its job and step, as it is kept. */
function asTaken(plan: BenchPlan, slot: Slot, locked = false): PlanSlot {
  const { jobId, first } = plan.works.find((one) => one.chain === slot.job && one.index === slot.index)!
  const { station, person, start, end } = slot
  return { jobId, firstPosition: first, stationId: station, staffId: person, start, end, locked }
}

/**
 * Takes a plan over that somebody has looked at: of the version that stands, with each operation at most once, and right as the bench is now. Work that the
 * plan leaves out has no slot after that.
 */
export async function takePlan(
  db: Db,
  input: { readonly version: number; readonly slots: readonly PlanSlot[] },
  staffId: string,
): Promise<BenchPlan> {
  if (!(await store.claimPlan(db, input.version, staffId))) throw versionConflict(await readPlan(db))
  const plan = await readPlan(db, { minutesAgo: lookMinutes })
  const fresh = await readPlan(db, { anew: true, minutesAgo: lookMinutes })
  /** With the minutes of the slot: those that stood, or what is known now. */
  const operationFor = (work: PlannedWork, slot: PlanSlot) => {
    const [stands, now] = [plan, fresh].map(
      ({ question }) => question.jobs.find((job) => job.id === work.chain)!.operations[work.index]!,
    )
    return slot.end - slot.start === now!.minutes ? now! : stands!
  }
  const workOf = new Map(plan.works.map((work) => [`${work.jobId} ${work.first}`, work]))
  const free = input.slots.flatMap((slot, at) => {
    const work = workOf.get(`${slot.jobId} ${slot.firstPosition}`)
    if (!work)
      throw new ProblemError(409, 'wrong-state', said('refused.planOlder'), {
        fields: [{ path: `slots[${at}]`, said: wrong('job', 'missing') }],
      })
    return work.running ? [] : [{ slot, work }]
  })
  const wanted = new Map(free.map(({ slot, work }) => [`${work.chain} ${work.index}`, slot]))
  const question: ScheduleQuestion = {
    ...plan.question,
    jobs: plan.question.jobs.map((job) => ({
      ...job,
      operations: job.operations.map((one, index) => {
        const slot = wanted.get(`${job.id} ${index}`)
        const work = plan.works.find((own) => own.chain === job.id && own.index === index)!
        // What somebody puts somewhere is held to the hours like everything else; only what runs stands as it is.
        return work.running ? one : { ...(slot ? operationFor(work, slot) : one), fixed: null }
      }),
    })),
  }
  const slots = [
    ...plan.slots.filter((slot) =>
      plan.works.some((work) => work.running && work.chain === slot.job && work.index === slot.index),
    ),
    ...free.map(({ slot, work }): Slot => {
      const { minutes } = operationFor(work, slot)
      return {
        job: work.chain,
        index: work.index,
        station: slot.stationId,
        person: slot.staffId ?? null,
        start: slot.start,
        end: slot.start + minutes,
      }
    }),
  ]
  // What was wrong before, such as a time that has passed, keeps nobody from changing something else, nor from taking the last change back.
  const replaced = (await store.replacedSlots(db)).flatMap((slot): Slot[] => {
    const work = workOf.get(`${slot.jobId} ${slot.firstPosition}`)
    const { start, end } = slot
    return work
      ? [{ job: work.chain, index: work.index, station: slot.stationId, person: slot.staffId ?? null, start, end }]
      : []
  })
  const before = new Set([plan.slots, replaced].flatMap((stood) => wrongIn(plan.question, stood).map(({ key }) => key)))
  const fault = wrongIn(question, slots).find(({ fault: what, key }) => what !== 'missing' && !before.has(key))
  if (fault) {
    const at = input.slots.findIndex((slot) => slot === wanted.get(`${fault.job} ${fault.index}`))
    throw invalidInput([{ path: `slots[${Math.max(0, at)}]`, said: faultWords[fault.fault] }])
  }
  await store.keepReplaced(
    db,
    plan.slots.map((slot) => asTaken(plan, slot)),
  )
  await store.removeSlots(db, [...new Set(plan.works.map((work) => work.jobId))])
  await store.addSlots(
    db,
    slots.map((slot) => asTaken(plan, slot, wanted.get(`${slot.job} ${slot.index}`)?.locked)),
  )
  return readPlan(db)
}

/** Gives work that has no slot the first that is free, with nothing moved; what finds none waits for a new plan. */
export async function placeNew(db: Db): Promise<void> {
  await store.holdPlan(db)
  const plan = await readPlan(db)
  if (plan.slots.length === plan.works.length) return
  const { slots } = placeInOrder(asPlanned(plan.question, caughtUp(plan.question, plan.slots)))
  const has = new Set(plan.slots.map((slot) => `${slot.job} ${slot.index}`))
  const added = slots.filter((slot) => !has.has(`${slot.job} ${slot.index}`))
  await store.addSlots(
    db,
    added.map((slot) => asTaken(plan, slot)),
  )
  if (added.length > 0) await store.touchPlan(db)
}
