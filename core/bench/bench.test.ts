import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { procedureFor, promiseBefore, readyRecipes, recipeByKey } from '@sleetfall/core'

const day = 86_400_000

describe('promise', () => {
  test('two games to settle at three a week take five days, and one is margin', () => {
    const promise = promiseBefore({ eventMs: 30 * day, nowMs: 10 * day, settlingGames: 2, gamesPerWeek: 3 })
    expect(promise).toEqual({ dueMs: 24 * day, settlingDays: 5, keepsSettling: true })
  })

  test('never in the past, and it says when settling is not kept', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 0, max: 10 }),
        fc.integer({ min: 0, max: 12 }),
        (days, settlingGames, gamesPerWeek) => {
          const nowMs = 100 * day
          const promise = promiseBefore({ eventMs: nowMs + days * day, nowMs, settlingGames, gamesPerWeek })
          expect(promise.dueMs).toBeGreaterThanOrEqual(nowMs)
          expect(promise.keepsSettling).toBe(days >= promise.settlingDays + 1)
        },
      ),
    )
  })
})

describe('procedures', () => {
  test('a resurface sands every step of its recipe in order, rinses between grits, cleans and reads', () => {
    for (const recipe of readyRecipes) {
      const steps = procedureFor('resurface', recipe.steps)
      expect(steps.flatMap((step) => step.recipeStep ?? [])).toEqual(recipe.steps)
      expect(steps.filter((step) => step.key === 'rinse')).toHaveLength(recipe.steps.length - 1)
      expect(steps.at(-1)!.key).toBe('log')
    }
  })

  test('cautions stand at the step where they matter', () => {
    const sanding = procedureFor('resurface', recipeByKey('to-500')!.steps).find((step) => step.key === 'sand')!
    expect(sanding.cautions).toEqual(['spinner', 'wet-sanding'])
    const soaks = procedureFor('extract', []).filter((step) => step.station === 'bath')
    expect(soaks.length).toBeGreaterThan(3)
    for (const step of soaks) expect(step.cautions).toContain('hot-water')
    expect(procedureFor('extract', []).findIndex((s) => s.key === 'tape-holes')).toBeLessThan(
      procedureFor('extract', []).findIndex((s) => s.key === 'soak'),
    )
  })
})
