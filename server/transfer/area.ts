import type { Area } from '../http/area.ts'
import { transferRoutes } from './routes.ts'
import { wholeShop } from './tables.ts'

/** The shop in and out: the shop file, with which the start command loads the demo, and the whole shop with all that it holds. */
export const transfer: Area = {
  name: 'transfer',
  routes: [['/transfer', transferRoutes]],
  tables: [],
  foreignTables: [...wholeShop.map(({ table }) => table), 'ball_present', 'migration'],
  exports: [],
  imports: ['balls', 'bench', 'customers', 'events', 'lanes', 'present', 'shop', 'staff', 'supplies', 'trials'],
}
