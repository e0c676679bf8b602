import { existsSync, statfsSync } from 'node:fs'
import { connect } from 'node:net'
import { dirname, join } from 'node:path'
import { backupTooOldHours, isGoodBackup } from '@sleetfall/contract'
import { english } from '@sleetfall/contract/english'
import { bytesText } from '@sleetfall/core'
import { listBackups } from '../server/backup/backup.ts'
import { pendingMigrations } from '../server/database/migrate.ts'
import { asAdministrator, migrationsFolder } from './administer.ts'
import { dataProblem } from './postgres.ts'

/** What one look found: well, worth a look, or bad; with what to do. */
export interface Finding {
  readonly what: string
  readonly state: 'well' | 'look' | 'bad'
  readonly said: string
}
const well = (what: string, said: string): Finding => ({ what, state: 'well', said })
const look = (what: string, said: string): Finding => ({ what, state: 'look', said })
const bad = (what: string, said: string): Finding => ({ what, state: 'bad', said })

/** Least version of Node.js that it runs on. */
export function nodeFinding(version: string, least: readonly [number, number] = [20, 19]): Finding {
  const [major = 0, minor = 0] = version.replace(/^v/, '').split('.').map(Number)
  return major > least[0] || (major === least[0] && minor >= least[1])
    ? well('Node.js', version)
    : bad('Node.js', `${version} is too old: install ${least.join('.')} or newer.`)
}

const [scarceBytes, fewBytes] = [500e6, 3e9]
export function diskFinding(freeBytes: number): Finding {
  const free = `${bytesText(freeBytes)} free`
  if (freeBytes < scarceBytes)
    return bad(
      'Disk',
      `${free}: PostgreSQL stops writing when it is full. Make room, or move the backups: SLEETFALL_BACKUPS=/path.`,
    )
  return freeBytes < fewBytes ? look('Disk', `${free}: make room before it is full.`) : well('Disk', free)
}
/** Room where a folder lies, or will lie. */
export function roomAt(folder: string): number {
  let at = folder
  while (!existsSync(at)) at = dirname(at)
  const { bavail, bsize } = statfsSync(at)
  return bavail * bsize
}

/** Whether a port is free, ours, or somebody else's. */
export async function portFinding(port: number): Promise<Finding> {
  const taken = await new Promise<boolean>((resolve) => {
    const probe = connect(port, '127.0.0.1')
    probe.once('connect', () => (probe.destroy(), resolve(true))).once('error', () => resolve(false))
  })
  if (!taken) return well('Port', `${port} is free: the shop is not running here.`)
  const ours = await Promise.any(
    ['http', 'https'].map(async (scheme) => {
      const answer = await fetch(`${scheme}://127.0.0.1:${port}/healthz`, { signal: AbortSignal.timeout(3000) })
      if (((await answer.json()) as { ok?: unknown }).ok !== true) throw new Error('another')
    }),
  ).then(
    () => true,
    (error: AggregateError) =>
      error.errors.some(({ cause }: { cause?: { code?: string } }) => cause?.code === 'DEPTH_ZERO_SELF_SIGNED_CERT'),
  )
  return ours
    ? well('Port', `${port}: the shop answers.`)
    : bad('Port', `${port} is taken by another program. Choose another one: PORT=${port + 1} npm start`)
}

const hourMs = 3_600_000
/** The last good backup, by the folder alone: also when the database is away. */
export async function backupFinding(folder: string, nowMs = Date.now()): Promise<Finding> {
  const all = await listBackups(folder)
  const good = all.find(isGoodBackup)
  if (!good) {
    const why = all[0]?.problem ? ` The last one: ${english(all[0].problem)}` : ''
    return bad('Backups', `none that is good in ${folder}.${why} Make one: npm run backup`)
  }
  const hours = (nowMs - Date.parse(good.madeAt)) / hourMs
  const said = `last good one ${good.madeAt}, ${bytesText(good.bytes)}, ${all.length} kept`
  if (hours < -1) return look('Backups', `${said}: that is in the future. Look at the clock.`)
  return hours > backupTooOldHours
    ? bad('Backups', `${said}: too old. Make one: npm run backup`)
    : well('Backups', said)
}

/** The folder of the own PostgreSQL, before anything is started in it. */
export function folderFinding(folder: string): Finding {
  const data = join(folder, 'data')
  if (!existsSync(data)) return well('Data folder', `${folder} is not there yet: the first start makes it.`)
  const problem = dataProblem(data, join(folder, 'password'))
  return problem ? bad('Data folder', problem) : well('Data folder', folder)
}

const apartMs = 60_000
/** Looks into the database: does it answer, is its schema this version's, does its clock agree, is work left lying. */
export async function databaseFindings(url: string, nowMs = Date.now()): Promise<Finding[]> {
  const one = async (sql: string) =>
    asAdministrator(url, async (client) => (await client.query<Record<string, unknown>>(sql)).rows[0]!)
  let version: string
  try {
    version = String(Object.values(await one('show server_version'))[0])
  } catch (error) {
    return [
      bad(
        'Database',
        `does not answer: ${error instanceof Error ? error.message : String(error)}. Start the shop, or look at server.log in its folder.`,
      ),
    ]
  }
  const { applied, pending } = await pendingMigrations(url, migrationsFolder)
  if (applied === 0) return [well('Database', `PostgreSQL ${version}, no shop in it yet`)]
  const { ms, connections, most } = await one(
    `select extract(epoch from now()) * 1000 as ms, (select count(*)::int from pg_stat_activity) as connections,
       current_setting('max_connections')::int as most`,
  )
  // Of an older schema not every table is there yet.
  const { newest, left } =
    pending.length > 0
      ? { newest: null, left: 0 }
      : await one(
          `select (select extract(epoch from max(at)) * 1000 from journal where at > now() - interval '1 day') as newest,
             (select count(*)::int from (select 1 from ball_present where stale is not null limit 10001) s) as left`,
        )
  const clock =
    Math.abs(Number(ms) - nowMs) > apartMs || (newest !== null && Number(newest) > nowMs + apartMs)
      ? bad(
          'Clock',
          'differs from the database’s, or a record is of the future: set this machine’s clock (timedatectl), then look at what was recorded meanwhile.',
        )
      : well('Clock', 'agrees with the database and the newest records')
  return [
    well('Database', `PostgreSQL ${version}, ${String(connections)} of ${String(most)} connections`),
    pending.length > 0
      ? look('Schema', `${pending.length} changes wait; the next start makes them, with a backup before.`)
      : well('Schema', `${applied} changes, none waits`),
    clock,
    Number(left) > 10_000
      ? look('Work behind', 'more than ten thousand balls wait to be folded; a second process helps: npm run worker')
      : well('Work behind', `${String(left)} balls wait to be folded`),
  ]
}

const marks = { well: '●', look: '▲', bad: '×' } as const
export const lineOf = ({ what, state, said }: Finding) => `${marks[state]} ${what.padEnd(12)} ${said}`
