import { type AnswerOf, GivenUp, type QuickTask, type Task, WorkPool } from '@sleetfall/core'
import { wrap } from 'comlink'
import type { MotionWorker } from './motion.worker.ts'

/** The screen's thread is mostly idle, so two workers even on two processors; more than four gain little. */
const workers = Math.max(2, Math.min(4, (navigator.hardwareConcurrency || 2) - 1))

/** The browser's workers, shared by all screens. */
export const motionPool = new WorkPool(() => {
  const worker = new Worker(new URL('./motion.worker.ts', import.meta.url), { type: 'module' })
  const remote = wrap<MotionWorker>(worker)
  // What ends a worker before it can answer, such as running out of memory.
  const failed = new Promise<never>((_, reject) =>
    worker.addEventListener('error', (event) => reject(new Error(event.message)), { once: true }),
  )
  failed.catch(() => {})
  return {
    // Plans are the server's.
    perform: (task) => Promise.race([remote.perform(task as QuickTask), failed]),
    end: () => worker.terminate(),
  }
}, workers)

/** What the user looks at goes before what is computed ahead. */
export const priorities = { looking: 10, ahead: 0 } as const

/**
 * One question at a time: a new question gives the old one up, since only what the user looks at now counts. A question
 * that was given up resolves to null.
 */
export function useLatest() {
  let asked = new AbortController()
  function cancel(): void {
    asked.abort()
  }
  async function ask<T extends Task>(task: T): Promise<AnswerOf<T> | null> {
    cancel()
    asked = new AbortController()
    try {
      return await motionPool.run(task, { priority: priorities.looking, signal: asked.signal })
    } catch (error) {
      if (error instanceof GivenUp) return null
      throw error
    }
  }
  return { ask, cancel }
}
