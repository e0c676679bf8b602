import type { Area } from '../http/area.ts'
import { eventRoutes, ruleSetRoutes } from './routes.ts'
import { searchEvents } from './store.ts'

export const events: Area = {
  name: 'events',
  routes: [
    ['/events', eventRoutes],
    ['/rule-sets', ruleSetRoutes],
  ],
  search: searchEvents,
  tables: ['event', 'event_entry', 'event_pattern', 'rule_set'],
  foreignTables: ['event_bag', 'job'],
  exports: ['nextDay.ts', 'ruleSets.ts', 'store.ts'],
  imports: ['balls', 'customers'],
}
