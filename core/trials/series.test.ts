import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { seriesOf } from './series.ts'
import type { Shot } from './shot.ts'

const shot = (change: Partial<Shot> = {}): Shot => ({
  ...{ arm: 1, sequence: 1, feetBoard: 25, targetBoard: 12, read: null, entryBoard: 17, leave: null },
  ...{ setAsideReason: null, speedMph: null, ...change },
})
const numbers = (shots: readonly Shot[]) => seriesOf(shots).map(({ series }) => series)

describe('shots that belong together', () => {
  test('a move of the feet or of the eyes begins a series, and going back begins another', () => {
    const told = seriesOf([shot(), shot(), shot({ feetBoard: 27 }), shot({ feetBoard: 27, targetBoard: 13 }), shot()])
    expect(told.map(({ series }) => series)).toEqual([1, 1, 2, 3, 4])
    expect(told.map(({ because }) => because)).toEqual([null, null, 'line', 'line', 'line'])
  })

  test('another speed begins one too, but not what a speed varies by anyway', () => {
    const speeds = [17, 17.8, 16.9, 15.2, 15.4, 17.1]
    const told = seriesOf(speeds.map((speedMph) => shot({ speedMph })))
    expect(told.map(({ because }) => because)).toEqual([null, null, null, 'speed', null, 'speed'])
  })

  test('each arm and each bowler has series of its own; what is set aside or warms up begins none; what nobody noted stays as it was', () => {
    expect(numbers([shot(), shot({ arm: 2, feetBoard: 30 }), shot(), shot({ arm: 2, feetBoard: 30 })])).toEqual([
      1, 1, 1, 1,
    ])
    expect(numbers([shot(), shot({ bowlerId: 'b', feetBoard: 20 }), shot()])).toEqual([1, 1, 1])
    expect(numbers([shot(), shot({ feetBoard: 28, setAsideReason: 'pulled it' }), shot()])).toEqual([1, 1, 1])
    expect(
      numbers([shot({ warmUp: true, feetBoard: 30 }), shot(), shot({ feetBoard: null, targetBoard: null }), shot()]),
    ).toEqual([1, 1, 1, 1])
  })

  test('numbers go up by one at most, and exactly where a reason is given', () => {
    const any = fc.record({
      arm: fc.integer({ min: 1, max: 3 }),
      feetBoard: fc.option(fc.integer({ min: 18, max: 22 })),
      targetBoard: fc.option(fc.integer({ min: 10, max: 12 })),
      speedMph: fc.option(fc.double({ min: 12, max: 20, noNaN: true })),
      setAsideReason: fc.option(fc.constant('slipped')),
    })
    fc.assert(
      fc.property(fc.array(any, { maxLength: 40 }), (given) => {
        const last = new Map<number, number>()
        for (const [i, { series, because }] of seriesOf(given.map((one) => shot(one))).entries()) {
          const { arm } = given[i]!
          expect(series - (last.get(arm) ?? 1)).toBe(because === null ? 0 : 1)
          last.set(arm, series)
        }
      }),
    )
  })
})
