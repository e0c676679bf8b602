import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { pino } from 'pino'
import { areas, tasks } from './areas.ts'
import type { Database } from './database/db.ts'
import { testDatabase } from './test/shop.ts'

const here = import.meta.dirname
/** What every area stands on; these know nothing of areas, but for who is signed in and the devices in a route's context. */
const ground = ['database', 'http']
/** Tables of the ground: sessions, write ids, the journal of writes, limits, and what migrations keep. */
const groundTables = [
  ...['journal', 'journal_change', 'migration', 'migration_checksum', 'rate_limit', 'session', 'write_request'],
]
const notRooms = ['dist', 'migrations', 'test', 'node_modules']
const folders = readdirSync(here, { withFileTypes: true })
  .filter((entry) => entry.isDirectory() && !notRooms.includes(entry.name))
  .map((entry) => entry.name)
const filesOf = (folder: string) =>
  readdirSync(join(here, folder)).filter(
    (file) => file.endsWith('.ts') && !file.endsWith('.test.ts') && file !== 'area.ts',
  )
/** Each import of a file of another folder, as `folder/file`. */
const importsOf = (folder: string) =>
  filesOf(folder).flatMap((file) =>
    [...readFileSync(join(here, folder, file), 'utf8').matchAll(/from '\.\.\/(\w+\/[\w.]+)'/g)].map(
      (match) => match[1]!,
    ),
  )
const areaOf = (path: string) => path.split('/')[0]!

describe('areas of the server', () => {
  test('every folder is an area with a manifest, or ground', () => {
    expect([...areas.map((area) => area.name), ...ground].sort()).toEqual(folders.sort())
  })

  test.each(areas.map((area) => [area.name, area] as const))(
    '%s reads from whom it says, and only what they offer',
    (name, area) => {
      const foreign = importsOf(name).filter((path) => !ground.includes(areaOf(path)))
      expect([...new Set(foreign.map(areaOf))].sort()).toEqual([...area.imports].sort())
      for (const path of foreign) {
        const [from, file] = path.split('/') as [string, string]
        expect([path, areas.find((one) => one.name === from)!.exports]).toEqual([path, expect.arrayContaining([file])])
      }
    },
  )

  test('what is offered is there and somebody takes it', () => {
    const taken = new Set(folders.flatMap(importsOf))
    for (const { name, exports } of areas)
      for (const file of exports)
        expect([`${name}/${file}`, taken.has(`${name}/${file}`)]).toEqual([`${name}/${file}`, true])
  })

  test('the ground knows of areas only who is signed in and which devices there are', () => {
    const known = ground.flatMap(importsOf).filter((path) => !ground.includes(areaOf(path)))
    expect([...new Set(known)].sort()).toEqual(['equipment/hub.ts', 'staff/store.ts'])
  })

  test('no file of the server imports itself by way of others', () => {
    const next = new Map<string, string[]>()
    for (const folder of folders)
      for (const file of filesOf(folder)) {
        const text = readFileSync(join(here, folder, file), 'utf8')
        const near = [...text.matchAll(/^(?:import|export)(?! type)[^;]*? from '\.\/([\w.]+)'/gm)].map(
          (match) => `${folder}/${match[1]}`,
        )
        const far = [...text.matchAll(/^import(?! type)[^;]*? from '\.\.\/(\w+\/[\w.]+)'/gm)].map((match) => match[1]!)
        next.set(`${folder}/${file}`, [...near, ...far])
      }
    const done = new Set<string>()
    const walk = (path: string, above: readonly string[]): string[] => {
      if (above.includes(path)) return [[...above.slice(above.indexOf(path)), path].join(' → ')]
      if (done.has(path)) return []
      const circles = (next.get(path) ?? []).flatMap((one) => walk(one, [...above, path]))
      done.add(path)
      return circles
    }
    expect([...next.keys()].flatMap((path) => walk(path, []))).toEqual([])
  })

  test('every table has one owner, and nobody else’s SQL names it without saying so', async () => {
    const database = await testDatabase()
    const rows = await database.many<{ name: string }>(
      `select table_name as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE'`,
    )
    await database.close()
    const tables = rows.map((row) => row.name)
    const owned = areas.flatMap((area) => area.tables)
    expect([...owned, ...groundTables].sort()).toEqual(tables.sort())
    for (const { name, tables: own, foreignTables = [] } of areas) {
      const text = filesOf(name)
        .map((file) => readFileSync(join(here, name, file), 'utf8'))
        .join('\n')
      const named = tables.filter((table) =>
        new RegExp(`\\b(from|join|into|update)\\s+${table}\\b|\\(\\s*db,\\s*'${table}'|table: '${table}'`).test(text),
      )
      expect([name, named.filter((table) => !own.includes(table)).sort()]).toEqual([name, [...foreignTables].sort()])
    }
  })

  test('no two routes stand on one path, no two tasks on one queue', () => {
    const paths = areas.flatMap(({ routes = [] }) => routes.map(([path]) => path))
    expect(new Set(paths).size).toBe(paths.length)
    expect(new Set(tasks.map((task) => task.name)).size).toBe(tasks.length)
    for (const { every } of tasks) expect(every).toMatch(/^(\S+ ){4}\S+$/)
  })
})

describe('tasks', () => {
  let database: Database
  beforeAll(async () => {
    database = await testDatabase()
  })
  afterAll(() => database.close())

  test('each runs on a shop that has nothing for it to do', async () => {
    for (const task of tasks) await task.run(database, pino({ level: 'silent' }))
    expect(tasks.map((task) => task.name).sort()).toEqual([
      'backup-daily',
      'housekeeping',
      'outbox',
      'present-passed',
      'staff-tidy',
      'upkeep-ahead-nightly',
    ])
  })

  test('housekeeping forgets old write ids and spent counters, and keeps the fresh ones', async () => {
    await database.run(
      `insert into rate_limit (key, points, expire)
       values ('old', 3, extract(epoch from now()) * 1000 - 60000), ('new', 3, extract(epoch from now()) * 1000 + 60000)`,
    )
    await tasks.find((task) => task.name === 'housekeeping')!.run(database, pino({ level: 'silent' }))
    expect((await database.many<{ key: string }>('select key from rate_limit')).map((row) => row.key)).toEqual(['new'])
  })
})
