import { notFound, versionConflict } from '../http/errors.ts'
import type { Db } from './db.ts'

type Values = Readonly<Record<string, unknown>>

const snake = (key: string) => key.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`)
/** Objects go into jsonb columns as text; arrays of plain numbers stay PostgreSQL arrays. */
const column = (value: unknown) =>
  value !== null && typeof value === 'object' && !(Array.isArray(value) && value.every((v) => typeof v === 'number'))
    ? JSON.stringify(value)
    : (value ?? null)

/** A row with its lists as the jsonb that their columns are; an empty one would be an empty array of SQL else. */
export const listsIn = <T extends object, K extends keyof T>(row: T, lists: readonly K[]): T & Record<K, unknown> => ({
  ...row,
  ...(Object.fromEntries(lists.map((name) => [name, JSON.stringify(row[name])])) as Record<K, string>),
})

/** Inserts one row; keys of `values` are the columns in camel case. */
export async function insertRow(db: Db, table: string, values: Values): Promise<void> {
  const keys = Object.keys(values)
  const names = keys.map(snake).join(', ')
  const marks = keys.map((_, index) => `$${index + 1}`).join(', ')
  await db.run(
    `insert into ${table} (${names}) values (${marks})`,
    keys.map((key) => column(values[key])),
  )
}

/**
 * Updates one row if it still has the version that the writer saw. Otherwise throws not-found or a version
 * conflict that carries what `current` reads now.
 */
export async function updateRow(
  db: Db,
  table: string,
  key: { readonly id: string; readonly version: number },
  values: Values,
  current: () => Promise<unknown>,
): Promise<void> {
  const keys = Object.keys(values).filter((name) => name !== 'id')
  const sets = keys.map((name, index) => `${snake(name)} = $${index + 3}`).join(', ')
  const touched = await db.run(`update ${table} set ${sets} where id = $1 and version = $2`, [
    key.id,
    key.version,
    ...keys.map((name) => column(values[name])),
  ])
  if (touched === 1) return
  const now = await current()
  throw now === null ? notFound() : versionConflict(now)
}
