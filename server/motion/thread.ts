import { parentPort } from 'node:worker_threads'
import { giveWay } from './giveWay.ts'
import { type Task, perform, plansFor } from '@sleetfall/core'
import { openSolver } from '@sleetfall/core/solver'
import { expose } from 'comlink'
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs'

/** The heavy part of the motion core in a thread of its own; the same entry as the browser's workers. */
const entry = {
  // The solver of plans is loaded when the first is asked for.
  perform: async (task: Task) => (task.kind === 'plan' ? plansFor(await openSolver(), task.question) : perform(task)),
}
export type MotionThread = typeof entry
if (parentPort) {
  giveWay()
  expose(entry, nodeEndpoint(parentPort))
}
