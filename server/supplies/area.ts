import type { Area } from '../http/area.ts'
import { padRoutes, recipeRoutes } from './routes.ts'

export const supplies: Area = {
  name: 'supplies',
  routes: [
    ['/pads', padRoutes],
    ['/recipes', recipeRoutes],
  ],
  tables: ['pad', 'shop_recipe'],
  exports: ['store.ts'],
  imports: [],
}
