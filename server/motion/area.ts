import type { Area } from '../http/area.ts'
import { motionRoutes } from './routes.ts'

export const motion: Area = {
  name: 'motion',
  routes: [['/reaction-map', motionRoutes]],
  tables: [],
  exports: [],
  imports: ['balls', 'customers', 'lanes', 'trials'],
}
