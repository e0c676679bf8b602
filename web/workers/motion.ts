import { type Remote, wrap } from 'comlink'
import type { MotionWorker } from './motion.worker.ts'

interface Running {
  readonly worker: Worker
  readonly remote: Remote<MotionWorker>
}

/**
 * One worker for one question at a time: a new question ends the old one, since only what the user looks at now
 * counts. Calls that were ended resolve to null.
 */
export function useMotionWorker() {
  let running: Running | null = null
  let turn = 0

  function open(): Running {
    const worker = new Worker(new URL('./motion.worker.ts', import.meta.url), { type: 'module' })
    running = { worker, remote: wrap<MotionWorker>(worker) }
    return running
  }
  let busy = false
  /** Ends what is running. */
  function cancel(): void {
    turn += 1
    if (busy) {
      running?.worker.terminate()
      running = null
      busy = false
    }
  }
  async function ask<T>(question: (remote: Remote<MotionWorker>) => Promise<T>): Promise<T | null> {
    cancel()
    const mine = turn
    const { remote } = running ?? open()
    busy = true
    // A terminated worker never answers; the next question wins the race then.
    const answer = await question(remote)
    if (mine !== turn) return null
    busy = false
    return answer
  }
  function close(): void {
    cancel()
    running?.worker.terminate()
    running = null
  }
  return { ask, cancel, close }
}
