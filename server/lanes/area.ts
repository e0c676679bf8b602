import type { Area } from '../http/area.ts'
import { predictionRoutes } from './predictions.ts'
import { laneRoutes } from './routes.ts'
import { searchPatterns } from './store.ts'

export const lanes: Area = {
  name: 'lanes',
  routes: [
    ['/patterns', laneRoutes],
    ['/predictions', predictionRoutes],
  ],
  search: searchPatterns,
  tables: ['pattern', 'pattern_load', 'prediction'],
  exports: ['store.ts'],
  imports: ['balls'],
}
