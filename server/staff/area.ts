import type { Area } from '../http/area.ts'
import { ownRoutes, sessionRoutes, staffRoutes } from './routes.ts'

export const staff: Area = {
  name: 'staff',
  routes: [
    ['/session', ownRoutes],
    ['/staff', staffRoutes],
  ],
  doors: [['/session', sessionRoutes]],
  tables: ['staff'],
  exports: ['store.ts'],
  imports: ['shop'],
}
