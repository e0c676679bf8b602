import type { Area } from '../http/area.ts'
import { eventRoutes } from './routes.ts'
import { searchEvents } from './store.ts'

export const events: Area = {
  name: 'events',
  routes: [['/events', eventRoutes]],
  search: searchEvents,
  tables: ['event', 'event_entry', 'event_pattern'],
  foreignTables: ['job'],
  exports: ['nextDay.ts', 'store.ts'],
  imports: ['balls', 'customers'],
}
