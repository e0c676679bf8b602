import type { BenchPromise, Schedule, ScheduleJob, ScheduleProgress, ScheduleQuestion, Slot } from '@sleetfall/core'
import { proxy, wrap } from 'comlink'
import type { PlanWorker } from './plan.worker.ts'

/** Longest that a plan is searched for, ms; a normal day's is proved in a fraction of it. */
const planMs = 9000
/** Longest that somebody at the counter waits for what would have to move, ms. */
const promiseMs = 250

const open = () => new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' })

/** Runs one question in a worker of its own, so that it can be called off at any moment; null when it was. */
async function ask<T>(
  signal: AbortSignal,
  question: (worker: ReturnType<typeof wrap<PlanWorker>>) => Promise<T>,
): Promise<T | null> {
  if (signal.aborted) return null
  const worker = open()
  const ended = new Promise<null>((resolve, reject) => {
    signal.addEventListener('abort', () => resolve(null), { once: true })
    worker.addEventListener('error', (event) => reject(new Error(event.message)), { once: true })
  })
  try {
    return await Promise.race([question(wrap<PlanWorker>(worker)), ended])
  } finally {
    worker.terminate()
  }
}

/** A new plan of the bench; tells how far it is. */
export const planAnew = (
  question: ScheduleQuestion,
  signal: AbortSignal,
  progress: (at: ScheduleProgress) => void,
): Promise<Schedule | null> =>
  ask(signal, (worker) => worker.plan(question, planMs, proxy(progress)) as Promise<Schedule>)

/** Whether new work can be ready by its time. */
export const promiseFor = (
  question: ScheduleQuestion,
  slots: readonly Slot[],
  wanted: readonly ScheduleJob[],
  signal: AbortSignal,
): Promise<BenchPromise | null> =>
  ask(signal, (worker) => worker.promise(question, slots, wanted, promiseMs) as Promise<BenchPromise>)
