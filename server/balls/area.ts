import type { Area } from '../http/area.ts'
import { photoRoutes } from './photos.ts'
import { ballRoutes } from './routes.ts'
import { searchBalls } from './store.ts'

export const balls: Area = {
  name: 'balls',
  routes: [
    ['/balls/:id/photos', photoRoutes],
    ['/balls', ballRoutes],
  ],
  search: searchBalls,
  tables: ['ball', 'ball_event', 'ball_photo'],
  foreignTables: ['ball_present', 'job', 'trial_arm'],
  exports: ['events.ts', 'store.ts'],
  imports: ['events', 'lanes', 'present'],
}
