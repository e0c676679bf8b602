import {
  type FieldName,
  type Pad,
  type PadInput,
  type ShopRecipe,
  type ShopRecipeInput,
  wrong,
} from '@sleetfall/contract'
import type { Db } from '../database/db.ts'
import { insertRow, updateRow } from '../database/rows.ts'
import { duplicate, notFound } from '../http/errors.ts'

export const padById = (db: Db, id: string) => db.maybeOne<Pad>('select * from pad where id = $1', [id])
export const listPads = (db: Db) =>
  db.many<Pad>('select * from pad order by grit nulls last, abrasive, name collate "und-x-icu"')

async function refuseTaken(db: Db, table: 'pad' | 'shop_recipe', what: FieldName, input: { id: string; name: string }) {
  const same = await db.maybeOne(`select id from ${table} where lower(name) = lower($1) and id <> $2`, [
    input.name,
    input.id,
  ])
  if (same) throw duplicate('name', wrong(what, 'called', { name: input.name }))
}

export async function createPad(db: Db, input: PadInput): Promise<Pad | null> {
  await refuseTaken(db, 'pad', 'name', input)
  await insertRow(db, 'pad', input)
  return padById(db, input.id)
}

export async function updatePad(db: Db, input: PadInput, version: number): Promise<Pad | null> {
  await refuseTaken(db, 'pad', 'name', input)
  const { id, ...record } = input
  await updateRow(db, 'pad', { id, version }, record, () => padById(db, id))
  return padById(db, id)
}

/** Counts one more ball on a pad; returns how many it had done before. */
export async function usePad(db: Db, id: string): Promise<number> {
  const row = await db.maybeOne<{ before: number }>(
    'update pad set uses = uses + 1 where id = $1 returning uses - 1 as before',
    [id],
  )
  if (!row) throw notFound('pad')
  return row.before
}

/** Takes a count back that was made by a tap too early. */
export const unusePad = (db: Db, id: string) =>
  db.run('update pad set uses = greatest(0, uses - 1) where id = $1', [id])

/** Throws the worn one away and opens a spare; false when there is none. */
export const openSpare = async (db: Db, id: string, version: number) =>
  (await db.run('update pad set spare = spare - 1, uses = 0 where id = $1 and version = $2 and spare > 0', [
    id,
    version,
  ])) === 1

export const recipeById = (db: Db, id: string) =>
  db.maybeOne<ShopRecipe>('select * from shop_recipe where id = $1', [id])
export const listRecipes = (db: Db) =>
  db.many<ShopRecipe>('select * from shop_recipe order by name collate "und-x-icu"')

export async function createRecipe(db: Db, input: ShopRecipeInput): Promise<ShopRecipe | null> {
  await refuseTaken(db, 'shop_recipe', 'recipeName', input)
  await insertRow(db, 'shop_recipe', input)
  return recipeById(db, input.id)
}

export async function updateRecipe(db: Db, input: ShopRecipeInput, version: number): Promise<ShopRecipe | null> {
  await refuseTaken(db, 'shop_recipe', 'recipeName', input)
  const { id, ...record } = input
  await updateRow(db, 'shop_recipe', { id, version }, record, () => recipeById(db, id))
  return recipeById(db, id)
}

export const removeRecipe = (db: Db, id: string) => db.run('delete from shop_recipe where id = $1', [id])
export const removePad = (db: Db, id: string) => db.run('delete from pad where id = $1', [id])
