import { join } from 'node:path'

/** Where backups are, and with what they are made; told by the start command. */
export interface BackupSettings {
  readonly databaseUrl: string
  readonly folder: string
  /** Folder of `pg_dump` and `pg_restore`. */
  readonly programs: string
  /** Libraries of programs that were unpacked without being installed. */
  readonly libraries: string | null
  /** Whether they are made by themselves, once a day. */
  readonly daily: boolean
  /** Null: what is kept is not sealed. */
  readonly passphrase: string | null
}

/** The settings of this process; null where nobody told any, such as for a database that the shop's host looks after. */
export function backupSettings(env: NodeJS.ProcessEnv = process.env): BackupSettings | null {
  const { DATABASE_URL, BACKUP_FOLDER, BACKUP_PROGRAMS, BACKUP_LIBRARIES, BACKUP_PASSPHRASE, BACKUP_DAILY } = env
  if (!DATABASE_URL || !BACKUP_FOLDER || !BACKUP_PROGRAMS) return null
  return {
    databaseUrl: DATABASE_URL,
    folder: BACKUP_FOLDER,
    programs: BACKUP_PROGRAMS,
    libraries: BACKUP_LIBRARIES || null,
    daily: BACKUP_DAILY !== 'off',
    passphrase: BACKUP_PASSPHRASE || null,
  }
}

/** A database beside another one of the same cluster. */
export function besides(databaseUrl: string, name: string): string {
  const url = new URL(databaseUrl)
  url.pathname = `/${name}`
  return url.toString()
}

export const programOf = ({ programs }: Pick<BackupSettings, 'programs'>, name: 'pg_dump' | 'pg_restore') =>
  join(programs, name)
