import { type ChildProcess, spawn } from 'node:child_process'
import { createHash, randomBytes } from 'node:crypto'
import { createReadStream, createWriteStream } from 'node:fs'
import { mkdir, readFile, readdir, rename, rm, stat, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { PassThrough, type Readable, Transform, Writable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { type Backup, type BackupReason, type Said, isGoodBackup, said } from '@sleetfall/contract'
import { english } from '@sleetfall/contract/english'
import pg from 'pg'
import { staying } from './retention.ts'
import { type Seal, opening, sealing } from './seal.ts'
import { type BackupSettings, besides, programOf } from './settings.ts'

/** What lies beside a backup's file and says what is in it. */
export interface Manifest extends Backup {
  readonly format: typeof manifestFormat
  /** Name of the newest migration of the schema that it holds. */
  readonly schema: string
  /** Rows of each table. */
  readonly counts: Readonly<Record<string, number>>
  /** Of the file as it lies there. */
  readonly sha256: string
  readonly seal: Seal | null
}
export const manifestFormat = 'sleetfall-backup/1'

/** Trouble with a backup, and what to do. */
export class BackupProblem extends Error {
  constructor(readonly said: Said) {
    super(english(said))
  }
}
const saidOf = (error: unknown): Said =>
  error instanceof BackupProblem
    ? error.said
    : said('backup.other', { why: error instanceof Error ? error.message : String(error) })

const nameOf = (madeAt: string) =>
  `sleetfall-${madeAt.slice(0, 19).replaceAll(':', '-')}-${randomBytes(2).toString('hex')}`
const isName = /^sleetfall-\d{4}-\d\d-\d\dT\d\d-\d\d-\d\d-[0-9a-f]{4}$/
export const isBackupName = (name: string) => isName.test(name)
export const fileOf = (folder: string, name: string) => join(folder, `${name}.dump`)
const manifestOf = (folder: string, name: string) => join(folder, `${name}.json`)

/** Tables whose rows are of the hour: who is signed in, and how often somebody tried. */
const passing = ['session', 'rate_limit']

const started = (settings: BackupSettings, name: 'pg_dump' | 'pg_restore', url: string, args: readonly string[]) => {
  const address = new URL(url)
  return spawn(programOf(settings, name), args, {
    stdio: ['pipe', 'pipe', 'pipe'],
    env: {
      ...process.env,
      ...(settings.libraries ? { LD_LIBRARY_PATH: settings.libraries } : {}),
      // Not among its arguments, where every user of the machine could read it.
      PGPASSWORD: decodeURIComponent(address.password),
      PGHOST: address.hostname,
      PGPORT: address.port || '5432',
      PGUSER: decodeURIComponent(address.username),
      PGDATABASE: address.pathname.slice(1),
    },
  })
}
/** Resolves when a program has ended well; else its last words are the error. */
const ended = (child: ChildProcess, name: string) => {
  let words = ''
  child.stderr?.on('data', (data: Buffer) => (words = `${words}${data.toString()}`.slice(-2000)))
  return new Promise<void>((resolve, reject) => {
    child.once('error', (error) =>
      reject(new BackupProblem(said('backup.notRun', { program: name, why: error.message }))),
    )
    child.once('close', (code) =>
      code === 0
        ? resolve()
        : reject(
            new BackupProblem(said('backup.failed', { program: name, why: words.trim().split('\n').at(-1) ?? '' })),
          ),
    )
  })
}

async function withClient<T>(url: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: url })
  // A connection that breaks fails what is asked of it, not the process.
  client.on('error', () => {})
  await client.connect()
  try {
    return await work(client)
  } finally {
    await client.end()
  }
}

/** Rows of each table of the shop. */
async function countsOf(client: pg.Client): Promise<Record<string, number>> {
  const { rows } = await client.query<{ name: string }>(
    `select tablename as name from pg_tables where schemaname = 'public' and tablename <> all($1) order by 1`,
    [passing],
  )
  const counts: Record<string, number> = {}
  for (const { name } of rows) {
    const of = await client.query<{ count: string }>(`select count(*) from ${client.escapeIdentifier(name)}`)
    counts[name] = Number(of.rows[0]!.count)
  }
  return counts
}
const schemaOf = async (client: pg.Client) =>
  (await client.query<{ name: string }>('select name from migration order by id desc limit 1')).rows[0]?.name ?? ''

/** Lets bytes through and keeps their hash and number. */
function measured() {
  const hash = createHash('sha256')
  let bytes = 0
  const stream = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      hash.update(chunk)
      bytes += chunk.length
      done(null, chunk)
    },
  })
  return { stream, told: () => ({ sha256: hash.digest('hex'), bytes }) }
}

/**
 * Makes a backup of the whole shop, as it is at one moment, beside whoever works; then reads it back into a database of its own and compares every count.
 * A file that did not pass is told as such in its manifest, and kept.
 */
export async function makeBackup(settings: BackupSettings, reason: BackupReason, now = new Date()): Promise<Manifest> {
  await mkdir(settings.folder, { recursive: true, mode: 0o700 })
  await clearUp(settings)
  const madeAt = now.toISOString()
  const name = nameOf(madeAt)
  const part = `${fileOf(settings.folder, name)}.part`
  const sealed = settings.passphrase === null ? null : sealing(settings.passphrase)
  const measure = measured()
  try {
    const { schema, counts } = await withClient(settings.databaseUrl, async (client) => {
      await client.query('begin isolation level repeatable read read only')
      const snapshot = await client.query<{ id: string }>('select pg_export_snapshot() as id')
      // Queues and who is signed in are of the hour: what is restored begins without them.
      const without = ['--exclude-schema=pgboss', ...passing.map((table) => `--exclude-table-data=${table}`)]
      const args = ['-Fc', '--no-owner', '--no-privileges', `--snapshot=${snapshot.rows[0]!.id}`, ...without]
      const dump = started(settings, 'pg_dump', settings.databaseUrl, args)
      const end = ended(dump, 'pg_dump')
      await Promise.all([
        end,
        pipeline(
          dump.stdout,
          sealed?.stream ?? new PassThrough(),
          measure.stream,
          createWriteStream(part, { mode: 0o600 }),
        ),
      ])
      return { schema: await schemaOf(client), counts: await countsOf(client) }
    })
    await rename(part, fileOf(settings.folder, name))
    const made: Manifest = {
      ...{ format: manifestFormat, name, madeAt, reason, schema, counts, ...measure.told() },
      ...{ seal: sealed?.seal() ?? null, sealed: sealed !== null, checkedAt: null, problem: null },
    }
    await keep(settings.folder, made)
    const problem = await readBack(settings, made).then(() => null, saidOf)
    const checked = { ...made, checkedAt: new Date().toISOString(), problem }
    await keep(settings.folder, checked)
    return checked
  } finally {
    await rm(part, { force: true })
  }
}

async function keep(folder: string, manifest: Manifest): Promise<void> {
  const file = manifestOf(folder, manifest.name)
  await writeFile(`${file}.part`, `${JSON.stringify(manifest, null, 2)}\n`, { mode: 0o600 })
  await rename(`${file}.part`, file)
}

/** The manifest of a backup by its name; null when there is none or it is none of ours. */
export async function readManifest(folder: string, name: string): Promise<Manifest | null> {
  try {
    const manifest = JSON.parse(await readFile(manifestOf(folder, name), 'utf8')) as Manifest
    return manifest.format === manifestFormat && manifest.name === name ? manifest : null
  } catch {
    return null
  }
}

/** All backups of a folder, newest first. */
export async function listBackups(folder: string): Promise<Manifest[]> {
  const files = await readdir(folder).catch(() => [])
  const names = files.flatMap((file) => (file.endsWith('.json') ? [file.slice(0, -5)] : [])).filter(isBackupName)
  const all = await Promise.all(names.map((name) => readManifest(folder, name)))
  return all.filter((one) => one !== null).sort((a, b) => (a.madeAt < b.madeAt ? 1 : -1))
}

/** Takes away what the rules of keeping let go; what somebody asked for, or was made before a migration, counts like the rest. The last good one always stays. */
export async function thinOut(folder: string): Promise<string[]> {
  const all = await listBackups(folder)
  const good = all.filter(isGoodBackup)
  const stay = new Set([...staying(good), ...all.slice(0, 1)].map(({ name }) => name))
  const gone = all.filter(({ name }) => !stay.has(name)).map(({ name }) => name)
  for (const name of gone)
    for (const file of [fileOf(folder, name), manifestOf(folder, name)]) await rm(file, { force: true })
  return gone
}

/** Whether the file is the one that its manifest tells of. */
async function verify(folder: string, { name, sha256, bytes }: Manifest): Promise<void> {
  const file = fileOf(folder, name)
  const size = await stat(file).then(
    (found) => found.size,
    () => null,
  )
  if (size === null) throw new BackupProblem(said('backup.fileMissing', { name }))
  const hash = createHash('sha256')
  for await (const chunk of createReadStream(file)) hash.update(chunk as Buffer)
  if (size !== bytes || hash.digest('hex') !== sha256) throw new BackupProblem(said('backup.changed', { name }))
}

/** The dump itself, opened where it is sealed. */
function plainOf(settings: BackupSettings, { name, seal }: Manifest): Readable {
  const file = createReadStream(fileOf(settings.folder, name))
  if (seal === null) return file
  if (settings.passphrase === null) throw new BackupProblem(said('backup.sealed'))
  const open = opening(settings.passphrase, seal)
  file.on('error', (error) => open.destroy(error))
  return file.pipe(open)
}

/** @throws BackupProblem when the passphrase is not the one that it was sealed with */
async function opensWell(settings: BackupSettings, manifest: Manifest): Promise<void> {
  const plain = plainOf(settings, manifest)
  const nowhere = new Writable({ write: (_chunk, _encoding, done) => done() })
  await pipeline(plain, nowhere).catch(() => {
    throw new BackupProblem(said('backup.wrongPassphrase'))
  })
}

/**
 * Brings a backup into an empty database and compares the count of every table with its manifest.
 * @throws BackupProblem when the file was changed, the passphrase is another one, or a count differs
 */
export async function bringBack(settings: BackupSettings, manifest: Manifest, url: string): Promise<void> {
  await verify(settings.folder, manifest)
  // Nothing of a sealed file is believed before it has been opened to its end.
  if (manifest.seal !== null) await opensWell(settings, manifest)
  const restore = started(settings, 'pg_restore', url, [
    '--no-owner',
    '--no-privileges',
    '--exit-on-error',
    '-d',
    new URL(url).pathname.slice(1),
  ])
  await Promise.all([
    ended(restore, 'pg_restore'),
    pipeline(plainOf(settings, manifest), restore.stdin).catch((error: NodeJS.ErrnoException) => {
      // A program that ended says itself why.
      if (error.code === 'EPIPE') return
      restore.kill()
      throw error
    }),
  ])
  const counts = await withClient(url, countsOf)
  const differ = Object.keys({ ...manifest.counts, ...counts }).filter(
    (table) => manifest.counts[table] !== counts[table],
  )
  if (differ.length > 0)
    throw new BackupProblem(
      said('backup.countsDiffer', {
        tables: differ.map((table) =>
          said('backup.countDiffers', { table, found: counts[table] ?? 0, wanted: manifest.counts[table] ?? 0 }),
        ),
      }),
    )
}

const scratchPrefix = 'sleetfall_check_'
const leftAfterMs = 6 * 3_600_000

/**
 * Clears what a process left that was killed in the midst of a backup: files that were not finished, and databases to read back into, both of
 * hours ago, so that nothing of one that runs is touched.
 */
export async function clearUp(settings: BackupSettings, now = new Date()): Promise<string[]> {
  const before = now.getTime() - leftAfterMs
  const cleared: string[] = []
  const files = await readdir(settings.folder).catch((): string[] => [])
  for (const file of files) {
    const unfinished =
      file.endsWith('.part') ||
      (file.endsWith('.dump') && isBackupName(file.slice(0, -5)) && !files.includes(`${file.slice(0, -5)}.json`))
    const path = join(settings.folder, file)
    if (!unfinished || (await stat(path)).mtimeMs > before) continue
    await rm(path, { force: true })
    cleared.push(file)
  }
  await withClient(settings.databaseUrl, async (client) => {
    const { rows } = await client.query<{ name: string }>(
      `select datname as name from pg_database where datname ~ $1`,
      [`^${scratchPrefix}[0-9]{13}_`],
    )
    for (const { name } of rows) {
      if (Number(name.slice(scratchPrefix.length).split('_')[0]) > before) continue
      await client.query(`drop database if exists ${client.escapeIdentifier(name)} with (force)`)
      cleared.push(name)
    }
  })
  return cleared
}

/** Reads a backup back into a database of its own, which is gone afterwards. */
async function readBack(settings: BackupSettings, manifest: Manifest): Promise<void> {
  const scratch = `${scratchPrefix}${Date.now()}_${randomBytes(5).toString('hex')}`
  await withClient(settings.databaseUrl, (client) =>
    client.query(`create database ${client.escapeIdentifier(scratch)}`),
  )
  try {
    await bringBack(settings, manifest, besides(settings.databaseUrl, scratch))
  } finally {
    await withClient(settings.databaseUrl, (client) =>
      client.query(`drop database if exists ${client.escapeIdentifier(scratch)} with (force)`),
    )
  }
}
