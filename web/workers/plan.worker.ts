import { type ScheduleProgress, type ScheduleQuestion, promiseOf, scheduleOf } from '@sleetfall/core'
import { expose } from 'comlink'

type PromiseArguments = Parameters<typeof promiseOf>
const clock = () => performance.now()

/** The solver of the bench's plan, away from the screen's thread. */
const entry = {
  plan: (question: ScheduleQuestion, milliseconds: number, progress: (at: ScheduleProgress) => void) =>
    scheduleOf(question, { clock, milliseconds, progress }),
  promise: (
    question: PromiseArguments[0],
    slots: PromiseArguments[1],
    wanted: PromiseArguments[2],
    milliseconds: number,
  ) => promiseOf(question, slots, wanted, { clock, milliseconds }),
}
export type PlanWorker = typeof entry
expose(entry)
