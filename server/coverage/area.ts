import type { Area } from '../http/area.ts'
import { coverageRoutes } from './routes.ts'

export const coverage: Area = {
  name: 'coverage',
  routes: [['/coverage', coverageRoutes]],
  tables: [],
  exports: [],
  imports: ['balls', 'customers', 'events', 'lanes', 'shop', 'trials'],
}
