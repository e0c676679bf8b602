import { createHash } from 'node:crypto'
import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { runner } from 'node-pg-migrate'
import pg from 'pg'

/**
 * Brings a database to the newest schema: numbered SQL files, one transaction each, under an advisory lock. A
 * file that was applied before must still have the content it had then.
 */
export async function migrate(url: string, folder: string, log: (line: string) => void = () => {}): Promise<void> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    await client.query(
      'create table if not exists migration_checksum (name text primary key, sha256 text not null, created_at timestamptz not null default now())',
    )
    await verifyChecksums(client, folder)
    const applied = await runner({
      dbClient: client,
      dir: folder,
      direction: 'up',
      migrationsTable: 'migration',
      singleTransaction: false,
      advisoryLockMode: 'wait',
      log: () => {},
      ignorePattern: '\\..*|.*\\.json',
    })
    for (const { name } of applied) log(`migration ${name}`)
    for (const name of files(folder)) {
      await client.query('insert into migration_checksum (name, sha256) values ($1, $2) on conflict do nothing', [
        name,
        checksum(folder, name),
      ])
    }
  } finally {
    await client.end()
  }
}

/** How many migrations a database has had, and which it still lacks. */
export async function pendingMigrations(
  url: string,
  folder: string,
): Promise<{ readonly applied: number; readonly pending: readonly string[] }> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    const known = await client.query(`select to_regclass('public.migration') is not null as known`)
    const { rows } = known.rows[0].known
      ? await client.query<{ name: string }>('select name from migration')
      : { rows: [] }
    const had = new Set(rows.map((row) => row.name))
    return { applied: had.size, pending: files(folder).filter((file) => !had.has(file.replace('.sql', ''))) }
  } finally {
    await client.end()
  }
}

const files = (folder: string) =>
  readdirSync(folder)
    .filter((name) => name.endsWith('.sql'))
    .sort()
/**
 * Checksums of earlier texts of a migration that was edited after databases had been made by it. What they lack, a later
 * migration adds (0012).
 */
const formerTexts: Readonly<Record<string, readonly string[]>> = {
  '0011_bench_and_upkeep.sql': [
    'dc7ccda1a8715d2b2c9c4c089ede45b28c5f8d25c1d1d1673e8a4d31bd4d2217',
    '7b093fbcaef10b42213505da59f14a870531f3d818a05e473deffb4497884be2',
  ],
}
const checksum = (folder: string, name: string) =>
  createHash('sha256')
    .update(readFileSync(join(folder, name)))
    .digest('hex')

async function verifyChecksums(client: pg.Client, folder: string): Promise<void> {
  const { rows } = await client.query<{ name: string; sha256: string }>('select name, sha256 from migration_checksum')
  const known = files(folder)
  for (const { name, sha256 } of rows) {
    if (!known.includes(name))
      throw new Error(`Migration ${name} was applied to this database but its file is missing.`)
    if (checksum(folder, name) !== sha256 && !formerTexts[name]?.includes(sha256)) {
      throw new Error(
        `Migration ${name} was changed after it had been applied. Restore it and add a new migration instead.`,
      )
    }
  }
}
