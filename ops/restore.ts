import { existsSync, readdirSync } from 'node:fs'
import { basename, dirname, resolve } from 'node:path'
import { type Manifest, bringBack, readManifest } from '../server/backup/backup.ts'
import type { BackupSettings } from '../server/backup/settings.ts'
import { migrate } from '../server/database/migrate.ts'
import { asAdministrator, createDatabase, migrationsFolder, type Client } from './administer.ts'

export interface RestoreWish {
  /** The `.dump` or its manifest. */
  readonly file: string
  /** Of the shop that it takes the place of. */
  readonly databaseName: string
  /** Address of a database of the cluster. */
  url(database: string): string
  readonly settings: Omit<BackupSettings, 'databaseUrl' | 'folder' | 'daily'>
  readonly now?: Date
}

/** The newest migration that this checkout knows. */
const newestHere = () =>
  readdirSync(migrationsFolder)
    .filter((file) => file.endsWith('.sql'))
    .sort()
    .at(-1)!
    .replace('.sql', '')

/**
 * Brings a shop back from a backup: into a database of its own first, compared and brought to this schema there, and only then in the place of the
 * shop, which stays beside it under another name.
 * @returns name of the database that the former shop has now; null when there was none
 * @throws Error in a sentence that says what to do; nothing was changed then
 */
export async function restore(wish: RestoreWish, log: (line: string) => void = console.log): Promise<string | null> {
  const { manifest, folder } = await manifestFor(wish.file)
  if (manifest.schema > newestHere())
    throw new Error(
      `This backup is of a newer version (${manifest.schema}; here ${newestHere()}). Bring this checkout to that version first, then restore.`,
    )
  const coming = `${wish.databaseName}_restoring`
  await createDatabase(wish.url('postgres'), coming, { anew: true })
  log(`Reading ${manifest.name} of ${manifest.madeAt} back …`)
  try {
    await bringBack(
      { ...wish.settings, databaseUrl: wish.url(coming), folder, daily: false },
      manifest,
      wish.url(coming),
    )
    await migrate(wish.url(coming), migrationsFolder, (line) => log(line))
  } catch (error) {
    await asAdministrator(wish.url('postgres'), (client) =>
      client.query(`drop database if exists ${client.escapeIdentifier(coming)} with (force)`),
    )
    throw error
  }
  const stamp = (wish.now ?? new Date()).toISOString().slice(0, 19).replaceAll(/[-:T]/g, '')
  const former = `${wish.databaseName}_before_${stamp}`
  return asAdministrator(wish.url('postgres'), async (client) => {
    const there = await exists(client, wish.databaseName)
    const name = (text: string) => client.escapeIdentifier(text)
    if (there) await client.query(`alter database ${name(wish.databaseName)} rename to ${name(former)}`)
    await client.query(`alter database ${name(coming)} rename to ${name(wish.databaseName)}`)
    return there ? former : null
  })
}

const exists = async (client: Client, name: string) =>
  (await client.query('select 1 from pg_database where datname = $1', [name])).rowCount === 1

async function manifestFor(file: string): Promise<{ readonly manifest: Manifest; readonly folder: string }> {
  const path = resolve(file)
  if (!existsSync(path)) throw new Error(`${file} is not there. Name the .dump of a backup.`)
  const folder = dirname(path)
  const name = basename(path).replace(/\.(dump|json)$/, '')
  const manifest = await readManifest(folder, name)
  if (!manifest)
    throw new Error(
      `${name}.json, the manifest that belongs to this file, is not beside it or is none of ours: copy both.`,
    )
  return { manifest, folder }
}
