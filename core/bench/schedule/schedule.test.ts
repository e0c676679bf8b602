import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  type Schedule,
  type ScheduleJob,
  type ScheduleOperation,
  type ScheduleQuestion,
  type Slot,
  faultsOf,
  scheduleOf,
} from './index.ts'
import { flowShop, jobShop, knownJobShops } from '../../test/jobShops.ts'

/** A clock that ticks once each time it is looked at: the same number of rounds on every machine. */
const rounds = (count: number) => {
  let at = 0
  return { clock: () => at++, milliseconds: count }
}
const solve = (question: ScheduleQuestion, looks = 400) => scheduleOf(question, rounds(looks))

const operation = (over: Partial<ScheduleOperation> = {}): ScheduleOperation => ({
  ...{ station: 'spinner', minutes: 10, attention: [], minWait: 0, maxWait: null, pad: null, fixed: null },
  ...over,
})
const worked = (station: string, minutes: number, over: Partial<ScheduleOperation> = {}) =>
  operation({ station, minutes, attention: [{ from: 0, to: minutes }], ...over })
const job = (id: string, operations: readonly ScheduleOperation[], over: Partial<ScheduleJob> = {}): ScheduleJob => ({
  ...{ id, release: 0, due: null, weight: 1, operations },
  ...over,
})
const station = (id: string, kind = id, over = {}) => ({ id, kind, open: null, setupMinutes: 0, pad: null, ...over })
const person = (id: string, over = {}) => ({ id, there: null, skills: null, ...over })
const bench = (over: Partial<ScheduleQuestion>): ScheduleQuestion => ({
  ...{ now: 0, horizon: 10_000, nights: [], stations: [station('spinner')], people: [person('ann')], jobs: [] },
  ...over,
})
const slotOf = ({ slots }: Schedule, id: string, index = 0) =>
  slots.find((one) => one.job === id && one.index === index)!

/** Small benches of everything at once: two kinds of station, one of them double; people with hours and skills; waits, pads, dues. */
const smallBench = (most: { jobs: number; operations: number }) =>
  fc
    .record({
      jobs: fc.array(
        fc.record({
          due: fc.option(fc.integer({ min: 2, max: 14 })),
          weight: fc.integer({ min: 1, max: 3 }),
          operations: fc.array(
            fc.record({
              station: fc.constantFrom('spinner', 'bath'),
              minutes: fc.integer({ min: 1, max: 4 }),
              attended: fc.constantFrom('all', 'ends', 'none'),
              minWait: fc.integer({ min: 0, max: 2 }),
              maxWait: fc.constantFrom(2, 4, null),
              pad: fc.constantFrom(null, '500', '1000'),
            }),
            { minLength: 1, maxLength: most.operations },
          ),
        }),
        { minLength: 2, maxLength: most.jobs },
      ),
      people: fc.constantFrom(
        [],
        [person('ann')],
        [
          person('ann', {
            there: [
              { from: 0, to: 7 },
              { from: 10, to: 60 },
            ],
          }),
          person('bo', { skills: ['spinner'] }),
        ],
      ),
      spinners: fc.integer({ min: 1, max: 2 }),
      closed: fc.boolean(),
    })
    .map(({ jobs, people, spinners, closed }): ScheduleQuestion => {
      const open = closed
        ? [
            { from: 0, to: 8 },
            { from: 11, to: 80 },
          ]
        : null
      return bench({
        horizon: 80,
        nights: closed ? [8] : [],
        people,
        stations: [
          ...Array.from({ length: spinners }, (_, at) =>
            station(`spinner ${at}`, 'spinner', { open, setupMinutes: 1 }),
          ),
          station('bath', 'bath', { open }),
        ],
        jobs: jobs.map((one, at) =>
          job(
            `j${at}`,
            one.operations.map(({ attended, pad, ...own }) =>
              operation({
                ...own,
                pad: own.station === 'spinner' ? pad : null,
                attention:
                  attended === 'none'
                    ? []
                    : attended === 'all' || own.minutes < 3
                      ? [{ from: 0, to: own.minutes }]
                      : [
                          { from: 0, to: 1 },
                          { from: own.minutes - 1, to: own.minutes },
                        ],
              }),
            ),
            { due: one.due, weight: one.weight },
          ),
        ),
      })
    })

/**
 * Every plan there is, tried minute by minute: one that is less late than told, or as late with fewer nights; null when none is. Knows nothing of the solver but
 * the check of a finished plan.
 */
function betterByHand(question: ScheduleQuestion, than: Schedule['cost']): Slot[] | null {
  const all = question.jobs.flatMap((one) => one.operations.map((own, index) => ({ one, own, index })))
  const nightsBy = (end: number) => question.nights.filter((night) => night < end && night >= question.now).length
  function search(at: number, slots: readonly Slot[], late: number, nights: number): Slot[] | null {
    if (late > than.late || (late === than.late && nights >= than.nights)) return null
    if (at === all.length) return faultsOf(question, slots).length === 0 ? [...slots] : null
    const { one, own, index } = all[at]!
    const before = index > 0 ? slots.at(-1)! : null
    const waits = index > 0 ? one.operations[index - 1]! : null
    const from = before ? before.end + waits!.minWait : question.now
    const to = Math.min(before ? before.end + (waits!.maxWait ?? Infinity) : Infinity, 30)
    const isLast = index === one.operations.length - 1
    for (let start = from; start <= to; start++) {
      const end = start + own.minutes
      const more = isLast ? one.weight * Math.max(0, end - (one.due ?? Infinity)) : 0
      if (late + more > than.late) break
      for (const place of question.stations.filter((s) => s.kind === own.station))
        for (const who of question.people.length > 0 && own.attention.length > 0 ? question.people : [null]) {
          const slot: Slot = { job: one.id, index, station: place.id, person: who?.id ?? null, start, end }
          const soFar = [...slots, slot]
          const wrong = faultsOf(question, soFar).some(({ fault }) => fault !== 'missing' && fault !== 'overlap')
          const over = soFar.some(
            (a, i) => i < soFar.length - 1 && a.station === slot.station && a.start < end && start < a.end,
          )
          if (wrong || over) continue
          const found = search(at + 1, soFar, late + more, nights + (isLast ? nightsBy(end) : 0))
          if (found) return found
        }
    }
    return null
  }
  return search(0, [], 0, 0)
}

describe('a plan of the bench', () => {
  test('keeps hours, waits, pads and people, whatever is asked', () => {
    fc.assert(
      fc.property(smallBench({ jobs: 6, operations: 4 }), (question) => {
        const schedule = solve(question, 30)
        const missing = faultsOf(question, schedule.slots).filter(({ fault }) => fault === 'missing')
        expect(faultsOf(question, schedule.slots)).toEqual(missing)
        expect(missing).toHaveLength(schedule.unplaced.length)
        expect(schedule.cost.late).toBeGreaterThanOrEqual(schedule.lateBound)
      }),
      { numRuns: 100 },
    )
  })

  test('a change of pad has its time also behind work that needs none', () => {
    const short = (pad: string | null, over: Partial<ScheduleOperation> = {}) => worked('spinner', 1, { pad, ...over })
    const jobs = [
      job('rinsed', [short(null, { minWait: 2, maxWait: 2 }), short(null)], { due: 2 }),
      job('fine', [short('1000')], { due: 2 }),
      job('long', [worked('spinner', 3, { maxWait: 2 }), short('500')], { due: 2 }),
      job('coarse', [short('500')], { due: 2, weight: 2 }),
    ]
    const question = bench({
      horizon: 80,
      people: [],
      stations: [station('spinner', 'spinner', { setupMinutes: 1 })],
      jobs,
    })
    for (const looks of [1, 5, 30, 400, 20_000]) {
      const schedule = solve(question, looks)
      expect([looks, faultsOf(question, schedule.slots)]).toEqual([looks, []])
    }
    expect(solve(question, 20_000).optimal).toBe(true)
    expect(betterByHand(question, solve(question, 20_000).cost)).toBeNull()
  })

  test('work that needs no pad leaves the one that lies there: none is changed behind it where the next one’s own lies', () => {
    const jobs = [
      job('soaked', [worked('bath', 2, { minWait: 2, maxWait: 2 }), worked('spinner', 3, { pad: '1000' })], { due: 2 }),
      job('sanded', [worked('spinner', 1, { pad: '1000', minWait: 2, maxWait: 2 }), worked('spinner', 1)], { due: 2 }),
    ]
    const question = bench({
      horizon: 80,
      people: [person('ann'), person('bo', { skills: ['spinner'] })],
      stations: [station('spinner', 'spinner', { setupMinutes: 1 }), station('bath', 'bath')],
      jobs,
    })
    const schedule = solve(question, 20_000)
    expect(faultsOf(question, schedule.slots)).toEqual([])
    // Six minutes for the one, three for the other: with a change that nothing asks for it would be ten.
    expect([schedule.optimal, schedule.cost.late, schedule.cost.padChanges]).toEqual([true, 9, 1])
    expect(betterByHand(question, schedule.cost)).toBeNull()
  })

  test('is the best there is where it says so: no plan that is tried minute by minute is better', () => {
    let proven = 0
    fc.assert(
      fc.property(smallBench({ jobs: 3, operations: 2 }), (question) => {
        const schedule = solve(question, 200_000)
        if (schedule.unplaced.length > 0) return
        if (schedule.optimal) proven++
        expect(schedule.optimal).toBe(true)
        expect(betterByHand(question, schedule.cost)).toBeNull()
        expect([schedule.lateBound, schedule.nightsBound]).toEqual([schedule.cost.late, schedule.cost.nights])
      }),
      // A bench with few promises has very many plans to be tried.
      { numRuns: 100, interruptAfterTimeLimit: 12_000 },
    )
    expect(proven).toBeGreaterThan(5)
  })

  test('one person minds a second ball while the first lies in the water', () => {
    const soak = operation({
      station: 'bath',
      minutes: 20,
      attention: [
        { from: 0, to: 2 },
        { from: 18, to: 20 },
      ],
    })
    const schedule = solve(
      bench({
        stations: [station('bath'), station('spinner')],
        jobs: [job('soak', [soak], { due: 20 }), job('sand', [worked('spinner', 16)], { due: 18 })],
      }),
    )
    expect(schedule).toMatchObject({ late: [], optimal: true })
    expect([slotOf(schedule, 'soak').start, slotOf(schedule, 'sand').start]).toEqual([0, 2])
  })

  test('a ball whose next step may not wait is not taken out before that step is free', () => {
    const warm = [worked('bath', 10, { maxWait: 2 }), worked('intake', 5)]
    const schedule = solve(
      bench({
        people: [person('ann'), person('bo')],
        stations: [station('bath'), station('intake')],
        jobs: [
          job('long', [worked('intake', 30, { fixed: { start: 0, station: 'intake', person: 'bo' } })]),
          job('warm', warm),
        ],
      }),
    )
    expect(slotOf(schedule, 'warm', 1).start).toBe(30)
    expect(slotOf(schedule, 'warm', 0).end).toBeGreaterThanOrEqual(28)
  })

  test('balls with the same pad follow each other when no promise and no night is lost by it', () => {
    const jobs = ['500', '1000', '500', '1000'].map((pad, at) =>
      job(`j${at}`, [worked('spinner', 10, { pad })], { due: 500 }),
    )
    const schedule = solve(bench({ stations: [station('spinner', 'spinner', { setupMinutes: 2, pad: '1000' })], jobs }))
    expect(schedule.cost).toMatchObject({ late: 0, padChanges: 1 })
    expect(
      schedule.slots
        .toSorted((a, b) => a.start - b.start)
        .map((one) => one.job)
        .slice(0, 2)
        .toSorted(),
    ).toEqual(['j1', 'j3'])
  })

  test('the weightier promise is kept where only one can be', () => {
    const jobs = [
      job('light', [worked('spinner', 60)], { due: 60 }),
      job('heavy', [worked('spinner', 60)], { due: 60, weight: 3 }),
    ]
    expect(solve(bench({ jobs }))).toMatchObject({
      late: [{ job: 'light', minutes: 60 }],
      lateBound: 60,
      optimal: true,
    })
  })

  test('nobody works out of hours, and who cannot do it does not', () => {
    const hours = [{ from: 100, to: 160 }]
    const people = [person('ann', { there: hours }), person('bo', { skills: ['bath'] })]
    const schedule = solve(
      bench({ people, jobs: [job('a', [worked('spinner', 40)]), job('b', [worked('spinner', 40)])] }),
    )
    expect(schedule.slots.map(({ start, person: who }) => [start, who])).toEqual([[100, 'ann']])
    expect(schedule.unplaced).toEqual([{ job: expect.any(String), index: 0, why: 'no-time' }])
  })

  test('says what is missing where nothing can have an operation', () => {
    const jobs = [job('press', [worked('press', 5)]), job('spin', [worked('spinner', 5)])]
    expect(solve(bench({ jobs, people: [person('bo', { skills: ['bath'] })] })).unplaced).toEqual([
      { job: 'press', index: 0, why: 'no-station' },
      { job: 'spin', index: 0, why: 'no-person' },
    ])
  })

  test('what is fixed stays, and what cannot be kept beside it is named', () => {
    const fixed = { start: 5, station: 'spinner', person: 'ann' }
    const schedule = solve(
      bench({
        jobs: [job('a', [worked('spinner', 10), worked('spinner', 10, { fixed })]), job('b', [worked('spinner', 4)])],
      }),
    )
    expect(slotOf(schedule, 'a', 1)).toMatchObject({ start: 5, end: 15 })
    expect(schedule.clashes).toEqual([{ job: 'a', index: 1 }])
    expect(slotOf(schedule, 'b').start).toBe(0)
  })

  test('orders that contradict each other are seen at once, however far the horizon is', () => {
    const noWait = [worked('bath', 7, { maxWait: 0 }), worked('spinner', 5)]
    const jobs = ['a', 'b', 'c'].map((id) => job(id, noWait, { due: 12 }))
    const people = ['ann', 'bo', 'cy'].map((id) => person(id))
    const schedule = solve(
      bench({ horizon: 1e12, people, stations: [station('bath'), station('spinner')], jobs }),
      16_000,
    )
    expect(schedule).toMatchObject({ optimal: true, cost: { late: 7 + 14 } })
  })

  test('three hundred jobs get their slots, and a search that is called off says what it has', () => {
    const jobs = Array.from({ length: 300 }, (_, at) =>
      job(`j${at}`, [worked('intake', 3), worked('spinner', 8), worked('intake', 5)], { due: 40 * at }),
    )
    const question = bench({
      stations: [station('intake', 'intake', { many: true }), station('s1', 'spinner'), station('s2', 'spinner')],
      people: [person('ann'), person('bo')],
      jobs,
    })
    const schedule = scheduleOf(question, { ...rounds(1000), cancelled: () => true })
    expect(schedule.slots).toHaveLength(900)
    expect(faultsOf(question, schedule.slots)).toEqual([])
  })
})

describe('benchmarks of the literature, attention and waits off', () => {
  // All that are known here, as long as a bench is planned, stand in docs/performance.md (`npm run bench`).
  const known: readonly (readonly [string, ScheduleQuestion, number])[] = [
    ['flow shop 20 × 5, second', flowShop(20, 5, 379_008_056), 1359],
    ...[0, 3, 6].map((at) => {
      const [time, machine, optimum] = knownJobShops[at]!
      return [`job shop 15 × 15, number ${at + 1}`, jobShop(15, 15, time, machine), optimum] as const
    }),
  ]
  test.each(known)('%s: within 2 %% of the known optimum', (_, question, optimum) => {
    const schedule = solve(question, 150)
    expect(faultsOf(question, schedule.slots)).toEqual([])
    expect(schedule.cost.late).toBeLessThanOrEqual(1.02 * optimum)
    expect(schedule.lateBound).toBeLessThanOrEqual(optimum)
  })

  test('small ones are proved, and the search for order alone finds what the proof finds', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9999 }), fc.integer({ min: 2, max: 4 }), (seed, jobs) => {
        const question = jobShop(jobs, 3, seed, seed + 17)
        const proved = solve(question, 4000)
        expect(faultsOf(question, proved.slots)).toEqual([])
        expect(proved.optimal).toBe(true)
        expect(proved.lateBound).toBe(proved.cost.late)
        // A wait, a release: what the order alone has to keep.
        const waiting = {
          ...question,
          jobs: question.jobs.map((one, at) => ({
            ...one,
            release: 10 * at,
            operations: one.operations.map((step) => ({ ...step, minWait: at })),
          })),
        }
        const later = solve(waiting, 4000)
        expect(faultsOf(waiting, later.slots)).toEqual([])
        expect(later.cost.late).toBeGreaterThanOrEqual(proved.cost.late)
        // A station that opens once and never closes is the same shop, but is planned by the common search.
        const common = {
          ...waiting,
          stations: waiting.stations.map((one) => ({ ...one, open: [{ from: 0, to: 1e6 }] })),
        }
        expect(solve(common, 4000).cost.late).toBe(later.cost.late)
      }),
      { numRuns: 15 },
    )
  })
})
