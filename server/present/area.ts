import type { Area } from '../http/area.ts'
import { markPassed } from './store.ts'

/** The read model: what a ball and a rack are now. Its queues stand in `queue.ts`. */
export const present: Area = {
  name: 'present',
  // Events that came and went without a write.
  tasks: [
    { name: 'present-passed', every: '*/10 * * * *', run: (database) => database.transaction((db) => markPassed(db)) },
  ],
  tables: ['ball_present', 'rack_present'],
  foreignTables: ['ball', 'oil_learnt', 'shop'],
  exports: ['lists.ts', 'settle.ts', 'store.ts'],
  imports: ['balls', 'events', 'shop', 'surface', 'upkeep'],
}
