import type { Ball } from '@sleetfall/contract'
import { recipeByKey } from '@sleetfall/core'
import { reactive } from 'vue'
import { todayText } from '../controls/days.ts'
import { nowDate } from '../http/clock.ts'
import { type EventToRecord, useBalls } from './store.ts'

export const finishes = ['factory', 'recipe', 'scan', 'unknown'] as const
interface FinishNow {
  finish: (typeof finishes)[number]
  recipeKey: string
  /** Day of the work, as a calendar day. */
  on: string | null
  scannedGrit: number | null
}

/** The first entry of a new ball's history: work that was put on it, or a reading; null where nothing is known of it. */
export function firstEvent({ finish, recipeKey, scannedGrit }: FinishNow): EventToRecord | null {
  if (finish === 'recipe')
    return { kind: 'surfaced', recipeKey, steps: [...(recipeByKey(recipeKey)?.steps ?? [])] } as EventToRecord
  if (finish === 'scan' && scannedGrit !== null) return { kind: 'scanned', grits: [scannedGrit] }
  return null
}

/** When it was done: now for today, else at noon of its day. */
export const happenedOn = (on: string | null, now = nowDate()): string =>
  (on === null || on === '' || on === todayText() ? now : new Date(`${on}T12:00:00`)).toISOString()

/** What is on the cover of a new ball now, written as the first entry of its history. */
export function useFinishNow() {
  const balls = useBalls()
  const now = reactive<FinishNow>({ finish: 'factory', recipeKey: 'to-2000', on: todayText(), scannedGrit: null })
  async function record(ball: Ball): Promise<Ball> {
    const event = firstEvent(now)
    if (!event) return ball
    return event.kind === 'surfaced' ? balls.record(ball.id, event, happenedOn(now.on)) : balls.record(ball.id, event)
  }
  return { now, record }
}
