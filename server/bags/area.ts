import type { Area } from '../http/area.ts'
import { bagRoutes, calendarRoutes } from './routes.ts'

export const bags: Area = {
  name: 'bags',
  routes: [
    ['/bags', bagRoutes],
    ['/calendar', calendarRoutes],
  ],
  tables: ['event_bag'],
  foreignTables: ['event'],
  exports: ['calendar.ts', 'store.ts'],
  imports: ['bench', 'coverage', 'customers', 'events', 'shop', 'supplies', 'upkeep'],
}
