import { createHash } from 'node:crypto'
import { mkdtempSync, mkdirSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, test } from '@jest/globals'
import { emptyDatabaseUrl, testDatabaseUrl } from '../server/test/shop.ts'
import {
  backupFinding,
  databaseFindings,
  diskFinding,
  folderFinding,
  lineOf,
  nodeFinding,
  portFinding,
  roomAt,
} from './doctor.ts'

const folder = mkdtempSync(join(tmpdir(), 'doctor-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))
const states = (findings: readonly { what: string; state: string }[]) =>
  Object.fromEntries(findings.map(({ what, state }) => [what, state]))

describe('the machine', () => {
  test.each([
    ['v20.18.1', 'bad'],
    ['v20.19.0', 'well'],
    ['v22.0.0', 'well'],
    ['v18.20.0', 'bad'],
  ])('Node.js %s: %s', (version, state) => expect(nodeFinding(version).state).toBe(state))

  test.each([
    [1e8, 'bad'],
    [1e9, 'look'],
    [1e11, 'well'],
  ])('%d bytes free: %s', (bytes, state) => expect(diskFinding(bytes).state).toBe(state))

  test('room is that of where a folder will lie', () => {
    expect(roomAt(join(folder, 'not', 'yet'))).toBeGreaterThan(0)
  })

  test('a port is free, the shop’s, or another program’s', async () => {
    const answering = async (body: object) => {
      const server = createServer((_request, response) => response.end(JSON.stringify(body)))
      await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
      const { port } = server.address() as AddressInfo
      const finding = await portFinding(port)
      server.closeAllConnections()
      await new Promise((resolve) => server.close(resolve))
      return { finding, after: await portFinding(port) }
    }
    const { finding, after } = await answering({ ok: true })
    expect(lineOf(finding)).toMatch(/^● Port {9}\d+: the shop answers\.$/)
    expect(after.said).toMatch(/is free/)
    const other = (await answering({ hello: 1 })).finding
    expect([other.state, other.said]).toEqual(['bad', expect.stringMatching(/PORT=\d+ npm start/)])
  })
})

describe('the shop', () => {
  test('a folder that is not whole is told before anything is started in it', () => {
    expect(folderFinding(join(folder, 'none')).state).toBe('well')
    const broken = join(folder, 'broken')
    mkdirSync(join(broken, 'data'), { recursive: true })
    writeFileSync(join(broken, 'data', 'PG_VERSION'), '15\n')
    expect(folderFinding(broken)).toMatchObject({ state: 'bad', said: expect.stringContaining('Nothing was changed') })
  })

  test('backups: none, a good one of today, one too old, one of the future', async () => {
    const kept = join(folder, 'backups')
    expect((await backupFinding(kept)).state).toBe('bad')
    const now = Date.parse('2031-04-09T12:00:00Z')
    const backup = (madeAt: string, problem: unknown = null) => {
      mkdirSync(kept, { recursive: true })
      const name = `sleetfall-${madeAt.slice(0, 19).replaceAll(':', '-')}-abcd`
      writeFileSync(join(kept, `${name}.dump`), 'dump')
      const sha256 = createHash('sha256').update('dump').digest('hex')
      const manifest = {
        format: 'sleetfall-backup/1',
        name,
        madeAt,
        checkedAt: madeAt,
        problem,
        bytes: 4,
        rows: 1,
        reason: 'daily',
        sealed: false,
        schema: 'x',
        counts: {},
        sha256,
        seal: null,
      }
      writeFileSync(join(kept, `${name}.json`), JSON.stringify(manifest))
    }
    backup('2031-04-05T12:00:00.000Z')
    expect(await backupFinding(kept, now)).toMatchObject({
      state: 'bad',
      said: expect.stringContaining('npm run backup'),
    })
    backup('2031-04-09T03:00:00.000Z')
    expect((await backupFinding(kept, now)).state).toBe('well')
    backup('2031-04-10T03:00:00.000Z')
    expect(await backupFinding(kept, now)).toMatchObject({ state: 'look', said: expect.stringContaining('clock') })
  })

  test('the database: answering and of this version, without a shop, behind, with a wrong clock, or away', async () => {
    const url = await testDatabaseUrl('template_demo')
    expect(states(await databaseFindings(url))).toEqual({
      Database: 'well',
      Schema: 'well',
      Clock: 'well',
      'Work behind': 'well',
    })
    expect(states(await databaseFindings(url, Date.now() + 3_600_000))).toMatchObject({ Clock: 'bad' })
    expect(await databaseFindings(await emptyDatabaseUrl())).toMatchObject([
      { said: expect.stringContaining('no shop') },
    ])
    const away = await databaseFindings(url.replace(/:\d+\//, ':1/'))
    expect(away).toMatchObject([{ state: 'bad', said: expect.stringContaining('does not answer') }])
  })
})
