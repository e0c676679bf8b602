import type { Area } from '../http/area.ts'
import { padRoutes, recipeRoutes } from './routes.ts'

export const supplies: Area = {
  name: 'supplies',
  routes: [
    ['/pads', padRoutes],
    ['/recipes', recipeRoutes],
  ],
  exports: ['store.ts'],
  imports: [],
}
