import { join } from 'node:path'
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
