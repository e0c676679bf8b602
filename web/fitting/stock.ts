import {
  type FieldProblem,
  type StockBallInput,
  check,
  mostStockRows,
  stockBallSchema,
  wrong,
} from '@sleetfall/contract'
import { type CoverFamily, readCoreFigure } from '@sleetfall/core'
import { readCsv } from '../controls/csv.ts'
import { fixed } from '../controls/figures.ts'

/** Fields of a stock list that a column can be put to. */
export const stockFields = [
  'name',
  'cover',
  'hardnessD',
  'rgIn',
  'differentialIn',
  'intermediateDifferentialIn',
  'factoryGrit',
  'weightLb',
  'inStock',
] as const
export type StockField = (typeof stockFields)[number]
/** Which column of the file fills a field; null: none does. */
export type Mapping = Readonly<Record<StockField, string | null>>

/** Bytes of a list that is read. */
export const largestFile = 3_000_000
/** A figure of a core as it stands in the list. */
export const figure = (value: number | null | undefined) => (value == null ? '–' : fixed(value, 3))

export interface Table {
  readonly columns: readonly string[]
  readonly rows: readonly Readonly<Record<string, string>>[]
}
export type ReadTable =
  | { readonly ok: true; readonly table: Table }
  | { readonly ok: false; readonly reason: 'not-text' | 'no-header' | 'no-rows' | 'too-many-rows'; readonly n: number }

/** Reads a CSV file (RFC 4180; comma, semicolon or tab) as text rows. */
export function readTable(text: string): ReadTable {
  // What a wrong encoding or a binary file leaves behind.
  if (/[\u0000\uFFFD]/.test(text)) return { ok: false, reason: 'not-text', n: 0 }
  const parsed = readCsv(text)
  const columns = (parsed.meta.fields ?? []).filter((column) => column !== '')
  if (columns.length < 2) return { ok: false, reason: 'no-header', n: 0 }
  if (parsed.data.length === 0) return { ok: false, reason: 'no-rows', n: 0 }
  if (parsed.data.length > mostStockRows) return { ok: false, reason: 'too-many-rows', n: parsed.data.length }
  return { ok: true, table: { columns, rows: parsed.data } }
}

/** What a row cannot be without. */
const neededFields: readonly StockField[] = ['name', 'cover']
/** Needed fields that no column is put to. */
export const missingFields = (mapping: Mapping) => neededFields.filter((field) => mapping[field] === null)

/** Words by which a column's heading tells what it holds, English and German; the first field that claims a column keeps it. */
const headings: readonly (readonly [StockField, RegExp])[] = [
  ['intermediateDifferentialIn', /int|psa|mass|zwischen/i],
  ['differentialIn', /diff|differential/i],
  ['rgIn', /\brg\b|gyration/i],
  ['hardnessD', /hard|h(ä|ae)rte|shore|duro/i],
  ['factoryGrit', /grit|finish|factory|k(ö|oe)rnung|werk/i],
  ['weightLb', /weight|lb|pound|gewicht|pfund/i],
  ['inStock', /\bstock\b|count|qty|quantity|pieces|bestand|menge|anzahl|lager|st(ü|ue)ck/i],
  ['cover', /cover|family|type|belag|schale|bezug|typ\b/i],
  ['name', /name|ball|model|title|artikel|bezeichnung/i],
]
export function guessMapping(columns: readonly string[]): Mapping {
  const taken = new Set<string>()
  const found: Partial<Record<StockField, string>> = {}
  for (const [field, pattern] of headings) {
    const column = columns.find((one) => !taken.has(one) && (one === field || pattern.test(one)))
    if (column === undefined) continue
    taken.add(column)
    found[field] = column
  }
  return Object.fromEntries(stockFields.map((field) => [field, found[field] ?? null])) as Record<
    StockField,
    string | null
  >
}

/** Words for cover families as they stand in price lists. */
const coverWords: readonly (readonly [RegExp, CoverFamily])[] = [
  [/hybrid/i, 'hybrid'],
  [/pea?rl/i, 'pearl'],
  [/urethan/i, 'urethane'],
  [/poly|plasti[ck]/i, 'polyester'],
  [/solid/i, 'solid'],
]
const plain = (text: string) =>
  /^\s*[+-]?(\d+([.,]\d*)?|[.,]\d+)\s*$/.test(text) ? Number(text.trim().replace(',', '.')) : Number.NaN

export interface ReadRow {
  /** Line of the table, the heading being line 1. */
  readonly line: number
  readonly name: string
  readonly row: StockBallInput | null
  readonly problems: readonly FieldProblem[]
}

/** Formulas are text to us: they are refused where a figure belongs, and kept as written where a name does. */
function rowOf(raw: Readonly<Record<string, string>>, mapping: Mapping): Record<string, unknown> {
  const text = (field: StockField) => (mapping[field] === null ? '' : (raw[mapping[field]] ?? '').trim())
  const core = (field: 'rgIn' | 'differentialIn' | 'intermediateDifferentialIn') => {
    if (text(field) === '') return null
    const read = readCoreFigure(field, text(field))
    // Out of range or the other figure: the schema names the field and its range.
    return read.ok ? read.valueIn : plain(text(field))
  }
  const figure = (field: StockField) => (text(field) === '' ? null : plain(text(field)))
  const cover = coverWords.find(([pattern]) => pattern.test(text('cover')))?.[1] ?? text('cover')
  return {
    name: text('name'),
    cover,
    rgIn: core('rgIn'),
    differentialIn: core('differentialIn'),
    intermediateDifferentialIn: core('intermediateDifferentialIn'),
    hardnessD: figure('hardnessD'),
    factoryGrit: figure('factoryGrit'),
    weightLb: figure('weightLb'),
    inStock: figure('inStock') ?? 0,
  }
}

/** Every row read by the mapping, with its problems; a name and weight that stands twice is one. */
export function readRows(table: Table, mapping: Mapping): ReadRow[] {
  const seen = new Map<string, number>()
  return table.rows.map((raw, index): ReadRow => {
    const line = index + 2
    const made = rowOf(raw, mapping)
    const checked = check(stockBallSchema, made)
    const name = String(made['name'])
    if (!checked.ok) return { line, name, row: null, problems: checked.fields }
    const key = `${checked.value.name.toLowerCase()} ${checked.value.weightLb ?? ''}`
    const first = seen.get(key)
    if (first !== undefined)
      return {
        line,
        name,
        row: null,
        problems: [{ path: 'name', said: wrong('name', 'standsInLine', { line: first }) }],
      }
    seen.set(key, line)
    return { line, name, row: checked.value, problems: [] }
  })
}
