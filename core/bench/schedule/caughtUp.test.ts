import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  type ScheduleOperation,
  type ScheduleQuestion,
  type Slot,
  caughtUp,
  faultsOf,
  hasPassed,
  placeInOrder,
  promiseOf,
} from './index.ts'

const work = (station: string, minutes: number, over: Partial<ScheduleOperation> = {}): ScheduleOperation => ({
  ...{ station, minutes, attention: [{ from: 0, to: minutes }], minWait: 0, maxWait: null, pad: null, fixed: null },
  ...over,
})
const bench = (jobs: ScheduleQuestion['jobs'], over: Partial<ScheduleQuestion> = {}): ScheduleQuestion => ({
  ...{ now: 0, horizon: 5000, nights: [], people: [{ id: 'ann', there: null, skills: null }], jobs },
  stations: ['intake', 'spinner'].map((id) => ({ id, kind: id, open: null, setupMinutes: 0, pad: null })),
  ...over,
})
const twoSteps = (id: string, due: number | null = null) => ({
  ...{ id, release: 0, due, weight: 1 },
  operations: [work('intake', 5), work('spinner', 20)],
})
const start = (slots: readonly Slot[], job: string, index = 0) =>
  slots.find((one) => one.job === job && one.index === index)!.start
const limits = { clock: () => 0, milliseconds: 0 }

describe('a plan whose first work has not begun at its time', () => {
  const question = bench([twoSteps('a'), twoSteps('b')])
  const { slots } = placeInOrder(question)

  test('is the plan itself while nothing has passed', () => {
    expect(caughtUp(question, slots)).toBe(slots)
  })

  test('begins it now, its next steps behind it, and leaves the rest where it stands', () => {
    const [first, later] = [start(slots, 'a'), start(slots, 'b', 1)]
    const now = { ...question, now: first + 1 }
    const caught = caughtUp(now, slots)
    expect(start(caught, 'a')).toBeGreaterThanOrEqual(now.now)
    expect(start(caught, 'a', 1)).toBeGreaterThanOrEqual(start(caught, 'a') + 5)
    expect(start(caught, 'b', 1)).toBe(later)
    expect(slots.filter((slot) => hasPassed(now, slot))).toHaveLength(1)
  })

  test('says of what should have begun that alone, and not that a station is closed or somebody away', () => {
    const closed = { ...question, now: 400, people: [{ id: 'ann', there: [{ from: 400, to: 5000 }], skills: null }] }
    expect(new Set(faultsOf(closed, slots).map(({ fault }) => fault))).toEqual(new Set(['passed']))
    // A station that is broken now is said all the same, and first.
    const stations = closed.stations.map((one) =>
      one.id === 'spinner' ? { ...one, open: [{ from: 2000, to: 5000 }] } : one,
    )
    const [first] = faultsOf({ ...closed, stations }, slots).filter(({ index }) => index === 1)
    expect(first!.fault).toBe('hours')
  })

  test('what runs on and on holds up what comes after it: no fault of the plan, it begins as soon as it can', () => {
    const running = { ...twoSteps('long'), release: -100 }
    const longer = {
      ...running,
      operations: [
        work('intake', 5, { fixed: { start: -40, station: 'intake', person: 'ann' } }),
        work('spinner', 60, { fixed: { start: -20, station: 'spinner', person: null }, attention: [] }),
      ],
    }
    const at = (job: string, index: number, from: number, minutes: number, station: string): Slot => ({
      ...{ job, index, station, person: 'ann', start: from, end: from + minutes },
    })
    const behindIt = {
      ...question,
      jobs: [longer, twoSteps('a')],
    }
    const planned: readonly Slot[] = [
      at('long', 0, -40, 5, 'intake'),
      { ...at('long', 1, -20, 60, 'spinner'), person: null },
      at('a', 0, 2, 5, 'intake'),
      at('a', 1, 10, 20, 'spinner'),
    ]
    expect(faultsOf(behindIt, planned)).toEqual([{ fault: 'held-up', job: 'a', index: 1 }])
    const caught = caughtUp(behindIt, planned)
    expect(start(caught, 'a')).toBe(2)
    expect(start(caught, 'a', 1)).toBe(40)
    expect(faultsOf(behindIt, caught)).toEqual([])
    // Two that do not run yet stand over each other: that is a fault of the plan.
    const twice = [...planned.slice(0, 3), at('a', 1, 45, 20, 'spinner'), at('b', 1, 50, 20, 'spinner')]
    const both = {
      ...behindIt,
      jobs: [...behindIt.jobs, { ...twoSteps('b'), operations: [work('intake', 5), work('spinner', 20)] }],
    }
    expect(faultsOf(both, twice)).toContainEqual({ fault: 'overlap', job: 'b', index: 1 })
  })

  test('promises new work behind what is still to be done, not in its place', () => {
    const late = { ...question, now: 300 }
    const wanted = [{ ...twoSteps('new', 5000), release: 300 }]
    const { asItStands } = promiseOf(late, slots, wanted, limits)
    // Fifty minutes of work lie before it, and it takes twenty-five itself.
    expect(asItStands.promised[0]!.readyAt).toBeGreaterThanOrEqual(300 + 75)
  })

  test('holds to hours, order and stations whatever has passed', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ first: fc.integer({ min: 1, max: 30 }), second: fc.integer({ min: 1, max: 30 }) }), {
          minLength: 1,
          maxLength: 6,
        }),
        fc.integer({ min: 0, max: 250 }),
        (jobs, passed) => {
          const asked = bench(
            jobs.map(({ first, second }, i) => ({
              ...{ id: `${i}`, release: 0, due: null, weight: 1 },
              operations: [work('intake', first), work('spinner', second, { maxWait: 600 })],
            })),
          )
          const planned = placeInOrder(asked).slots
          const now = { ...asked, now: passed }
          const caught = caughtUp(now, planned)
          expect(caught).toHaveLength(planned.length)
          expect(caught.filter((slot) => hasPassed(now, slot))).toEqual([])
          expect(faultsOf(now, caught)).toEqual([])
          // What has its time still ahead, and nothing before it in its job that has not, is not moved.
          for (const slot of planned)
            if (!planned.some((one) => one.job === slot.job && hasPassed(now, one)))
              expect(start(caught, slot.job, slot.index)).toBe(slot.start)
        },
      ),
      { numRuns: 60 },
    )
  })
})
