import { cpSync, mkdtempSync, readdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, test } from '@jest/globals'
import { emptyDatabaseUrl, testDatabase } from '../testing/shop.ts'
import { openDatabase } from './db.ts'
import { migrate } from './migrate.ts'

const folder = join(import.meta.dirname, '..', 'migrations')

describe('migrations', () => {
  test('run from empty, run again without effect, and one that was changed afterwards is refused', async () => {
    const url = await emptyDatabaseUrl()
    const own = mkdtempSync(join(tmpdir(), 'migrations-'))
    cpSync(folder, own, { recursive: true })
    const applied: string[] = []
    await migrate(url, own, (line) => applied.push(line))
    expect(applied).toHaveLength(readdirSync(folder).length)
    await migrate(url, own, (line) => applied.push(line))
    expect(applied).toHaveLength(readdirSync(folder).length)
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
