import { heldUp } from './check.ts'
import { asPlanned } from './promise.ts'
import { placeInOrder } from './schedule.ts'
import type { ScheduleQuestion, Slot } from './types.ts'

/** Whether work should have begun and has not. */
export const hasPassed = (question: ScheduleQuestion, { job, index, start }: Slot): boolean =>
  start < question.now && (question.jobs.find((one) => one.id === job)?.operations[index]?.fixed ?? null) === null

/**
 * The plan as it will be without a new one: what has not begun at its time, or is held up by what runs, and what comes after it in its job, in the first gaps from now on, the rest
 * where it stands. What finds no gap stays where it was.
 */
export function caughtUp(question: ScheduleQuestion, slots: readonly Slot[]): readonly Slot[] {
  const behind = new Map<string, number>()
  const note = ({ job, index }: { readonly job: string; readonly index: number }) =>
    behind.set(job, Math.min(index, behind.get(job) ?? Infinity))
  for (const slot of slots) if (hasPassed(question, slot)) note(slot)
  for (const held of heldUp(question, slots)) note(held)
  if (behind.size === 0) return slots
  const stands = slots.filter(({ job, index }) => index < (behind.get(job) ?? Infinity))
  const placed = new Map(
    placeInOrder(asPlanned(question, stands)).slots.map((slot) => [`${slot.job} ${slot.index}`, slot]),
  )
  return slots.map((slot) => placed.get(`${slot.job} ${slot.index}`) ?? slot)
}
