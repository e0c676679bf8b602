import type { NightLogged, OutboxMessage, PlayNight, SessionLog, UpkeepBoard, UpkeepLink } from '@sleetfall/contract'
import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import { useBalls } from '../balls/store.ts'
import { get, post } from '../http/client.ts'
import { errorText } from '../http/problem.ts'

export const useUpkeep = defineStore('upkeep', () => {
  const balls = useBalls()
  const board = shallowRef<UpkeepBoard | null>(null)
  const outbox = shallowRef<readonly OutboxMessage[]>([])
  const error = ref<string | null>(null)
  async function load(): Promise<void> {
    try {
      ;[board.value, outbox.value] = await Promise.all([
        get<UpkeepBoard>('/upkeep'),
        get<OutboxMessage[]>('/upkeep/outbox'),
      ])
      error.value = null
    } catch (problem) {
      error.value = errorText(problem)
    }
  }
  const loadOutbox = async () => void (outbox.value = await get<OutboxMessage[]>('/upkeep/outbox'))
  async function logSession(input: SessionLog): Promise<void> {
    await post('/upkeep/sessions', input)
    await Promise.all([balls.refresh(input.ballId), load()])
  }
  /** What play changes is read anew: the balls and what is due. */
  const afterPlay = () => Promise.all([balls.load(true), load()])
  async function logNight(night: PlayNight): Promise<NightLogged> {
    const logged = await post<NightLogged>('/upkeep/nights', night)
    await afterPlay()
    return logged
  }
  async function withdrawNight(id: string): Promise<void> {
    await post(`/upkeep/nights/${id}/withdraw`, {})
    await afterPlay()
  }
  async function queue(message: { id: string; customerId: string; subject: string; body: string }): Promise<void> {
    await post('/upkeep/outbox', message)
    await loadOutbox()
  }
  async function withdraw(id: string): Promise<void> {
    await post(`/upkeep/outbox/${id}/withdraw`, {})
    await loadOutbox()
  }
  const links = (customerId: string) => get<UpkeepLink[]>(`/upkeep/links/${customerId}`)
  const makeLink = async (customerId: string) =>
    (await post<{ secret: string }>(`/upkeep/links/${customerId}`, {})).secret
  const revokeLink = (id: string) => post(`/upkeep/links/${id}/revoke`, {})
  return {
    board,
    outbox,
    error,
    load,
    loadOutbox,
    logSession,
    logNight,
    withdrawNight,
    queue,
    withdraw,
    links,
    makeLink,
    revokeLink,
  }
})
