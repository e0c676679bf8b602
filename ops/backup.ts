import { join } from 'node:path'
import { english } from '@sleetfall/contract/english'
import { type Manifest, makeBackup, thinOut } from '../server/backup/backup.ts'
import { type BackupSettings, backupSettings } from '../server/backup/settings.ts'
import { pendingMigrations } from '../server/database/migrate.ts'
import { migrationsFolder } from './administer.ts'
import { backupEnvironment } from './backupEnvironment.ts'

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
