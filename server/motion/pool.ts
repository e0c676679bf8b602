import { availableParallelism } from 'node:os'
import { Worker } from 'node:worker_threads'
import { WorkPool } from '@sleetfall/core'
import { wrap } from 'comlink'
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs'
import type { MotionThread } from './thread.ts'

/** From the sources (tests, bench) threads run the sources, from the bundle the bundled thread. */
const openThread = () =>
  import.meta.url.endsWith('.ts')
    ? new Worker(
        `import('tsx/esm/api').then(({ register }) => { register(); return import('${new URL('./thread.ts', import.meta.url).href}') })`,
        { eval: true },
      )
    : new Worker(new URL('./motionThread.js', import.meta.url))

/** A pool of threads; by default one for each processor. Close it when the server ends. */
export const openMotionPool = (threads = availableParallelism()) =>
  new WorkPool(() => {
    const thread = openThread()
    // An idle thread must not keep the process alive.
    thread.unref()
    const remote = wrap<MotionThread>(nodeEndpoint(thread))
    const failed = new Promise<never>((_, reject) => thread.once('error', reject))
    // Told through the task that runs; without one there is nobody to tell.
    failed.catch(() => {})
    return {
      perform: (task) => Promise.race([remote.perform(task), failed]),
      end: () => void thread.terminate(),
    }
  }, threads)
