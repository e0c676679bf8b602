import { type Ref, computed, ref, shallowRef } from 'vue'
import { get, post, put } from './client.ts'
import { errorText } from './problem.ts'

/** Records of one kind as the server has them: loaded once, refreshed on demand, changed through it. */
export function useCollection<T extends { readonly id: string; readonly version: number }>(path: string) {
  const items = shallowRef<readonly T[]>([])
  const loaded = ref(false)
  const error: Ref<string | null> = ref(null)
  const byId = computed(() => new Map(items.value.map((item) => [item.id, item])))
  let running: Promise<void> | null = null

  async function fetchAll(): Promise<void> {
    try {
      items.value = await get<T[]>(path)
      loaded.value = true
      error.value = null
    } catch (problem) {
      error.value = errorText(problem)
    } finally {
      running = null
    }
  }
  /** Loads when nothing is loaded yet, or again with `anew`. Calls at the same time share one request. */
  function load(anew = false): Promise<void> {
    if (loaded.value && !anew) return Promise.resolve()
    running ??= fetchAll()
    return running
  }
  /** Takes a record that the server just gave into the list. */
  function take(item: T): T {
    items.value = byId.value.has(item.id)
      ? items.value.map((one) => (one.id === item.id ? item : one))
      : [...items.value, item]
    return item
  }
  const create = async (input: unknown) => take(await post<T>(path, input))
  const update = async (id: string, input: unknown) => take(await put<T>(`${path}/${id}`, input))
  return { items, loaded, error, byId, load, take, create, update }
}
