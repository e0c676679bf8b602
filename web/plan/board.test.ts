import type { BenchPlan, PlannedWork } from '@sleetfall/contract'
import type { ScheduleJob, ScheduleOperation, ScheduleQuestion, Slot } from '@sleetfall/core'
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  atRisk,
  blocksOf,
  clockOf,
  daysOf,
  isBetter,
  movedAlone,
  proposalOf,
  slotsToTake,
  untilText,
  withoutSlot,
} from './board.ts'
import { clockOfDay, hoursText, minutesOfClock } from './hoursText.ts'
import { linesOf } from './useBoardLayout.ts'
import { wantedJob } from './wanted.ts'

const midnight = new Date(2026, 10, 30).getTime() / 60_000
const nine = midnight + 540
const operation = (station: string, minutes: number, change: Partial<ScheduleOperation> = {}): ScheduleOperation => ({
  ...{ station, minutes, attention: [{ from: 0, to: minutes }], minWait: 0, maxWait: null, pad: null, fixed: null },
  ...change,
})
const stored = { createdAt: '', updatedAt: '', version: 1 }
/** A bench on a Monday: two balls, an intake and a spinner, one person from nine to five and the next day too. */
function aPlan(
  change: { slots?: readonly Slot[]; now?: number; due?: number; operations?: readonly ScheduleOperation[] } = {},
): BenchPlan {
  const operations = change.operations ?? [operation('intake', 5), operation('spinner', 20, { pad: '500' })]
  const jobs: ScheduleJob[] = ['a', 'b'].map((id) => ({
    id,
    release: nine,
    due: change.due ?? midnight + 1020,
    weight: 1,
    operations,
  }))
  const question: ScheduleQuestion = {
    now: change.now ?? nine,
    horizon: midnight + 14 * 1440,
    stations: ['intake', 'spinner'].map((kind) => ({
      id: `the ${kind}`,
      kind,
      many: kind === 'intake',
      open: null,
      setupMinutes: 0,
      pad: null,
    })),
    people: [
      {
        id: 'ann',
        there: [0, 1].map((day) => ({ from: nine + 1440 * day, to: midnight + 1020 + 1440 * day })),
        skills: null,
      },
    ],
    jobs,
    nights: [midnight + 1020, midnight + 1020 + 1440],
  }
  const works = jobs.flatMap((job) =>
    operations.map((_, index): PlannedWork => ({
      ...{ chain: job.id, index, jobId: `job ${job.id}`, first: 2 * index, last: 2 * index + 1, keys: ['inspect'] },
      ...{ kind: 'resurface', running: operations[index]!.fixed !== null, locked: false },
    })),
  )
  const slot = (job: string, index: number, start: number): Slot => ({
    ...{
      job,
      index,
      station: index === 0 ? 'the intake' : 'the spinner',
      person: 'ann',
      start,
      end: start + operations[index]!.minutes,
    },
  })
  return {
    version: 3,
    question,
    works,
    chains: jobs.map(({ id, due }) => ({
      id,
      ballName: `Ball ${id}`,
      customerId: 'c',
      customerName: 'Customer',
      dueOn: '2026-11-30',
      due: due!,
    })),
    slots: change.slots ?? [
      slot('a', 0, nine),
      slot('a', 1, nine + 5),
      slot('b', 0, nine + 25),
      slot('b', 1, nine + 30),
    ],
    stations: [],
    people: [{ id: 'ann', name: 'Ann', hours: [], away: [], skills: null, ...stored }],
    left: 0,
    pace: { count: 0, steps: [], people: [] },
  }
}

describe('the board of the plan', () => {
  test('shows every slot in order of time, and nothing is at risk where all holds', () => {
    const plan = aPlan()
    expect(blocksOf(plan).map(({ chain, slot }) => [chain.ballName, clockOf(slot.start)])).toEqual([
      ['Ball a', '09:00'],
      ['Ball a', '09:05'],
      ['Ball b', '09:25'],
      ['Ball b', '09:30'],
    ])
    expect([atRisk(plan), withoutSlot(plan)]).toEqual([[], []])
  })

  test('says what does not hold any more: time that has passed, two at once, no slot', () => {
    const plan = aPlan()
    const passed = blocksOf(aPlan({ now: nine + 10, slots: plan.slots }))
    expect(passed.map(({ fault }) => fault)).toEqual(['passed', 'passed', null, null])
    // Half an hour behind no promise is at risk; an hour before closing one is.
    expect(atRisk(aPlan({ now: nine + 30, slots: plan.slots }))).toEqual([])
    expect(atRisk(aPlan({ now: midnight + 1000, slots: plan.slots, due: midnight + 1020 })).length).toBeGreaterThan(0)
    const together = plan.slots.map((slot) =>
      slot.job === 'b' ? { ...slot, start: slot.start - 20, end: slot.end - 20 } : slot,
    )
    expect(
      blocksOf({ ...plan, slots: together }).some(({ fault }) => fault === 'overlap' || fault === 'two-places'),
    ).toBe(true)
    const loose = { ...plan, slots: plan.slots.filter(({ job }) => job === 'a') }
    expect(atRisk(loose)).toMatchObject([{ chain: { id: 'b' }, minutesLate: null }])
    expect(withoutSlot(loose)).toHaveLength(2)
  })

  test('running work that is over its time says so', () => {
    const fixed = { start: nine - 30, station: 'the intake', person: 'ann' }
    const operations = [operation('intake', 31, { fixed }), operation('spinner', 20)]
    const slots: Slot[] = [
      { job: 'a', index: 0, station: 'the intake', person: 'ann', start: nine - 30, end: nine + 1 },
    ]
    expect(blocksOf(aPlan({ operations, slots }))[0]).toMatchObject({ overrun: true, fault: null })
  })

  test('a day has its hours, its balls and how much of the hands it takes; what dries overnight makes it no longer', () => {
    const [monday, tuesday] = daysOf(aPlan(), 2)
    expect(monday).toMatchObject({
      day: '2026-11-30',
      from: nine,
      to: midnight + 1020,
      busyMinutes: 50,
      openMinutes: 480,
      balls: 2,
    })
    expect(tuesday).toMatchObject({ busyMinutes: 0, balls: 0 })
    expect([untilText(nine, nine + 60), untilText(nine, nine + 1440)]).toEqual(['10:00', 'Tue 09:00'])
  })

  test('work is moved alone where it goes, and not where it does not', () => {
    const plan = aPlan()
    const to = { station: 'the spinner', person: 'ann' }
    const alone = movedAlone(plan, 'b', 1, { ...to, start: nine + 120 })
    expect(alone!.slots.find(({ job, index }) => job === 'b' && index === 1)!.start).toBe(nine + 120)
    expect(movedAlone(plan, 'b', 1, { ...to, start: nine + 10 })).toBeNull()
    expect(movedAlone(plan, 'b', 1, { ...to, start: midnight + 1030 })).toBeNull()
  })

  test('work whose time has passed does not make a new plan of a move beside it, and nothing is moved into the past', () => {
    const late = aPlan({ now: nine + 15 })
    const to = { station: 'the spinner', person: 'ann' }
    const alone = movedAlone(late, 'b', 1, { ...to, start: nine + 120 })!
    expect(alone.slots.filter(({ job, index }) => job !== 'b' || index !== 1)).toEqual(
      expect.arrayContaining(late.slots.filter(({ job, index }) => job !== 'b' || index !== 1)),
    )
    expect(movedAlone(late, 'b', 0, { station: 'the intake', person: 'ann', start: nine + 10 })).toBeNull()
  })

  test('another plan is told by what moves, breaks and saves, and is only offered where it is better', () => {
    const plan = aPlan({ due: nine + 60 })
    const later = plan.slots.map((slot) =>
      slot.job === 'b' ? { ...slot, start: slot.start + 60, end: slot.end + 60 } : slot,
    )
    const proposal = proposalOf(plan, { slots: later, optimal: false })
    expect(proposal).toMatchObject({ broken: [{ id: 'b' }], saved: [], stillLate: [], fewer: { nights: 0, pads: 0 } })
    expect(proposal.moved).toHaveLength(2)
    expect(proposalOf({ ...plan, slots: later }, { slots: plan.slots, optimal: true })).toMatchObject({
      saved: [{ id: 'b' }],
      broken: [],
    })
    // A station that closed has broken the promise already: a later plan finds it so, one in time saves it.
    const whole = aPlan()
    const closed = {
      ...whole,
      question: {
        ...whole.question,
        stations: whole.question.stations.map((station) =>
          station.kind === 'spinner'
            ? { ...station, open: [{ from: nine + 90, to: whole.question.horizon }] }
            : station,
        ),
      },
    }
    const onTheNextDay = plan.slots.map((slot) => ({ ...slot, start: slot.start + 1440, end: slot.end + 1440 }))
    const inTime = plan.slots.map((slot) => ({ ...slot, start: slot.start + 90, end: slot.end + 90 }))
    const told = (slots: readonly Slot[]) => {
      const { broken, saved, stillLate } = proposalOf(closed, { slots, optimal: true })
      return [broken, saved, stillLate.map(({ chain }) => chain)].map((chains) => chains.map(({ id }) => id))
    }
    expect(told(onTheNextDay)).toEqual([[], [], ['a', 'b']])
    expect(told(inTime)).toEqual([[], ['a', 'b'], []])
    const cost = (late: number) => ({ cost: { broken: 0, late, nights: 0, padChanges: 0, ends: 0 } })
    expect([isBetter({ ...plan, slots: later }, cost(0)), isBetter(plan, cost(0))]).toEqual([true, false])
  })

  test('what is handed over names jobs and steps, without what runs, and says what stays', () => {
    const plan = aPlan()
    const taken = slotsToTake(plan, plan.slots, new Set(['b 1']))
    expect(taken.map(({ jobId, firstPosition, locked }) => [jobId, firstPosition, locked])).toEqual([
      ['job a', 0, false],
      ['job a', 2, false],
      ['job b', 0, false],
      ['job b', 2, true],
    ])
  })
})

test('work that is asked for comes after all that waits for its ball, by the closing of the day', () => {
  const job = wantedJob(aPlan(), { id: 'x', ballId: 'b', kind: 'clean', steps: [], forEvent: true }, '2026-11-30')
  expect(job).toMatchObject({ release: nine + 50, due: midnight + 1020, weight: 2 })
  expect(job.operations.map(({ station, minutes }) => [station, minutes])).toEqual([['intake', 8]])
  // What the shop's own steps take is planned for work that is asked for too.
  const slow = {
    ...aPlan(),
    pace: { count: 40, steps: [{ key: 'clean' as const, count: 40, factor: 2, low: 1, high: 3 }], people: [] },
  }
  expect(
    wantedJob(slow, { id: 'x', ballId: null, kind: 'clean', steps: [] }, '2026-11-30').operations[0]!.minutes,
  ).toBe(11)
})

test('hours are told with the days that have the same together', () => {
  const hours = [1, 3].map((weekday) => ({ weekday, from: 600, to: 1080 }))
  const split = [
    { weekday: 2, from: 840, to: 1080 },
    { weekday: 2, from: 600, to: 780 },
  ]
  expect(hoursText([...hours, ...split])).toBe('Mon, Wed 10:00–18:00; Tue 10:00–13:00 + 14:00–18:00')
  expect([minutesOfClock('09:05'), minutesOfClock('x'), clockOfDay(545)]).toEqual([545, null, '09:05'])
})

describe('lines of a row', () => {
  test('balls that lie there at once have lines of their own, as few as there are at once; one after another share one', () => {
    const at = (start: number, end: number) => ({ slot: { start, end } })
    const blocks = [at(0, 10), at(5, 20), at(10, 15), at(15, 30), at(20, 25)]
    const { line, count } = linesOf(blocks)
    expect(count).toBe(2)
    expect(blocks.map((block) => line.get(block))).toEqual([0, 1, 0, 0, 1])
    expect(linesOf([]).count).toBe(1)
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(100), fc.integer({ min: 1, max: 40 }))), (spans) => {
        const own = spans
          .map(([start, minutes]) => at(start, start + minutes))
          .sort((a, b) => a.slot.start - b.slot.start)
        const drawn = linesOf(own)
        for (const a of own)
          for (const b of own)
            if (a !== b && drawn.line.get(a) === drawn.line.get(b))
              expect(a.slot.end <= b.slot.start || b.slot.end <= a.slot.start).toBe(true)
        const atOnce = own.map(
          (one) => own.filter((b) => b.slot.start <= one.slot.start && b.slot.end > one.slot.start).length,
        )
        expect(drawn.count).toBe(Math.max(1, ...atOnce))
      }),
    )
  })
})
