import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { chanceOfRun, longestRun, shareOf } from '@sleetfall/core'

describe('a share', () => {
  test('has the interval that the tables of Jeffreys have (Brown, Cai & DasGupta 2001, table 5: n = 10)', () => {
    const round = (share: ReturnType<typeof shareOf>) => [share!.low, share!.high].map((x) => Number(x.toFixed(3)))
    expect(round(shareOf(1, 10))).toEqual([0.011, 0.381])
    expect(round(shareOf(5, 10))).toEqual([0.224, 0.776])
    expect(shareOf(0, 10)).toMatchObject({ low: 0 })
    expect(shareOf(10, 10)).toMatchObject({ high: 1 })
    expect(shareOf(0, 0)).toBeNull()
  })
})

describe('a run', () => {
  test('of heads: what counting every row of coins gives', () => {
    const rows = (n: number) =>
      Array.from({ length: 2 ** n }, (_, bits) => Array.from({ length: n }, (_unused, i) => ((bits >> i) & 1) === 1))
    for (const n of [1, 4, 7, 10])
      for (let run = 1; run <= n + 1; run += 1) {
        const all = rows(n)
        const counted = all.filter((row) => longestRun(row) >= run).length / all.length
        expect(chanceOfRun(n, 0.5, run)).toBeCloseTo(counted, 12)
      }
  })
  test('is likelier in more shots and with better ones, and always between never and always', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        fc.integer({ min: 1, max: 12 }),
        (shots, p, run) => {
          const chance = chanceOfRun(shots, p, run)
          expect(chance).toBeGreaterThanOrEqual(-1e-12)
          expect(chance).toBeLessThanOrEqual(1)
          expect(chanceOfRun(shots + 1, p, run)).toBeGreaterThanOrEqual(chance - 1e-12)
          expect(chanceOfRun(shots, Math.min(1, p + 0.01), run)).toBeGreaterThanOrEqual(chance - 1e-12)
        },
      ),
    )
  })
})
