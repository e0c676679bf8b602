import { parentPort } from 'node:worker_threads'
import { perform } from '@sleetfall/core'
import { expose } from 'comlink'
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs'

/** The heavy part of the motion core in a thread of its own; the same entry as the browser's workers. */
const entry = { perform }
export type MotionThread = typeof entry
if (parentPort) expose(entry, nodeEndpoint(parentPort))
