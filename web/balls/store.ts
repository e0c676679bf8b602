import { v4 as newId } from 'uuid'
import type { Ball, BallEventInput } from '@sleetfall/contract'
import { careNeeded } from '@sleetfall/core'
import { defineStore } from 'pinia'
import { computed } from 'vue'
import { get, post } from '../http/client.ts'
import { useCollection } from '../http/collection.ts'

type WithoutStamp<T> = T extends unknown ? Omit<T, 'id' | 'happenedAt'> : never
/** An event as a screen gives it; id and time are added when it is recorded. */
export type EventToRecord = WithoutStamp<BallEventInput>

export const useBalls = defineStore('balls', () => {
  const balls = useCollection<Ball>('/balls')
  /** Balls that need work, counted for each customer. */
  const care = computed(() => {
    const counts = new Map<string, number>()
    for (const ball of balls.items.value) {
      if (careNeeded(ball.cover, ball.surface).length > 0)
        counts.set(ball.customerId, (counts.get(ball.customerId) ?? 0) + 1)
    }
    return counts
  })
  const record = async (ballId: string, event: EventToRecord, happenedAt = new Date().toISOString()) =>
    balls.take(await post<Ball>(`/balls/${ballId}/events`, { ...event, id: newId(), happenedAt }))
  const takeBack = async (eventId: string) => balls.take(await post<Ball>(`/balls/events/${eventId}/withdraw`, {}))
  const refresh = async (ballId: string) => balls.take(await get<Ball>(`/balls/${ballId}`))
  return { ...balls, care, record, takeBack, refresh }
})
