import { randomUUID } from 'node:crypto'
import type { BathState } from '@sleetfall/contract'
import { waterState, waterSteps } from '@sleetfall/core'
import { readWater } from '../bench/service.ts'
import { jobsInWater } from '../bench/store.ts'
import type { Database } from '../database/db.ts'

const everyMs = 30_000

/**
 * Watches the bath for the jobs in it, whether or not a tablet is awake: keeps a temperature now and then and at every
 * change that matters, and stops a job at once when the water is too hot.
 */
export function bathGuard(database: Database, report: (error: unknown) => void): (state: BathState | null) => void {
  let busy = false
  return (state) => {
    if (!state || busy) return
    busy = true
    void watch(database, state)
      .catch(report)
      .finally(() => (busy = false))
  }
}

async function watch(database: Database, state: BathState): Promise<void> {
  for (const job of await jobsInWater(database, waterSteps)) {
    const changed = job.lastC === null || waterState(job.lastC) !== waterState(state.temperatureC)
    const old = job.lastAt === null || Date.parse(state.at) - Date.parse(job.lastAt) >= everyMs
    if (!changed && !old) continue
    await database.transaction((db) =>
      readWater(db, job.id, { id: randomUUID(), temperatureC: state.temperatureC }, 'bath'),
    )
  }
}
