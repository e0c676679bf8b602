import { join } from 'node:path'
import { english } from '@sleetfall/contract/english'
import { type Manifest, makeBackup, thinOut } from '../server/backup/backup.ts'
import { type BackupSettings, backupSettings } from '../server/backup/settings.ts'
import { pendingMigrations } from '../server/database/migrate.ts'
import { migrationsFolder } from './database.ts'
import { ensurePostgres, privateLibraryPath } from './debian.ts'
import { projectRoot } from './root.ts'

/** What a server or a command is told of backups: where they are kept, one folder a shop, and PostgreSQL's programs. */
export function backupEnvironment(databaseName: string): Record<string, string> {
  const programs = ensurePostgres()
  const { LD_LIBRARY_PATH: libraries } = privateLibraryPath(join(programs, 'pg_dump'))
  const kept = process.env['SLEETFALL_BACKUPS'] ?? join(projectRoot, '.local', 'backups')
  return {
    BACKUP_FOLDER: join(kept, databaseName),
    BACKUP_PROGRAMS: programs,
    ...(libraries === undefined ? {} : { BACKUP_LIBRARIES: libraries }),
  }
}

/** The settings for a database of the shop's own cluster. */
export const settingsFor = (databaseName: string, databaseUrl: string): BackupSettings =>
  backupSettings({ ...process.env, ...backupEnvironment(databaseName), DATABASE_URL: databaseUrl })!

/** Backs a shop up before its schema changes; nothing where it is new, or of this schema already. */
export async function backupBeforeMigration(
  env: NodeJS.ProcessEnv,
  log: (line: string) => void = console.log,
): Promise<Manifest | null> {
  const settings = backupSettings({ ...process.env, ...env })
  if (!settings) return null
  const { applied, pending } = await pendingMigrations(settings.databaseUrl, migrationsFolder)
  if (applied === 0 || pending.length === 0) return null
  log('The schema changes: a backup is made and read back first …')
  const made = await makeBackup(settings, 'migration')
  if (made.problem !== null)
    throw new Error(
      `The backup before the schema changes did not pass its check: ${english(made.problem)}\nNothing was changed. Mend what it says, or go on without one: npm start -- --no-backup`,
    )
  await thinOut(settings.folder)
  log(`Backed up before ${pending.length} changes of the schema: ${join(settings.folder, `${made.name}.dump`)}`)
  return made
}
