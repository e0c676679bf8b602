import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { type BallWork, type Visit, type WeekRoom, batchesOf, levelled, visitsOf } from './visits.ts'

const dayMs = 86_400_000
const work = (ballId: string, from: number, at: number, change: Partial<BallWork> = {}): BallWork => ({
  ...{ ballId, work: 'resurface', reason: 'leaves-window', spread: 0.3, overdue: at === 0 },
  ...{ fromMs: from * dayMs, atMs: at * dayMs, minutes: 30, spinnerMinutes: 20 },
  ...change,
})

describe('visits', () => {
  test('a reading that takes no time waits for a week in which somebody is there', () => {
    const edges = [0, 7, 14, 21].map((day) => day * dayMs)
    const room: WeekRoom = { minutes: 100, spinnerMinutes: 100 }
    const none: WeekRoom = { minutes: 0, spinnerMinutes: 0 }
    const reading = (from: number, at: number) =>
      visitsOf('c', [work('a', from, at, { work: 'scan', minutes: 0, spinnerMinutes: 0 })])
    const weekOf = (visits: readonly Visit[], rooms: readonly WeekRoom[]) =>
      levelled(visits, rooms, edges).map(({ week, reason }) => [week, reason])
    expect(weekOf(reading(0, 0), [none, room, room])).toEqual([[1, 'waits']])
    expect(weekOf(reading(3, 16), [room, room, none])).toEqual([[1, 'earlier']])
    expect(weekOf(reading(15, 16), [room, room, none])).toEqual([[2, 'over']])
    expect(weekOf(reading(0, 0), [room, room, room])).toEqual([[0, 'latest']])
  })

  test('what can be done in one go is one visit, as late as its first work bears', () => {
    const [first, second, ...more] = visitsOf('c', [work('a', 5, 10), work('b', 8, 20), work('c', 12, 15)])
    expect(more).toEqual([])
    expect([first!.untilMs / dayMs, first!.fromMs / dayMs]).toEqual([10, 8])
    expect(first!.works.map(({ ballId }) => ballId)).toEqual(['a', 'b'])
    expect([second!.untilMs / dayMs, second!.minutes]).toEqual([15, 30])
  })

  test('a touch-up or a reading beside a resurface of the same ball is part of it; on another ball it is not', () => {
    const [visit] = visitsOf('c', [
      work('a', 0, 1),
      work('a', 0, 2, { work: 'touch-up' }),
      work('a', 0, 2, { work: 'scan' }),
      work('a', 0, 2, { work: 'extract', minutes: 15 }),
      work('b', 0, 2, { work: 'touch-up', minutes: 5 }),
    ])
    expect(visit!.works.map(({ ballId, work: what }) => `${ballId} ${what}`)).toEqual([
      'a resurface',
      'a extract',
      'b touch-up',
    ])
    expect(visit!.minutes).toBe(50)
  })

  test('fewest: no other choice of days meets all windows with fewer', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 12 }), fc.integer({ min: 0, max: 6 })), {
          minLength: 1,
          maxLength: 7,
        }),
        (windows) => {
          const works = windows.map(([from, length], at) => work(`b${at}`, from, from + length))
          const visits = visitsOf('c', works)
          // Each work in one visit that lies in its window.
          expect(visits.flatMap((visit) => visit.works)).toHaveLength(works.length)
          for (const visit of visits)
            for (const one of visit.works)
              expect(one.fromMs <= visit.fromMs && visit.fromMs <= visit.untilMs && visit.untilMs <= one.atMs).toBe(
                true,
              )
          const days = Array.from({ length: 19 }, (_one, at) => at)
          const fewest = (left: readonly BallWork[]): number => {
            if (left.length === 0) return 0
            const first = left.reduce((a, b) => (a.atMs < b.atMs ? a : b))
            return Math.min(
              ...days
                .filter((day) => day * dayMs >= first.fromMs && day * dayMs <= first.atMs)
                .map((day) => 1 + fewest(left.filter((one) => day * dayMs < one.fromMs || day * dayMs > one.atMs))),
            )
          }
          expect(visits.length).toBe(fewest(works))
        },
      ),
      { numRuns: 60 },
    )
  })
})

describe('levelling', () => {
  const edges = Array.from({ length: 6 }, (_one, week) => week * 7 * dayMs)
  const visit = (from: number, until: number, change: Partial<Visit> = {}): Visit => ({
    ...{ customerId: `${from}-${until}`, works: [], minutes: 1, spinnerMinutes: 0, overdue: false },
    ...{ fromMs: (from * 7 + 1) * dayMs, untilMs: (until * 7 + 2) * dayMs },
    ...change,
  })
  const rooms = (...minutes: number[]): WeekRoom[] => minutes.map((one) => ({ minutes: one, spinnerMinutes: 100 }))

  test('as late as they bear; before a week that is full the ones that can come earlier do, and say so', () => {
    const placed = levelled([visit(0, 3), visit(3, 3), visit(2, 3)], rooms(5, 5, 5, 1, 5), edges)
    expect(placed.map(({ customerId, week, reason }) => [customerId, week, reason])).toEqual([
      ['2-3', 2, 'earlier'],
      ['0-3', 2, 'earlier'],
      ['3-3', 3, 'latest'],
    ])
  })

  test('what is due already waits for room, longest due first; nothing is left out where there is none', () => {
    const due = (days: number) => visit(0, 0, { overdue: true, untilMs: -days * dayMs, customerId: `${days}` })
    const placed = levelled([due(1), due(9), due(5)], rooms(1, 0, 1, 0, 0), edges)
    expect(placed.map(({ customerId, week, reason }) => [customerId, week, reason])).toEqual([
      ['9', 0, 'latest'],
      ['1', 0, 'over'],
      ['5', 2, 'waits'],
    ])
  })

  test('a customer who waits for room comes once when a week has it that brings another visit; nothing is done twice', () => {
    const late = visit(0, 0, { customerId: 'c', overdue: true, works: [work('a', 0, 0)], minutes: 30 })
    const next = visit(0, 1, { customerId: 'c', works: [work('a', 5, 9), work('b', 5, 9)], minutes: 60 })
    const placed = levelled([late, next], rooms(0, 90, 90, 90, 90), edges)
    expect(placed).toHaveLength(1)
    expect(placed[0]).toMatchObject({ week: 1, reason: 'waits', overdue: true, minutes: 60, spinnerMinutes: 40 })
    expect(placed[0]!.works.map(({ ballId }) => ballId)).toEqual(['a', 'b'])
  })

  test('a full spinner counts as much as full hands', () => {
    const spun = visit(0, 1, { spinnerMinutes: 60 })
    const [first] = levelled(
      [spun],
      [{ minutes: 9, spinnerMinutes: 90 }, { minutes: 9, spinnerMinutes: 10 }, ...rooms(9, 9, 9)],
      edges,
    )
    expect([first!.week, first!.reason]).toEqual([0, 'earlier'])
  })

  test('of visits that take the same, no other way leaves fewer without room', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 4 }), fc.integer({ min: 0, max: 4 })), { maxLength: 8 }),
        fc.array(fc.integer({ min: 0, max: 2 }), { minLength: 5, maxLength: 5 }),
        (windows, room) => {
          const visits = windows.map(([a, b], at) => {
            const [first, last] = [Math.min(a, b), Math.max(a, b)]
            return visit(first, last, { customerId: `${first}-${last}-${at}` })
          })
          const placed = levelled(visits, rooms(...room), edges)
          expect(placed).toHaveLength(visits.length)
          for (const one of placed) {
            const [from, until] = one.customerId.split('-').map(Number)
            expect(one.week >= from! && one.week <= until!).toBe(true)
          }
          // Every way of giving them weeks: how many find room at most.
          const most = (left: readonly Visit[], free: readonly number[]): number => {
            const [one, ...rest] = left
            if (!one) return 0
            const [from, until] = one.customerId.split('-').map(Number)
            let best = most(rest, free)
            for (let week = from!; week <= until!; week++)
              if (free[week]! > 0)
                best = Math.max(
                  best,
                  1 +
                    most(
                      rest,
                      free.map((left, at) => (at === week ? left - 1 : left)),
                    ),
                )
            return best
          }
          expect(placed.filter(({ reason }) => reason !== 'over')).toHaveLength(most(visits, room))
        },
      ),
      { numRuns: 80 },
    )
  })
})

describe('batches', () => {
  test('balls by pad from coarse to fine, and the changes that it spares', () => {
    const { pads, changesSaved } = batchesOf([
      ['500', '1000', '2000'],
      ['500', '1000'],
      ['1000', 'polish'],
    ])
    expect(pads).toEqual([
      { pad: '500', balls: 2 },
      { pad: '1000', balls: 3 },
      { pad: '2000', balls: 1 },
      { pad: 'polish', balls: 1 },
    ])
    // Ball after ball 500, 1000, 2000, 500, 1000, polish: six; together four.
    expect(changesSaved).toBe(2)
    expect(batchesOf([])).toEqual({ pads: [], changesSaved: 0 })
  })
})
