import {
  type GripSheet,
  type GripSheetInput,
  type NamedLayout,
  type NamedLayoutInput,
  type StockBall,
  type StockBallInput,
  type StockImported,
  type WantedBall,
  type WantedBallInput,
  type WantedBalls,
  wrong,
} from '@sleetfall/contract'
import { randomUUID } from 'node:crypto'
import { type BallSpec, raOfGrit } from '@sleetfall/core'
import type { Db } from '../database/db.ts'
import { insertRow, updateRow } from '../database/rows.ts'
import { duplicate } from '../http/errors.ts'
import { deleteRow } from '../http/mending.ts'

export const layoutById = (db: Db, id: string) =>
  db.maybeOne<NamedLayout>('select * from named_layout where id = $1', [id])

export const listLayouts = (db: Db) =>
  db.many<NamedLayout>('select * from named_layout order by name collate "und-x-icu"')

async function refuseTakenLayout(db: Db, { id, name }: NamedLayoutInput): Promise<void> {
  const same = await db.maybeOne('select id from named_layout where lower(name) = lower($1) and id <> $2', [name, id])
  if (same) throw duplicate('name', wrong('layoutName', 'called', { name }))
}

export async function createLayout(db: Db, input: NamedLayoutInput): Promise<NamedLayout | null> {
  await refuseTakenLayout(db, input)
  await insertRow(db, 'named_layout', input)
  return layoutById(db, input.id)
}

export async function updateLayout(db: Db, input: NamedLayoutInput, version: number): Promise<NamedLayout | null> {
  await refuseTakenLayout(db, input)
  const { id, ...record } = input
  await updateRow(db, 'named_layout', { id, version }, record, () => layoutById(db, id))
  return layoutById(db, id)
}

export const removeLayout = (db: Db, id: string) => db.run('delete from named_layout where id = $1', [id])

const sheetSelect = `select g.*, s.name as taken_by from grip_sheet g left join staff_label s on s.id = g.staff_id`

/** Grip sheets of a customer, newest first. */
export const sheetsOf = (db: Db, customerId: string) =>
  db.many<GripSheet>(`${sheetSelect} where g.customer_id = $1 order by g.created_at desc, g.id`, [customerId])

export const sheetById = (db: Db, id: string) => db.maybeOne<GripSheet>(`${sheetSelect} where g.id = $1`, [id])

export async function createSheet(db: Db, input: GripSheetInput, staffId: string): Promise<GripSheet | null> {
  await insertRow(db, 'grip_sheet', { ...input, staffId })
  return sheetById(db, input.id)
}

export const listStock = (db: Db) =>
  db.many<StockBall>('select * from stock_ball order by name collate "und-x-icu", weight_lb')

export const stockById = (db: Db, id: string) => db.maybeOne<StockBall>('select * from stock_ball where id = $1', [id])

async function refuseTakenStock(db: Db, id: string, { name, weightLb }: StockBallInput): Promise<void> {
  const same = await db.maybeOne(
    'select id from stock_ball where lower(name) = lower($1) and coalesce(weight_lb, 0) = coalesce($2, 0) and id <> $3',
    [name, weightLb ?? null, id],
  )
  if (same) throw duplicate('name', wrong('name', 'calledWithWeight', { name }))
}
export async function updateStock(
  db: Db,
  id: string,
  input: StockBallInput,
  version: number,
): Promise<StockBall | null> {
  await refuseTakenStock(db, id, input)
  await updateRow(db, 'stock_ball', { id, version }, input, () => stockById(db, id))
  return stockById(db, id)
}
/** So many are shown: what is looked for now, not all that ever was. */
const mostWanted = 100
const wantedSelect = `select w.*, c.name as customer_name, s.name as stock_name, s.in_stock
  from wanted_ball w join lateral (select name from customer_label l where l.id = w.customer_id offset 0) c on true
  left join stock_ball s on s.id = w.stock_ball_id`

/** Balls that are looked for, newest first. */
export async function wantedBalls(db: Db): Promise<WantedBalls> {
  const items = await db.many<WantedBall>(
    `${wantedSelect} where w.state = 'open' order by w.created_at desc, w.id limit ${mostWanted}`,
  )
  const { n } = await db.one<{ n: number }>(
    `select count(*)::int as n from (select from wanted_ball where state = 'open' limit 1000) w`,
  )
  return { items, total: n }
}
export const wantedById = (db: Db, id: string) => db.maybeOne<WantedBall>(`${wantedSelect} where w.id = $1`, [id])

/** Remembers a ball to look for; the same one for the same customer is remembered once. */
export async function wantBall(db: Db, input: WantedBallInput): Promise<WantedBall | null> {
  const same = await db.maybeOne<{ id: string }>(
    `select id from wanted_ball where customer_id = $1 and state = 'open' and cover = $2 and abs(ra_um - $3) < 0.001
       and abs(rg_in - $4) < 0.001 and abs(differential_in - $5) < 0.001`,
    [input.customerId, input.cover, input.raUm, input.rgIn, input.differentialIn],
  )
  if (same) return wantedById(db, same.id)
  await insertRow(db, 'wanted_ball', input)
  return wantedById(db, input.id)
}

export async function settleWanted(db: Db, id: string, version: number, state: WantedBall['state']) {
  await updateRow(db, 'wanted_ball', { id, version }, { state }, () => wantedById(db, id))
  return wantedById(db, id)
}

export const deleteStock = (db: Db, id: string) => deleteRow(db, 'stock_ball', id)

/** Writes all rows: a known name and weight is brought up to date, another is added. */
export async function importStock(db: Db, rows: readonly StockBallInput[]): Promise<StockImported> {
  let [added, changed] = [0, 0]
  for (const row of rows) {
    const known = await db.maybeOne<{ id: string; version: number }>(
      'select id, version from stock_ball where lower(name) = lower($1) and coalesce(weight_lb, 0) = coalesce($2, 0)',
      [row.name, row.weightLb ?? null],
    )
    if (known) {
      await updateRow(db, 'stock_ball', known, row, async () => null)
      changed += 1
    } else {
      await insertRow(db, 'stock_ball', { id: randomUUID(), ...row })
      added += 1
    }
  }
  return { added, changed }
}

/** Balls of the stock that are nearest to a specification in core, cover and box finish, among those whose figures are known. */
export const stockNear = async (db: Db, spec: BallSpec, most: number): Promise<Omit<BallSpec, 'id'>[]> =>
  (
    await db.many<StockBall & { rgIn: number; differentialIn: number; factoryGrit: number }>(
      `select * from stock_ball
       where in_stock > 0 and rg_in is not null and differential_in is not null and factory_grit is not null and cover <> 'polyester'
       order by abs(rg_in - $1) / 0.03 + abs(differential_in - $2) / 0.012 + case when cover = $3 then 0 else 1 end, name, id limit $4`,
      [spec.rgIn, spec.differentialIn, spec.cover, most],
    )
  ).map(({ id, name, cover, rgIn, differentialIn, factoryGrit }) => ({
    ...{ cover, rgIn, differentialIn, raUm: raOfGrit(factoryGrit), stock: { id, name } },
  }))
/** Which of some balls are in stock still. */
export const inStock = async (db: Db, ids: readonly string[]): Promise<string[]> =>
  (await db.many<{ id: string }>('select id from stock_ball where id = any($1) and in_stock > 0', [ids])).map(
    ({ id }) => id,
  )
