import { v4 as newId } from 'uuid'
import {
  type RecipeStep,
  finishByStep,
  raOfGrit,
  recipeDoubts,
  shortestRecipe,
  spinnerStep,
  type stepMethods,
} from '@sleetfall/core'
import { type WritableComputedRef, computed, ref } from 'vue'

/** Steps carry a key of their own, so that dragging keeps what was typed. */
export type KeyedStep = RecipeStep & { readonly key: string }
export type StepMethod = (typeof stepMethods)[number]
export const keyedStep = (step: RecipeStep): KeyedStep => ({ ...step, key: newId() })

/** Grit that a worn ball usually starts from, where nothing is said. */
const usualStartGrit = 4500
const said = (grit: number | null) => (grit !== null && Number.isFinite(grit) && grit > 0 ? grit : null)

/**
 * The steps of a recipe being built: moved, added, taken out, found for a wanted finish; with what each leaves on a cover that
 * starts at a grit, and what speaks against it.
 */
export function useRecipeSteps(steps: WritableComputedRef<KeyedStep[]>) {
  const startGrit = ref<number | null>(usualStartGrit)
  const wantedGrit = ref<number | null>(2000)
  /** Grit of the valleys to be kept; nothing: whatever comes out. */
  const keepTeeth = ref<number | null>(null)
  const unreachable = ref(false)
  const start = computed(() => {
    const raUm = raOfGrit(said(startGrit.value) ?? usualStartGrit)
    return { raTopUm: raUm, raBaseUm: raUm }
  })
  const after = computed(() => finishByStep(start.value, steps.value))
  const doubts = computed(() => recipeDoubts(steps.value))

  const change = (index: number, part: Partial<RecipeStep>) =>
    (steps.value = steps.value.map((step, at) => (at === index ? { ...step, ...part } : step)))
  const remove = (index: number) => (steps.value = steps.value.filter((_, at) => at !== index))
  const add = () => (steps.value = [...steps.value, keyedStep(spinnerStep('pad', 2000))])
  /** Moves a step one place; past either end nothing happens. */
  function move(index: number, by: -1 | 1): void {
    const to = index + by
    if (to < 0 || to >= steps.value.length) return
    const next = [...steps.value]
    const [step] = next.splice(index, 1)
    next.splice(to, 0, step!)
    steps.value = next
  }
  /** Puts the fewest steps to the wanted finish in place; says so and leaves all as it is where there are none. */
  function suggest(): void {
    const wanted = said(wantedGrit.value)
    if (wanted === null) return
    const teeth = said(keepTeeth.value)
    const found = shortestRecipe(start.value, {
      raTopUm: raOfGrit(wanted),
      raBaseUm: teeth === null ? null : raOfGrit(teeth),
    })
    unreachable.value = found === null
    if (found) steps.value = found.steps.map(keyedStep)
  }
  return { startGrit, wantedGrit, keepTeeth, unreachable, after, doubts, change, remove, add, move, suggest }
}
