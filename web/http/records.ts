import { type Ref, computed, ref, shallowRef, triggerRef } from 'vue'
import { get, post, put } from './client.ts'
import { ApiError, errorText } from './problem.ts'

interface Stored {
  readonly id: string
  readonly version: number
  readonly retiredOn?: string | null
}

/** Records of one kind that a screen has asked for, by id: only what was needed so far, never the whole shop. */
export function useRecords<T extends Stored>(path: string) {
  const byId = shallowRef<ReadonlyMap<string, T>>(new Map())
  const all = computed(() => [...byId.value.values()])
  /** What is in daily use: retired records are known by id but not offered. */
  const items = computed(() => all.value.filter((item) => item.retiredOn == null))
  const error: Ref<string | null> = ref(null)
  /** Ids that the server does not know. */
  const lost = shallowRef<ReadonlySet<string>>(new Set())

  /** Takes records that the server just gave. A list that was read before a change may come after it: what is known to be newer stays. */
  function adopt(given: readonly T[]): void {
    const next = new Map(byId.value)
    for (const item of given) if (!(item.version < (next.get(item.id)?.version ?? 0))) next.set(item.id, item)
    byId.value = next
  }
  function take(item: T): T {
    adopt([item])
    return item
  }
  /** Reads one record unless it is known; null when there is none, or when it could not be read (see `error`). */
  async function need(id: string | null | undefined, anew = false): Promise<T | null> {
    if (!id) return null
    const known = byId.value.get(id)
    if (known && !anew) return known
    try {
      const item = take(await get<T>(`${path}/${id}`))
      error.value = null
      return item
    } catch (problem) {
      if (problem instanceof ApiError && problem.problem.status === 404) lost.value = new Set([...lost.value, id])
      else error.value = errorText(problem)
      return null
    }
  }
  const create = async (input: unknown) => take(await post<T>(path, input))
  const update = async (id: string, input: unknown) => take(await put<T>(`${path}/${id}`, input))
  /** Forgets a record that is gone on the server. */
  function drop(id: string): void {
    const next = new Map(byId.value)
    next.delete(id)
    byId.value = next
    triggerRef(byId)
  }
  return { byId, all, items, error, lost, adopt, take, need, create, update, drop }
}
