import {
  type Customer,
  type CustomerInput,
  type CustomerQuestion,
  type Found,
  type Page,
  said,
} from '@sleetfall/contract'
import { type StyleEnds, dominance, playableOf, styleBand } from '@sleetfall/core'
import type { Db } from '../database/db.ts'
import { Conditions, countUpTo, mostFound, part } from '../database/page.ts'
import { insertRow, updateRow } from '../database/rows.ts'
import { duplicate } from '../http/errors.ts'

/** A customer's row with the borders between styles that the shop has set. */
type Row = Omit<Customer, 'style' | 'playable'> & { readonly styleEnds: Partial<StyleEnds> | null }

function withStyle({ styleEnds, ...row }: Row): Customer {
  const { speedMph, revRpm, axisTiltDeg } = row
  const value = speedMph == null || revRpm == null ? null : dominance({ speedMph, revRpm, axisTiltDeg })
  const style = value === null ? null : { dominance: value, band: styleBand(value, styleEnds ?? {}) }
  return { ...row, style, playable: playableOf(row, style?.band ?? null) }
}

const select = `select c.*, r.balls as ball_count, r.care as care_count, (select constants from shop) as style_ends
  from customer c join rack_present r on r.customer_id = c.id`
const words = `(' ' || c.name || ' ' || c.distinction || ' ' || c.contact)`

const columnsOf = {
  name: 'c.name collate "und-x-icu", c.distinction, c.id',
  care: 'r.care desc, r.customer_name collate "und-x-icu", r.customer_id',
}

/** A part of the customers by name, narrowed by words. */
export async function listCustomers(db: Db, question: CustomerQuestion): Promise<Page<Customer>> {
  const asked = new Conditions()
  if (!question.retired) asked.and('c.retired_on is null')
  asked.words(question.q, words)
  const total = await countUpTo(db, 'customer c', asked)
  const rows = await db.many<Row>(
    `${select} ${asked.where} order by ${columnsOf[question.sort]} ${part(asked, question)}`,
    asked.values,
  )
  return { items: rows.map(withStyle), total }
}

export async function customersByIds(db: Db, ids: readonly string[]): Promise<Customer[]> {
  return (
    await db.many<Row>(`${select} where c.id = any($1) order by c.name collate "und-x-icu", c.distinction`, [ids])
  ).map(withStyle)
}

export async function customerById(db: Db, id: string): Promise<Customer | null> {
  const row = await db.maybeOne<Row>(`${select} where c.id = $1`, [id])
  return row && withStyle(row)
}

/** How many games some customers bowl a week; those who have not said are left out. */
export async function gamesPerWeekOf(db: Db, ids: readonly string[]): Promise<Map<string, number>> {
  const rows = await db.many<{ id: string; gamesPerWeek: number }>(
    'select id, games_per_week from customer where id = any($1) and games_per_week is not null',
    [ids],
  )
  return new Map(rows.map((row) => [row.id, row.gamesPerWeek]))
}

/** Two of one name are told apart by `distinction`; without one the second is refused and the first shown. */
async function refuseDuplicate(db: Db, input: CustomerInput): Promise<void> {
  const same = await db.maybeOne<Row>(
    `${select} where lower(c.name) = lower($1) and lower(c.distinction) = lower($2) and c.id <> $3`,
    [input.name, input.distinction, input.id],
  )
  if (!same) return
  const message = said('refused.sameName', { name: same.name })
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

export function searchCustomers(db: Db, text: string): Promise<Found[]> {
  const asked = new Conditions().and('c.retired_on is null').words(text, words)
  return db.many(
    `select 'customer' as kind, id, name as title,
       hand, distinction, id as customer_id
     from (select * from customer c ${asked.where} limit ${mostFound}) as found order by name collate "und-x-icu", distinction, id limit 6`,
    asked.values,
  )
}
