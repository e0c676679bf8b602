import { dayText, timeText } from '../controls/days.ts'
import { openPaper } from '../print/paper.ts'

type Row = Readonly<Record<string, unknown>>
export type CustomerRecord = {
  readonly format: string
  readonly madeAt: string
  readonly shop: string
  readonly customer: Row
} & Readonly<Record<string, string | Row | readonly Row[]>>

const uuid = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/
const moment = /^\d{4}-\d\d-\d\dT\d\d:\d\d/
const wordsOf = (name: string) => name.replace(/([A-Z])/g, ' $1').toLowerCase()

function valueText(value: unknown): string {
  if (value === null || value === undefined || value === '') return ''
  if (typeof value === 'string') {
    if (uuid.test(value)) return ''
    return moment.test(value) ? `${dayText(value)} ${timeText(value)}` : value
  }
  if (typeof value === 'number' || typeof value === 'boolean') return String(value)
  if (Array.isArray(value)) return value.map(valueText).filter(Boolean).join('; ')
  return lineOf(value as Row)
}

/** A row as it is read: what is empty, an id or a picture's bytes is left out. */
export const lineOf = (row: Row): string =>
  Object.entries(row)
    .filter(([name]) => name !== 'base64')
    .flatMap(([name, value]) => {
      const text = valueText(value)
      return text === '' ? [] : [`${wordsOf(name)} ${text}`]
    })
    .join(', ')

/** The sections of a record with what stands in them, empty ones left out. */
export const sectionsOf = (record: CustomerRecord): { readonly name: string; readonly lines: readonly string[] }[] =>
  Object.entries(record)
    .filter((entry): entry is [string, Row | readonly Row[]] => typeof entry[1] === 'object')
    .map(([name, rows]) => ({
      name,
      lines: (Array.isArray(rows) ? (rows as readonly Row[]) : [rows as Row]).map(lineOf),
    }))
    .filter(({ lines }) => lines.length > 0)

const [widthMm, heightMm, marginMm] = [210, 297, 15]

/** Saves all that is held of a customer as pages to take away; photos are in the file. */
export async function saveRecord(
  record: CustomerRecord,
  words: { of: (section: string) => string; made: (day: string, shop: string) => string },
): Promise<void> {
  const sections = sectionsOf(record)
  const name = String(record.customer['name'])
  const head = words.made(dayText(record.madeAt), record.shop)
  const paper = await openPaper(
    [name, head, ...sections.flatMap((section) => [words.of(section.name), ...section.lines])],
    { unit: 'mm', format: 'a4' },
  )
  const width = widthMm - 2 * marginMm
  let y = 20
  const write = (text: string, size: number, bold = false) => {
    for (const line of paper.linesOf(text, width, { size, bold })) {
      if (y > heightMm - marginMm) {
        paper.pdf.addPage('a4')
        y = 20
      }
      paper.write(line, marginMm, y, { size, bold })
      y += size * 0.42
    }
  }
  write(name, 18, true)
  y += 2
  write(head, 10)
  for (const { name: section, lines } of sections) {
    y += 5
    write(words.of(section), 12, true)
    y += 1
    for (const line of lines) {
      write(line, 9)
      y += 1
    }
  }
  paper.save(`${name}.pdf`)
}
