import { mostPhotoBytes, said } from '@sleetfall/contract'
import { promisify } from 'node:util'
import yauzl from 'yauzl'
import { ProblemError } from '../http/errors.ts'
import { photoEndings } from './exportShop.ts'

/** A shop as it came: the document, and photos by their ids. */
export interface Archive {
  readonly document: unknown
  photo(id: string, contentType: string): Promise<Buffer | null>
  close(): void
}

/** A document is read whole: larger shops are moved by a backup, which is not. */
export const mostDocumentBytes = 200_000_000
const mostEntries = 200_000
const isEntry = /^(shop\.json|photos\/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}\.(jpg|png|webp))$/

const refuse = (key: Parameters<typeof said>[0], values?: Parameters<typeof said>[1]) =>
  new ProblemError(422, 'invalid-input', said(key, values))
const open = promisify<string, yauzl.Options, yauzl.ZipFile>(yauzl.open)

function read(zip: yauzl.ZipFile, entry: yauzl.Entry, most: number): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    // What an entry says of its size is kept to by the package; what is too large is not even begun.
    if (entry.uncompressedSize > most) return reject(refuse('transfer.tooLarge', { name: entry.fileName }))
    zip.openReadStream(entry, (error, stream) => {
      if (error) return reject(error)
      const parts: Buffer[] = []
      stream.on('data', (part: Buffer) => parts.push(part))
      stream.on('error', reject).on('end', () => resolve(Buffer.concat(parts)))
    })
  })
}

/** Opens a zip that somebody brought: nothing but the document and photos by their ids is in it, none larger than it may be. */
async function openZip(file: string): Promise<Archive> {
  const zip = await open(file, { lazyEntries: true, autoClose: false, strictFileNames: true, validateEntrySizes: true })
  const entries = new Map<string, yauzl.Entry>()
  try {
    await new Promise<void>((resolve, reject) => {
      zip.on('entry', (entry: yauzl.Entry) => {
        if (!isEntry.test(entry.fileName))
          return reject(refuse('transfer.foreignEntry', { name: entry.fileName.slice(0, 80) }))
        if (entries.has(entry.fileName) || entries.size >= mostEntries) return reject(refuse('transfer.notWhole'))
        entries.set(entry.fileName, entry)
        zip.readEntry()
      })
      zip.on('error', reject).on('end', resolve)
      zip.readEntry()
    })
    const entry = entries.get('shop.json')
    if (!entry) throw refuse('transfer.notWhole')
    const document = parsed(await read(zip, entry, mostDocumentBytes))
    return {
      document,
      photo: async (id, contentType) => {
        const found = entries.get(`photos/${id}.${photoEndings[contentType as keyof typeof photoEndings]}`)
        return found ? read(zip, found, mostPhotoBytes) : null
      },
      close: () => zip.close(),
    }
  } catch (error) {
    zip.close()
    throw error
  }
}

function parsed(bytes: Buffer): unknown {
  try {
    return JSON.parse(bytes.toString('utf8'))
  } catch {
    throw refuse('transfer.notJson')
  }
}

/** Opens a file that somebody brought, a zip or the document alone. Throws a problem that says what is wrong with it. */
export async function openArchive(file: string, bytes: () => Promise<Buffer>, isZip: boolean): Promise<Archive> {
  if (!isZip) return { document: parsed(await bytes()), photo: async () => null, close: () => {} }
  return openZip(file).catch((error: unknown) => {
    throw error instanceof ProblemError ? error : refuse('transfer.notWhole')
  })
}
