import { join } from 'node:path'
import { backupEnvironment } from './backupEnvironment.ts'
import {
  type Finding,
  backupFinding,
  databaseFindings,
  diskFinding,
  folderFinding,
  lineOf,
  nodeFinding,
  portFinding,
  roomAt,
} from './doctor.ts'
import { startCluster } from './postgres.ts'
import { projectRoot } from './root.ts'

/** `npm run doctor`: looks whether the shop is well, and says what to do where it is not. Changes nothing. `-- --empty`: the shop begun without the demo. */
const shop = process.argv.includes('--empty') ? 'sleetfall_empty' : 'sleetfall'
const folder = process.env['SLEETFALL_DATA'] ?? join(projectRoot, '.local', 'postgres')
const given = process.env['DATABASE_URL']
const findings: Finding[] = [
  nodeFinding(process.version),
  diskFinding(roomAt(folder)),
  await portFinding(Number(process.env['PORT'] ?? 4310)),
]
const ownFolder = given ? null : folderFinding(folder)
if (ownFolder) findings.push(ownFolder)
if (ownFolder?.state !== 'bad') {
  const url = given ?? (await startCluster({ folder, preferredPort: 54310 })).url(shop)
  findings.push(...(await databaseFindings(url)))
}
if (!given) findings.push(await backupFinding(backupEnvironment(shop)['BACKUP_FOLDER']!))
for (const finding of findings) console.log(lineOf(finding))
if (findings.some(({ state }) => state === 'bad')) process.exitCode = 1
