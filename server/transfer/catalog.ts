import type { Db } from '../database/db.ts'
import { notTold, wholeShop } from './tables.ts'

export interface Column {
  /** As the file has it. */
  readonly key: string
  readonly name: string
  readonly type: string
  readonly nullable: boolean
  /** May be left out. */
  readonly optional: boolean
  readonly words?: readonly string[]
  readonly least?: number
  readonly most?: number
  readonly notEmpty: boolean
}
export interface Table {
  readonly name: string
  readonly key: readonly string[]
  readonly columns: readonly Column[]
}

const camel = (name: string) => name.replace(/_([a-z0-9])/g, (_, letter: string) => letter.toUpperCase())
const number = (text: string) => Number(text.replace(/[^\d.e-]/g, ''))

/** What a check of the database says of one column. */
function told(
  definition: string,
): { column: string; words?: string[]; least?: number; most?: number; notEmpty?: true } | null {
  const words = /^CHECK \(\((\w+) = ANY \(ARRAY\[(.*)\]\)\)\)$/.exec(definition)
  if (words) return { column: words[1]!, words: [...words[2]!.matchAll(/'([^']+)'/g)].map((match) => match[1]!) }
  const range = /^CHECK \(\(\((\w+) >= (\(?'?-?[\d.]+'?(?:::\w+)?\)?)(?:::[\w ]+)?\) AND \(\1 <= (\(?'?-?[\d.]+)/.exec(
    definition,
  )
  if (range) return { column: range[1]!, least: number(range[2]!.split('::')[0]!), most: number(range[3]!) }
  const empty = /^CHECK \(\((\w+) <> ''::text\)\)$/.exec(definition)
  return empty ? { column: empty[1]!, notEmpty: true } : null
}

/** The tables of a whole shop with their columns, kinds and ranges, by the database's own account. */
export async function catalogOf(db: Db): Promise<readonly Table[]> {
  const names = wholeShop.map(({ table }) => table)
  const columns = await db.many<{ table: string; name: string; type: string; nullable: boolean; optional: boolean }>(
    `select table_name as table, column_name as name, udt_name as type, is_nullable = 'YES' as nullable,
       (column_default is not null or is_nullable = 'YES') as optional
     from information_schema.columns
     where table_schema = 'public' and table_name = any ($1) and column_name <> all ($2) and is_generated = 'NEVER'
     order by table_name, column_name collate "C"`,
    [names, notTold],
  )
  const checks = await db.many<{ table: string; definition: string }>(
    `select conrelid::regclass::text as table, pg_get_constraintdef(oid) as definition
     from pg_constraint where contype = 'c' and connamespace = 'public'::regnamespace`,
  )
  const keys = await db.many<{ table: string; columns: string[] }>(
    `select i.indrelid::regclass::text as table, array_agg(a.attname::text order by array_position(i.indkey::int2[], a.attnum)) as columns
     from pg_index i join pg_attribute a on a.attrelid = i.indrelid and a.attnum = any (i.indkey)
     where i.indisprimary and i.indrelid::regclass::text = any ($1) group by 1`,
    [names],
  )
  return names.map((name) => ({
    name,
    key: keys.find(({ table }) => table === name)!.columns,
    columns: columns
      .filter(({ table }) => table === name)
      .map(({ table: _, ...column }) => {
        const facts = checks
          .filter(({ table }) => table === name)
          .flatMap(({ definition }) => told(definition) ?? [])
          .filter((fact) => fact.column === column.name)
        const { words, least, most } = Object.assign({}, ...facts) as Partial<Column>
        return {
          ...column,
          key: camel(column.name),
          notEmpty: facts.some((fact) => fact.notEmpty),
          ...(words ? { words } : {}),
          ...(least === undefined ? {} : { least, most: most! }),
        }
      }),
  }))
}
