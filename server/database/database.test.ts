import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { cpSync, mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, test } from '@jest/globals'
import { emptyDatabaseUrl, testDatabase } from '../test/shop.ts'
import { openDatabase } from './db.ts'
import { migrate } from './migrate.ts'
import { isAway } from './sqlstate.ts'

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

test('0018: trials of a control and a variant become trials of two arms, with their shots and what stood before', async () => {
  const url = await emptyDatabaseUrl()
  const own = mkdtempSync(join(tmpdir(), 'migrations-'))
  for (const name of sqlFiles().filter((one) => one < '0018')) cpSync(join(folder, name), join(own, name))
  await migrate(url, own)
  const database = openDatabase(url)
  const id = (n: number) => `00000000-0000-4000-8000-00000000000${n}`
  await database.run(`
    insert into customer (id, name, hand) values ('${id(1)}', 'Ola Brack', 'right');
    insert into ball (id, customer_id, name, cover, hardness_d, weight_lb, rg_in, differential_in, intermediate_differential_in, pin_distance_in, factory_grit)
      values ('${id(2)}', '${id(1)}', 'Petrel', 'solid', 76, 15, 2.48, 0.05, 0, 3, 2000), ('${id(3)}', '${id(1)}', 'Gannet', 'pearl', 76, 15, 2.5, 0.04, 0, 3, 4000);
    insert into pattern (id, name) values ('${id(4)}', 'Test oil');
    insert into trial (id, customer_id, pattern_id, question, started_at, control_ball_id, variant_ball_id, control_label, variant_label, control_surface, variant_surface)
      values ('${id(5)}', '${id(1)}', '${id(4)}', 'Which?', now(), '${id(2)}', '${id(3)}', 'old', 'new', '{"grit": 2000}', '{"grit": 4000}'),
             ('${id(6)}', '${id(1)}', '${id(4)}', 'Does 500 help?', now(), '${id(2)}', '${id(2)}', 'box', 'at 500', '{"grit": 2000}', '{"grit": 500}');
    insert into shot (id, trial_id, sequence, side, thrown_at, entry_board)
      values ('${id(7)}', '${id(5)}', 1, 'control', now(), 17), ('${id(8)}', '${id(5)}', 2, 'variant', now(), 15);
    insert into shot_before (id, shot_id, trial_id, what, was)
      values ('${id(9)}', '${id(8)}', '${id(5)}', 'corrected', '{"side": "variant", "entryBoard": 1.5}')`)
  await migrate(url, folder)
  expect(
    await database.many('select trial_id, arm, label, ball_id, surface from trial_arm order by trial_id, arm'),
  ).toEqual([
    { trialId: id(5), arm: 1, label: 'old', ballId: id(2), surface: { grit: 2000 } },
    { trialId: id(5), arm: 2, label: 'new', ballId: id(3), surface: { grit: 4000 } },
    { trialId: id(6), arm: 1, label: 'box', ballId: id(2), surface: { grit: 2000 } },
    { trialId: id(6), arm: 2, label: 'at 500', ballId: id(2), surface: { grit: 500 } },
  ])
  expect(await database.many('select design from trial order by id')).toEqual([
    { design: 'turns' },
    { design: 'change' },
  ])
  expect(await database.many('select arm, entry_board from shot order by sequence')).toEqual([
    { arm: 1, entryBoard: 17 },
    { arm: 2, entryBoard: 15 },
  ])
  expect(await database.many('select was from shot_before')).toEqual([{ was: { arm: 2, entryBoard: 1.5 } }])
  await expect(database.run(`update shot_before set what = 'removed'`)).rejects.toThrow('append-only')
  // The words of a trial still find it by the names of its arms.
  expect(await database.many(`select trial_id from trial_words where words like '%at 500%'`)).toEqual([
    { trialId: id(6) },
  ])
  await database.close()
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

describe('a database that is away', () => {
  const away = (message: string, code?: string) => isAway(Object.assign(new Error(message), { code }))
  test('is known by its codes, and by what the driver says without one', async () => {
    for (const code of ['57P01', '57P03', '08006', '53300', 'ECONNREFUSED', 'ECONNRESET'])
      expect(away('x', code)).toBe(true)
    for (const code of ['23505', '22P02', '42P01', 'ENOENT']) expect(away('Connection terminated', code)).toBe(false)
    expect(away('something else')).toBe(false)
    // As the driver itself says them: a connection that broke, and a pool that is closed.
    const database = await testDatabase()
    const broken = await database
      .transaction(async (db) => {
        const { pid } = await db.one<{ pid: number }>('select pg_backend_pid() as pid')
        await database.run('select pg_terminate_backend($1)', [pid])
        await db.run('select 1').catch(() => {})
        await new Promise((resolve) => setTimeout(resolve, 50))
        await db.run('select 1')
      })
      .catch((error: unknown) => error)
    expect(isAway(broken)).toBe(true)
    await database.close()
    expect(isAway(await database.run('select 1').catch((error: unknown) => error))).toBe(true)
  })
})
