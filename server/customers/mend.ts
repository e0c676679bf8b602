import { type Dependents, said, type UseName } from '@sleetfall/contract'
import type { Db } from '../database/db.ts'
import { ProblemError, notFound } from '../http/errors.ts'
import { type Hanging, deleteRow, dependentsOf, openHistory, refuseBlocked, setRetired } from '../http/mending.ts'
import { settleMine } from '../present/settle.ts'
import { customerById } from './store.ts'

const hangs = (name: UseName, table: string, column = 'customer_id', where?: string): Hanging => ({
  ...{ name, table, column },
  ...(where === undefined ? {} : { where }),
})
/** As somebody who threw in another one's trial: each trial once. */
const threw = hangs(
  'trials',
  'trial_arm',
  'bowler_id',
  'not exists (select from trial_arm f where f.trial_id = trial_arm.trial_id and f.bowler_id = trial_arm.bowler_id and f.arm < trial_arm.arm)',
)
const owned = [hangs('balls', 'ball'), hangs('trials', 'trial'), threw, hangs('predictions', 'prediction')]
const small = [
  hangs('entries', 'event_entry'),
  hangs('gripSheets', 'grip_sheet'),
  hangs('reminders', 'outbox_message'),
  hangs('links', 'upkeep_link'),
  hangs('schools', 'upkeep_policy'),
  hangs('diagnoses', 'diagnosis'),
  hangs('bags', 'event_bag'),
]

export const customerDependents = (db: Db, id: string): Promise<Dependents> =>
  dependentsOf(db, id, { blocks: owned, goes: small })

/** Deletes a customer without balls and trials; what else is theirs goes with them. */
export async function deleteCustomer(db: Db, id: string): Promise<void> {
  refuseBlocked(await customerDependents(db, id), 'mergeCustomer')
  await openHistory(db)
  for (const { table } of small) await db.run(`delete from ${table} where customer_id = $1`, [id])
  await deleteRow(db, 'customer', id)
}

/** Retires a customer with their balls, or brings both back: the balls that were retired with them. */
export async function retireCustomer(
  db: Db,
  id: string,
  change: { readonly version: number; readonly retired: boolean },
): Promise<void> {
  const before = await customerById(db, id)
  await setRetired(db, 'customer', id, change, () => customerById(db, id))
  if (change.retired)
    await db.run('update ball set retired_on = current_date where customer_id = $1 and retired_on is null', [id])
  else
    await db.run('update ball set retired_on = null where customer_id = $1 and retired_on = $2', [
      id,
      before?.retiredOn,
    ])
  await settleMine(db)
}

/** Gives everything of a customer to another one, then deletes the first. The other's record stays as it is. */
export async function mergeCustomers(db: Db, id: string, intoId: string): Promise<void> {
  const [from, into] = [await customerById(db, id), await customerById(db, intoId)]
  if (!from || !into) throw notFound('oneOfTwo')
  if (id === intoId) throw new ProblemError(409, 'refused', said('refused.sameCustomer'))
  await openHistory(db)
  // What both have once stays the other's.
  await db.run(
    `delete from event_entry e where customer_id = $1 and exists (
       select from event_entry o where o.event_id = e.event_id and o.customer_id = $2)`,
    [id, intoId],
  )
  await db.run(
    `delete from event_bag b where customer_id = $1 and exists (
       select from event_bag o where o.event_id = b.event_id and o.customer_id = $2)`,
    [id, intoId],
  )
  await db.run(
    `delete from upkeep_policy where customer_id = $1 and exists (select from upkeep_policy where customer_id = $2)`,
    [id, intoId],
  )
  for (const { table, column } of [...owned, ...small])
    await db.run(`update ${table} set ${column} = $2 where ${column} = $1`, [id, intoId])
  await db.run('update shot set bowler_id = $2 where bowler_id = $1', [id, intoId])
  await db.run(`select move_fits('bowler', $1, $2)`, [id, intoId])
  await deleteRow(db, 'customer', id)
  await settleMine(db)
}
