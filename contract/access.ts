import type { RecordableKind } from './ballEvents.ts'
import type { Role } from './staff.ts'

/** Roles by what they may: each may all that stands before it. */
const ranks: Readonly<Record<Role, number>> = { counter: 0, technician: 1, owner: 2 }
export const mayAs = (role: Role, least: Role) => ranks[role] >= ranks[least]

/**
 * Least role for what the screens offer; the server's table of routes names the same. The counter takes in, logs, promises and
 * hands out; patterns, layouts, stock, surfaces, bench and trials are the technician's; staff and the shop's rules the owner's.
 */
export const abilities = {
  records: 'counter',
  promises: 'counter',
  patterns: 'technician',
  layouts: 'technician',
  stock: 'technician',
  surfaces: 'technician',
  bench: 'technician',
  trials: 'technician',
  devices: 'technician',
  merging: 'technician',
  staff: 'owner',
  shop: 'owner',
} as const satisfies Record<string, Role>
export type Ability = keyof typeof abilities

/** What the counter may put into a ball's history, and take back: what a customer tells or she sees, not work on the cover. */
export const counterRecords: readonly RecordableKind[] = ['games', 'cleaned', 'scanned', 'moved']
