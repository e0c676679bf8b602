import type { Area } from '../http/area.ts'
import { searchRoutes } from './routes.ts'

/** The field at the top of each screen: asks every area that has something to find. */
export const search = (areas: readonly Area[]): Area => ({
  name: 'search',
  routes: [['/search', searchRoutes(areas.flatMap((area) => area.search ?? []))]],
  tables: [],
  exports: [],
  imports: [],
})
