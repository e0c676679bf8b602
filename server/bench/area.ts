import type { Area } from '../http/area.ts'
import { planRoutes } from './planRoutes.ts'
import { benchRoutes } from './routes.ts'
import { searchJobs } from './store.ts'

export const bench: Area = {
  name: 'bench',
  routes: [
    ['/bench', benchRoutes],
    ['/plan', planRoutes],
  ],
  search: searchJobs,
  tables: ['bench_person', 'bench_plan', 'bench_slot', 'job', 'job_reading', 'job_step', 'plan_link', 'station'],
  // Names and roles of who works there: asked with their hours in one query.
  foreignTables: ['ball_present', 'staff'],
  exports: ['plan.ts', 'planCalendar.ts', 'planStore.ts', 'safety.ts', 'store.ts'],
  imports: ['balls', 'customers', 'events', 'staff', 'supplies', 'surface', 'trials'],
}
