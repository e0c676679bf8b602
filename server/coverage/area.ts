import type { Area } from '../http/area.ts'
import { computeCoverage } from './job.ts'
import { coverageJob, coverageRoutes } from './routes.ts'

export const coverage: Area = {
  name: 'coverage',
  routes: [['/coverage', coverageRoutes]],
  jobs: [{ name: coverageJob, run: computeCoverage, atOnce: 2 }],
  tables: ['coverage_forecast', 'coverage_kept'],
  foreignTables: ['customer', 'job'],
  exports: ['engine.ts', 'routes.ts', 'service.ts'],
  imports: ['balls', 'bench', 'customers', 'events', 'fitting', 'lanes', 'shop', 'trials'],
}
