import type { Customer, CustomerInput, Found } from '@sleetfall/contract'
import { dominance, styleBand } from '@sleetfall/core'
import type { Db } from '../database/db.ts'
import { likeWords } from '../database/like.ts'
import { insertRow, updateRow } from '../database/rows.ts'
import { duplicate } from '../http/errors.ts'

type Row = Omit<Customer, 'style'>

/** Balls are counted by the balls' exported query; see `ballCounts` there. */
function withStyle(row: Row): Customer {
  const { speedMph, revRpm, axisTiltDeg } = row
  if (speedMph == null || revRpm == null) return { ...row, style: null }
  const value = dominance({ speedMph, revRpm, axisTiltDeg: axisTiltDeg ?? null })
  return { ...row, style: { dominance: value, band: styleBand(value) } }
}

const select = `select c.*, 0 as ball_count from customer c`

export async function listCustomers(db: Db): Promise<Customer[]> {
  return (await db.many<Row>(`${select} order by c.name collate "und-x-icu", c.distinction`)).map(withStyle)
}

export async function customerById(db: Db, id: string): Promise<Customer | null> {
  const row = await db.maybeOne<Row>(`${select} where c.id = $1`, [id])
  return row && withStyle(row)
}

/** Two of one name are told apart by `distinction`; without one the second is refused and the first shown. */
async function refuseDuplicate(db: Db, input: CustomerInput): Promise<void> {
  const same = await db.maybeOne<Row>(
    `${select} where lower(c.name) = lower($1) and lower(c.distinction) = lower($2) and c.id <> $3`,
    [input.name, input.distinction, input.id],
  )
  if (!same) return
  const message = `There is a customer called ${same.name} already. If this is somebody else, say how to tell them apart.`
  throw duplicate('distinction', message, withStyle(same))
}

export async function createCustomer(db: Db, input: CustomerInput): Promise<Customer | null> {
  await refuseDuplicate(db, input)
  await insertRow(db, 'customer', input)
  return customerById(db, input.id)
}

export async function updateCustomer(db: Db, input: CustomerInput, version: number): Promise<Customer | null> {
  await refuseDuplicate(db, input)
  await updateRow(db, 'customer', { id: input.id, version }, input, () => customerById(db, input.id))
  return customerById(db, input.id)
}

export const searchCustomers = (db: Db, text: string) =>
  db.many<Found>(
    `select 'customer' as kind, id, name as title,
       concat_ws(' · ', case hand when 'left' then 'left-hander' else 'right-hander' end, nullif(distinction, '')) as detail,
       id as customer_id
     from customer where concat_ws(' ', name, distinction, contact) ilike all($1) and retired_on is null
     order by name collate "und-x-icu" limit 6`,
    [likeWords(text)],
  )
