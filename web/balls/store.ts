import { v4 as newId } from 'uuid'
import type { Ball, BallEventInput } from '@sleetfall/contract'
import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import { get, post } from '../http/client.ts'
import { nowIso } from '../http/clock.ts'
import { errorText } from '../http/problem.ts'
import { useRecords } from '../http/records.ts'

type WithoutStamp<T> = T extends unknown ? Omit<T, 'id' | 'happenedAt'> : never
/** An event as a screen gives it; id and time are added when it is recorded. */
export type EventToRecord = WithoutStamp<BallEventInput>

const fitPatienceMs = [800, 1200, 2000, 4000, 8000]
const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))
const byName = (a: Ball, b: Ball) => a.name.localeCompare(b.name)

export const useBalls = defineStore('balls', () => {
  const balls = useRecords<Ball>('/balls')
  /** Customers whose whole rack is known. */
  const racks = shallowRef<ReadonlySet<string>>(new Set())

  /** Reads a customer's rack, retired balls too, unless it is known. */
  async function loadRack(customerId: string | null | undefined, anew = false): Promise<void> {
    if (!customerId || (racks.value.has(customerId) && !anew)) return
    try {
      const rack = await get<Ball[]>(`/customers/${customerId}/rack`)
      const here = new Set(rack.map((ball) => ball.id))
      for (const ball of balls.all.value) if (ball.customerId === customerId && !here.has(ball.id)) balls.drop(ball.id)
      balls.adopt(rack)
      racks.value = new Set([...racks.value, customerId])
      balls.error.value = null
    } catch (problem) {
      balls.error.value = errorText(problem)
    }
  }
  /** Balls of a customer that are in use; the rack has to be loaded. */
  const rackOf = (customerId: string | null | undefined, withRetired = false) =>
    (withRetired ? balls.all : balls.items).value.filter((ball) => ball.customerId === customerId).sort(byName)
  const rackLoaded = (customerId: string | null | undefined) => !customerId || racks.value.has(customerId)

  /** The racks of all who are entered in an event, at once. */
  async function loadRacksOf(event: { readonly id: string; readonly customerIds: readonly string[] }): Promise<void> {
    balls.adopt(await get<Ball[]>(`/events/${event.id}/balls`))
    racks.value = new Set([...racks.value, ...event.customerIds])
  }
  /** A reading is fitted behind: the ball is read again until its curve has come. */
  async function followFit(ball: Ball): Promise<void> {
    if (!ball.fitWanted) return
    for (const ms of fitPatienceMs) {
      await sleep(ms)
      const now = await get<Ball>(`/balls/${ball.id}`).catch(() => null)
      if (!now || now.fitWanted) continue
      balls.take(now)
      return
    }
  }
  function takeAndFollow(ball: Ball): Ball {
    void followFit(ball)
    return balls.take(ball)
  }
  const record = async (ballId: string, event: EventToRecord, happenedAt = nowIso()) =>
    takeAndFollow(await post<Ball>(`/balls/${ballId}/events`, { ...event, id: newId(), happenedAt }))
  const takeBack = async (eventId: string) => takeAndFollow(await post<Ball>(`/balls/events/${eventId}/withdraw`, {}))
  const refresh = (ballId: string) => balls.need(ballId, true)
  /** Forgets which racks are known, after something that may have moved them all. */
  const forgetRacks = () => void (racks.value = new Set())
  return { ...balls, loadRack, loadRacksOf, rackOf, rackLoaded, forgetRacks, record, takeBack, refresh }
})
