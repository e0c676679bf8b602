import { describe, expect, test } from '@jest/globals'
import { type ScoredForecast, scoreForecasts } from '@sleetfall/core'
import { randomLcg } from 'd3-random'
import fc from 'fast-check'
import { mixed } from '../test/seeds.ts'

const forecast = (p: number, strikes: number, of: number): ScoredForecast => ({
  ...{ p, low: Math.max(0, p - 0.1), high: Math.min(1, p + 0.1), strikes, of },
})

describe('forecasts held against shots', () => {
  test('who says what happens is not off, and better than saying the mean; who says too much is told so', () => {
    const good = scoreForecasts([forecast(0.25, 10, 40), forecast(0.55, 22, 40)])!
    expect(good).toMatchObject({ forecasts: 2, shots: 80, agree: 1 })
    expect(good.bias).toBeCloseTo(0, 9)
    expect(good.biasSd).toBeCloseTo((100 * Math.sqrt(40 * 0.25 * 0.75 + 40 * 0.55 * 0.45)) / 80, 9)
    expect(good.brier).toBeLessThan(good.brierOfMean)
    const high = scoreForecasts([forecast(0.75, 10, 40), forecast(0.85, 12, 40)])!
    expect(high.bias).toBeCloseTo(80 - (100 * 22) / 80, 9)
    expect(high.agree).toBe(0)
    expect(high.brier).toBeGreaterThan(high.brierOfMean)
  })
  test('nothing thrown says nothing', () => {
    expect(scoreForecasts([])).toBeNull()
    expect(scoreForecasts([forecast(0.5, 0, 0)])).toBeNull()
  })
  test('every shot lies in one bin, and what each says lies between what its forecasts said', () => {
    const one = fc
      .record({ p: fc.double({ min: 0, max: 1, noNaN: true }), of: fc.integer({ min: 0, max: 30 }) })
      .chain(({ p, of }) => fc.integer({ min: 0, max: of }).map((strikes) => forecast(p, strikes, of)))
    fc.assert(
      fc.property(fc.array(one, { minLength: 1, maxLength: 30 }), (all) => {
        const score = scoreForecasts(all)
        if (!score) return
        expect(score.bins.reduce((sum, bin) => sum + bin.seen.of, 0)).toBe(score.shots)
        expect(score.bins.reduce((sum, bin) => sum + bin.seen.hits, 0)).toBe(
          all.reduce((sum, { strikes }) => sum + strikes, 0),
        )
        const said = score.bins.map((bin) => bin.said)
        expect(said).toEqual(said.toSorted((a, b) => a - b))
        expect(score.brier).toBeGreaterThanOrEqual(0)
        expect(score.brier).toBeLessThanOrEqual(1)
      }),
      { seed: 20_311, numRuns: 200 },
    )
  })
  test('in a world that is as it was said, the bins hold what was said about as often as their intervals promise', () => {
    const random = randomLcg(mixed(7))
    let [inside, bins, farOff] = [0, 0, 0]
    for (let world = 0; world < 60; world += 1) {
      const all = Array.from({ length: 20 }, () => {
        const p = 0.15 + 0.6 * random()
        const strikes = Array.from({ length: 20 }, () => random() < p).filter(Boolean).length
        return forecast(p, strikes, 20)
      })
      const score = scoreForecasts(all)!
      if (Math.abs(score.bias) > 2 * score.biasSd) farOff += 1
      for (const { said, seen } of score.bins) {
        bins += 1
        if (said >= seen.low && said <= seen.high) inside += 1
      }
    }
    expect(inside / bins).toBeGreaterThan(0.9)
    expect(farOff / 60).toBeLessThan(0.15)
  })
})
