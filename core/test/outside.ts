// Tests alone: the core itself knows of no threads.
// eslint-disable-next-line no-restricted-imports
import { Worker } from 'node:worker_threads'

/** The worker's own part: TypeScript through tsx, the functions of one module, an answer for each question. */
const body = `
const { parentPort, workerData } = require('node:worker_threads')
const opened = import('tsx/esm/api').then(({ register }) => {
  register()
  return import(workerData)
})
parentPort.on('message', ({ id, name, given }) =>
  opened
    .then((module) => module[name](...given))
    .then((answer) => parentPort.postMessage({ id, answer }), (error) => parentPort.postMessage({ id, error: String(error.stack) })))
`
const workers = new Map<string, Worker>()
let asked = 0

/**
 * Runs an exported function of a module in a thread of its own. The tests' world is a context of Node's `vm`, in which the motion core runs at a quarter of its
 * speed; whatever simulates for seconds goes outside. Arguments and answer are copied. `lane`: questions of different lanes run beside each other.
 */
export function outside<T>(url: string, name: string, given: readonly unknown[], lane = 0): Promise<T> {
  const key = `${url} ${lane}`
  const worker = workers.get(key) ?? new Worker(body, { eval: true, workerData: url })
  workers.set(key, worker)
  worker.unref()
  const id = (asked += 1)
  return new Promise((resolve, reject) => {
    const listen = (told: { readonly id: number; readonly answer: T; readonly error?: string }) => {
      if (told.id !== id) return
      worker.off('message', listen)
      worker.off('error', reject)
      if (told.error === undefined) resolve(told.answer)
      else reject(new Error(told.error))
    }
    worker.on('message', listen)
    worker.on('error', reject)
    worker.ref()
    worker.postMessage({ id, name, given })
  }).finally(() => worker.unref()) as Promise<T>
}
