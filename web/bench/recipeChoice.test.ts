import { describe, expect, test } from '@jest/globals'
import type { Ball } from '@sleetfall/contract'
import {
  type JobKind,
  type RecipeStep,
  applyRecipe,
  gritOfRa,
  handRefresh,
  raOfGrit,
  recipeByKey,
} from '@sleetfall/core'
import { ref } from 'vue'
import { useBalls } from '../balls/store.ts'
import { useShopRecipes } from '../supplies/store.ts'
import { inApp, serveWith } from '../test/inApp.ts'
import { useRecipeChoice } from './useRecipeChoice.ts'

const finish = { raTopUm: raOfGrit(4000), raBaseUm: raOfGrit(3500) }
const aBall = (change: object = {}) =>
  ({
    ...{ id: 'ball', customerId: 'owner', version: 1, name: 'Ruddock', customerName: 'Odda', retiredOn: null },
    ...{ factoryGrit: 2000, targetGrit: null, lastRecipe: null },
    surface: { finish, window: null },
    ...change,
  }) as unknown as Ball

/** A choice for a ball, with another ball of its owner and a recipe of the shop's own. */
async function choiceFor(ball: Ball, first: string | null = null, planned: readonly RecipeStep[] | null = null) {
  const other = aBall({
    id: 'other',
    surface: { finish: { raTopUm: raOfGrit(1000), raBaseUm: raOfGrit(900) } },
  })
  const server = serveWith(() => ({ status: 200, body: [ball, other] }))
  const kind = ref<JobKind>('resurface')
  const own = { id: 'house', version: 1, name: 'House teeth', steps: recipeByKey('to-500')!.steps, note: '' }
  try {
    return await inApp(() => {
      const balls = useBalls()
      balls.adopt([ball, other])
      useShopRecipes().take(own as never)
      return { kind, ...useRecipeChoice(ball, () => kind.value, first, planned) }
    })
  } finally {
    server.restore()
  }
}
const grits = (steps: readonly RecipeStep[] | null) => steps?.map((step) => step.grit ?? step.abrasive)

describe('which recipe a job begins with', () => {
  test('what brings the ball to its own target, never the usual one of others', async () => {
    const kept500 = await choiceFor(aBall({ targetGrit: 500 }))
    expect(grits(kept500.steps.value)).toEqual([500])
    const window = { targetGrit: 1000, minRaUm: 0.6, maxRaUm: 0.9 }
    const kept1000 = await choiceFor(aBall({ surface: { finish, window } }))
    expect(grits(kept1000.steps.value)).toEqual([500, 1000])
  })

  test('the recipe that it had, where that leads to its target; a named one wins over both', async () => {
    const had = { recipeKey: '500-then-2000', steps: recipeByKey('500-then-2000')!.steps }
    const again = await choiceFor(aBall({ targetGrit: 2000, lastRecipe: had }))
    expect([again.chosen.value, grits(again.steps.value)]).toEqual(['500-then-2000', [500, 2000]])
    const named = await choiceFor(aBall({ targetGrit: 2000, lastRecipe: had }), 'to-3000')
    expect(named.chosen.value).toBe('to-3000')
  })

  test('a plan that is changed begins with itself, and other ways stand beside it', async () => {
    const planned = [handRefresh(1500)]
    const choice = await choiceFor(aBall(), null, planned)
    expect(choice.chosen.value).toBe('planned')
    expect(choice.steps.value).toEqual(planned)
    expect(choice.items.value.map((item) => item.value)).toEqual(
      expect.arrayContaining(['planned', 'to-2000', 'own:house']),
    )
  })
})

describe('the ways to a finish', () => {
  test('the shop’s own recipe, the maker’s finish and a ready one each give their steps', async () => {
    const choice = await choiceFor(aBall())
    choice.chosen.value = 'own:house'
    expect(choice.steps.value).toEqual(recipeByKey('to-500')!.steps)
    choice.chosen.value = 'factory'
    expect(grits(choice.steps.value)!.at(-1)).toBe(2000)
    choice.chosen.value = 'to-3000'
    expect([choice.readyKey.value, grits(choice.steps.value)]).toEqual(['to-3000', [500, 1000, 2000, 3000]])
    choice.chosen.value = 'own:house'
    expect(choice.readyKey.value).toBeNull()
  })

  test('the shortest way ends near the grit that was asked for, and asks nothing of an empty field', async () => {
    const choice = await choiceFor(aBall())
    choice.chosen.value = 'shortest'
    for (const wanted of [500, 1000, 2000, 3000]) {
      choice.wantedGrit.value = wanted
      const done = gritOfRa(applyRecipe(choice.start, choice.steps.value!).raTopUm)
      expect(Math.abs(Math.log(done / wanted))).toBeLessThan(Math.log(1.25))
    }
    choice.wantedGrit.value = null
    expect(choice.steps.value).toEqual([])
    choice.wantedGrit.value = Number.NaN
    expect(choice.steps.value).toEqual([])
  })

  test('another ball of the owner is matched; none chosen is no work', async () => {
    const choice = await choiceFor(aBall())
    expect(choice.others.value.map((one) => one.id)).toEqual(['other'])
    choice.chosen.value = 'match'
    expect(choice.steps.value).toEqual([])
    choice.matchId.value = 'other'
    const done = gritOfRa(applyRecipe(choice.start, choice.steps.value!).raTopUm)
    expect(Math.abs(Math.log(done / 1000))).toBeLessThan(Math.log(1.25))
  })

  test('polish goes on what is there, after compound, or after grits; a touch-up is by hand; other work has no recipe', async () => {
    const choice = await choiceFor(aBall())
    choice.kind.value = 'polish'
    expect(choice.steps.value!.map((step) => step.abrasive)).toEqual(['polish'])
    choice.base.value = 'compound'
    expect(choice.steps.value!.map((step) => step.abrasive)).toEqual(['compound', 'polish'])
    choice.base.value = '1500-polish'
    expect([choice.readyKey.value, grits(choice.steps.value)]).toEqual(['1500-polish', [500, 1500, 'polish']])
    choice.kind.value = 'refresh'
    choice.handGrit.value = 3000
    expect(choice.steps.value).toEqual([handRefresh(3000)])
    for (const kind of ['clean', 'extract', 'inspect'] as const) {
      choice.kind.value = kind
      expect(choice.steps.value).toBeNull()
    }
  })

  test('a ball of which nobody knows the surface is worked from lane shine', async () => {
    const choice = await choiceFor(aBall({ surface: { finish: null, window: null }, factoryGrit: null }))
    expect(gritOfRa(choice.start.raTopUm)).toBeGreaterThan(3000)
    expect(choice.items.value.map((item) => item.value)).not.toContain('factory')
    expect(choice.steps.value!.length).toBeGreaterThan(0)
  })
})
