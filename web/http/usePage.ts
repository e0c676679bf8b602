import { type Page, usualPage } from '@sleetfall/contract'
import { useDebounceFn } from '@vueuse/core'
import { computed, onMounted, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { get } from './client.ts'
import { useNewsOf } from './news.ts'
import { errorText } from './problem.ts'

type Question = Readonly<Record<string, string | number | boolean | null | undefined>>

/** A question as an address: what is not asked is left out. */
export function queryOf(question: Question): string {
  const asked = Object.entries(question).filter(([, value]) => value !== null && value !== undefined && value !== '')
  return new URLSearchParams(asked.map(([key, value]) => [key, String(value)])).toString()
}

interface Keeper<T> {
  readonly byId: ReadonlyMap<string, T>
  adopt(items: readonly T[]): void
}

/**
 * A list that the server narrows, orders and gives in parts; asked anew when the question changes, and once it is shown. What it holds
 * is kept by `keeper`, so that a change of a record shows here too.
 */
export function usePage<T extends { readonly id: string }>(
  path: string,
  question: () => Question,
  keeper: () => Keeper<T>,
  limit = usualPage,
) {
  const ids = shallowRef<readonly string[]>([])
  const total = ref(0)
  const loaded = ref(false)
  const busy = ref(false)
  const error = ref<string | null>(null)
  const items = computed(() => ids.value.flatMap((id) => keeper().byId.get(id) ?? []))
  let asked = 0

  async function fetchFrom(offset: number, count: number): Promise<void> {
    const mine = (asked += 1)
    busy.value = true
    try {
      const page = await get<Page<T>>(`${path}?${queryOf({ ...question(), offset, limit: count })}`)
      if (mine !== asked) return
      keeper().adopt(page.items)
      ids.value = [...ids.value.slice(0, offset), ...page.items.map((item) => item.id)]
      total.value = page.total
      loaded.value = true
      error.value = null
    } catch (problem) {
      if (mine === asked) error.value = errorText(problem)
    } finally {
      if (mine === asked) busy.value = false
    }
  }
  /** From the top, as far down as it stood. */
  const load = () => fetchFrom(0, Math.min(200, Math.max(limit, ids.value.length)))
  const more = () => fetchFrom(ids.value.length, limit)
  /** The question has changed and its answer is not here yet. */
  const waiting = ref(false)
  let left = false
  onScopeDispose(() => (left = true))
  const anew = useDebounceFn(async () => {
    // Whoever left the page has no question any more.
    if (left) return
    await fetchFrom(0, limit)
    waiting.value = false
  }, 200)
  watch(
    () => queryOf(question()),
    () => {
      waiting.value = true
      void anew()
    },
  )
  onMounted(load)
  // What others change shows here too.
  useNewsOf([path.split('/')[1]!], () => !busy.value && load())
  const hasMore = computed(() => ids.value.length < total.value)
  return { items, total, loaded, busy, waiting, error, load, more, hasMore }
}
