import { randomUUID } from 'node:crypto'
import type { BagCard, KeptBag } from '@sleetfall/contract'
import type { Db } from '../database/db.ts'
import { listsIn, updateRow } from '../database/rows.ts'

const select = `select id, event_id, customer_id, card, packed, updated_at, version from event_bag`

export const keptBag = (db: Db, eventId: string, customerId: string) =>
  db.maybeOne<KeptBag>(`${select} where event_id = $1 and customer_id = $2`, [eventId, customerId])

/** Who of an event has a bag. */
export const bagsOf = (db: Db, eventId: string) =>
  db.many<Pick<KeptBag, 'customerId' | 'updatedAt'>>(
    'select customer_id, updated_at from event_bag where event_id = $1',
    [eventId],
  )

/** Bags that lie ahead of a customer, nearest first; a handful is what a page shows. */
const mostShown = 6
export const bagsAhead = (db: Db, customerId: string, today: string) =>
  db.many<KeptBag>(
    `select b.id, b.event_id, b.customer_id, b.card, b.packed, b.updated_at, b.version from event_bag b
     join lateral (select ends_on, starts_on from event e where e.id = b.event_id) e on e.ends_on >= $2
     where b.customer_id = $1 order by e.starts_on, b.id limit ${mostShown}`,
    [customerId, today],
  )

/** Keeps a bag as it stands; what was packed stays packed. */
export async function keepBag(db: Db, eventId: string, customerId: string, card: BagCard): Promise<void> {
  await db.run(
    `insert into event_bag (id, event_id, customer_id, card) values ($1, $2, $3, $4)
     on conflict (event_id, customer_id) do update set card = excluded.card`,
    [randomUUID(), eventId, customerId, JSON.stringify(card)],
  )
}

export async function setPacked(db: Db, bag: KeptBag, version: number, packed: readonly string[]): Promise<void> {
  await updateRow(db, 'event_bag', { id: bag.id, version }, listsIn({ packed }, ['packed']), () =>
    keptBag(db, bag.eventId, bag.customerId),
  )
}
