import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { type UpkeepBall, dueWork } from './due.ts'
import { chances, countOf, earlyShare, weekEdges, worksAhead } from './ahead.ts'
import { policyDefaults } from './policy.ts'

const dayMs = 86_400_000
const now = new Date(2031, 2, 12, 15, 30).getTime()
const inDays = (days: number) => now + days * dayMs

const ball = (surface: Partial<UpkeepBall['surface']> = {}, change: Partial<UpkeepBall> = {}): UpkeepBall => ({
  cover: 'solid',
  surface: {
    ...{ asked: true, status: 'in-window', provenance: 'fitted', gamesLeft: 20, gamesLeftRange: null },
    ...{ gamesOnSurface: 10, gamesSinceExtraction: 0, oil: 'fine', oilShare: 0.1, lastSurfacedMs: inDays(-40) },
    ...surface,
  } as UpkeepBall['surface'],
  ...{ gamesSinceCleaning: 0, schoolChosen: false, inShop: false, volumeMl: 20 },
  ...change,
})
const weekly = (games: number | null, events: readonly number[] = []) => ({ gamesPerWeek: games, eventsMs: events })

describe('works ahead', () => {
  test('first what is due now, then the same again at its interval, up to the end', () => {
    const policy = { ...policyDefaults, school: 'fixed-games' as const, fixedGames: 12 }
    const works = worksAhead(ball({ gamesOnSurface: 8 }), policy, weekly(6), now, inDays(56))
    const resurfaced = works.filter(({ work }) => work === 'resurface')
    // 4 games left at 6 a week, then every 12: days 4 2/3, 18 2/3, 32 2/3, 46 2/3.
    expect(resurfaced.map(({ atMs }) => Math.round(((atMs - now) / dayMs) * 3))).toEqual([14, 56, 98, 140])
    expect(resurfaced[1]!.atMs - resurfaced[1]!.fromMs).toBeCloseTo(((earlyShare * 12) / 6) * 7 * dayMs, -3)
  })

  test('a surface that leaves its window does so again after as many games as it takes now', () => {
    const works = worksAhead(
      ball({ gamesLeft: 5, gamesOnSurface: 10 }),
      policyDefaults,
      weekly(7),
      now,
      inDays(56),
    ).filter(({ work }) => work === 'resurface')
    expect(works.map(({ atMs }) => Math.round((atMs - now) / dayMs))).toEqual([5, 20, 35, 50])
  })

  test('nothing that nobody asked for, no cleaning, and not what waits on the bench already', () => {
    const unasked = worksAhead(ball({ asked: false }), policyDefaults, weekly(6), now, inDays(56))
    expect(unasked.filter(({ work }) => work !== 'extract')).toEqual([])
    const dirty = ball({}, { gamesSinceCleaning: 4, inShop: true })
    expect(worksAhead(dirty, policyDefaults, weekly(6), now, inDays(56)).map(({ work }) => work)).not.toContain('clean')
    const policy = { ...policyDefaults, school: 'fixed-games' as const, fixedGames: 12 }
    const times = (waits: boolean) =>
      worksAhead(
        ball({ gamesOnSurface: 14 }),
        policy,
        weekly(6),
        now,
        inDays(56),
        (work) => waits && work === 'resurface',
      )
        .filter(({ work }) => work === 'resurface')
        .map(({ atMs }) => Math.round((atMs - now) / dayMs))
    expect(times(false)).toEqual([0, 14, 28, 42, 56])
    expect(times(true)).toEqual([14, 28, 42, 56])
  })

  test('work for an event has its day and the week before it; after the last day asked for there is none', () => {
    const policy = { ...policyDefaults, school: 'before-events' as const }
    const works = (until: number) =>
      worksAhead(ball(), policy, weekly(3, [inDays(30)]), now, inDays(until)).filter(({ work }) => work === 'resurface')
    expect(works(56)).toEqual([
      { work: 'resurface', reason: 'event', atMs: inDays(23), fromMs: inDays(16), spread: 0, overdue: false },
    ])
    expect(works(20)).toEqual([])
  })

  test('the first time of each work is what the upkeep page says of it', () => {
    const schools = ['every-series', 'fixed-games', 'by-measurement', 'before-events'] as const
    fc.assert(
      fc.property(
        fc.constantFrom(...schools),
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 1, max: 60 }),
        fc.option(fc.integer({ min: 1, max: 20 })),
        fc.integer({ min: 1, max: 80 }),
        (school, on, left, perWeek, since) => {
          const one = ball({ gamesOnSurface: on, gamesLeft: left, gamesSinceExtraction: since })
          const policy = { ...policyDefaults, school }
          const play = weekly(perWeek, [inDays(25)])
          const works = worksAhead(one, policy, play, now, inDays(56))
          const due = dueWork(one, policy, play, now).filter(({ asked, work }) => asked && work !== 'clean')
          for (const { work, atMs } of due) {
            const first = works.find((other) => other.work === work)
            if (atMs > inDays(56)) expect(first).toBeUndefined()
            else expect(first!.atMs).toBe(Math.max(now, atMs))
          }
          for (const { fromMs, atMs } of works) expect(fromMs >= now && fromMs <= atMs && atMs <= inDays(56)).toBe(true)
        },
      ),
    )
  })
})

describe('chances', () => {
  const edges = weekEdges(now)
  test('weeks begin on Mondays, the first is what is left of this one, also when the clocks change', () => {
    expect(edges).toHaveLength(9)
    expect(edges[0]).toBe(now)
    for (const edge of edges.slice(1)) {
      const at = new Date(edge)
      expect([at.getDay(), at.getHours(), at.getMinutes()]).toEqual([1, 0, 0])
    }
    expect(new Date(edges[1]!).getDate()).toBe(17)
  })

  test('sum to no more than one, a date is certain, half lies before the likeliest', () => {
    const ends = edges.slice(1)
    expect(chances({ atMs: now, spread: 0 }, now, ends)).toEqual([1, 0, 0, 0, 0, 0, 0, 0])
    expect(chances({ atMs: ends[2]! + 1, spread: 0 }, now, ends)).toEqual([0, 0, 0, 1, 0, 0, 0, 0])
    const half = chances({ atMs: ends[3]!, spread: 0.4 }, now, ends)
    expect(half.slice(0, 4).reduce((sum, one) => sum + one, 0)).toBeCloseTo(0.5, 9)
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 400, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        (days, spread) => {
          const all = chances({ atMs: inDays(days), spread }, now, ends)
          expect(Math.min(...all)).toBeGreaterThanOrEqual(-1e-12)
          expect(all.reduce((sum, one) => sum + one, 0)).toBeLessThanOrEqual(1 + 1e-12)
        },
      ),
    )
  })

  test('counts: nine in ten of thrown dice lie in the range', () => {
    const p = [0.1, 0.3, 0.5, 0.5, 0.6, 0.7, 0.9, 0.2, 0.4, 0.8, 0.3, 0.6]
    const { mean, low, high } = countOf({
      mean: p.reduce((sum, one) => sum + one, 0),
      variance: p.reduce((sum, one) => sum + one * (1 - one), 0),
    })
    // The exact distribution of the count, one chance after another.
    const exact = p.reduce<number[]>(
      (counts, one) => [...counts, 0].map((share, at) => share * (1 - one) + (counts[at - 1] ?? 0) * one),
      [1],
    )
    expect(mean).toBeCloseTo(
      exact.reduce((sum, share, at) => sum + share * at, 0),
      9,
    )
    const within = exact.slice(low, high + 1).reduce((sum, share) => sum + share, 0)
    expect(within).toBeGreaterThan(0.85)
    expect(within).toBeLessThan(0.97)
  })
})
