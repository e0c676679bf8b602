import type { Area } from '../http/area.ts'
import { benchRoutes } from './routes.ts'
import { searchJobs } from './store.ts'

export const bench: Area = {
  name: 'bench',
  routes: [['/bench', benchRoutes]],
  search: searchJobs,
  tables: ['job', 'job_reading', 'job_step', 'station'],
  foreignTables: ['ball_present'],
  exports: ['safety.ts', 'store.ts'],
  imports: ['balls', 'customers', 'events', 'staff', 'supplies', 'surface', 'trials'],
}
