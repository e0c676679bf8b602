import {
  type ImportAnswer,
  type ImportWishes,
  type RowProblem,
  type Said,
  type SameName,
  type TableCount,
  said,
} from '@sleetfall/contract'
import { Ajv2020, type ErrorObject } from 'ajv/dist/2020.js'
import formats from 'ajv-formats'
import { group } from 'd3-array'
import type { Database, Db } from '../database/db.ts'
import { fileTypeFromBuffer } from 'file-type'
import { markAll } from '../present/store.ts'
import { type Table, catalogOf } from './catalog.ts'
import type { Archive } from './archive.ts'
import { schemaOf } from './schema.ts'
import { type WholeTable, wholeShop } from './tables.ts'

type Row = Readonly<Record<string, unknown>>
export interface WholeShop {
  readonly format: string
  readonly schema: string
  readonly tables: Partial<Record<WholeTable, readonly Row[]>>
}

const mostProblems = 200
const atOnce = 200
/** What tells two records of a table apart besides their ids; of shops that are put together. */
const uniqueBy: Partial<Record<WholeTable, (row: Row) => string>> = {
  staff: (row) => text(row['login']),
  station: (row) => text(row['name']),
  customer: (row) => `${lower(row['name'])} ${lower(row['distinction'])}`,
  pattern: (row) => lower(row['name']),
  named_layout: (row) => lower(row['name']),
  pad: (row) => lower(row['name']),
  shop_recipe: (row) => lower(row['name']),
  rule_set: (row) => lower(row['name']),
  stock_ball: (row) => `${lower(row['name'])} ${text(row['weightLb'] ?? 0)}`,
}
const text = (value: unknown) => String(value)
const lower = (value: unknown) => text(value ?? '').toLowerCase()
const nameOf = (row: Row | undefined) =>
  text(row?.['name'] ?? row?.['question'] ?? row?.['login'] ?? row?.['id'] ?? '').slice(0, 80)

/** What a breach of the schema says, at the field it is about. */
function schemaProblem(error: ErrorObject, document: WholeShop): RowProblem {
  const [, , table = '', row = '0', field = ''] = error.instancePath.split('/')
  const rows = (document.tables as Record<string, readonly Row[] | undefined> | undefined)?.[table]
  const params = error.params as Record<string, unknown>
  // Fields are called as the file has them: who puts it right looks for them there.
  const missing = text(params['missingProperty'] ?? params['additionalProperty'] ?? '')
  const at = { field: field || missing }
  const what =
    error.keyword === 'required'
      ? said('transfer.missing', { field: missing })
      : error.keyword === 'additionalProperties'
        ? said('input.unknownField', { path: missing })
        : error.keyword === 'enum'
          ? said('transfer.oneOf', { ...at, values: (params['allowedValues'] as string[]).join(', ') })
          : error.keyword === 'minimum' || error.keyword === 'maximum'
            ? said('transfer.range', { ...at, ...rangeOf(error) })
            : said('transfer.wrongly', at)
  return { table, row: Number(row) + 1, name: nameOf(rows?.[Number(row)]), said: what }
}
function rangeOf({ parentSchema }: ErrorObject): { min: number; max: number } {
  const { minimum = 0, maximum = 0 } = (parentSchema ?? {}) as { minimum?: number; maximum?: number }
  return { min: minimum, max: maximum }
}

class TakenBack extends Error {}

/**
 * Brings a whole shop in, all or nothing: everything is checked, put into the database in one transaction, and taken back when it was only a look
 * or anything is wrong with it. Into a shop without customers, balls and patterns it comes as it is; into another it is merged by id.
 */
export async function importShop(database: Database, archive: Archive, wishes: ImportWishes): Promise<ImportAnswer> {
  const tables = await catalogOf(database)
  const document = archive.document as WholeShop
  const problems = checked(tables, document)
  const answer = { empty: await isEmpty(database), problems, counts: [], sameNames: [], taken: false } as ImportAnswer
  if (problems.length > 0) return answer
  let done: Pick<ImportAnswer, 'problems' | 'counts' | 'sameNames'> = answer
  try {
    await database.transaction(async (db) => {
      await db.run(`select set_config('timezone', 'UTC', true), set_config('sleetfall.mending', 'on', true)`)
      done = await new Run(db, tables, archive, wishes).all(document, answer.empty)
      if (wishes.look || done.problems.length > 0) throw new TakenBack()
      // What each ball is now is folded behind, however many there are.
      await markAll(db)
    })
    return { ...answer, ...done, taken: true }
  } catch (error) {
    if (!(error instanceof TakenBack)) throw error
    return { ...answer, ...done }
  }
}

/** Whether a shop has nothing of its own yet, so that another one can be brought in as it is. */
const isEmpty = async (db: Db) =>
  !(
    await db.one<{ full: boolean }>(
      'select exists (select from customer) or exists (select from pattern) or exists (select from ball) as full',
    )
  ).full

function checked(tables: readonly Table[], document: WholeShop): RowProblem[] {
  const ajv = new Ajv2020({ allErrors: true, verbose: true, strict: false })
  // The package is CommonJS: what it exports stands one deeper for the compiler than when it runs.
  const add = (formats as unknown as { default?: typeof formats }).default ?? formats
  ;(add as unknown as (ajv: Ajv2020) => void)(ajv)
  if (ajv.validate(schemaOf(tables), document)) return []
  return (
    (ajv.errors ?? [])
      // Of what may be null or something the something is told of.
      .filter(({ keyword, params }) => keyword !== 'anyOf' && (params as { type?: unknown }).type !== 'null')
      .slice(0, mostProblems)
      .map((error) => schemaProblem(error, document))
  )
}

class Run {
  readonly #db: Db
  readonly #tables: readonly Table[]
  readonly #archive: Archive
  readonly #wishes: ImportWishes
  readonly #problems: RowProblem[] = []
  readonly #counts: TableCount[] = []
  readonly #sameNames: SameName[] = []
  /** Ids of the file that stand for records of the shop. */
  readonly #ids = new Map<string, string>()

  constructor(db: Db, tables: readonly Table[], archive: Archive, wishes: ImportWishes) {
    this.#db = db
    this.#tables = tables
    this.#archive = archive
    this.#wishes = wishes
  }

  async all(document: WholeShop, empty: boolean) {
    const { tables } = document
    if (empty) await this.#clear()
    for (const { table, ...kind } of wholeShop) {
      const rows = tables[table] ?? []
      const of = this.#tables.find(({ name }) => name === table)!
      if (rows.length === 0 || (!empty && 'onlyWhenEmpty' in kind)) continue
      await this.#findSame(table, rows)
      await this.#put(of, rows, { empty, append: 'append' in kind })
      if (this.#problems.length >= mostProblems) break
    }
    if (this.#problems.length === 0) await this.#finish()
    return { problems: this.#problems, counts: this.#counts, sameNames: this.#sameNames }
  }

  /** What a new shop has from the start makes room for the file's. */
  async #clear(): Promise<void> {
    await this.#db.run(`set local sleetfall.forgetting = 'on'`)
    for (const table of [
      'journal_change',
      'journal',
      'bench_slot',
      'bench_plan',
      'station',
      'device',
      'telling',
      'rule_set',
      'upkeep_policy',
      'oil_learnt',
      'cover_experience',
      'diagnosis_learnt',
    ])
      await this.#db.run(`delete from ${table}`)
  }

  /** Records that have another id here: taken for the same when that is wished, else a problem of their rows. */
  async #findSame(table: WholeTable, rows: readonly Row[]): Promise<void> {
    const by = uniqueBy[table]
    if (!by) return
    const columns = this.#tables.find(({ name }) => name === table)!.columns
    const found = await this.#db.many<{ row: Record<string, unknown> }>(`select to_jsonb(t) as row from "${table}" t`)
    const here = new Map(
      found.map(({ row }) => [
        by(Object.fromEntries(columns.map(({ key, name }) => [key, row[name]]))),
        text(row['id']),
      ]),
    )
    for (const [at, row] of rows.entries()) {
      const own = here.get(by(row))
      if (own === undefined || own === row['id']) continue
      this.#sameNames.push({ table, name: nameOf(row) })
      // Also where it is not wished, so that no row is told as wrong for another one's sake.
      this.#ids.set(text(row['id']), own)
      // Who signs in by one name is one person, and a station is where it stands.
      if (!this.#wishes.mapNames && table !== 'staff' && table !== 'station')
        this.#problem(table, at, row, said('transfer.sameName', { name: nameOf(row) }))
    }
  }

  #problem(table: string, at: number, row: Row, what: Said): void {
    if (this.#problems.length < mostProblems) this.#problems.push({ table, row: at + 1, name: nameOf(row), said: what })
  }

  /** A row with the ids of the shop in place of those that stand for them. */
  #mapped<T>(value: T): T {
    if (this.#ids.size === 0) return value
    if (typeof value === 'string') return (this.#ids.get(value) ?? value) as T
    if (Array.isArray(value)) return value.map((one: unknown) => this.#mapped(one)) as T
    if (typeof value !== 'object' || value === null) return value
    return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, this.#mapped(one)])) as T
  }

  async #put(
    table: Table,
    rows: readonly Row[],
    { empty, append }: { empty: boolean; append: boolean },
  ): Promise<void> {
    const counts = { added: 0, same: 0, differs: 0 }
    for (let from = 0; from < rows.length; from += atOnce) {
      const part = rows.slice(from, from + atOnce).map((row) => this.#mapped(row))
      // Somebody is there already in every shop: who brings it in.
      const here = empty && table.name !== 'staff' ? new Map<string, string>() : await this.#standing(table, part)
      const fresh: { at: number; row: Row }[] = []
      for (const [n, row] of part.entries()) {
        const standing = here.get(this.#keyOf(table, row))
        if (standing === undefined) fresh.push({ at: from + n, row })
        else if (standing === this.#canonical(table, row)) counts.same++
        else {
          counts.differs++
          if (this.#wishes.theirs && !append) fresh.push({ at: from + n, row })
        }
      }
      counts.added += fresh.filter(({ row }) => !here.has(this.#keyOf(table, row))).length
      await this.#insert(table, fresh, empty)
    }
    this.#counts.push({ table: table.name, ...counts })
  }

  #keyOf(table: Table, row: Row): string {
    return table.key.map((name) => text(row[table.columns.find((column) => column.name === name)!.key])).join(' ')
  }
  #canonical(table: Table, row: Row): string {
    // A moment is the same however its zone is written; a number however its end is.
    const told = table.columns
      .filter(({ name }) => name !== 'created_at' && name !== 'seq')
      .map(({ key, type }) => {
        const value = row[key] ?? null
        return [key, type === 'timestamptz' && typeof value === 'string' ? Date.parse(value) : sorted(value)]
      })
    return JSON.stringify(told)
  }

  /** Rows of the shop that have the keys of some of the file, as they would stand in it. */
  async #standing(table: Table, rows: readonly Row[]): Promise<Map<string, string>> {
    const match = table.key.map((name) => `t."${name}" = k."${name}"`).join(' and ')
    const found = await this.#db.many<{ row: Record<string, unknown> }>(
      `select to_jsonb(t) as row from "${table.name}" t join jsonb_populate_recordset(null::"${table.name}", $1::jsonb) k on ${match}`,
      [JSON.stringify(rows.map((row) => this.#asColumns(table, row)))],
    )
    return new Map(
      found.map(({ row }) => {
        const told = Object.fromEntries(table.columns.map(({ key, name }) => [key, row[name]]))
        return [this.#keyOf(table, told), this.#canonical(table, told)]
      }),
    )
  }

  #asColumns(table: Table, row: Row): Record<string, unknown> {
    return Object.fromEntries(table.columns.flatMap(({ key, name }) => (key in row ? [[name, row[key]]] : [])))
  }

  /** Puts rows in, all at once, and one by one when something is wrong with one of them, so that it is told which. */
  async #insert(table: Table, fresh: readonly { at: number; row: Row }[], empty: boolean): Promise<void> {
    // Rows that leave something out come with those that leave out the same.
    const groups = group(fresh, ({ row }) => this.#namesIn(table, row, empty).join())
    for (const some of groups.values()) {
      await this.#db.run('savepoint rows')
      try {
        await this.#insertRows(table, some, empty)
        await this.#db.run('release savepoint rows')
      } catch {
        await this.#db.run('rollback to savepoint rows')
        for (const one of some) {
          await this.#db.run('savepoint one')
          try {
            await this.#insertRows(table, [one], empty)
            await this.#db.run('release savepoint one')
          } catch (error) {
            await this.#db.run('rollback to savepoint one')
            this.#problem(table.name, one.at, one.row, refusal(error))
            if (this.#problems.length >= mostProblems) return
          }
        }
      }
    }
  }

  #namesIn(table: Table, row: Row, empty: boolean): string[] {
    return table.columns.filter(({ key, name }) => key in row && (empty || name !== 'seq')).map(({ name }) => name)
  }

  async #insertRows(table: Table, some: readonly { row: Row }[], empty: boolean): Promise<void> {
    const names = this.#namesIn(table, some[0]!.row, empty)
    const values = await Promise.all(
      some.map(async ({ row }) => ({ ...this.#asColumns(table, row), ...(await this.#bytesOf(table, row)) })),
    )
    const extra = table.name === 'ball_photo' ? ['bytes'] : table.name === 'shop' ? ['session_secret'] : []
    const all = [...names, ...extra].map((name) => `"${name}"`)
    const others = names.filter((name) => !table.key.includes(name))
    // The one row of the shop's settings is there already, with the key of its sessions.
    const conflict =
      table.name === 'shop' || this.#wishes.theirs
        ? `on conflict (${table.key.map((name) => `"${name}"`).join(', ')}) do ${others.length > 0 ? `update set ${others.map((name) => `"${name}" = excluded."${name}"`).join(', ')}` : 'nothing'}`
        : ''
    await this.#db.run(
      `insert into "${table.name}" (${all.join(', ')}) overriding system value select ${all.map((name) => `r.${name}`).join(', ')}
       from jsonb_populate_recordset(null::"${table.name}", $1::jsonb) r ${conflict}`,
      [JSON.stringify(values)],
    )
  }

  async #bytesOf(table: Table, row: Row): Promise<Record<string, unknown>> {
    if (table.name === 'shop') return { session_secret: '' }
    if (table.name !== 'ball_photo') return {}
    const bytes = await this.#archive.photo(text(row['id']), text(row['contentType']))
    // A picture is what its bytes are, not what it is called.
    if (!bytes || (await fileTypeFromBuffer(bytes))?.mime !== row['contentType']) throw new PhotoMissing()
    return { bytes: `\\x${bytes.toString('hex')}` }
  }

  /** Counters go on behind what came in. */
  async #finish(): Promise<void> {
    await this.#db.run(
      `select setval(pg_get_serial_sequence('ball_event', 'seq'), (select coalesce(max(seq), 0) + 1 from ball_event), false),
              setval('journal_number', greatest((select coalesce(max(id), 0) + 1 from journal), nextval('journal_number')), false)`,
    )
    await this.#db.run('set constraints all immediate')
  }
}

class PhotoMissing extends Error {}

const sorted = (value: unknown): unknown =>
  typeof value !== 'object' || value === null
    ? value
    : Array.isArray(value)
      ? value.map(sorted)
      : Object.fromEntries(
          Object.entries(value)
            .sort(([a], [b]) => (a < b ? -1 : 1))
            .map(([key, one]) => [key, sorted(one)]),
        )

/** What the database says against a row. */
function refusal(error: unknown): Said {
  if (error instanceof PhotoMissing) return said('transfer.photoMissing')
  const { code, constraint } = error as { code?: string; constraint?: string }
  switch (code) {
    case '23503':
      return said('transfer.pointsNowhere', { constraint: constraint ?? '' })
    case '23505':
      return said('transfer.twice', { constraint: constraint ?? '' })
    case '23514':
      return said('refused.outsideRange', { constraint: constraint ?? '' })
    default:
      if (code?.startsWith('22') || code?.startsWith('23') || code === 'P0001') return said('transfer.notFit')
      throw error
  }
}
