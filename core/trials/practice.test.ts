import { describe, expect, test } from '@jest/globals'
import * as fc from 'fast-check'
import { type Practice, practiceOf } from '@sleetfall/core'

const start = Date.parse('2026-03-03T18:00:00Z')
type Thrown = Parameters<typeof practiceOf>[0][number]
const shot = (minute: number, change: Partial<Thrown> = {}): Thrown => ({
  ...{ arm: 1, sequence: minute + 1, feetBoard: 25, targetBoard: 12, read: 'right', entryBoard: 17.5 },
  ...{ setAsideReason: null, warmUp: false, thrownAt: new Date(start + 60_000 * minute).toISOString() },
  ...change,
})
const at = (shots: readonly Thrown[], minutesLeft: number, wanted = 0, ownLines = false): Practice =>
  practiceOf(shots, { minutesLeft, wanted, ownLines })

describe('a clock over a practice', () => {
  test('goes by the bowler’s own pace once three shots were thrown, by an assumed one before', () => {
    expect(at([shot(0)], 12)).toMatchObject({ paceMeasured: false, shotsLeft: 10 })
    // Two minutes a shot, and one pause that is none of throwing.
    const shots = [0, 2, 4, 6, 20, 22].map((minute) => shot(minute))
    expect(at(shots, 11)).toMatchObject({ paceMeasured: true, minutesAShot: 2, shotsLeft: 5 })
  })

  test('yesterday’s pace is not today’s', () => {
    const yesterday = [-1440, -1435, -1430].map((minute) => shot(minute))
    expect(at([...yesterday, shot(0), shot(1), shot(2)], 10).minutesAShot).toBe(1)
  })

  test('says when the trial will not be done, when nothing should be changed any more, and when it is over', () => {
    const shots = [0, 1, 2].map((minute) => shot(minute))
    expect(at(shots, 10, 8).advice).toEqual([])
    expect(at(shots, 10, 12).advice).toEqual(['notEnough'])
    expect(at(shots, 4, 12).advice).toEqual(['settle'])
    expect(at(shots, 0, 12).advice).toEqual(['over'])
  })

  test('two changes between two shots are named, unless each ball has its own line', () => {
    const other = shot(1, { arm: 2, feetBoard: 27 })
    expect(at([shot(0), other], 15).advice).toEqual(['twoChanges'])
    expect(at([shot(0), other], 15, 0, true).advice).toEqual([])
    expect(at([shot(0), shot(1, { arm: 2 })], 15).advice).toEqual([])
    expect(at([shot(0), shot(1, { feetBoard: 27 })], 15).advice).toEqual([])
    // Half a board is aim, not a move; what was set aside is no shot.
    expect(at([shot(0), shot(1, { arm: 2, targetBoard: 12.5 })], 15).advice).toEqual([])
    expect(
      at([shot(0), shot(1, { feetBoard: 30, setAsideReason: 'slipped' }), shot(2, { arm: 2 })], 15).advice,
    ).toEqual([])
  })

  test('two first shots that do not hook ask for the pad at once; later ones do not', () => {
    const late = (minute: number) => shot(minute, { read: 'late', entryBoard: 14 })
    expect(at([late(0), late(1)], 15).advice).toEqual(['noHook'])
    expect(at([late(0), shot(1)], 15).advice).toEqual([])
    expect(at([shot(0), shot(1), shot(2), late(3), late(4)], 15).advice).toEqual([])
  })

  test('less time never leaves more shots', () => {
    const minutes = fc.double({ min: 0, max: 60, noNaN: true })
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 90 }), { maxLength: 12 }), minutes, minutes, (times, a, b) => {
        const shots = [...new Set(times)].sort((x, y) => x - y).map((minute) => shot(minute))
        const [less, more] = [Math.min(a, b), Math.max(a, b)]
        expect(at(shots, less).shotsLeft).toBeLessThanOrEqual(at(shots, more).shotsLeft)
      }),
    )
  })
})
