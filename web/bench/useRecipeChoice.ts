import type { Ball } from '@sleetfall/contract'
import {
  type Finish,
  type JobKind,
  type RecipeStep,
  describeSteps,
  factoryRecipe,
  handRefresh,
  proposedRecipe,
  raOfGrit,
  readyRecipes,
  recipeByKey,
  shortestRecipe,
  spinnerStep,
  surfaceDefaults,
} from '@sleetfall/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useBalls } from '../balls/store.ts'
import { useShopRecipes } from '../supplies/store.ts'

/** Grits that a touch-up by hand still does something with. */
const handGrits = [500, 1000, 2000, 3000]

/**
 * Ways to come to the steps of a job: a ready or an own recipe, the shortest one to a grit, another ball's surface, the finish it
 * came with; polish over a base; a touch-up by hand.
 */
export function useRecipeChoice(
  ball: Ball,
  kind: () => JobKind,
  first: string | null,
  planned: readonly RecipeStep[] | null = null,
) {
  const { t } = useI18n()
  const balls = useBalls()
  const recipes = useShopRecipes()
  /** What the ball's own target and last recipe ask for. */
  const proposal = proposedRecipe({
    targetGrit: ball.surface.window?.targetGrit ?? ball.targetGrit ?? null,
    lastRecipe: ball.lastRecipe,
  })
  const offered = first ?? (recipeByKey(proposal.key) ? proposal.key : 'proposed')
  const opened = planned ? 'planned' : offered
  const chosen = ref(opened)
  const wantedGrit = ref<number | null>(ball.targetGrit ?? 2000)
  const matchId = ref<string | null>(null)
  const base = ref<'as-is' | 'compound' | '1500-polish' | '2000-polish'>('as-is')
  const handGrit = ref(2000)
  const start: Finish = ball.surface.finish ?? {
    raTopUm: surfaceDefaults.laneShineUm,
    raBaseUm: surfaceDefaults.laneShineUm,
  }
  void balls.loadRack(ball.customerId)
  const others = computed(() =>
    balls.rackOf(ball.customerId).filter((one) => one.id !== ball.id && one.surface.finish !== null),
  )
  const items = computed(() => [
    ...(planned ? [{ value: 'planned', title: t('bench.asPlanned', { steps: describeSteps(planned) }) }] : []),
    ...(recipeByKey(proposal.key)
      ? []
      : [{ value: 'proposed', title: t('bench.proposed', { steps: describeSteps(proposal.steps) }) }]),
    ...readyRecipes.map((recipe) => ({ value: recipe.key, title: t(`surface.recipes.${recipe.key}`) })),
    ...recipes.items.map((recipe) => ({ value: `own:${recipe.id}`, title: recipe.name })),
    ...(ball.factoryGrit == null ? [] : [{ value: 'factory', title: t('bench.factory', { grit: ball.factoryGrit }) }]),
    { value: 'shortest', title: t('bench.shortest') },
    { value: 'match', title: t('bench.match') },
  ])
  function resurfacing(): readonly RecipeStep[] {
    if (chosen.value === 'planned' && planned) return planned
    if (chosen.value === 'proposed') return proposal.steps
    if (chosen.value.startsWith('own:'))
      return recipes.items.find((one) => `own:${one.id}` === chosen.value)?.steps ?? []
    if (chosen.value === 'factory') return factoryRecipe(ball.factoryGrit ?? 2000).steps
    if (chosen.value === 'shortest') {
      if (wantedGrit.value === null || !Number.isFinite(wantedGrit.value)) return []
      return shortestRecipe(start, { raTopUm: raOfGrit(wantedGrit.value), raBaseUm: null })?.steps ?? []
    }
    if (chosen.value === 'match') {
      const other = balls.byId.get(matchId.value ?? '')?.surface.finish
      return other ? (shortestRecipe(start, other)?.steps ?? []) : []
    }
    return recipeByKey(chosen.value)?.steps ?? []
  }
  const steps = computed((): readonly RecipeStep[] | null => {
    if (kind() === 'resurface') return resurfacing()
    if (kind() === 'polish') {
      if (planned && chosen.value === 'planned') return planned
      if (base.value === 'as-is') return [spinnerStep('polish')]
      if (base.value === 'compound') return [spinnerStep('compound'), spinnerStep('polish')]
      return recipeByKey(base.value)!.steps
    }
    if (kind() !== 'refresh') return null
    return planned && chosen.value === 'planned' ? planned : [handRefresh(handGrit.value)]
  })
  /** Key of a ready recipe; null for every other way. */
  const readyKey = computed(() =>
    kind() === 'resurface' && recipeByKey(chosen.value)
      ? chosen.value
      : kind() === 'polish' && recipeByKey(base.value)
        ? base.value
        : null,
  )
  return {
    chosen,
    first: offered,
    opened,
    wantedGrit,
    matchId,
    base,
    handGrit,
    handGrits,
    others,
    items,
    steps,
    readyKey,
    start,
  }
}
