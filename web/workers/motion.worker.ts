import { perform } from '@sleetfall/core'
import { expose } from 'comlink'

/** The heavy part of the motion core, away from the screen's thread. */
const entry = { perform }
export type MotionWorker = typeof entry
expose(entry)
