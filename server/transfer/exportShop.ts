import { PassThrough, Readable, type Writable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type pg from 'pg'
import yazl from 'yazl'
import type { Database } from '../database/db.ts'
import { type Table, catalogOf } from './catalog.ts'
import { wholeFormat } from './schema.ts'

const atOnce = 2000
/** Files in the archive carry one and the same day: two archives of one shop are the same to the byte. */
const noDay = new Date('2000-01-01T00:00:00Z')
export const photoEndings = { 'image/jpeg': 'jpg', 'image/png': 'png', 'image/webp': 'webp' } as const

/** Rows of a table in the order of its key, as JSON objects whose keys stand in the order of their names. */
async function* rowsOf(client: pg.PoolClient, { name, columns, key }: Table): AsyncGenerator<string> {
  const parts = columns.map(({ key: told, name: column }) => `'${told}', t."${column}"`)
  // A list of arguments has an end in PostgreSQL; two objects put together have not.
  const half = Math.ceil(parts.length / 2)
  const object = [parts.slice(0, half), parts.slice(half)]
    .filter((some) => some.length > 0)
    .map((some) => `jsonb_build_object(${some.join(', ')})`)
    .join(' || ')
  await client.query(
    `declare rows no scroll cursor for select ${object} as row from "${name}" t order by ${key.map((one) => `t."${one}"`).join(', ')}`,
  )
  for (;;) {
    const { rows } = await client.query<{ row: Record<string, unknown> }>(`fetch ${atOnce} from rows`)
    for (const { row } of rows)
      yield JSON.stringify(Object.fromEntries(columns.map(({ key: told }) => [told, row[told]])))
    if (rows.length < atOnce) break
  }
  await client.query('close rows')
}

/** The document in parts, nothing of it held but a few rows. */
async function* documentOf(client: pg.PoolClient, tables: readonly Table[], schema: string): AsyncGenerator<string> {
  yield `{"format":${JSON.stringify(wholeFormat)},\n"schema":${JSON.stringify(schema)},\n"tables":{`
  for (const [index, table] of tables.entries()) {
    yield `${index > 0 ? ',' : ''}\n${JSON.stringify(table.name)}:[`
    let first = true
    for await (const row of rowsOf(client, table)) {
      yield `${first ? '' : ','}\n${row}`
      first = false
    }
    yield ']'
  }
  yield '\n}}\n'
}

/** A client of its own in one snapshot, so that the whole is of one moment while others write. */
async function inSnapshot<T>(database: Database, work: (client: pg.PoolClient) => Promise<T>): Promise<T> {
  const client = await database.pool.connect()
  try {
    await client.query('begin isolation level repeatable read read only')
    await client.query(`set local timezone = 'UTC'; set local extra_float_digits = 1`)
    return await work(client)
  } finally {
    await client.query('rollback').catch(() => {})
    client.release()
  }
}

/** Writes the whole shop as a zip: `shop.json` and, by their ids, the photos. */
export async function exportShop(database: Database, out: Writable): Promise<void> {
  const tables = await catalogOf(database)
  const { name } = await database.one<{ name: string }>('select name from migration order by id desc limit 1')
  await inSnapshot(database, async (client) => {
    const zip = new yazl.ZipFile()
    const written = pipeline(zip.outputStream, out)
    const options = { mtime: noDay, forceDosTimestamp: true }
    const document = Readable.from(documentOf(client, tables, name))
    const ended = new PassThrough()
    const spoken = pipeline(document, ended)
    zip.addReadStream(ended, 'shop.json', options)
    await Promise.race([spoken, written])
    const { rows } = await client.query<{ id: string; content_type: keyof typeof photoEndings }>(
      'select id, content_type from ball_photo order by id',
    )
    for (const { id, content_type } of rows) {
      const { rows: found } = await client.query<{ bytes: Buffer }>('select bytes from ball_photo where id = $1', [id])
      zip.addBuffer(found[0]!.bytes, `photos/${id}.${photoEndings[content_type]}`, { ...options, compress: false })
    }
    zip.end()
    await written
  })
}
