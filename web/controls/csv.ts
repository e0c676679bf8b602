import Papa from 'papaparse'

/**
 * The text of a chosen file: UTF-8, UTF-16 where the file says so, and else what spreadsheet programs of Western Europe write. A file that is no text still has its
 * zeros, by which it is refused.
 */
export async function textOfFile(file: Pick<Blob, 'arrayBuffer'>): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  const wide =
    bytes[0] === 0xff && bytes[1] === 0xfe ? 'utf-16le' : bytes[0] === 0xfe && bytes[1] === 0xff ? 'utf-16be' : null
  if (wide) return new TextDecoder(wide).decode(bytes)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}

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
