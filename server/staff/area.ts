import type { Area } from '../http/area.ts'
import { doorRoutes } from './doorRoutes.ts'
import { ownRoutes } from './ownRoutes.ts'
import { staffRoutes } from './routes.ts'

export const staff: Area = {
  name: 'staff',
  routes: [
    ['/session', ownRoutes],
    ['/staff', staffRoutes],
  ],
  doors: [['/session', doorRoutes]],
  tasks: [
    {
      name: 'staff-tidy',
      every: '25 * * * *',
      run: async (database) => {
        await database.run('delete from one_time_code where expires_at < now()')
        await database.run(`delete from known_device where seen_at < now() - interval '400 days'`)
      },
    },
  ],
  tables: ['staff', 'one_time_code', 'recovery_code', 'known_device'],
  foreignTables: ['session'],
  exports: ['store.ts'],
  imports: ['shop'],
}
