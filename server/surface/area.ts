import type { Area } from '../http/area.ts'
import { surfaceRoutes } from './routes.ts'

export const surface: Area = {
  name: 'surface',
  routes: [['/surface', surfaceRoutes]],
  exports: ['experience.ts', 'fits.ts', 'oilLearning.ts'],
  imports: ['balls', 'customers', 'events', 'lanes', 'present', 'shop', 'trials', 'upkeep'],
}
