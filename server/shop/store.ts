import { said, type Shop, type ShopConstants, type ShopInput, shopSchema } from '@sleetfall/contract'
import type { Db } from '../database/db.ts'
import { ProblemError, versionConflict } from '../http/errors.ts'

/** The shop's settings; constants that it never changed come from core's defaults. */
export async function readShop(db: Db): Promise<Shop> {
  const row = await db.maybeOne<Shop>('select name, constants, created_at, updated_at, version from shop')
  if (!row) throw new ProblemError(503, 'unavailable', said('refused.shopNotSetUp'))
  const { name, constants } = shopSchema.cast(row) as ShopInput
  return { ...row, name, constants }
}

export const shopName = async (db: Db) => (await readShop(db)).name

export const shopConstants = async (db: Db): Promise<ShopConstants> => (await readShop(db)).constants

export async function saveShop(db: Db, input: ShopInput, version: number): Promise<Shop> {
  const touched = await db.run('update shop set name = $1, constants = $2 where version = $3', [
    input.name,
    JSON.stringify(input.constants),
    version,
  ])
  const now = await readShop(db)
  if (touched === 0) throw versionConflict(now)
  return now
}

/** Makes the shop's row with a fresh secret for signing session cookies; does nothing when there is one. */
export async function ensureShop(db: Db, name: string, sessionSecret: string): Promise<void> {
  await db.run('insert into shop (name, session_secret) values ($1, $2) on conflict do nothing', [name, sessionSecret])
}

export const sessionSecret = async (db: Db) =>
  (await db.one<{ sessionSecret: string }>('select session_secret from shop')).sessionSecret
