import type { Area } from '../http/area.ts'
import { shopRoutes } from './routes.ts'

export const shop: Area = {
  name: 'shop',
  routes: [['/shop', shopRoutes]],
  tables: ['shop'],
  exports: ['store.ts'],
  imports: ['surface'],
}
