import type { TrialShotInput, Trial } from '@sleetfall/contract'
import { useEventListener, useIntervalFn, useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { v4 as newId } from 'uuid'
import { computed, ref } from 'vue'
import { tryPost } from '../http/client.ts'
import { ApiError, errorText } from '../http/problem.ts'
import { useTrials } from './store.ts'

/** A shot that the device keeps until the server has it. */
export interface WaitingShot {
  readonly trialId: string
  readonly shot: TrialShotInput
  /** The write's own id: sent again it takes effect once. */
  readonly writeId: string
  /** Why the server did not take it, when it was asked. */
  readonly refused: string | null
}

const againMs = 4000

/** Shots typed at the lane, kept on the device over reload and sent in their order, each once, when the server answers. */
export const useShotQueue = defineStore('shotQueue', () => {
  const trials = useTrials()
  const waiting = useStorage<readonly WaitingShot[]>('sleetfall.shots.waiting', [])
  const sending = ref(false)
  /** The shot that is on its way right now, and when its try is over. */
  let onItsWay: { readonly id: string; readonly over: Promise<unknown> } | null = null
  /** The last try found no server. */
  const away = ref(false)
  const unsent = computed(() => waiting.value.filter((one) => one.refused === null))
  const of = (trialId: string) => waiting.value.filter((one) => one.trialId === trialId)

  const replace = (id: string, change: WaitingShot | null) =>
    void (waiting.value = waiting.value.flatMap((one) => (one.shot.id === id ? (change ? [change] : []) : [one])))

  async function send(): Promise<void> {
    if (sending.value) return
    sending.value = true
    try {
      for (let next = unsent.value[0]; next; next = unsent.value[0]) {
        const { trialId, shot, writeId } = next
        try {
          const sent = tryPost<Trial>(`/trials/${trialId}/shots`, shot, writeId)
          onItsWay = { id: shot.id, over: sent.catch(() => null) }
          const trial = await sent
          away.value = trial === null
          if (trial === null) return
          trials.take(trial)
          replace(shot.id, null)
        } catch (error) {
          if (!(error instanceof ApiError)) throw error
          // Signed out, or asked too often: it waits. Anything else is the shot's own trouble and is shown.
          if (error.problem.status === 401 || error.problem.status === 429) return
          replace(shot.id, { ...next, refused: errorText(error) })
        }
      }
    } finally {
      onItsWay = null
      sending.value = false
    }
  }
  function add(trialId: string, shot: TrialShotInput): void {
    waiting.value = [...waiting.value, { trialId, shot, writeId: newId(), refused: null }]
    void send()
  }
  /**
   * Takes a waiting shot off the device; one that is on its way is waited for first, or it would come back from the server. False when the
   * server has it by then.
   */
  async function drop(id: string): Promise<boolean> {
    if (onItsWay?.id === id) await onItsWay.over
    const waits = waiting.value.some((one) => one.shot.id === id)
    replace(id, null)
    return waits
  }
  useEventListener(window, 'online', () => void send())
  useIntervalFn(() => unsent.value.length > 0 && void send(), againMs)
  useEventListener(window, 'beforeunload', (event: BeforeUnloadEvent) => {
    if (unsent.value.length > 0) event.preventDefault()
  })
  return { waiting, unsent, away, of, add, drop, send }
})
