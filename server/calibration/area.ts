import type { Area } from '../http/area.ts'
import { calibrationRoutes } from './routes.ts'

export const calibration: Area = {
  name: 'calibration',
  routes: [['/calibrations', calibrationRoutes]],
  tables: ['calibration', 'calibration_part', 'fit_in_force', 'strength_learnt'],
  foreignTables: ['customer', 'trial', 'trial_arm', 'trial_words'],
  exports: [],
  imports: ['balls', 'customers', 'events', 'lanes', 'trials'],
}
