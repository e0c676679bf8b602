import type { Area } from '../http/area.ts'
import { aheadJob, countAhead, countAheadNightly } from './ahead.ts'
import { upkeepRoutes } from './routes.ts'
import { quietNow, sendWaiting } from './store.ts'

export const upkeep: Area = {
  name: 'upkeep',
  routes: [['/upkeep', upkeepRoutes]],
  jobs: [{ name: aheadJob, run: (database) => countAhead(database) }],
  tasks: [
    { name: 'upkeep-ahead-nightly', every: '20 3 * * *', run: countAheadNightly },
    {
      name: 'outbox',
      every: '* * * * *',
      // The sender is simulated: whatever waits long enough counts as delivered, and the log says so.
      run: (database, logger) =>
        database.transaction(async (db) => {
          if (await quietNow(db)) return 0
          return sendWaiting(db, async (message) => {
            logger.info({ message: message.id }, 'message handed to the simulated sender')
            return true
          })
        }),
    },
  ],
  tables: ['outbox_message', 'telling', 'upkeep_ahead', 'upkeep_link', 'upkeep_policy', 'upkeep_visit'],
  exports: ['service.ts', 'store.ts'],
  imports: ['balls', 'bench', 'customers', 'events', 'lanes', 'present'],
}
