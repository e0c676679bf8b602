import { type TrialShotInput } from '@sleetfall/contract'
import { useNow } from '@vueuse/core'
import { computed, ref } from 'vue'

/** After so long without a shot arm and lane are cold again. */
const idleMinutes = 15

/** Whether to ask for warm-up shots: before the first shot, and again after a pause. The answer stands until the next pause. */
export function useWarmUp(last: () => TrialShotInput | undefined) {
  const now = useNow({ interval: 15_000 })
  const answeredAt = ref<number | null>(null)
  const idle = computed(() => {
    const shot = last()
    return shot ? Math.max(0, (now.value.getTime() - Date.parse(shot.thrownAt)) / 60_000) : null
  })
  /** 'first' before any shot, 'idle' after a pause, null when there is nothing to ask. */
  const ask = computed<'first' | 'idle' | null>(() => {
    const shot = last()
    if (!shot) return answeredAt.value === null ? 'first' : null
    if (idle.value! < idleMinutes) return null
    return answeredAt.value !== null && answeredAt.value > Date.parse(shot.thrownAt) ? null : 'idle'
  })
  const answer = () => void (answeredAt.value = Date.now())
  return { ask, answer }
}
