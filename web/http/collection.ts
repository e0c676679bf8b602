import { type Ref, computed, ref, shallowRef } from 'vue'
import { get, post, put } from './client.ts'
import { errorText } from './problem.ts'

/** Records of one kind as the server has them: loaded once, refreshed on demand, changed through it. */
export function useCollection<
  T extends { readonly id: string; readonly version: number; readonly retiredOn?: string | null },
>(path: string) {
  const all = shallowRef<readonly T[]>([])
  /** What is in daily use: retired records are known by id but not offered. */
  const items = computed(() => all.value.filter((item) => item.retiredOn == null))
  const loaded = ref(false)
  const error: Ref<string | null> = ref(null)
  const byId = computed(() => new Map(all.value.map((item) => [item.id, item])))
  let running: Promise<void> | null = null

  async function fetchAll(): Promise<void> {
    try {
      all.value = await get<T[]>(path)
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
    all.value = byId.value.has(item.id)
      ? all.value.map((one) => (one.id === item.id ? item : one))
      : [...all.value, item]
    return item
  }
  const create = async (input: unknown) => take(await post<T>(path, input))
  const update = async (id: string, input: unknown) => take(await put<T>(`${path}/${id}`, input))
  /** Forgets a record that is gone on the server. */
  const drop = (id: string) => void (all.value = all.value.filter((item) => item.id !== id))
  return { all, items, loaded, drop, error, byId, load, take, create, update }
}
