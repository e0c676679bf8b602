import { said, type Shop, type ShopConstants, type ShopInput, shopSchema } from '@sleetfall/contract'
import type { Db } from '../database/db.ts'
import { ProblemError, versionConflict } from '../http/errors.ts'

export const notSetUp = () => new ProblemError(503, 'unavailable', said('refused.shopNotSetUp'))

/** The shop's settings; constants that it never changed come from core's defaults. */
export async function readShop(db: Db): Promise<Shop> {
  const row = await db.maybeOne<Shop>('select name, constants, created_at, updated_at, version from shop')
  if (!row) throw notSetUp()
  return { ...row, constants: constantsOf(row.constants) }
}

/** The constants that were read last, as they are stored and with those that the shop never changed. */
let known: { readonly stored: string; readonly constants: ShopConstants } | null = null

/** Constants with those that the shop never changed. Nearly every answer asks for them, and hardly ever are they others than the time before. */
export function constantsOf(stored: unknown): ShopConstants {
  const text = JSON.stringify(stored)
  if (known?.stored !== text)
    known = { stored: text, constants: (shopSchema.cast({ name: '', constants: stored }) as ShopInput).constants }
  return known.constants
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
