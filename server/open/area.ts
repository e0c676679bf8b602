import type { Area } from '../http/area.ts'
import { openRoutes } from './routes.ts'

export const open: Area = {
  name: 'open',
  doors: [['/open', openRoutes]],
  tables: [],
  exports: [],
  imports: ['bags', 'balls', 'bench', 'customers', 'events', 'lanes', 'shop', 'upkeep'],
}
