import { existsSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { backupEnvironment } from './backupEnvironment.ts'
import { startCluster } from './postgres.ts'
import { restore } from './restore.ts'
import { projectRoot } from './root.ts'

/** `npm run restore -- FILE`: the shop as it was in a backup. `--empty`: in the place of the shop begun without the demo. */
const [file, ...more] = process.argv.slice(2).filter((argument) => argument !== '--empty')
const databaseName = process.argv.includes('--empty') ? 'sleetfall_empty' : 'sleetfall'
const running = join(projectRoot, '.local', 'running')
try {
  if (!file || more.length > 0)
    throw new Error('Which backup? npm run restore -- FILE (the .dump, with its .json beside it)')
  if (process.env['DATABASE_URL'])
    throw new Error('DATABASE_URL names a database that somebody else looks after: restore it there with pg_restore.')
  if (existsSync(running) && readdirSync(running).some((mark) => existsSync(`/proc/${mark}`)))
    throw new Error('Sleetfall is running from this folder. Stop it first (Ctrl-C), then restore.')
  const cluster = await startCluster({
    folder: process.env['SLEETFALL_DATA'] ?? join(projectRoot, '.local', 'postgres'),
    preferredPort: 54310,
  })
  const { BACKUP_PROGRAMS: programs, BACKUP_LIBRARIES: libraries } = backupEnvironment(databaseName)
  const settings = {
    programs: programs!,
    libraries: libraries ?? null,
    passphrase: process.env['BACKUP_PASSPHRASE'] || null,
  }
  const former = await restore({ file, databaseName, url: cluster.url, settings })
  console.log('The shop is back; every count is as it was. Start it with npm start.')
  if (former) console.log(`What was there before is kept in the database ${former}.`)
} catch (error) {
  console.error(error instanceof Error ? error.message : error)
  process.exitCode = 1
}
