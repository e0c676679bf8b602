import type { Area } from '../http/area.ts'

/** Reads a shop file; the start command loads the demo shop with it. */
export const transfer: Area = {
  name: 'transfer',
  tables: [],
  exports: [],
  imports: ['balls', 'bench', 'customers', 'events', 'lanes', 'shop', 'staff', 'supplies', 'trials'],
}
