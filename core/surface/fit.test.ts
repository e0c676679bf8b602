import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  type CoverFamily,
  fitOfKept,
  fitWear,
  gritOfBand,
  gritOfRa,
  keepFit,
  leavesWindowAt,
  sharedPrior,
  sharedPriors,
  startingPrior,
  wearParameters,
  wornRaUm,
} from '@sleetfall/core'
import cases from '../fixtures/wear.json' with { type: 'json' }

describe('wear fitted to readings agrees with an independent program', () => {
  test.each(cases.cases.map((one, index) => [index, one] as const))('case %i', (_, one) => {
    const fitted = fitWear(one.cover as CoverFamily, one.startRaUm, one.readings)
    expect(fitted.effective).toBeGreaterThan(2000)
    for (const [name, value] of Object.entries(one.expected.fit))
      expect(Math.abs(fitted.fit[name as 'f'] / value - 1)).toBeLessThan(0.03)
    for (const [games, low, median, high] of one.expected.curve) {
      const band = fitted.at(games!)
      expect(Math.abs(band.raUm / median! - 1)).toBeLessThan(0.01)
      expect(Math.abs(band.low / low! - 1)).toBeLessThan(0.02)
      expect(Math.abs(band.high / high! - 1)).toBeLessThan(0.02)
    }
  })
})

describe('a fit', () => {
  test('starts at the start without a band, and gives the same figures again', () => {
    const readings = [{ games: 5, grit: 2400 }]
    const [one, again] = [fitWear('solid', 0.75, readings), fitWear('solid', 0.75, readings)]
    expect(one.fit).toEqual(again.fit)
    const start = one.at(0)
    for (const value of [start.low, start.raUm, start.high]) expect(value).toBeCloseTo(0.75, 12)
    expect(gritOfBand(start)).toBeCloseTo(1000, 6)
  })

  test('narrows and moves to what many readings of one ball show', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 0.8, noNaN: true }),
        fc.double({ min: 6, max: 25, noNaN: true }),
        (f, tau2) => {
          const truth = { ...wearParameters('solid'), f, tau2 }
          const readings = [1, 2, 4, 6, 9, 12, 18, 24, 36].map((games) => ({
            games,
            grit: gritOfRa(wornRaUm(truth, 1.1, games)),
          }))
          const [fitted, prior] = [fitWear('solid', 1.1, readings), fitWear('solid', 1.1, [])]
          for (const games of [3, 15, 30]) {
            const [band, before] = [fitted.at(games), prior.at(games)]
            const real = wornRaUm(truth, 1.1, games)
            expect(band.low).toBeLessThan(real)
            expect(band.high).toBeGreaterThan(real)
            expect(band.high - band.low).toBeLessThan(before.high - before.low)
            expect(Math.abs(band.raUm / real - 1)).toBeLessThan(0.06)
          }
        },
      ),
      { numRuns: 2 },
    )
  })

  test('a reading past the device’s range is a bound: it pulls a rough guess down, but not to itself', () => {
    const at30 = (grit: number | null) => fitWear('solid', 0.52, grit === null ? [] : [{ games: 30, grit }]).at(30)
    const [none, bound, deeper] = [at30(null), at30(6000), at30(9000)]
    expect(bound.raUm).toBeLessThan(none.raUm)
    expect(deeper).toEqual(bound)
  })

  test('leaves its window where the median does; never, and at once', () => {
    const fitted = fitWear('solid', 1.1, [{ games: 3, grit: 1200 }])
    const leaves = leavesWindowAt(fitted, { minRaUm: 0.5, maxRaUm: 1.3 })!
    expect(fitted.at(leaves - 0.1).raUm).toBeGreaterThan(0.5)
    expect(fitted.at(leaves + 0.1).raUm).toBeLessThan(0.5)
    expect(leavesWindowAt(fitted, { minRaUm: 0.01, maxRaUm: 2 })).toBeNull()
    expect(leavesWindowAt(fitted, { minRaUm: 0.3, maxRaUm: 0.9 })).toBe(0)
  })
})

describe('a fit that is kept', () => {
  test('answers like the one it was made from, in a few numbers', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<CoverFamily>('solid', 'urethane', 'pearl'),
        fc.double({ min: 0.2, max: 1.3, noNaN: true }),
        fc.array(fc.record({ games: fc.integer({ min: 1, max: 60 }), grit: fc.integer({ min: 400, max: 6000 }) }), {
          maxLength: 3,
        }),
        (cover, start, readings) => {
          const fitted = fitWear(cover, start, readings)
          const kept = JSON.parse(JSON.stringify(keepFit(fitted))) as ReturnType<typeof keepFit>
          expect(JSON.stringify(kept).length).toBeLessThan(4000)
          const again = fitOfKept(kept)
          expect(again.fit).toEqual(fitted.fit)
          for (const games of [0, 0.05, 0.7, 1.3, 4, 11.2, 37, 180, 1999]) {
            const [one, other] = [fitted.at(games), again.at(games)]
            for (const key of ['raUm', 'low', 'high'] as const)
              expect(Math.abs(other[key] / one[key] - 1)).toBeLessThan(0.01)
          }
        },
      ),
      { numRuns: 4 },
    )
  })
})

describe('experience of the shop', () => {
  const truth = { ...wearParameters('solid'), tau2: 20, f: 0.4 }
  const readingsOf = (start: number) =>
    [1, 3, 6, 10, 16, 24].map((games) => ({ games, grit: gritOfRa(wornRaUm(truth, start, games)) }))
  const shown = [0.75, 1.1, 0.62, 0.9].map((start) => fitWear('solid', start, readingsOf(start)).posterior)

  test('without other balls it is the starting prior; with them it moves their way and stays wider than any one fit', () => {
    expect(sharedPrior('solid', [])).toEqual(startingPrior('solid'))
    const [one, four] = [sharedPrior('solid', shown.slice(0, 1)), sharedPrior('solid', shown)]
    const start = startingPrior('solid')
    // τ2 is the third parameter.
    const moved = (prior: typeof one) => prior.mean[2]! - start.mean[2]!
    expect(moved(one)).toBeGreaterThan(0)
    expect(moved(four)).toBeGreaterThan(moved(one))
    for (let i = 0; i < 4; i += 1) {
      expect(four.covariance[i]![i]!).toBeLessThan(start.covariance[i]![i]!)
      // Balls differ among themselves: half of the starting variance stays.
      expect(four.covariance[i]![i]!).toBeGreaterThan(start.covariance[i]![i]! / 2)
    }
  })

  test('however many balls agree, the prior stays one: narrower than the start, wider than the spread between balls', () => {
    const start = startingPrior('solid')
    for (const readings of [
      [
        { games: 6, grit: 1950 },
        { games: 10, grit: 2600 },
      ],
      [{ games: 3, grit: 4200 }],
      [{ games: 60, grit: 1100 }],
      [{ games: 20, grit: 9000 }],
    ]) {
      const alike = fitWear('solid', 0.75, readings).posterior
      for (const count of [1, 5, 46, 400]) {
        const prior = sharedPrior(
          'solid',
          Array.from({ length: count }, () => alike),
        )
        for (let i = 0; i < 4; i += 1) {
          const variance = prior.covariance[i]![i]!
          expect(variance).toBeLessThan(start.covariance[i]![i]! * (1 + 1e-9))
          expect(variance).toBeGreaterThan(start.covariance[i]![i]! * 0.5 * (1 - 1e-9))
          // Never further from the start than the balls themselves have gone.
          expect(Math.abs(prior.mean[i]! - start.mean[i]!)).toBeLessThan(4 * Math.sqrt(start.covariance[i]![i]!))
        }
        const { fit, effective } = fitWear('solid', 0.75, readings, undefined, prior)
        expect(effective).toBeGreaterThan(500)
        for (const value of Object.values(fit)) expect(Number.isFinite(value) && value > 0).toBe(true)
        expect(fit.f).toBeLessThan(1)
      }
    }
  })

  test('leaving one out of many is the same as never having had it', () => {
    const posteriors = [2000, 2600, 3400, 1500].map(
      (grit) =>
        fitWear('pearl', 0.75, [
          { games: 6, grit },
          { games: 12, grit: grit * 1.2 },
        ]).posterior,
    )
    const of = sharedPriors('pearl', posteriors)
    posteriors.forEach((_, place) => {
      const without = sharedPrior(
        'pearl',
        posteriors.filter((__, other) => other !== place),
      )
      of(place).mean.forEach((value, i) => expect(value).toBeCloseTo(without.mean[i]!, 9))
      of(place)
        .covariance.flat()
        .forEach((value, i) => expect(value).toBeCloseTo(without.covariance.flat()[i]!, 9))
    })
    expect(sharedPriors('pearl', posteriors.slice(0, 1))(0)).toEqual(startingPrior('pearl'))
  })

  test('a new ball starts nearer to how it will really wear', () => {
    const prior = sharedPrior('solid', shown)
    const off = (fitted: ReturnType<typeof fitWear>) =>
      Math.abs(Math.log(fitted.at(12).raUm / wornRaUm(truth, 0.8, 12)))
    const alone = fitWear('solid', 0.8, [])
    const withThem = fitWear('solid', 0.8, [], undefined, prior)
    expect(off(withThem)).toBeLessThan(off(alone))
  })
})
