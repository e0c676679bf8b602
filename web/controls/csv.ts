import Papa from 'papaparse'

/** A `sep=;` line that spreadsheet programs put first, and what it names. */
const separatorLine = /^sep=(.)\r?\n/i

/**
 * Reads a table with a heading row. What separates the columns is told by the headings, not guessed from cells: cells hold decimal
 * commas where the columns are separated by semicolons.
 */
export function readCsv(text: string) {
  const plain = text.replace(/^\uFEFF/, '')
  const named = separatorLine.exec(plain)?.[1]
  const body = plain.replace(separatorLine, '')
  const head = body.split(/\r?\n/, 1)[0] ?? ''
  const delimiter = named ?? [';', '\t', '|'].find((one) => head.includes(one)) ?? ','
  return Papa.parse<Record<string, string>>(body, {
    header: true,
    delimiter,
    skipEmptyLines: 'greedy',
    transformHeader: (name) => name.trim(),
  })
}
