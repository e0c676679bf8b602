import type { Area } from '../http/area.ts'
import { journalRoutes } from './routes.ts'

export const journal: Area = {
  name: 'journal',
  routes: [['/journal', journalRoutes]],
  // Written by the ground, with each write.
  tables: [],
  foreignTables: ['journal', 'journal_change', 'staff'],
  exports: [],
  imports: [],
}
