import type { Ahead, AheadVisit, Page } from '@sleetfall/contract'
import { useTimeoutPoll } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { get, post } from '../http/client.ts'
import { errorText } from '../http/problem.ts'
import { queryOf } from '../http/usePage.ts'

/** Visits of a week at first, and how many more each time. */
const visitsAPage = 20
/** How often it is looked whether a count has ended. */
const lookEveryMs = 800

/** The forecast of the bench, and the visits of the week that is looked at. */
export function useAhead() {
  const ahead = shallowRef<Ahead | null>(null)
  const error = ref<string | null>(null)
  const week = ref(0)
  const visits = shallowRef<Page<AheadVisit> | null>(null)
  const busy = ref(false)
  let turn = 0
  async function loadVisits(howMany = visitsAPage): Promise<void> {
    const mine = (turn += 1)
    busy.value = true
    try {
      const page = await get<Page<AheadVisit>>(
        `/upkeep/ahead/visits?${queryOf({ week: week.value, limit: Math.min(200, Math.max(visitsAPage, howMany)) })}`,
      )
      if (mine !== turn) return
      visits.value = page
      error.value = null
    } catch (problem) {
      if (mine === turn) error.value = errorText(problem)
    } finally {
      if (mine === turn) busy.value = false
    }
  }
  async function load(): Promise<void> {
    try {
      const before = ahead.value?.countedAt
      ahead.value = await get<Ahead>('/upkeep/ahead')
      error.value = null
      if (ahead.value.countedAt !== before) await loadVisits(visits.value?.items.length)
    } catch (problem) {
      error.value = errorText(problem)
    }
  }
  const waits = computed(
    () => ahead.value !== null && (ahead.value.countedAt === null || ahead.value.counting !== null),
  )
  const { resume, pause } = useTimeoutPoll(load, lookEveryMs, { immediate: false })
  watch(waits, (on) => (on ? resume() : pause()))
  watch(week, () => {
    visits.value = null
    void loadVisits()
  })
  async function countAnew(): Promise<void> {
    ahead.value = await post<Ahead>('/upkeep/ahead/anew', {})
  }
  const more = () => loadVisits((visits.value?.items.length ?? 0) + visitsAPage)
  const again = () => loadVisits(visits.value?.items.length)
  return { ahead, error, week, visits, busy, waits, load, more, again, countAnew }
}
