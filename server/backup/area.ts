import { type BackupReason, isGoodBackup } from '@sleetfall/contract'
import type { Area } from '../http/area.ts'
import { listBackups, makeBackup, thinOut } from './backup.ts'
import { backupJob, backupRoutes } from './routes.ts'
import { backupSettings } from './settings.ts'

/** Makes a backup where somebody told where to, and lets go of those that are too many. */
async function backUp(reason: BackupReason) {
  const settings = backupSettings()
  if (!settings) return null
  const made = await makeBackup(settings, reason)
  await thinOut(settings.folder)
  return made
}

/** Whether the last good backup is of yesterday: a little less than a day, so that the hour does not wander. */
async function dayHasPassed(nowMs = Date.now()): Promise<boolean> {
  const settings = backupSettings()
  if (!settings?.daily) return false
  const lastGood = (await listBackups(settings.folder)).find(isGoodBackup)
  return lastGood === undefined || Date.parse(lastGood.madeAt) < nowMs - almostADayMs
}
const almostADayMs = 23.5 * 3_600_000

export const backup: Area = {
  name: 'backup',
  routes: [['/backups', backupRoutes]],
  jobs: [{ name: backupJob, run: () => backUp('asked') }],
  tasks: [
    {
      name: 'backup-daily',
      // Each hour it is looked whether a day has passed: a machine that is off at night has its backup in the morning.
      every: '40 * * * *',
      run: async (_database, logger) => {
        const made = (await dayHasPassed()) ? await backUp('daily') : null
        if (made?.problem) logger.error({ backup: made.name, problem: made.problem }, 'a backup did not pass its check')
        else if (made) logger.info({ backup: made.name, bytes: made.bytes }, 'backup made')
      },
    },
  ],
  tables: [],
  // Which schema it is.
  foreignTables: ['migration'],
  exports: [],
  imports: [],
}
