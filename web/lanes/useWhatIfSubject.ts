import type { Ball, Page } from '@sleetfall/contract'
import { computed, onMounted, ref } from 'vue'
import { useBalls } from '../balls/store.ts'
import { useCustomers } from '../customers/store.ts'
import { useEvents } from '../events/store.ts'
import { get } from '../http/client.ts'
import { useNotices } from '../shell/notices.ts'
import { nextQuestion } from './nextQuestion.ts'
import { usePatterns } from './store.ts'
import { type SetupHeld, asOnRecord } from './useSetup.ts'

/** Bowler, ball and pattern that a set-up names. Opened without them it takes the next day of play: its first bowler with a ball here, and its pattern. */
export function useWhatIfSubject({ setup, set }: Pick<SetupHeld, 'setup' | 'set'>) {
  const [customers, balls, patterns, events] = [useCustomers(), useBalls(), usePatterns(), useEvents()]
  const notices = useNotices()
  const customer = computed(() => customers.byId.get(setup.value.customerId ?? ''))
  const ball = computed(() => balls.byId.get(setup.value.ballId ?? ''))
  const pattern = computed(() => patterns.byId.get(setup.value.patternId ?? ''))
  const own = computed(() => balls.rackOf(setup.value.customerId))

  async function chooseCustomer(id: string | null): Promise<void> {
    await Promise.all([customers.need(id), balls.loadRack(id)])
    set({ customerId: id, ballId: balls.rackOf(id)[0]?.id ?? null, ...asOnRecord })
  }
  const loaded = ref(false)
  const error = computed(() => customers.error ?? balls.error ?? patterns.error)
  async function rackOf(customerId: string) {
    await balls.loadRack(customerId)
    return balls.rackOf(customerId)
  }
  async function open(): Promise<void> {
    await patterns.load()
    if (patterns.error) return
    const { customerId, ballId, patternId } = setup.value
    const next = await nextQuestion(
      { customerId, ballId, patternId },
      {
        eventsAhead: (id) => events.ahead(id),
        rackOf,
        anyBall: async () => (await get<Page<Ball>>('/balls?limit=1')).items[0] ?? null,
        ownerOf: async (id) => (await balls.need(id))?.customerId ?? null,
        patterns: patterns.items,
      },
    )
    await Promise.all([customers.need(next.customerId), balls.loadRack(next.customerId), balls.need(next.ballId)])
    if (next.customerId !== customerId || next.ballId !== ballId || next.patternId !== patternId) set(next)
    loaded.value = true
  }
  const retry = () => notices.attempt(open)
  onMounted(retry)
  const choices = computed(() => ({
    balls: own.value.map((one) => ({ value: one.id, title: one.name })),
    patterns: patterns.items.map((one) => ({ value: one.id, title: one.name })),
  }))
  return { customer, ball, pattern, choices, chooseCustomer, loaded, error, retry }
}
export type Subject = ReturnType<typeof useWhatIfSubject>
