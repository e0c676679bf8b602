import type { Ball, Page } from '@sleetfall/contract'
import { useStorage } from '@vueuse/core'
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useBalls } from '../balls/store.ts'
import { useCustomers } from '../customers/store.ts'
import { get } from '../http/client.ts'
import { usePatterns } from '../lanes/store.ts'
import { useNotices } from '../shell/notices.ts'

/** Which ball lies on the layout bench, and whose PAP it is laid out for: its owner's unless somebody else is chosen. */
export function useBallOnBench() {
  const [route, router, notices] = [useRoute(), useRouter(), useNotices()]
  const [customers, balls, patterns] = [useCustomers(), useBalls(), usePatterns()]
  onMounted(() => patterns.load())
  const ballId = computed(() => String(route.params['ballId'] ?? ''))
  const ball = computed(() => balls.byId.get(ballId.value))
  /** There is no ball in the whole shop. */
  const nobody = ref(false)
  const loaded = computed(
    () =>
      patterns.loaded &&
      (nobody.value || (ball.value ? balls.rackLoaded(ball.value.customerId) : balls.lost.has(ballId.value))),
  )
  const lost = computed(() => loaded.value && ballId.value !== '' && !ball.value)
  const error = computed(() => customers.error ?? balls.error ?? patterns.error)
  /** Opened without a ball it takes the one that was last on it, else the first with a layout. */
  const lastBallId = useStorage<string | null>('sleetfall.layouts.ball', null)
  async function open(): Promise<void> {
    if (ballId.value === '') {
      const known = await balls.need(lastBallId.value)
      const { items } = known ? { items: [known] } : await get<Page<Ball>>('/balls?limit=50')
      const next = items.find((one) => one.drillingAngleDeg != null) ?? items[0]
      if (next) await router.replace(`/layouts/${next.id}`)
      else nobody.value = true
      return
    }
    const one = await balls.need(ballId.value)
    if (!one) return
    lastBallId.value = one.id
    await Promise.all([customers.need(one.customerId), balls.loadRack(one.customerId)])
  }
  watch(ballId, () => void notices.attempt(open), { immediate: true })

  const customerId = ref<string | null>(null)
  const customer = computed(() => customers.byId.get(customerId.value ?? '') ?? undefined)
  const own = computed(() => balls.rackOf(customerId.value))
  watch(customerId, (id) => void Promise.all([customers.need(id), balls.loadRack(id)]))
  const take = (id: string) => router.push(`/layouts/${id}`)

  /** Patterns to throw it on: those chosen, else the first two. */
  const patternIds = ref<string[]>([])
  const thrownOn = computed(() => {
    const chosen = patternIds.value.flatMap((id) => patterns.byId.get(id) ?? [])
    return chosen.length > 0 ? chosen : patterns.items.slice(0, 2)
  })
  const patternItems = computed(() =>
    patterns.items.map((one) => ({
      value: one.id,
      title: one.name,
      props: { disabled: patternIds.value.length >= 2 && !patternIds.value.includes(one.id) },
    })),
  )
  return { ball, customerId, customer, own, take, loaded, lost, error, open, patternIds, patternItems, thrownOn }
}
