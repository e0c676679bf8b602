import type { Area } from '../http/area.ts'
import { bagRoutes } from './routes.ts'

export const bags: Area = {
  name: 'bags',
  routes: [['/bags', bagRoutes]],
  tables: ['event_bag'],
  foreignTables: ['event'],
  exports: ['store.ts'],
  imports: ['bench', 'coverage', 'events', 'shop', 'supplies'],
}
