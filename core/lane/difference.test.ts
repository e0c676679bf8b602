import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { type Load, dryFromFt, filmOf, patternDifference, patternFigures } from '../index.ts'

const load = (
  fromBoard: number,
  toBoard: number,
  loads: number,
  microlitresPerBoard: number,
  startFt: number,
  endFt: number,
) => ({ fromBoard, toBoard, loads, microlitresPerBoard, startFt, endFt }) satisfies Load
const pattern = (loads: readonly Load[]) => ({ film: filmOf(loads), figures: patternFigures(loads) })
const rows = fc
  .tuple(fc.integer({ min: 1, max: 19 }), fc.integer({ min: 20, max: 39 }), fc.integer({ min: 8, max: 50 }))
  .map(([from, to, end]) => [load(from, to, 3, 50, 0, end)])

describe('where a lane is dry', () => {
  test('from the end of the last load over the boards asked about', () => {
    const film = filmOf([load(2, 38, 2, 50, 0, 36), load(10, 30, 1, 50, 0, 40)])
    expect(dryFromFt(film)).toBe(40)
    expect(dryFromFt(film, 3, 7)).toBe(36)
    expect(dryFromFt(film, 1, 1)).toBe(0)
  })
  test('never, when oil lies to the pins', () => {
    expect(dryFromFt(new Float64Array(240 * 39).fill(1))).toBeNull()
  })
})

describe('the difference of two patterns', () => {
  test('a pattern does not differ from itself', () => {
    fc.assert(
      fc.property(rows, (loads) => {
        const one = pattern(loads)
        const { lengthFt, volumeMl, outside, middle, most } = patternDifference(one, one)
        expect([lengthFt, volumeMl, most.moreUm]).toEqual([0, 0, 0])
        expect(middle).toBeCloseTo(1, 12)
        expect(outside === null || Math.abs(outside - 1) < 1e-12).toBe(true)
      }),
      { numRuns: 30 },
    )
  })

  test('seen from the other side it is the opposite', () => {
    fc.assert(
      fc.property(rows, rows, (a, b) => {
        const there = patternDifference(pattern(a), pattern(b))
        const back = patternDifference(pattern(b), pattern(a))
        expect(there.lengthFt).toBeCloseTo(-back.lengthFt, 9)
        expect(there.volumeMl).toBeCloseTo(-back.volumeMl, 9)
        expect(Math.abs(there.most.moreUm)).toBeCloseTo(Math.abs(back.most.moreUm), 9)
        expect(there.middle! * back.middle!).toBeCloseTo(1, 9)
      }),
      { numRuns: 30 },
    )
  })

  test('twice the oil in the middle shows as a factor of two there and none outside', () => {
    const plain = [load(3, 37, 2, 50, 0, 40)]
    const { middle, outside, most } = patternDifference(pattern(plain), pattern([...plain, load(15, 25, 2, 50, 0, 40)]))
    expect(middle).toBeCloseTo(2, 6)
    expect(outside).toBeCloseTo(1, 6)
    expect(most.board).toBeGreaterThanOrEqual(15)
    expect(most.board).toBeLessThanOrEqual(25)
  })
})
