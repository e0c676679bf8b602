import pg from 'pg'

/** A handle to the database: the pool, or one transaction's client. Whoever calls picks the scope. */
export interface Db {
  many<T>(sql: string, values?: readonly unknown[]): Promise<T[]>
  maybeOne<T>(sql: string, values?: readonly unknown[]): Promise<T | null>
  one<T>(sql: string, values?: readonly unknown[]): Promise<T>
  /** Runs a statement and returns how many rows it touched. */
  run(sql: string, values?: readonly unknown[]): Promise<number>
}

export interface Database extends Db {
  readonly pool: pg.Pool
  transaction<T>(work: (db: Db) => Promise<T>): Promise<T>
  close(): Promise<void>
}

/** Times leave the database as ISO texts, days as `2031-04-09`. */
const timestamptz = 1184
const date = 1082
const parsers: pg.CustomTypesConfig = {
  getTypeParser: (oid: number, format?: 'text' | 'binary') => {
    if (oid === date) return (text: string) => text
    if (oid === timestamptz) return (text: string) => new Date(text).toISOString()
    return pg.types.getTypeParser(oid, format as 'text')
  },
}

/** Names of columns as the code has them; there are some hundreds in all. */
const camelNames = new Map<string, string>()
function camelOf(column: string): string {
  let name = camelNames.get(column)
  if (name === undefined) {
    name = column.replace(/_([a-z])/g, (_, letter: string) => letter.toUpperCase())
    camelNames.set(column, name)
  }
  return name
}

/** Rows by the names of their columns: those are read once for all rows, not once for each. */
function rowsOf<T>({ fields, rows }: pg.QueryArrayResult): T[] {
  const names = fields.map(({ name }) => camelOf(name))
  return rows.map((values: unknown[]) => {
    const row: Record<string, unknown> = {}
    for (let at = 0; at < names.length; at++) row[names[at]!] = values[at]
    return row as T
  })
}

function handle(client: pg.Pool | pg.PoolClient): Db {
  const query = async (sql: string, values: readonly unknown[] = []) =>
    client.query({ text: sql, values: [...values], rowMode: 'array' })
  const many = async <T>(sql: string, values?: readonly unknown[]) => rowsOf<T>(await query(sql, values))
  return {
    many,
    maybeOne: async <T>(sql: string, values?: readonly unknown[]) => {
      const rows = await many<T>(sql, values)
      if (rows.length > 1) throw new Error('At most one row was expected.')
      return rows[0] ?? null
    },
    one: async <T>(sql: string, values?: readonly unknown[]) => {
      const rows = await many<T>(sql, values)
      if (rows.length !== 1) throw new Error(`One row was expected, not ${rows.length}.`)
      return rows[0]!
    },
    run: async (sql, values) => (await query(sql, values)).rowCount ?? 0,
  }
}

export interface DatabaseOptions {
  readonly onIdleError?: (error: Error) => void
  /** Runs at the end of each transaction, inside it. */
  readonly beforeCommit?: (db: Db) => Promise<void>
  /** Connections at most. */
  readonly connections?: number
}

export function openDatabase(
  url: string,
  { onIdleError = () => {}, beforeCommit, connections = 10 }: DatabaseOptions = {},
): Database {
  const pool = new pg.Pool({ connectionString: url, max: connections, connectionTimeoutMillis: 3000, types: parsers })
  // A connection that breaks while idle is dropped; the next query opens another.
  pool.on('error', onIdleError)
  // One that breaks between being opened and being taken has nobody who listens, which would end the process; what is asked of it fails by itself.
  pool.on('connect', (client) => client.on('error', () => {}))
  return {
    ...handle(pool),
    pool,
    transaction: async (work) => {
      const client = await pool.connect()
      let broken: Error | undefined
      const remember = (error: Error) => {
        broken = error
      }
      client.on('error', remember)
      try {
        await client.query('begin')
        const db = handle(client)
        const result = await work(db)
        await beforeCommit?.(db)
        await client.query('commit')
        return result
      } catch (error) {
        await client.query('rollback').catch(remember)
        throw error
      } finally {
        client.off('error', remember)
        client.release(broken)
      }
    },
    close: () => pool.end(),
  }
}
