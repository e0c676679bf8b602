import { join } from 'node:path'
import { english } from '@sleetfall/contract/english'
import { bytesText } from '@sleetfall/core'
import { makeBackup, thinOut } from '../server/backup/backup.ts'
import { settingsFor } from './backup.ts'
import { startCluster } from './postgres.ts'
import { projectRoot } from './root.ts'

/** `npm run backup`: a backup of the shop as it is now, also while people work in it. `-- --empty`: of the shop begun without the demo. */
const name = process.argv.includes('--empty') ? 'sleetfall_empty' : 'sleetfall'
try {
  const cluster = await startCluster({
    folder: process.env['SLEETFALL_DATA'] ?? join(projectRoot, '.local', 'postgres'),
    preferredPort: 54310,
  })
  const settings = settingsFor(name, cluster.url(name))
  const made = await makeBackup(settings, 'command')
  const rows = Object.values(made.counts).reduce((sum, count) => sum + count, 0)
  console.log(
    `${join(settings.folder, `${made.name}.dump`)}: ${bytesText(made.bytes)}, ${rows} rows, ${made.sealed ? 'sealed' : 'not sealed'}`,
  )
  if (made.problem) throw new Error(`It did not pass its check: ${english(made.problem)}`)
  console.log('Read back and compared: every count is the same.')
  for (const gone of await thinOut(settings.folder)) console.log(`let go: ${gone}`)
} catch (error) {
  console.error(error instanceof Error ? error.message : error)
  process.exitCode = 1
}
