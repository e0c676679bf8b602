import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { cpSync, mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, test } from '@jest/globals'
import { emptyDatabaseUrl, testDatabase } from '../test/shop.ts'
import { openDatabase } from './db.ts'
import { migrate } from './migrate.ts'

const folder = join(import.meta.dirname, '..', 'migrations')
const sqlFiles = () =>
  readdirSync(folder)
    .filter((name) => name.endsWith('.sql'))
    .sort()

describe('migrations', () => {
  test('run from empty, run again without effect, and one that was changed afterwards is refused', async () => {
    const url = await emptyDatabaseUrl()
    const own = mkdtempSync(join(tmpdir(), 'migrations-'))
    cpSync(folder, own, { recursive: true })
    const applied: string[] = []
    await migrate(url, own, (line) => applied.push(line))
    expect(applied).toHaveLength(sqlFiles().length)
    await migrate(url, own, (line) => applied.push(line))
    expect(applied).toHaveLength(sqlFiles().length)
    writeFileSync(join(own, '0004_trials.sql'), '-- changed\n', { flag: 'a' })
    await expect(migrate(url, own)).rejects.toThrow('0004_trials.sql was changed')
  })

  test('a migration that fails leaves nothing of itself', async () => {
    const url = await emptyDatabaseUrl()
    const own = mkdtempSync(join(tmpdir(), 'migrations-'))
    writeFileSync(join(own, '0001_bad.sql'), 'create table half (id integer);\nselect no_such_function();\n')
    await expect(migrate(url, own)).rejects.toThrow()
    const database = openDatabase(url)
    expect(await database.many(`select 1 from pg_tables where tablename = 'half'`)).toEqual([])
    await database.close()
  })
})

describe('migrations that have landed', () => {
  const landed = JSON.parse(readFileSync(join(folder, 'landed.json'), 'utf8')) as Record<string, string>

  test('still have the text they landed with, and only newer ones are not on the list yet', () => {
    const now = Object.fromEntries(
      Object.keys(landed).map((name) => [
        name,
        createHash('sha256')
          .update(readFileSync(join(folder, name)))
          .digest('hex'),
      ]),
    )
    expect(now).toEqual(landed)
    const names = Object.keys(landed)
    expect(sqlFiles().slice(0, names.length)).toEqual(names)
  })

  test('the list itself has only ever grown', () => {
    const git = (...args: string[]) =>
      spawnSync('git', args, { cwd: folder, encoding: 'utf8', maxBuffer: 64 * 1024 * 1024 })
    const commits = git('log', '--format=%H', '--', 'landed.json').stdout.split('\n').filter(Boolean)
    for (const commit of commits) {
      const then = JSON.parse(git('show', `${commit}:./landed.json`).stdout) as Record<string, string>
      expect(landed).toMatchObject(then)
    }
  })

  test.each(['first', 'second'])(
    'a database made by the %s text of 0011 is brought to the same schema',
    async (text) => {
      const [former, whole] = [await emptyDatabaseUrl(), await emptyDatabaseUrl()]
      const own = mkdtempSync(join(tmpdir(), 'migrations-'))
      for (const name of sqlFiles().slice(0, 10)) cpSync(join(folder, name), join(own, name))
      cpSync(join(import.meta.dirname, 'fixtures', `0011_${text}_text.sql`), join(own, '0011_bench_and_upkeep.sql'))
      await migrate(former, own)
      await migrate(former, folder)
      await migrate(whole, folder)
      const schemaOf = async (url: string) => {
        const database = openDatabase(url)
        const columns = await database.many(
          `select table_name, column_name, data_type, is_nullable, column_default from information_schema.columns
         where table_schema = 'public' order by 1, 2`,
        )
        const checks = await database.many(
          `select conrelid::regclass::text as of, conname as name, pg_get_constraintdef(oid) as text from pg_constraint
         where connamespace = 'public'::regnamespace order by 1, 2`,
        )
        await database.close()
        return { columns, checks }
      }
      expect(await schemaOf(former)).toEqual(await schemaOf(whole))
    },
  )
})

test('every table has created and updated times and a row version', async () => {
  const database = await testDatabase()
  const rows = await database.many<{ tableName: string }>(
    `select t.table_name from information_schema.tables t
     where t.table_schema = 'public' and t.table_type = 'BASE TABLE' and t.table_name not in ('migration', 'migration_checksum')
       and (select count(*) from information_schema.columns c where c.table_name = t.table_name
            and c.column_name in ('created_at', 'updated_at', 'version')) < 3`,
  )
  await database.close()
  expect(rows).toEqual([])
})
