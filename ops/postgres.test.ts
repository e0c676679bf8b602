import { spawn, spawnSync } from 'node:child_process'
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { type Server, createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, test } from '@jest/globals'
import pg from 'pg'
import { takeLock } from './lock.mjs'
import { startCluster } from './postgres.ts'

const made: string[] = []
/** A checkout's folder that only its owner can enter, as one below /root is. */
function closedFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'closed-'))
  chmodSync(folder, 0o700)
  made.push(folder)
  return join(folder, 'postgres')
}
afterAll(() => {
  for (const folder of made) rmSync(folder, { recursive: true, force: true })
})
const open = (folder: string, preferredPort = 55600) => startCluster({ folder, preferredPort })
/** The killed server's children hold its port for a moment longer. */
async function takePort(server: Server, port: number): Promise<void> {
  const listens = () =>
    new Promise<boolean>((resolve) => {
      server.once('error', () => resolve(false))
      server.listen(port, '127.0.0.1', () => resolve(true))
    })
  while (!(await listens())) await new Promise((resolve) => setTimeout(resolve, 50))
}
const ask = async (url: string, sql: string) => {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  const { rows } = await client.query<Record<string, unknown>>(sql)
  await client.end()
  return rows
}

describe('the data folder', () => {
  test('stays under the project, is made once by two at once, and comes back on another port when its own was taken', async () => {
    const folder = closedFolder()
    // What a kill in the middle of the first start leaves.
    mkdirSync(join(folder, 'data.making'), { recursive: true })
    writeFileSync(join(folder, 'data.making', 'PG_VERSION'), '15')
    const [first, second] = await Promise.all([open(folder), open(folder)])
    expect(second.port).toBe(first.port)
    expect(existsSync(join(folder, 'data', 'PG_VERSION'))).toBe(true)
    expect(readdirSync(folder)).not.toContain('data.making')
    await ask(first.url('postgres'), 'create table kept as select 42 as answer')
    const pid = Number(readFileSync(join(folder, 'data', 'postmaster.pid'), 'utf8').split('\n')[0])
    process.kill(pid, 'SIGKILL')
    while (first.alive()) await new Promise((resolve) => setTimeout(resolve, 50))
    const squatter = createServer()
    await takePort(squatter, first.port)
    const again = await open(folder, first.port)
    expect(again.port).not.toBe(first.port)
    expect(await ask(again.url('postgres'), 'select answer from kept')).toEqual([{ answer: 42 }])
    again.stop()
    expect(again.alive()).toBe(false)
    squatter.close()
  })

  test('is refused, not wiped, when it is not whole; the sentence says what to do', async () => {
    const folder = closedFolder()
    mkdirSync(join(folder, 'data', 'base'), { recursive: true })
    writeFileSync(join(folder, 'data', 'base', 'precious'), 'years of work')
    await expect(open(folder)).rejects.toThrow(/PG_VERSION is missing.*not finished.*SLEETFALL_DATA/)
    expect(readFileSync(join(folder, 'data', 'base', 'precious'), 'utf8')).toBe('years of work')
    writeFileSync(join(folder, 'data', 'PG_VERSION'), '15')
    mkdirSync(join(folder, 'data', 'global'))
    writeFileSync(join(folder, 'data', 'global', 'pg_control'), '')
    await expect(open(folder)).rejects.toThrow('the file password beside it is missing')
  })
})

describe('a lock between commands', () => {
  test('is taken over from a process that was killed, and waited for while its holder lives', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'lock-'))
    made.push(folder)
    const file = join(folder, 'lock')
    const holder = (ms: number) =>
      spawn(process.execPath, [
        '--input-type=module',
        '-e',
        `import { takeLock } from ${JSON.stringify(join(import.meta.dirname, 'lock.mjs'))}
         const back = await takeLock(${JSON.stringify(file)}); console.log('held'); setTimeout(back, ${ms})`,
      ])
    const killed = holder(60_000)
    await new Promise((resolve) => killed.stdout.once('data', resolve))
    killed.kill('SIGKILL')
    await new Promise((resolve) => killed.once('exit', resolve))
    ;(await takeLock(file))()
    const living = holder(700)
    await new Promise((resolve) => living.stdout.once('data', resolve))
    const from = Date.now()
    let waited = false
    ;(await takeLock(file, () => (waited = true)))()
    expect(waited).toBe(true)
    expect(Date.now() - from).toBeGreaterThan(300)
  })

  test('a pid that another process has now does not hold it', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'lock-'))
    made.push(folder)
    const other = spawnSync('sh', ['-c', 'echo $PPID'], { encoding: 'utf8' }).stdout.trim()
    writeFileSync(join(folder, 'lock'), `${other} 1`)
    ;(await takeLock(join(folder, 'lock')))()
    expect(readdirSync(folder)).toEqual([])
  })
})
