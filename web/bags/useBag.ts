import type { BagView, KeptBag } from '@sleetfall/contract'
import type { UrethaneSchool } from '@sleetfall/core'
import { useTimeoutFn } from '@vueuse/core'
import { ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useChanges } from '../http/changes.ts'
import { get, post, put } from '../http/client.ts'
import { ApiError, errorText } from '../http/problem.ts'
import { queryOf } from '../http/usePage.ts'
import { useNotices } from '../shell/notices.ts'

/** The bag of a customer for an event; asked for again until the engine has answered, and when what is wished changes. */
export function useBag(eventId: () => string, customerId: () => string) {
  const { t } = useI18n()
  const notices = useNotices()
  const view = shallowRef<BagView | null>(null)
  const error = ref<string | null>(null)
  const lost = ref(false)
  const carried = ref<number | null>(null)
  const school = ref<UrethaneSchool>('coverage')
  const path = () => `/bags/${eventId()}/${customerId()}`
  const wishes = () => ({ school: school.value, ...(carried.value === null ? {} : { carried: carried.value }) })
  const { start: again, stop: noMore } = useTimeoutFn(() => void load(), 1500, { immediate: false })
  async function load(): Promise<void> {
    noMore()
    const wanted = `${path()}?${queryOf(wishes())}`
    try {
      const answer = await get<BagView>(wanted)
      if (wanted !== `${path()}?${queryOf(wishes())}`) return
      view.value = answer
      error.value = null
      if (answer.engine.state !== 'ready' && !answer.engine.stopped) again()
    } catch (problem) {
      if (problem instanceof ApiError && problem.problem.status === 404) lost.value = true
      else error.value = errorText(problem)
    }
  }
  watch(
    [eventId, customerId],
    () => {
      view.value = null
      lost.value = false
      carried.value = null
      school.value = 'coverage'
    },
    { flush: 'sync' },
  )
  watch([eventId, customerId, carried, school], () => void load(), { immediate: true })

  const takeKept = (kept: KeptBag) => {
    if (view.value) view.value = { ...view.value, kept }
  }
  const keep = () =>
    notices.attempt(async () => {
      takeKept(await post<KeptBag>(path(), wishes()))
      notices.done(t('bags.kept', { name: view.value?.customer.name ?? '' }))
    })
  const change = useChanges<KeptBag>(
    (id) => (view.value?.kept?.id === id ? view.value.kept : null),
    takeKept,
    ({ packed }) => ({ packed }),
    (bag) => put(`/bags/${bag.eventId}/${bag.customerId}/packed`, { version: bag.version, packed: bag.packed }),
  )
  /** Ticks a thing of the packing list, or takes the tick away. */
  async function tick(key: string): Promise<void> {
    const kept = view.value?.kept
    if (!kept) return
    const turned = ({ packed }: KeptBag) => ({
      packed: packed.includes(key) ? packed.filter((one) => one !== key) : [...packed, key],
    })
    // Refused: somebody else packs too.
    if (!(await notices.attempt(() => change(kept, turned)))) await load()
  }
  return { view, error, lost, carried, school, load, keep, tick }
}
