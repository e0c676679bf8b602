import { type Dependents, type UseName, said, type words } from '@sleetfall/contract'
import type { Db } from '../database/db.ts'
import { ProblemError, notFound } from './errors.ts'

/** Table, column and words of something that hangs on a record. */
export interface Hanging {
  readonly name: UseName
  readonly table: string
  readonly column: string
  /** Narrows the rows that count. */
  readonly where?: string
}

type Instead = keyof typeof words.instead

/** Counts what hangs on a record; zeros are left out. */
async function countOf(db: Db, id: string, hangings: readonly Hanging[]): Promise<Dependents['blocks']> {
  const counts: Partial<Record<UseName, number>> = {}
  for (const { name, table, column, where } of hangings) {
    const { count } = await db.one<{ count: number }>(
      `select count(*)::int as count from ${table} where ${column} = $1${where ? ` and ${where}` : ''}`,
      [id],
    )
    if (count > 0) counts[name] = (counts[name] ?? 0) + count
  }
  return counts
}

export const dependentsOf = async (
  db: Db,
  id: string,
  of: { readonly blocks: readonly Hanging[]; readonly goes: readonly Hanging[] },
): Promise<Dependents> => ({ blocks: await countOf(db, id, of.blocks), goes: await countOf(db, id, of.goes) })

/** Refuses to delete what others hang on, naming them. */
export function refuseBlocked({ blocks }: Dependents, instead: Instead): void {
  const uses = Object.entries(blocks).map(([name, count]) => said(`uses.${name as UseName}`, { count }))
  if (uses.length > 0)
    throw new ProblemError(409, 'in-use', said('refused.stillUsed', { uses, instead: said(`instead.${instead}`) }))
}

/** Lets history be moved or deleted for the rest of this transaction. */
export const openHistory = (db: Db) => db.run(`select set_config('sleetfall.mending', 'on', true)`)

export async function setRetired(
  db: Db,
  table: 'customer' | 'ball' | 'pattern',
  id: string,
  change: { readonly version: number; readonly retired: boolean },
  conflict: () => Promise<unknown>,
): Promise<void> {
  const touched = await db.run(
    `update ${table} set retired_on = case when $3 then current_date end where id = $1 and version = $2`,
    [id, change.version, change.retired],
  )
  if (touched === 1) return
  const current = await conflict()
  throw current === null
    ? notFound()
    : new ProblemError(409, 'version-conflict', said('refused.changedMeanwhile'), { current })
}

export const deleteRow = async (db: Db, table: string, id: string) => {
  if ((await db.run(`delete from ${table} where id = $1`, [id])) === 0) throw notFound()
}
