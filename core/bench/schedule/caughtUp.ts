import { asPlanned } from './promise.ts'
import { placeInOrder } from './schedule.ts'
import type { ScheduleQuestion, Slot } from './types.ts'

/** Whether work should have begun and has not. */
export const hasPassed = (question: ScheduleQuestion, { job, index, start }: Slot): boolean =>
  start < question.now && (question.jobs.find((one) => one.id === job)?.operations[index]?.fixed ?? null) === null

/**
 * The plan as it will be without a new one: what has not begun at its time, and what comes after it in its job, in the first gaps from now on, the rest
 * where it stands. What finds no gap stays where it was.
 */
export function caughtUp(question: ScheduleQuestion, slots: readonly Slot[]): readonly Slot[] {
  const behind = new Map<string, number>()
  for (const slot of slots)
    if (hasPassed(question, slot)) behind.set(slot.job, Math.min(slot.index, behind.get(slot.job) ?? Infinity))
  if (behind.size === 0) return slots
  const stands = slots.filter(({ job, index }) => index < (behind.get(job) ?? Infinity))
  const placed = new Map(
    placeInOrder(asPlanned(question, stands)).slots.map((slot) => [`${slot.job} ${slot.index}`, slot]),
  )
  return slots.map((slot) => placed.get(`${slot.job} ${slot.index}`) ?? slot)
}
