import {
  type NightLogged,
  type OutboxMessage,
  type PlayNight,
  type SessionLog,
  type UpkeepBoard,
  type UpkeepLink,
  type UpkeepSpan,
} from '@sleetfall/contract'
import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import { useBalls } from '../balls/store.ts'
import { get, post } from '../http/client.ts'
import { errorText } from '../http/problem.ts'
import { queryOf } from '../http/usePage.ts'

/** Customers on the board at first, and how many more each time. */
const customersAPage = 20

export const useUpkeep = defineStore('upkeep', () => {
  const balls = useBalls()
  const board = shallowRef<UpkeepBoard | null>(null)
  const outbox = shallowRef<readonly OutboxMessage[]>([])
  const error = ref<string | null>(null)
  /** What the board is asked for. */
  const asked = ref<{ within: UpkeepSpan; q: string; limit: number }>({ within: 'week', q: '', limit: customersAPage })
  const busy = ref(false)
  let turn = 0
  async function load(): Promise<void> {
    const mine = (turn += 1)
    busy.value = true
    try {
      const [now, messages] = await Promise.all([
        get<UpkeepBoard>(`/upkeep?${queryOf(asked.value)}`),
        get<OutboxMessage[]>('/upkeep/outbox'),
      ])
      if (mine !== turn) return
      board.value = now
      outbox.value = messages
      error.value = null
    } catch (problem) {
      if (mine === turn) error.value = errorText(problem)
    } finally {
      if (mine === turn) busy.value = false
    }
  }
  async function ask(question: Partial<typeof asked.value>): Promise<void> {
    asked.value = { ...asked.value, limit: customersAPage, ...question }
    await load()
  }
  const more = () => ask({ limit: Math.min(200, asked.value.limit + customersAPage) })
  const loadOutbox = async () => void (outbox.value = await get<OutboxMessage[]>('/upkeep/outbox'))
  async function logSession(input: SessionLog): Promise<void> {
    await post('/upkeep/sessions', input)
    await Promise.all([balls.refresh(input.ballId), load()])
  }
  /** What play changes is read anew: the balls and what is due. */
  const afterPlay = () => {
    balls.forgetRacks()
    return load()
  }
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
    asked,
    busy,
    ask,
    more,
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
