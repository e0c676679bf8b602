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
  /** Keys of the steps that were found last, and whether teeth were asked for. */
  const found = ref({ keys: '', teeth: false })
  const keysOf = (all: readonly KeyedStep[]) => all.map(({ key }) => key).join()
  const start = computed(() => {
    const raUm = raOfGrit(said(startGrit.value) ?? usualStartGrit)
    return { raTopUm: raUm, raBaseUm: raUm }
  })
  const after = computed(() => finishByStep(start.value, steps.value))
  const doubts = computed(() => recipeDoubts(steps.value))

  /** What the steps that were found come to, as long as they stand there: near the wanted finish, seldom on it. */
  const comesTo = computed(() => {
    const last = after.value.at(-1)
    if (!last || keysOf(steps.value) !== found.value.keys) return null
    return { raTopUm: last.raTopUm, raBaseUm: found.value.teeth ? last.raBaseUm : null }
  })

  function change(index: number, part: Partial<RecipeStep>): void {
    found.value = { keys: '', teeth: false }
    steps.value = steps.value.map((step, at) => (at === index ? { ...step, ...part } : step))
  }
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
    const shortest = shortestRecipe(start.value, {
      raTopUm: raOfGrit(wanted),
      raBaseUm: teeth === null ? null : raOfGrit(teeth),
    })
    unreachable.value = shortest === null
    if (!shortest) return
    steps.value = shortest.steps.map(keyedStep)
    found.value = { keys: keysOf(steps.value), teeth: teeth !== null }
  }
  return { startGrit, wantedGrit, keepTeeth, unreachable, comesTo, after, doubts, change, remove, add, move, suggest }
}
