import { type ComputedRef, computed, onScopeDispose, ref, watch } from 'vue'

/**
 * The rows of a long list a few at a time, each few in a task of their own: the first are there at once, and the page listens while the others come.
 *
 * @param rows all rows; of those that come later, as many as were shown before are shown at once
 * @param step rows in a task, about a screenful
 * @returns `rows` that are shown, and whether they are `all`
 */
export function useGrowing<Row>(
  rows: () => readonly Row[],
  step: number,
): { readonly rows: ComputedRef<readonly Row[]>; readonly all: ComputedRef<boolean> } {
  const limit = ref(step)
  let timer: ReturnType<typeof setTimeout> | null = null
  const grow = () => {
    timer = null
    if (rows().length > limit.value) limit.value += step
  }
  watch(
    [() => rows().length, limit],
    ([length, shown]) => {
      if (length > shown) timer ??= setTimeout(grow)
    },
    { immediate: true },
  )
  onScopeDispose(() => timer && clearTimeout(timer))
  return { rows: computed(() => rows().slice(0, limit.value)), all: computed(() => rows().length <= limit.value) }
}
