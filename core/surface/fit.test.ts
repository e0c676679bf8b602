import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import {
  type CoverFamily,
  fitBall,
  fitOfKept,
  fitWear,
  gritOfBand,
  gritOfRa,
  keepFit,
  leavesWindowAt,
  raOfGrit,
  sharedPrior,
  sharedPriors,
  shopBeliefs,
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
              // Where the band bends most a grid of few places is a percent off.
              expect(Math.abs(other[key] / one[key] - 1)).toBeLessThan(0.015)
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
      for (const count of [1, 46, 400]) {
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

describe('fitted as balls are in a shop: a start that is not known for sure, and readings of which one in twenty is a slip', () => {
  /** A ball as it may be: its own wear, its own start about the recipe's, readings with noise and slips. */
  const generator = xoroshiro128plus(77)
  const uniform = () => ((generator.next() >>> 0) + 0.5) / 4_294_967_296
  const gauss = () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform())
  const meant = raOfGrit(1000)
  function aBall(gamesRead: readonly number[]) {
    const usual = wearParameters('solid')
    const own = {
      f: Math.min(0.95, usual.f * Math.exp(0.47 * gauss() * 0.5)),
      tau1: usual.tau1 * Math.exp(0.47 * gauss()),
      tau2: usual.tau2 * Math.exp(0.47 * gauss()),
      raInf: usual.raInf * Math.exp(0.2 * gauss()),
    }
    const startRaUm = meant * Math.exp(0.12 * gauss())
    const truth = (games: number) => wornRaUm(own, startRaUm, games)
    const readings = gamesRead.map((games) => {
      const slip = uniform() < 0.05 ? 4 : 1
      return { games, grit: Math.min(5400, gritOfRa(truth(games) * Math.exp(slip * 0.1 * gauss()))) }
    })
    return { truth, readings }
  }
  const balls = Array.from({ length: 26 }, () => aBall([1, 4, 9]))

  test('the 90 % band holds what is true at one game for nearly nine in ten, where a start taken as known holds fewer', () => {
    const holds = (fit: typeof fitBall) =>
      balls.filter(({ truth, readings }) => {
        const band = fit('solid', meant, readings.slice(1)).at(1)
        return truth(1) >= band.low && truth(1) <= band.high
      }).length / balls.length
    const [shop, sure] = [holds(fitBall), holds(fitWear)]
    expect(shop).toBeGreaterThanOrEqual(0.8)
    expect(sure).toBeLessThan(shop)
  })

  test('what the fit says right after a reading is nearer to the truth than the reading itself', () => {
    const rms = (errors: readonly number[]) =>
      Math.sqrt(errors.reduce((sum, one) => sum + one * one, 0) / errors.length)
    const errors = balls.map(({ truth, readings }) => {
      const [last] = readings.slice(-1)
      const fitted = fitBall('solid', meant, readings).at(last!.games).raUm
      const real = Math.log(truth(last!.games))
      return [Math.log(fitted) - real, Math.log(raOfGrit(last!.grit)) - real] as const
    })
    expect(rms(errors.map(([fit]) => fit))).toBeLessThan(0.85 * rms(errors.map(([, raw]) => raw)))
  })

  test('one reading that was typed for another grit moves lane shine far less than it would with normal noise', () => {
    const readings = [
      { games: 3, grit: 2100 },
      { games: 6, grit: 2700 },
      { games: 10, grit: 3200 },
      { games: 14, grit: 3500 },
    ]
    const slipped = [...readings, { games: 18, grit: 360 }]
    const moved = (fit: typeof fitBall) =>
      Math.abs(Math.log(fit('solid', meant, slipped).at(18).raUm / fit('solid', meant, readings).at(18).raUm))
    expect(moved(fitBall)).toBeLessThan(0.5 * moved(fitWear))
    expect(moved(fitBall)).toBeLessThan(0.25)
  })

  test('before any reading the band at the start is the recipe’s own, and other balls learn of the wear alone', () => {
    const fitted = fitBall('solid', meant, [])
    const { low, high } = fitted.at(0)
    expect(Math.log(high / low)).toBeCloseTo(2 * 1.645 * shopBeliefs.startSd!, 1)
    expect([fitted.posterior.mean.length, fitted.posterior.covariance.length]).toEqual([4, 4])
    expect(fitOfKept(keepFit(fitted)).at(0).low / low).toBeCloseTo(1, 3)
  })
})
