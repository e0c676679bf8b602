import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { anyoneThere, closingOf, nightsOf, presence } from './hours.ts'
import { type PlannedJob, asSlotted, chainOf, worksOf } from './planned.ts'
import { type JobKind, jobKinds, procedureFor, recipeKinds } from './procedure.ts'
import { recipeByKey } from '../surface/recipe.ts'

const steps = recipeByKey('to-1000')!.steps
const aJob = (kind: JobKind, change: (position: number) => object = () => ({})): PlannedJob => ({
  ...{ id: kind, kind },
  procedure: procedureFor(kind, recipeKinds.includes(kind) ? steps : []).map((step, position) => ({
    ...{ ...step, startedAt: null, doneAt: null, measured: {} },
    ...change(position),
  })),
})
const minutesIn = (job: PlannedJob) => worksOf(job, 0).reduce((total, { operation }) => total + operation.minutes, 0)

describe('steps of a job as operations of the plan', () => {
  test.each(jobKinds)('%s: every step is in one operation, in order, with its minutes', (kind) => {
    const job = aJob(kind)
    const works = worksOf(job, 0)
    expect(works.flatMap(({ first, last }) => Array.from({ length: last - first + 1 }, (_, i) => first + i))).toEqual(
      job.procedure.map((_, i) => i),
    )
    expect(works.flatMap(({ keys }) => keys)).toEqual(job.procedure.map(({ key }) => key))
    for (const { operation } of works)
      for (const { from, to } of operation.attention)
        expect(from >= 0 && from < to && to <= operation.minutes).toBe(true)
  })

  test('a soak leaves the hands free while the ball lies in the water, and is wiped in between', () => {
    const bath = worksOf(aJob('extract'), 0).find(({ operation }) => operation.station === 'bath')!
    expect(bath.operation).toMatchObject({
      minutes: 37,
      attention: [
        { from: 0, to: 6 },
        { from: 16, to: 18 },
        { from: 33, to: 37 },
      ],
      maxWait: 10,
    })
  })

  test('a machine warms up before the ball goes in, by itself', () => {
    const bath = worksOf(aJob('bath'), 0).find(({ operation }) => operation.station === 'bath')!
    expect(bath.keys.slice(0, 2)).toEqual(['preheat', 'carrier'])
    expect(bath.operation.attention[0]).toEqual({ from: 0, to: 1 })
  })

  test('holes that nobody has looked into yet are planned as damp; dry ones let the ball go on', () => {
    const seen = (wet: string) =>
      aJob('dry', (position) =>
        position === 0 ? { startedAt: '2026-11-27T09:00:00Z', doneAt: '2026-11-27T09:01:00Z', measured: { wet } } : {},
      )
    const drying = (job: PlannedJob) => worksOf(job, 0).find(({ keys }) => keys.includes('dry'))!.operation
    expect([drying(aJob('dry')), drying(seen('wet')), drying(seen('dry'))].map(({ minutes }) => minutes)).toEqual([
      1440, 2880, 10,
    ])
    expect(drying(aJob('dry')).attention).toEqual([])
  })

  test('work that has begun stands at its start and takes at least until now; what is done is left out', () => {
    const startedAt = '2026-11-27T09:00:00.000Z'
    const start = Date.parse(startedAt) / 60_000
    const job = aJob('resurface', (position) => (position === 0 ? { startedAt } : {}))
    const [first] = worksOf(job, start + 40)
    expect([first!.startedMs, first!.operation.minutes]).toEqual([start * 60_000, 41])
    const next = aJob('resurface', (position) => (position === 0 ? { startedAt, doneAt: startedAt } : {}))
    expect(worksOf(next, start)[0]!.first).toBe(1)
  })

  test('what the shop has learnt of a step changes its minutes, by whole ones', () => {
    const job = aJob('inspect')
    const slower = worksOf(job, 0, (step) => step.minutes * 1.3)
    expect(slower[0]!.operation.minutes).toBe(Math.ceil(3 * 1.3) + Math.ceil(1.3))
    expect(minutesIn(job)).toBe(4)
  })

  test('on one ball oil goes before the surface, which is not left for days then', () => {
    const chain = chainOf([aJob('clean'), aJob('resurface'), aJob('extract')], 0)
    expect([...new Set(chain.map(({ jobId }) => jobId))]).toEqual(['extract', 'resurface', 'clean'])
    expect(chain.findLast(({ jobId }) => jobId === 'extract')!.operation.maxWait).toBe(3 * 24 * 60)
  })
})

test('what stands in the plan keeps the minutes that it was planned with', () => {
  const soak = worksOf(aJob('extract'), 0).find(({ operation }) => operation.station === 'bath')!.operation
  expect(asSlotted(soak, 37)).toBe(soak)
  expect(asSlotted(soak, 40).attention.at(-1)).toEqual({ from: 33, to: 40 })
  expect(asSlotted(soak, 17).attention).toEqual([
    { from: 0, to: 6 },
    { from: 16, to: 17 },
  ])
})

describe('hours', () => {
  const week = [1, 2, 3, 4, 5].map((weekday) => ({ weekday, from: 600, to: 1080 }))
  const minute = (year: number, month: number, day: number, hour = 0) =>
    new Date(year, month - 1, day, hour).getTime() / 60_000

  test('by the week, without days off, from this day on', () => {
    const friday = minute(2026, 11, 27, 12)
    const away = [{ from: '2026-11-30', to: '2026-12-01', reason: '' }]
    const spans = presence(week, away, friday, 7)
    expect(spans[0]).toEqual({ from: minute(2026, 11, 27, 10), to: minute(2026, 11, 27, 18) })
    expect(spans[1]).toEqual({ from: minute(2026, 12, 2, 10), to: minute(2026, 12, 2, 18) })
    expect(spans).toHaveLength(3)
  })

  test('opening is by the clock on every day of a year, also where the clocks change', () => {
    const spans = presence(
      [1, 2, 3, 4, 5, 6, 7].map((weekday) => ({ weekday, from: 600, to: 1080 })),
      [],
      minute(2026, 1, 1),
      365,
    )
    expect(spans).toHaveLength(365)
    for (const { from, to } of spans)
      expect([new Date(from * 60_000).getHours(), new Date(to * 60_000).getHours()]).toEqual([10, 18])
  })

  test('stretches of several people are joined, sorted and apart', () => {
    const spans = fc.array(
      fc.tuple(fc.nat(100), fc.integer({ min: 1, max: 20 })).map(([from, long]) => ({ from, to: from + long })),
      { maxLength: 6 },
    )
    fc.assert(
      fc.property(spans, spans, (a, b) => {
        const joined = anyoneThere([a, b])
        for (let at = 0; at < 130; at++)
          expect(joined.some(({ from, to }) => from <= at && at < to)).toBe(
            [...a, ...b].some(({ from, to }) => from <= at && at < to),
          )
        for (const [at, span] of joined.entries()) if (at > 0) expect(span.from).toBeGreaterThan(joined[at - 1]!.to)
      }),
    )
  })

  test('a midday break is no night; what is promised for a closed day is ready when the last went home before it', () => {
    const spans = presence(
      [
        { weekday: 5, from: 600, to: 720 },
        { weekday: 5, from: 780, to: 1080 },
      ],
      [],
      minute(2026, 11, 27),
      3,
    )
    expect(nightsOf(spans)).toEqual([minute(2026, 11, 27, 18)])
    expect(closingOf('2026-11-29', spans)).toBe(minute(2026, 11, 27, 18))
    expect(closingOf('2026-11-27', [])).toBe(minute(2026, 11, 28))
  })
})
