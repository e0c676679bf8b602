import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  type CostQuestion,
  type School,
  policyDefaults,
  raOfGrit,
  recipeByKey,
  schoolCosts,
  schools,
  wearParameters,
  windowAbout,
} from '@sleetfall/core'

const question = (change: Partial<CostQuestion> = {}): CostQuestion => ({
  wear: wearParameters('solid'),
  now: { raTopUm: raOfGrit(2000), raBaseUm: raOfGrit(1800) },
  gamesOnSurface: 0,
  startRaUm: raOfGrit(2000),
  recipe: recipeByKey('to-2000')!.steps,
  window: windowAbout(2000),
  gamesPerWeek: 3,
  events: 4,
  ...change,
})
const yearOf = (school: School, change: Partial<CostQuestion> = {}, policy: object = {}) =>
  schoolCosts(question(change), { ...policyDefaults, ...policy }).find((cost) => cost.school === school)!

const anyQuestion = fc.record({
  gamesPerWeek: fc.integer({ min: 1, max: 20 }),
  events: fc.integer({ min: 0, max: 12 }),
  gamesOnSurface: fc.integer({ min: 0, max: 40 }),
  target: fc.constantFrom(500, 1000, 2000, 4000),
})

describe('a year under each school', () => {
  test('every school is reckoned, each for the same games', () => {
    const all = schoolCosts(question(), policyDefaults)
    expect(all.map((cost) => cost.school)).toEqual([...schools])
    for (const cost of all) expect(cost.nextGamesUm).toHaveLength(40)
  })

  test('work, time, cover and days away belong together, whatever is played', () => {
    fc.assert(
      fc.property(anyQuestion, ({ target, ...play }) => {
        const recipe = recipeByKey(target === 4000 ? 'to-4000' : `to-${target}`)!.steps
        for (const cost of schoolCosts(
          question({ ...play, window: windowAbout(target), recipe, startRaUm: raOfGrit(target) }),
          policyDefaults,
        )) {
          expect(cost.inWindow).toBeGreaterThanOrEqual(0)
          expect(cost.inWindow).toBeLessThanOrEqual(1)
          expect(cost.daysAway).toBe(2 * cost.resurfaces)
          const worked = cost.resurfaces + cost.touchUps > 0
          expect(cost.minutes > 0).toBe(worked)
          expect(cost.coverMm > 0).toBe(worked)
          expect(cost.gamesPerResurface === null).toBe(!worked)
        }
      }),
      { seed: 20_311, numRuns: 40 },
    )
  })

  test('lane shine costs nothing, and the ball ends where it wears to', () => {
    const cost = yearOf('lane-shine')
    expect(cost).toMatchObject({ resurfaces: 0, touchUps: 0, minutes: 0, coverMm: 0, daysAway: 0 })
    const { raInf } = wearParameters('solid')
    expect(Math.abs(cost.nextGamesUm.at(-1)! / raInf - 1)).toBeLessThan(0.2)
  })

  test('fixed games: as many resurfaces as the count goes into the year', () => {
    for (const fixedGames of [20, 30, 50]) {
      const cost = yearOf('fixed-games', {}, { fixedGames })
      expect(Math.abs(cost.resurfaces - Math.floor(156 / fixedGames))).toBeLessThanOrEqual(1)
    }
    // A ball that has half of them behind it comes in sooner.
    const late = yearOf('fixed-games', { gamesOnSurface: 45 })
    expect(late.resurfaces).toBeGreaterThanOrEqual(yearOf('fixed-games').resurfaces)
  })

  test('a touch-up after each series keeps the surface near its target by small work and no days away', () => {
    const cost = yearOf('every-series')
    expect(cost.touchUps).toBeGreaterThanOrEqual(50)
    expect(cost).toMatchObject({ resurfaces: 0, daysAway: 0 })
    expect(cost.inWindow).toBeGreaterThan(yearOf('lane-shine').inWindow)
  })

  test('by measurement nearly every game is played inside the window, and it takes more cover than leaving it', () => {
    const cost = yearOf('by-measurement')
    expect(cost.inWindow).toBeGreaterThan(0.95)
    expect(cost.coverMm).toBeGreaterThan(yearOf('fixed-games').coverMm)
  })

  test('before events: one resurface for each, none without any', () => {
    expect(yearOf('before-events', { events: 0 }).resurfaces).toBe(0)
    for (const events of [2, 4, 8])
      expect(Math.abs(yearOf('before-events', { events }).resurfaces - events)).toBeLessThanOrEqual(1)
  })

  test('who has not said how much they play is taken to play a series a week', () => {
    expect(schoolCosts(question({ gamesPerWeek: null }), policyDefaults)).toEqual(
      schoolCosts(question(), policyDefaults),
    )
    expect(schoolCosts(question({ gamesPerWeek: 0 }), policyDefaults)).toEqual(schoolCosts(question(), policyDefaults))
  })

  test('a ball that wears more slowly needs less work by measurement', () => {
    const usual = wearParameters('solid')
    const slow = { ...usual, tau1: 3 * usual.tau1, tau2: 3 * usual.tau2 }
    expect(yearOf('by-measurement', { wear: slow }).resurfaces).toBeLessThan(yearOf('by-measurement').resurfaces)
  })
})
