import { type Load, type PatternTrust, patternTrusts } from '@sleetfall/core'
import Papa from 'papaparse'
import { readCsv } from '../controls/csv.ts'

/** A pattern as a file brings it; figures that could not be read are NaN, so that the form names their fields. */
export interface PatternDraft {
  readonly name: string
  readonly note: string
  readonly loads: readonly Load[]
  /** The load table is a guess from length, volume and ratio. */
  readonly estimated?: boolean
  readonly trust?: PatternTrust
}
export type Read =
  | { readonly ok: true; readonly pattern: PatternDraft }
  | {
      readonly ok: false
      readonly reason: 'not-json' | 'no-loads' | 'missing-columns' | 'too-many-rows' | 'not-text'
      readonly detail: string
    }

export const columns = ['fromBoard', 'toBoard', 'loads', 'microlitresPerBoard', 'startFt', 'endFt'] as const
const mostRows = 60

/** Numbers only: a formula or any other text in a cell is not a figure. */
const figure = (value: unknown) =>
  /^\s*[+-]?(\d+([.,]\d*)?|[.,]\d+)\s*$/.test(String(value))
    ? Number(String(value).trim().replace(',', '.'))
    : Number.NaN
const loadOf = (row: Readonly<Record<string, unknown>>) =>
  Object.fromEntries(columns.map((column) => [column, figure(row[column] ?? '')])) as unknown as Load

function finish(
  name: string,
  note: string,
  rows: readonly Readonly<Record<string, unknown>>[],
  { estimated, trust }: Pick<PatternDraft, 'estimated' | 'trust'> = {},
): Read {
  if (rows.length === 0) return { ok: false, reason: 'no-loads', detail: '' }
  if (rows.length > mostRows) return { ok: false, reason: 'too-many-rows', detail: `${rows.length}` }
  return {
    ok: true,
    pattern: { name, note, loads: rows.map(loadOf), estimated: estimated ?? false, ...(trust && { trust }) },
  }
}

/**
 * Reads a pattern from a JSON document (`name`, `note`, `loads`) or a CSV table (RFC 4180, a header with the columns in any
 * order, further columns passed over); a CSV pattern is named after its file. See docs/formats.md.
 */
export function readPattern(text: string, fileName: string): Read {
  const name = fileName.replace(/\.[^.]*$/, '').slice(0, 60)
  // What a wrong encoding or a binary file leaves behind.
  if (/[\u0000\uFFFD]/.test(text)) return { ok: false, reason: 'not-text', detail: '' }
  if (text.trimStart().startsWith('{')) {
    let document: Readonly<Record<string, unknown>>
    try {
      document = JSON.parse(text)
    } catch (error) {
      return { ok: false, reason: 'not-json', detail: (error as Error).message }
    }
    const rows = Array.isArray(document['loads']) ? document['loads'] : []
    const isText = (value: unknown): value is string => typeof value === 'string'
    const { name: own, note } = document
    const trust = patternTrusts.find((one) => one === document['trust'])
    return finish(
      isText(own) ? own : name,
      isText(note) ? note : '',
      rows.filter((row) => typeof row === 'object' && row !== null),
      { estimated: document['estimated'] === true, ...(trust && { trust }) },
    )
  }
  const table = readCsv(text)
  const missing = columns.filter((column) => !table.meta.fields?.includes(column))
  if (missing.length > 0) return { ok: false, reason: 'missing-columns', detail: missing.join(', ') }
  return finish(name, '', table.data)
}

/** The load table as CSV, by the same columns. */
export const toCsv = (pattern: { readonly loads: readonly Load[] }) =>
  `${Papa.unparse({ fields: [...columns], data: pattern.loads.map((load) => columns.map((column) => load[column])) })}\r\n`

export const toJson = ({ name, note, loads, estimated = false, trust = 'sheet' }: PatternDraft) =>
  `${JSON.stringify({ name, note, loads, estimated, trust }, null, 2)}\n`
