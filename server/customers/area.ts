import type { Area } from '../http/area.ts'
import { customerRoutes } from './routes.ts'
import { searchCustomers } from './store.ts'

export const customers: Area = {
  name: 'customers',
  routes: [['/customers', customerRoutes]],
  search: searchCustomers,
  exports: ['store.ts'],
  imports: ['balls', 'present'],
}
