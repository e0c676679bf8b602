import { randomUUID } from 'node:crypto'
import type { BathState } from '@sleetfall/contract'
import { waterState, waterSteps } from '@sleetfall/core'
import { readWater } from '../bench/safety.ts'
import { jobsInWater } from '../bench/store.ts'
import type { Database } from '../database/db.ts'

const everyMs = 30_000

/**
 * Watches the bath for the jobs in it, whether or not a tablet is awake: keeps a temperature now and then and at every
 * change that matters, and stops a job at once when the water is too hot.
 */
export function bathGuard(
  database: Database,
  setTimer: (minutes: number) => Promise<unknown>,
  report: (error: unknown) => void,
): (state: BathState | null) => void {
  let busy = false
  const timed = new Set<string>()
  return (state) => {
    if (!state || busy) return
    busy = true
    void watch(database, state, async (job) => {
      // The bath's own timer follows the step, once.
      const run = `${job.id} ${job.position}`
      if (job.key !== 'bath-run' || timed.has(run)) return
      timed.add(run)
      await setTimer(job.minutes)
    })
      .catch(report)
      .finally(() => (busy = false))
  }
}

type InWater = Awaited<ReturnType<typeof jobsInWater>>[number]

async function watch(database: Database, state: BathState, seen: (job: InWater) => Promise<void>): Promise<void> {
  for (const job of await jobsInWater(database, waterSteps)) {
    await seen(job)
    const changed = job.lastC === null || waterState(job.lastC) !== waterState(state.temperatureC)
    const old = job.lastAt === null || Date.parse(state.at) - Date.parse(job.lastAt) >= everyMs
    if (!changed && !old) continue
    await database.transaction((db) =>
      readWater(db, job.id, { id: randomUUID(), temperatureC: state.temperatureC }, 'bath'),
    )
  }
}
