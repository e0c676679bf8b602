import type { BackupReason } from '@sleetfall/contract'
import type { Area } from '../http/area.ts'
import { makeBackup, thinOut } from './backup.ts'
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

export const backup: Area = {
  name: 'backup',
  routes: [['/backups', backupRoutes]],
  jobs: [{ name: backupJob, run: () => backUp('asked') }],
  tasks: [
    {
      name: 'backup-daily',
      every: '40 2 * * *',
      run: async (_database, logger) => {
        const made = await backUp('daily')
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
