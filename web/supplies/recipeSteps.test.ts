import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { applyRecipe, raOfGrit, spinnerStep } from '@sleetfall/core'
import { computed, ref } from 'vue'
import { scannedText } from '../surface/useSurfaceText.ts'
import { type KeyedStep, keyedStep, useRecipeSteps } from './useRecipeSteps.ts'

const build = (...grits: readonly number[]) => {
  const steps = ref<KeyedStep[]>(grits.map((grit) => keyedStep(spinnerStep('pad', grit))))
  const builder = useRecipeSteps(computed({ get: () => steps.value, set: (value) => (steps.value = value) }))
  return { steps, grits: () => steps.value.map((step) => step.grit), ...builder }
}

describe('a recipe that is being built', () => {
  test('moving steps never loses or doubles one, whatever is asked', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(500, 1000, 2000, 4000), { minLength: 1, maxLength: 6 }),
        fc.array(fc.tuple(fc.integer({ min: 0, max: 5 }), fc.constantFrom<-1 | 1>(-1, 1)), { maxLength: 20 }),
        (grits, moves) => {
          const builder = build(...grits)
          const keys = builder.steps.value.map((step) => step.key)
          for (const [index, by] of moves) if (index < grits.length) builder.move(index, by)
          expect([...builder.steps.value.map((step) => step.key)].sort()).toEqual([...keys].sort())
        },
      ),
    )
  })
  test('one step up and one down again is as before; past an end nothing moves', () => {
    const builder = build(500, 1000, 2000)
    builder.move(2, -1)
    expect(builder.grits()).toEqual([500, 2000, 1000])
    builder.move(1, 1)
    expect(builder.grits()).toEqual([500, 1000, 2000])
    builder.move(0, -1)
    builder.move(2, 1)
    expect(builder.grits()).toEqual([500, 1000, 2000])
  })
  test('a changed step keeps its key and its neighbours', () => {
    const builder = build(500, 1000)
    const keys = builder.steps.value.map((step) => step.key)
    builder.change(1, { grit: 4000, sides: 2 })
    expect(builder.grits()).toEqual([500, 4000])
    expect(builder.steps.value.map((step) => step.key)).toEqual(keys)
    builder.remove(0)
    expect(builder.steps.value.map((step) => step.key)).toEqual([keys[1]])
    builder.add()
    expect(builder.grits()).toEqual([4000, 2000])
  })
  test('what each step leaves follows from what the steps before it left', () => {
    const builder = build(500, 1000, 4000)
    builder.startGrit.value = 3000
    const start = { raTopUm: raOfGrit(3000), raBaseUm: raOfGrit(3000) }
    builder.after.value.forEach((after, index) => {
      const whole = applyRecipe(start, builder.steps.value.slice(0, index + 1))
      expect(after.raTopUm).toBeCloseTo(whole.raTopUm, 12)
      expect(after.raBaseUm).toBeCloseTo(whole.raBaseUm, 12)
    })
    expect(builder.doubts.value).toEqual([])
    builder.move(0, 1)
    expect(builder.doubts.value).toContainEqual({ position: 1, problem: 'coarse-over-fine' })
  })
  test.each([null, Number.NaN, 0, -5])('an emptied or wrong start (%p) counts as a worn ball', (typed) => {
    const [empty, usual] = [build(2000), build(2000)]
    empty.startGrit.value = typed
    expect(empty.after.value).toEqual(usual.after.value)
  })
  test('the shortest way to a wanted finish replaces the steps and ends there', () => {
    for (const wanted of [500, 1000, 2000, 3000]) {
      const builder = build(4000)
      builder.wantedGrit.value = wanted
      builder.suggest()
      expect(builder.unreachable.value).toBe(false)
      expect(builder.after.value.at(-1)!.raTopUm / raOfGrit(wanted)).toBeGreaterThan(1 / 1.15)
      expect(builder.after.value.at(-1)!.raTopUm / raOfGrit(wanted)).toBeLessThan(1.15)
    }
  })
  test('what the steps found come to is told, until they are others: of teeth the fewest steps often miss what was asked', () => {
    const builder = build(4000)
    expect(builder.comesTo.value).toBeNull()
    builder.wantedGrit.value = 3000
    builder.suggest()
    expect(builder.comesTo.value).toEqual({ raTopUm: builder.after.value.at(-1)!.raTopUm, raBaseUm: null })
    builder.keepTeeth.value = 500
    builder.suggest()
    const { raBaseUm } = builder.comesTo.value!
    expect(raBaseUm).toBe(builder.after.value.at(-1)!.raBaseUm)
    expect(Math.abs(Math.log(raBaseUm! / raOfGrit(500)))).toBeLessThan(Math.log(1.33))
    builder.change(0, { grit: 1000 })
    expect(builder.comesTo.value).toBeNull()
    builder.suggest()
    expect(builder.comesTo.value).not.toBeNull()
    builder.remove(0)
    expect(builder.comesTo.value).toBeNull()
  })
  test('where there is no way nothing that was built is touched, and it is said', () => {
    const builder = build(500, 2000)
    const before = builder.steps.value
    builder.startGrit.value = 500
    builder.wantedGrit.value = 4000
    // Peaks of 4000 over valleys rougher than the ball has: no abrasive of the shelf leaves that.
    builder.keepTeeth.value = 60
    builder.suggest()
    expect(builder.unreachable.value).toBe(true)
    expect(builder.steps.value).toBe(before)
    builder.wantedGrit.value = null
    builder.suggest()
    expect(builder.steps.value).toBe(before)
  })
  test('finer than a scanner reads is said so', () => {
    expect(scannedText(raOfGrit(8000))).toBe('> 5500')
    expect(scannedText(raOfGrit(2000))).toBe('2000')
  })
})
