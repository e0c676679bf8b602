import type { Area } from '../http/area.ts'
import { surfaceRoutes } from './routes.ts'

export const surface: Area = {
  name: 'surface',
  routes: [['/surface', surfaceRoutes]],
  tables: ['advice_rule_off', 'cover_experience', 'oil_learnt', 'oil_pair', 'wear_fit'],
  foreignTables: ['ball', 'job'],
  exports: ['experience.ts', 'fits.ts', 'oilLearning.ts'],
  imports: ['balls', 'customers', 'events', 'lanes', 'present', 'shop', 'trials', 'upkeep'],
}
