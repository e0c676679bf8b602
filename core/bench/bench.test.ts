import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  type Caution,
  type ProcedureStep,
  cautions,
  drawingSteps,
  jobKinds,
  procedureFor,
  promiseBefore,
  readyRecipes,
  recipeByKey,
  recipeKinds,
  waterState,
  waterSteps,
} from '@sleetfall/core'

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

describe('whatever is done, the caution stands at the step', () => {
  const any = fc.constantFrom(...jobKinds).chain((kind) =>
    fc.record({
      kind: fc.constant(kind),
      recipe: recipeKinds.includes(kind)
        ? fc.constantFrom(...readyRecipes.map((recipe) => recipe.steps))
        : fc.constant([]),
    }),
  )
  const each = (check: (step: ProcedureStep, steps: readonly ProcedureStep[], index: number) => void) =>
    fc.assert(
      fc.property(any, ({ kind, recipe }) => {
        const steps = procedureFor(kind, recipe)
        steps.forEach((step, index) => check(step, steps, index))
      }),
      { numRuns: 200 },
    )
  const says = (step: ProcedureStep, caution: Caution) => step.cautions.includes(caution)

  test('each is one of those that have words, once a step', () =>
    each((step) => {
      expect(new Set(step.cautions).size).toBe(step.cautions.length)
      for (const caution of step.cautions) expect(cautions).toContain(caution)
    }))
  test('hands near hot water are warned of it, and a cold ball of the shock', () =>
    each((step) => {
      if (waterSteps.includes(step.key)) expect(says(step, 'hot-water')).toBe(true)
      if (drawingSteps.includes(step.key)) expect(says(step, 'shock')).toBe(true)
    }))
  test('a turning spinner is spoken of wherever one turns', () =>
    each((step) => expect(says(step, 'spinner')).toBe(step.station === 'spinner')))
  test('dry sanding is never asked for, polish and compound go by their label', () =>
    each((step) => {
      const abrasive = step.recipeStep?.abrasive
      if (step.key === 'sand' || step.key === 'hand-sand') expect(says(step, 'wet-sanding')).toBe(true)
      if (step.recipeStep?.method !== 'hand' && (abrasive === 'polish' || abrasive === 'compound'))
        expect(says(step, 'product-label')).toBe(true)
    }))
  test('holes are closed before water comes near them, and looked at after it', () =>
    each((step, steps, index) => {
      if (!drawingSteps.includes(step.key)) return
      const before = steps.slice(0, index).map((one) => one.key)
      expect(before.includes('tape-holes') || before.includes('carrier')).toBe(true)
      expect(steps.slice(index).map((one) => one.key)).toContain('wet-check')
    }))
  test('each job ends where the ball is put back, and no step lasts no time', () =>
    each((step, steps) => {
      expect(step.minutes).toBeGreaterThan(0)
      expect(steps.at(-1)!.key).toBe('log')
    }))
  test('water never becomes safer by being hotter', () => {
    const order = ['too-cool', 'cool', 'right', 'warm', 'stop']
    const celsius = fc.double({ min: 0, max: 110, noNaN: true })
    fc.assert(
      fc.property(celsius, celsius, (a, b) => {
        if (a <= b) expect(order.indexOf(waterState(a))).toBeLessThanOrEqual(order.indexOf(waterState(b)))
      }),
    )
    expect([45.9, 46, 49, 54, 54.1, 60, 60.1].map(waterState)).toEqual([
      ...['too-cool', 'cool', 'right', 'right', 'warm', 'warm', 'stop'],
    ])
  })
})
