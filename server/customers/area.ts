import type { Area } from '../http/area.ts'
import { customerRoutes } from './routes.ts'
import { searchCustomers } from './store.ts'

export const customers: Area = {
  name: 'customers',
  routes: [['/customers', customerRoutes]],
  search: searchCustomers,
  tables: ['customer'],
  foreignTables: ['ball', 'event_bag', 'event_entry', 'rack_present', 'shop', 'shot', 'trial_arm', 'upkeep_policy'],
  exports: ['store.ts'],
  imports: ['balls', 'present'],
}
