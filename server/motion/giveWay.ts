import { readlinkSync } from 'node:fs'
import { setPriority } from 'node:os'

/** What computes for seconds gets the processor when nobody waits for an answer: a tenth of what a request gets. */
const niceness = 10

/**
 * Puts the thread that calls this behind everything else on the machine that wants the processor; the other threads of its process stay as they are.
 * Where the system has no priority for a thread (Linux has one), nothing changes.
 */
export function giveWay(): void {
  try {
    const thread = Number(readlinkSync('/proc/thread-self').split('/').at(-1))
    if (Number.isInteger(thread)) setPriority(thread, niceness)
  } catch {
    // It computes at the common priority.
  }
}
