import { type OwnSpread, leastSpreadBoards, spreadFor, usualSpread } from '@sleetfall/core'
import { type MaybeRefOrGetter, computed, shallowRef, toValue, watch } from 'vue'
import { get } from '../http/client.ts'

/** The spread that a bowler's chances are worked out with: measured at the target where enough counted shots are on record. */
export function useSpread(customerId: MaybeRefOrGetter<string | null | undefined>) {
  const noted = shallowRef<OwnSpread | null>(null)
  watch(
    () => toValue(customerId),
    async (id) => {
      noted.value = null
      if (!id) return
      const answer = await get<OwnSpread | null>(`/trials/spread/${id}`).catch(() => null)
      if (id === toValue(customerId)) noted.value = answer
    },
    { immediate: true },
  )
  const own = computed(() => (noted.value && noted.value.targetBoards >= leastSpreadBoards ? noted.value : null))
  const spread = computed(() => spreadFor(usualSpread, own.value))
  return { own, spread }
}
