import { createReadStream } from 'node:fs'
import { readdir, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { type Backup, type Backups, said } from '@sleetfall/contract'
import { Router } from 'express'
import { object } from 'yup'
import type { Context } from '../http/context.ts'
import { ProblemError, notFound } from '../http/errors.ts'
import { write } from '../http/write.ts'
import { type Manifest, fileOf, isBackupName, listBackups, readManifest } from './backup.ts'
import { type BackupSettings, backupSettings } from './settings.ts'

/** The queue in which backups are made. */
export const backupJob = 'backup'

/** A file that is being written is touched all the time; one that is older was left behind. */
const writingMs = 10 * 60_000
async function isMaking({ folder }: BackupSettings): Promise<boolean> {
  const files = (await readdir(folder).catch(() => [])).filter((file) => file.endsWith('.dump.part'))
  const times = await Promise.all(files.map((file) => stat(join(folder, file)).catch(() => null)))
  return times.some((found) => found !== null && found.mtimeMs > Date.now() - writingMs)
}

const asTold = ({ name, madeAt, reason, bytes, sealed, checkedAt, problem }: Manifest): Backup => ({
  ...{ name, madeAt, reason, bytes, sealed, checkedAt, problem },
})

/** What the owner sees of the shop's backups. */
export async function backupsNow(): Promise<Backups> {
  const settings = backupSettings()
  if (!settings) return { kept: false, sealing: false, making: false, items: [] }
  const items = (await listBackups(settings.folder)).map(asTold)
  const unread = items.some(
    ({ checkedAt, madeAt }) => checkedAt === null && Date.parse(madeAt) > Date.now() - writingMs,
  )
  return {
    ...{ kept: true, sealing: settings.passphrase !== null, items },
    making: unread || (await isMaking(settings)),
  }
}

export function backupRoutes(context: Context): Router {
  const router = Router()
  router.get('/', async (_request, response) => {
    response.json(await backupsNow())
  })
  router.post(
    '/',
    write(
      context,
      object({}),
      async () => {
        if (!backupSettings()) throw new ProblemError(409, 'wrong-state', said('refused.noBackups'))
        await context.later(backupJob, 'asked', true)
        return backupsNow()
      },
      () => backupsNow(),
    ),
  )
  /** The file itself, to be kept elsewhere; `.json` the manifest that belongs to it. */
  router.get('/:name/:part', async (request, response) => {
    const settings = backupSettings()
    const [name, part] = [String(request.params['name']), String(request.params['part'])]
    const manifest = settings && isBackupName(name) ? await readManifest(settings.folder, name) : null
    if (!settings || !manifest || !['dump', 'json'].includes(part)) throw notFound('record')
    response.attachment(`${name}.${part}`)
    if (part === 'json') response.json(manifest)
    else await pipeline(createReadStream(fileOf(settings.folder, name)), response)
  })
  return router
}
