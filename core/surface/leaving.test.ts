import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  type CoverFamily,
  assumedRange,
  coverFamilies,
  firstGame,
  fitWear,
  fittedRange,
  gamesUntilOutside,
  gritOfRa,
  raOfGrit,
  wearParameters,
  windowAbout,
  wornRaUm,
} from '@sleetfall/core'

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true })

describe('when a surface leaves its window, and how surely', () => {
  test('the games themselves lie within the range, whatever the target and the cover', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<CoverFamily>(...coverFamilies),
        fc.constantFrom(500, 1000, 2000, 3000, 4000),
        between(-0.2, 0.2),
        between(0, 30),
        (cover, target, off, games) => {
          const window = windowAbout(target)
          const wear = wearParameters(cover)
          const raUm = raOfGrit(target) * (1 + off)
          const middle = gamesUntilOutside(wear, raUm, games, window)
          const [from, to] = assumedRange(wear, raUm, games, window)
          expect(from).toBeGreaterThanOrEqual(0)
          if (middle === null) expect(to).toBeNull()
          else {
            expect(from).toBeLessThanOrEqual(middle + 0.02)
            if (to !== null) expect(to).toBeGreaterThanOrEqual(middle - 0.02)
          }
        },
      ),
    )
  })

  test('nine true surfaces in ten leave within it: drawn starts and paces, as they are believed to vary', () => {
    const wear = wearParameters('solid')
    const window = windowAbout(1000)
    const [from, to] = assumedRange(wear, raOfGrit(1000), 0, window)
    // Normal deviates by their quantiles, so that nothing is drawn at random.
    const z = [-1.96, -1.28, -0.84, -0.52, -0.25, 0, 0.25, 0.52, 0.84, 1.28, 1.96]
    const all = z.flatMap((start) =>
      z.map((pace) => {
        const slower = Math.exp(pace * Math.sqrt(Math.log(1.25)))
        const own = { ...wear, tau1: wear.tau1 * slower, tau2: wear.tau2 * slower }
        return gamesUntilOutside(own, raOfGrit(1000) * Math.exp(0.1 * start), 0, window) ?? Infinity
      }),
    )
    const inside = all.filter((games) => games >= from && games <= (to ?? Infinity)).length / all.length
    expect(inside).toBeGreaterThan(0.85)
  })

  test('readings narrow it', () => {
    const wear = { ...wearParameters('solid'), tau1: 1.5 }
    const window = windowAbout(1000)
    const readings = [0.5, 1, 1.5, 2, 3, 4].map((games) => ({
      games,
      grit: gritOfRa(wornRaUm(wear, raOfGrit(1000), games)),
    }))
    const width = ([from, to]: readonly [number, number | null]) => (to ?? Infinity) - from
    const few = fittedRange(fitWear('solid', raOfGrit(1000), readings.slice(0, 1)), 0, window)
    const many = fittedRange(fitWear('solid', raOfGrit(1000), readings), 0, window)
    expect(width(many)).toBeLessThan(width(few))
    const truth = gamesUntilOutside(wear, raOfGrit(1000), 0, window)!
    expect(many[0]).toBeLessThan(truth * 1.1)
    expect(many[1]!).toBeGreaterThan(truth * 0.9)
  })

  test('the first game of something is found to a hundredth, is 0 where it is so already, and null where it never is', () => {
    fc.assert(
      fc.property(between(0.02, 1999), (at) => {
        expect(firstGame((games) => games >= at)!).toBeCloseTo(at, 1)
      }),
    )
    expect(firstGame(() => true)).toBe(0)
    expect(firstGame(() => false)).toBeNull()
  })
})
