import { randomBytes } from 'node:crypto'
import { copyFileSync, mkdtempSync, readFileSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import pg from 'pg'
import { clearUp, fileOf, listBackups, makeBackup, readManifest, thinOut } from '../server/backup/backup.ts'
import type { BackupSettings } from '../server/backup/settings.ts'
import { migrate } from '../server/database/migrate.ts'
import { backupBeforeMigration } from './backup.ts'
import { backupEnvironment } from './backupEnvironment.ts'
import { asAdministrator, createDatabase, migrationsFolder } from './administer.ts'
import { restore } from './restore.ts'

const pattern = process.env['TEST_CLUSTER_URL']!
const url = (database: string) => pattern.replace(/NAME$/, database)
const made: string[] = []
const folders: string[] = []
const newName = () => {
  const name = `backup_${randomBytes(4).toString('hex')}`
  made.push(name)
  return name
}
const newFolder = () => {
  const folder = mkdtempSync(join(tmpdir(), 'backups-'))
  folders.push(folder)
  return folder
}
const { BACKUP_PROGRAMS: programs, BACKUP_LIBRARIES: libraries } = backupEnvironment('tests')
const settingsOf = (database: string, change: Partial<BackupSettings> = {}): BackupSettings => ({
  ...{ databaseUrl: url(database), folder: newFolder(), programs: programs!, libraries: libraries ?? null },
  ...{ passphrase: null, daily: false, ...change },
})
const query = <T extends pg.QueryResultRow>(database: string, sql: string) =>
  asAdministrator(url(database), async (client) => (await client.query<T>(sql)).rows)
/** Everything in the shop's main tables, in one sum each. */
const content = (database: string) =>
  query(
    database,
    [
      'customer',
      'ball',
      'ball_event',
      'ball_present',
      'pattern',
      'event',
      'trial',
      'shot',
      'job',
      'job_step',
      'staff',
      'bench_slot',
    ]
      .map(
        (table) =>
          `select '${table}' as of, md5(string_agg(t::text, '|' order by t::text)) as sum, count(*) from ${table} t`,
      )
      .join(' union all '),
  )
const databases = async () =>
  (await query<{ name: string }>('postgres', 'select datname as name from pg_database')).map(({ name }) => name)

let shop: string
beforeAll(async () => {
  shop = newName()
  await createDatabase(url('postgres'), shop, { from: 'template_demo' })
})
afterAll(async () => {
  const all = await databases()
  const own = all.filter((name) => made.some((one) => name.startsWith(one)))
  await asAdministrator(url('postgres'), async (client) => {
    for (const name of own) await client.query(`drop database if exists ${client.escapeIdentifier(name)} with (force)`)
  })
  for (const folder of folders) rmSync(folder, { recursive: true, force: true })
})

describe('a backup', () => {
  test('holds the shop of one moment while others write, was read back, and leaves nothing beside it', async () => {
    const settings = settingsOf(shop)
    const writer = new pg.Client({ connectionString: url(shop) })
    await writer.connect()
    let on = true
    const writing = (async () => {
      for (let n = 0; on; n += 1)
        await writer
          .query(`insert into write_request (id, staff_id, route) select gen_random_uuid(), id, 'x' from staff limit 1`)
          .catch(() => writer.query(`update shop set name = 'Loft ${n}'`))
    })()
    const manifest = await makeBackup(settings, 'asked').finally(() => (on = false))
    await writing
    await writer.end()
    expect(manifest).toMatchObject({ reason: 'asked', problem: null, sealed: false, seal: null })
    expect(manifest.checkedAt! >= manifest.madeAt).toBe(true)
    expect(manifest.counts['customer']).toBe(14)
    expect(manifest.counts).not.toHaveProperty('session')
    expect(manifest.schema).toBe(
      readdirSync(migrationsFolder)
        .filter((file) => file.endsWith('.sql'))
        .sort()
        .at(-1)!
        .slice(0, -4),
    )
    expect(readdirSync(settings.folder).sort()).toEqual([`${manifest.name}.dump`, `${manifest.name}.json`])
    expect((await databases()).filter((name) => name.startsWith('sleetfall_check_'))).toEqual([])
    expect((await listBackups(settings.folder)).map(({ name }) => name)).toEqual([manifest.name])
  })

  test('clears what one that was killed left behind hours ago, and nothing else', async () => {
    const settings = settingsOf(shop)
    const hours = (n: number) => new Date(Date.now() - n * 3_600_000)
    const file = (name: string, age: number) => {
      writeFileSync(join(settings.folder, name), 'x')
      utimesSync(join(settings.folder, name), hours(age), hours(age))
    }
    file('sleetfall-2031-02-03T04-05-06-abcd.dump.part', 7)
    file('sleetfall-2031-02-03T04-05-07-abcd.dump', 7)
    file('sleetfall-2031-02-03T04-05-08-abcd.dump', 1)
    file('sleetfall-2031-02-03T04-05-09-abcd.dump.part', 1)
    file('letter.txt', 900)
    const tag = randomBytes(3).toString('hex')
    const [old, fresh] = [7, 1].map((age) => `sleetfall_check_${hours(age).getTime()}_${tag}`)
    for (const name of [old!, fresh!]) await createDatabase(url('postgres'), name)
    expect((await clearUp(settings)).sort()).toEqual([
      'sleetfall-2031-02-03T04-05-06-abcd.dump.part',
      'sleetfall-2031-02-03T04-05-07-abcd.dump',
      old,
    ])
    expect(await databases()).toContain(fresh)
    expect(await databases()).not.toContain(old)
    expect(readdirSync(settings.folder).sort()).toEqual([
      'letter.txt',
      'sleetfall-2031-02-03T04-05-08-abcd.dump',
      'sleetfall-2031-02-03T04-05-09-abcd.dump.part',
    ])
    await asAdministrator(url('postgres'), (client) => client.query(`drop database ${client.escapeIdentifier(fresh!)}`))
  })

  test('comes back as it was, in the place of a shop that stays beside it', async () => {
    const settings = settingsOf(shop)
    const manifest = await makeBackup(settings, 'command')
    const was = await content(shop)
    const target = newName()
    await createDatabase(url('postgres'), target, { from: 'template_migrated' })
    const wish = { file: fileOf(settings.folder, manifest.name), databaseName: target, url, settings }
    const former = await restore({ ...wish, now: new Date('2031-03-04T05:06:07Z') }, () => {})
    expect(former).toBe(`${target}_before_20310304050607`)
    expect(await content(target)).toEqual(was)
    expect(await query(former!, 'select count(*)::int as n from customer')).toEqual([{ n: 0 }])
    // Where there was no shop there is nothing beside it; the manifest may be named as well.
    const empty = newName()
    expect(
      await restore({ ...wish, file: wish.file.replace('.dump', '.json'), databaseName: empty }, () => {}),
    ).toBeNull()
    expect(await content(empty)).toEqual(was)
  })

  test('sealed: nobody reads it without the passphrase, and a wrong one is told as such', async () => {
    const settings = settingsOf(shop, { passphrase: 'four words of a lake' })
    const manifest = await makeBackup(settings, 'daily')
    expect(manifest).toMatchObject({ sealed: true, problem: null })
    expect(readFileSync(fileOf(settings.folder, manifest.name)).subarray(0, 5).toString()).not.toBe('PGDMP')
    const target = newName()
    const wish = { file: fileOf(settings.folder, manifest.name), databaseName: target, url }
    for (const [passphrase, says] of [
      [null, /BACKUP_PASSPHRASE/],
      ['four words of a sea', /not the one that this backup was sealed with/],
    ] as const)
      await expect(restore({ ...wish, settings: { ...settings, passphrase } }, () => {})).rejects.toThrow(says)
    expect((await databases()).filter((name) => name.startsWith(target))).toEqual([])
    await restore({ ...wish, settings }, () => {})
    expect(await content(target)).toEqual(await content(shop))
  })

  test('one that was changed, has lost its manifest, or is of a newer version is refused with what to do; the shop stays', async () => {
    const settings = settingsOf(shop)
    const manifest = await makeBackup(settings, 'command')
    const file = fileOf(settings.folder, manifest.name)
    const wish = { file, databaseName: shop, url, settings }
    const was = await content(shop)
    const bytes = readFileSync(file)
    writeFileSync(file, Buffer.concat([bytes.subarray(0, 2000), Buffer.from('x'), bytes.subarray(2001)]))
    await expect(restore(wish, () => {})).rejects.toThrow(/checksum/)
    writeFileSync(file, bytes)
    const json = file.replace('.dump', '.json')
    writeFileSync(json, JSON.stringify({ ...manifest, schema: '9999_later' }))
    await expect(restore(wish, () => {})).rejects.toThrow(/newer version \(9999_later/)
    writeFileSync(json, JSON.stringify({ ...manifest, counts: { ...manifest.counts, ball: 1 } }))
    await expect(restore(wish, () => {})).rejects.toThrow(/Counts differ.*ball \d+ of 1/)
    rmSync(json)
    await expect(restore(wish, () => {})).rejects.toThrow(/manifest/)
    await expect(restore({ ...wish, file: join(settings.folder, 'nothing.dump') }, () => {})).rejects.toThrow(
      /not there/,
    )
    expect(await content(shop)).toEqual(was)
  })

  test('before the schema changes one is made, and an older one comes back in today’s schema', async () => {
    const older = newFolder()
    const files = readdirSync(migrationsFolder)
      .filter((file) => file.endsWith('.sql'))
      .sort()
    for (const file of files.slice(0, -2)) copyFileSync(join(migrationsFolder, file), join(older, file))
    const name = newName()
    await createDatabase(url('postgres'), name)
    const env = { DATABASE_URL: url(name), BACKUP_FOLDER: newFolder(), BACKUP_PROGRAMS: programs }
    const log: string[] = []
    const before = () =>
      backupBeforeMigration({ ...env, ...(libraries ? { BACKUP_LIBRARIES: libraries } : {}) }, (line) => log.push(line))
    // A database that nothing is in yet has nothing to lose.
    expect(await before()).toBeNull()
    await migrate(url(name), older)
    await query(name, `insert into shop (name, session_secret) values ('Older', 'x')`)
    const manifest = (await before())!
    expect([manifest.reason, manifest.schema, manifest.problem]).toEqual([
      'migration',
      files.at(-3)!.slice(0, -4),
      null,
    ])
    expect(log[1]).toContain('before 2 changes of the schema')
    const settings = { programs: programs!, libraries: libraries ?? null, passphrase: null }
    const target = newName()
    await restore({ file: fileOf(env.BACKUP_FOLDER, manifest.name), databaseName: target, url, settings }, () => {})
    expect(await query(target, 'select name from shop')).toEqual([{ name: 'Older' }])
    expect(await query(target, 'select count(*)::int as n from migration')).toEqual([{ n: files.length }])
    await migrate(url(name), migrationsFolder)
    expect(await before()).toBeNull()
  })

  test('a program that fails is told in its own words, and what cannot be read back is marked', async () => {
    const nowhere = settingsOf('no_such_database')
    await expect(makeBackup(nowhere, 'asked')).rejects.toThrow(/no_such_database/)
    expect(readdirSync(nowhere.folder)).toEqual([])
    const away = settingsOf(shop, { programs: '/nowhere' })
    await expect(makeBackup(away, 'asked')).rejects.toThrow(/pg_dump could not be run/)
  })
})

test('too many are let go, a bad one before a good one, the newest never', async () => {
  const folder = newFolder()
  const names: string[] = []
  for (let day = 1; day <= 28; day += 1) {
    const madeAt = `2031-02-${String(day).padStart(2, '0')}T02:40:00.000Z`
    const name = `sleetfall-2031-02-${String(day).padStart(2, '0')}T02-40-00-00${String(day).padStart(2, '0')}`
    // One whose check was cut off is not good either.
    const checkedAt = day === 19 ? null : madeAt
    const problem = day === 20 || day === 28 ? { key: 'backup.sealed' } : null
    const manifest = {
      format: 'sleetfall-backup/1',
      name,
      madeAt,
      reason: 'daily',
      bytes: 1,
      sealed: false,
      problem,
      checkedAt,
    }
    writeFileSync(join(folder, `${name}.json`), JSON.stringify(manifest))
    writeFileSync(join(folder, `${name}.dump`), 'x')
    names.push(name)
  }
  writeFileSync(join(folder, 'letter.txt'), 'not ours')
  const gone = await thinOut(folder)
  const left = (await listBackups(folder)).map(({ name }) => name)
  expect(left[0]).toBe(names[27])
  expect(left.slice(1, 8)).toEqual(names.slice(20, 27).toReversed())
  expect(gone).toEqual(expect.arrayContaining([names[18], names[19]]))
  expect([...left, ...gone].sort()).toEqual(names)
  expect(readdirSync(folder)).toHaveLength(2 * left.length + 1)
  expect(await readManifest(folder, names[19]!)).toBeNull()
})
