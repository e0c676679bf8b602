import { useStorage } from '@vueuse/core'
import { type MaybeRefOrGetter, computed, ref, toValue } from 'vue'

type Key<T> = (item: T) => string | number | null

/**
 * Search and order of a list; the order is remembered on this device under `name`. Columns of `fromTheLast` begin with their last, as a list of what
 * happened does with the newest.
 */
export function useOrder(name: string, first: string, fromTheLast: readonly string[] = []) {
  const order = useStorage(`sleetfall.sort.${name}`, { by: first, down: fromTheLast.includes(first) })
  const search = ref('')
  function sortBy(by: string) {
    order.value = { by, down: order.value.by === by ? !order.value.down : fromTheLast.includes(by) }
  }
  const ariaSort = (by: string) => (order.value.by === by ? (order.value.down ? 'descending' : 'ascending') : 'none')
  /** As a list on the server is asked. */
  const question = () => ({ q: (search.value ?? '').trim(), sort: order.value.by, down: order.value.down })
  return { search, sortBy, ariaSort, order, question }
}

/** A list with search and sort; the chosen order is remembered on this device under `name`. */
export function useSorted<T>(
  name: string,
  items: MaybeRefOrGetter<readonly T[]>,
  keys: Readonly<Record<string, Key<T>>>,
  text: (item: T) => string,
) {
  const first = Object.keys(keys)[0]!
  const { order, search, sortBy, ariaSort } = useOrder(name, first)
  const shownItems = computed(() => {
    const wanted = search.value.trim().toLowerCase()
    const key = keys[order.value.by] ?? keys[first]!
    const sign = order.value.down ? -1 : 1
    return toValue(items)
      .filter((item) => wanted === '' || text(item).toLowerCase().includes(wanted))
      .sort((a, b) => sign * compare(key(a), key(b)))
  })
  return { search, shown: shownItems, sortBy, ariaSort, order }
}

/** Nothing sorts last; numbers by size, texts as people order them. */
function compare(a: string | number | null, b: string | number | null): number {
  if (a === null || b === null) return Number(a === null) - Number(b === null)
  return typeof a === 'number' && typeof b === 'number'
    ? a - b
    : String(a).localeCompare(String(b), undefined, { numeric: true })
}
