import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import {
  aheadVisitsSchema,
  ballListSchema,
  ballSorts,
  customerListSchema,
  customerSorts,
  eventListSchema,
  eventSorts,
  jobListSchema,
  jobSorts,
  mostCounted,
  trialListSchema,
  trialSorts,
  upkeepListSchema,
} from '@sleetfall/contract'
import fc from 'fast-check'
import type { Schema } from 'yup'
import { bagsAhead } from '../bags/store.ts'
import { listEvents, nextPlay, playersUntil, usualPatterns } from '../events/store.ts'
import { ballById, ballsOf, listBalls, searchBalls } from '../balls/store.ts'
import { openCount, openJobs, timedSteps } from '../bench/planStore.ts'
import { benchStrip, dueJobs, listJobs } from '../bench/store.ts'
import { coverageOf, forecastsHeld, nearestGaps } from '../coverage/service.ts'
import { wantedBalls } from '../fitting/store.ts'
import { listCustomers, searchCustomers } from '../customers/store.ts'
import type { Database, Db } from '../database/db.ts'
import { noteInJournal } from '../http/journal.ts'
import { journalPart } from '../journal/store.ts'
import { surfacePage } from '../surface/page.ts'
import { testDatabase } from '../test/shop.ts'
import { analyse, makeLargeShop } from '../test/largeShop.ts'
import { evidenceFor, exitSeen, listTrials, playedOf, searchTrials, trialById } from '../trials/store.ts'
import { visitsAhead } from '../upkeep/ahead.ts'
import { keptAhead } from '../upkeep/aheadStore.ts'
import { logSession, upkeepBoard } from '../upkeep/service.ts'
import { ballPage } from './lists.ts'
import { settle } from './settle.ts'
import { openEnds } from './store.ts'

/** Enough for the planner to mind: a query that walks a big table here walks it in a shop of any size. */
const size = { customers: 3000, ballsEach: 5, sessionsEach: 6, trials: 4000, shotsEach: 8, events: 1500 }
let database: Database
let customerId: string
let ballId: string
beforeAll(async () => {
  database = await testDatabase()
  await database.run(`insert into shop (name, session_secret) values ('Large', 'x') on conflict do nothing`)
  await database.transaction(async (db) => {
    await makeLargeShop(db, size)
    const some = await db.many<{ ballId: string; customerId: string }>(
      'select ball_id, customer_id from ball_present order by ball_id limit 30',
    )
    await settle(
      db,
      some.map((one) => one.ballId),
    )
    ;({ ballId, customerId } = some[0]!)
    // The others are like them, with figures of their own: a fold of each would only take time here.
    await db.run(
      `with like_these as (select row_number() over () as n, * from ball_present where stale is null)
       update ball_present p set stale = null, surface = l.surface, surface_at = l.surface_at, place = l.place, style_band = l.style_band,
         search = ' ' || p.ball_name || ' ' || p.customer_name || ' ' || p.cover || ' ' || p.shelf, grit = 500 + random() * 4000,
         games_on_surface = random() * 80, games_left = random() * 40, oil_share = random(), care = (random() * 20)::int / 10,
         played_volume_ml = 25, status = l.status, due_days = random() * 30, asked_days = case when random() < 0.2 then random() * 20 end
       from like_these l where p.stale is not null and l.n = 1 + abs(hashtext(p.ball_id::text)) % 30`,
    )
    await db.run(
      `update rack_present r set stale = null, balls = n.balls, care = n.care, due_days = n.days, asked_days = n.asked
       from (select customer_id, count(*) as balls, sum(care) as care, min(due_days) as days, min(asked_days) as asked from ball_present group by 1) n
       where n.customer_id = r.customer_id`,
    )
  })
  await database.run(
    `insert into upkeep_visit (id, week, customer_id, from_at, until_at, reason, minutes, works)
     select gen_random_uuid(), row_number() over () % 4, p.customer_id, now(), now() + random() * interval '20 days', 'latest', 30,
       json_build_array(json_build_object('ballId', p.ball_id, 'work', 'resurface', 'reason', 'leaves-window', 'atMs', 0))
     from ball_present p`,
  )
  await database.run('update upkeep_ahead set counted_at = now()')
  await database.run(
    `insert into journal (id, at, staff_id, staff_name, what, subject_id, label)
     select -n, now() - n * interval '1 minute', null, '', case when n % 500 = 0 then 'PUT /shop' else 'PUT /balls/:id' end,
       (select ball_id from ball_present limit 1), 'A ball'
     from generate_series(1, 60000) n`,
  )
  await database.run(
    `insert into journal_change (journal_id, position, of_table, row_id, columns) select id, 0, 'ball', '', '{}' from journal`,
  )
  await analyse(database)
}, 120_000)
afterAll(() => database.close())

const asked = <T>(schema: Schema<T>, question: object = {}) => schema.cast(question) as T

interface Plan {
  readonly 'Node Type': string
  readonly 'Relation Name'?: string
  readonly 'Actual Rows': number
  readonly 'Actual Loops': number
  readonly 'Rows Removed by Filter'?: number
  readonly Plans?: readonly Plan[]
}
const nodesOf = (plan: Plan): Plan[] => [plan, ...(plan.Plans ?? []).flatMap(nodesOf)]

/** Tables that grow with the shop. */
const big = [
  'ball',
  'ball_event',
  'ball_present',
  'rack_present',
  'customer',
  'trial',
  'shot',
  'trial_words',
  'event_entry',
  'event_pattern',
  'event_bag',
  'job',
  'upkeep_visit',
  'outbox_message',
  'journal',
  'journal_change',
]
/** Rows of a big table that one query may touch, however large the shop is: a page, a rack, a count up to its end. */
const mostTouched = 4 * mostCounted

/** Does something on a database that explains each of its queries, and tells those that walk a big table. */
async function walked(work: (db: Db) => Promise<unknown>): Promise<string[]> {
  const found: string[] = []
  let queries = 0
  const explained = async (sql: string, values: readonly unknown[] = []) => {
    if (!/^\s*(select|with)/i.test(sql)) return
    queries += 1
    const row = await database.one<Record<string, { Plan: Plan }[]>>(`explain (analyze, format json) ${sql}`, values)
    for (const node of nodesOf(Object.values(row)[0]![0]!.Plan)) {
      const touched = (node['Actual Rows'] + (node['Rows Removed by Filter'] ?? 0)) * node['Actual Loops']
      if (big.includes(node['Relation Name'] ?? '') && touched > mostTouched)
        found.push(
          `${node['Node Type']} of ${touched} rows of ${node['Relation Name']}: ${sql.replace(/\s+/g, ' ').slice(0, 160)}`,
        )
    }
  }
  const spy = (db: Db): Db => ({
    many: async (sql, values) => (await explained(sql, values), db.many(sql, values)),
    maybeOne: async (sql, values) => (await explained(sql, values), db.maybeOne(sql, values)),
    one: async (sql, values) => (await explained(sql, values), db.one(sql, values)),
    run: (sql, values) => db.run(sql, values),
  })
  await work(spy(database))
  expect(queries).toBeGreaterThan(0)
  return found
}

describe('nothing that a request reads grows with the shop', () => {
  const answers: readonly (readonly [string, (db: Db) => Promise<unknown>])[] = [
    ['a ball', (db) => ballById(db, ballId)],
    ['a rack', (db) => ballsOf(db, customerId)],
    ['a surface page', (db) => surfacePage(db, ballId)],
    ['coverage of a customer', (db) => coverageOf(db, customerId)],
    ['evidence of a customer', (db) => evidenceFor(db, customerId)],
    ['the bench strip', (db) => benchStrip(db)],
    ['who plays next', (db) => playersUntil(db, '2031-01-01', 24)],
    ['next day of play', (db) => nextPlay(db, [customerId])],
    ['a trial', async (db) => trialById(db, (await listTrials(database, asked(trialListSchema))).items[0]!.id)],
    ['trials of a customer', (db) => listTrials(db, asked(trialListSchema, { customerId }))],
    ['trials of a ball', (db) => listTrials(db, asked(trialListSchema, { ballId }))],
    ['work on a ball', (db) => listJobs(db, asked(jobListSchema, { ballId, ended: true }))],
    ['boards that a customer plays', (db) => playedOf(db, customerId)],
    [
      'where shots on a pattern turned',
      async (db) => exitSeen(db, (await listTrials(database, asked(trialListSchema))).items[0]!.patternId),
    ],
    ['work that the plan holds', (db) => openJobs(db)],
    ['how much work waits', (db) => openCount(db)],
    ['what a write leaves open', (db) => openEnds(db, 100)],
    ['what the last steps took', (db) => timedSteps(db)],
    ['promised work of a customer', (db) => dueJobs(db, customerId)],
    ['bags ahead of a customer', (db) => bagsAhead(db, customerId, '2026-01-01')],
    ['how good forecasts were', (db) => forecastsHeld(db)],
    ['the nearest gaps', (db) => nearestGaps(db)],
    ['balls that are looked for', (db) => wantedBalls(db)],
    ['what is usually laid down', (db) => usualPatterns(db, 3)],
    ['work done lately', (db) => listJobs(db, asked(jobListSchema, { ended: true }))],
    ['events of a customer', (db) => listEvents(db, asked(eventListSchema, { customerId }))],
    ['search of a name', async (db) => [await searchBalls(db, 'brimwick 17'), await searchCustomers(db, 'tamley 2')]],
    ['search of two letters', async (db) => [await searchBalls(db, 'br 1'), await searchCustomers(db, 'or')]],
    ['search of nothing that is there', async (db) => [await searchBalls(db, 'zzqx'), await searchTrials(db, 'zzqx')]],
    ...(['now', 'week', 'month', 'all'] as const).map(
      (within) =>
        [`upkeep, ${within}`, (db: Db) => upkeepBoard(db, asked(upkeepListSchema, { within, limit: 20 }))] as const,
    ),
    ['the journal', (db) => journalPart(db, {})],
    ['the journal of a rare thing', (db) => journalPart(db, { area: 'shop' })],
    [
      'the journal of a day',
      (db) => journalPart(db, { to: new Date(Date.now() - 20 * 86_400_000).toISOString().slice(0, 10) }),
    ],
    ['the journal of a record', (db) => journalPart(db, { subjectId: ballId })],
    ['a write with its journal', (db) => noteInJournal(db, { what: 'PUT /balls/:id', user: null, subjectId: ballId })],
    ['the weeks ahead', (db) => keptAhead(db)],
    ['visits of a week', (db) => visitsAhead(db, asked(aheadVisitsSchema, { week: 2, limit: 20 }))],
    ['visits further down', (db) => visitsAhead(db, asked(aheadVisitsSchema, { week: 2, limit: 20, offset: 200 }))],
    ['upkeep of a name', (db) => upkeepBoard(db, asked(upkeepListSchema, { q: 'brimwick 17', within: 'all' }))],
    ...customerSorts.map(
      (sort) => [`customers by ${sort}`, (db: Db) => listCustomers(db, asked(customerListSchema, { sort }))] as const,
    ),
    ...trialSorts.map(
      (sort) => [`trials by ${sort}`, (db: Db) => listTrials(db, asked(trialListSchema, { sort }))] as const,
    ),
    ...eventSorts.map(
      (sort) => [`events by ${sort}`, (db: Db) => listEvents(db, asked(eventListSchema, { sort }))] as const,
    ),
    ...jobSorts.map((sort) => [`work by ${sort}`, (db: Db) => listJobs(db, asked(jobListSchema, { sort }))] as const),
    ...ballSorts.flatMap((sort) =>
      [false, true].map(
        (down) =>
          [
            `balls by ${sort}${down ? ', down' : ''}`,
            (db: Db) => listBalls(db, asked(ballListSchema, { sort, down })),
          ] as const,
      ),
    ),
    [
      'pearls on the bench',
      (db) => listBalls(db, asked(ballListSchema, { cover: 'pearl', place: 'bench', sort: 'grit' })),
    ],
    [
      'a session that is logged',
      (db) =>
        logSession(
          db,
          {
            id: randomUUID(),
            ballId,
            games: 3,
            patternId: null,
            playedOn: new Date().toISOString().slice(0, 10),
            cleaned: null,
            note: '',
          },
          { staffId: null },
        ),
    ],
  ]
  test.each(answers)('%s', async (_what, work) => {
    expect(await walked(work)).toEqual([])
  })
})

describe('lists', () => {
  test('parts put together are the whole in its order, none twice and none left out, in every order both ways', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(...ballSorts),
        fc.boolean(),
        fc.constantFrom({}, { cover: 'pearl' }, { q: 'brim' }, { place: 'shelf' }),
        fc.integer({ min: 7, max: 60 }),
        async (sort, down, filter, limit) => {
          const whole = await ballPage(database, asked(ballListSchema, { ...filter, sort, down, limit: 180 }))
          const parts: string[] = []
          for (let offset = 0; offset < Math.min(180, whole.ids.length); offset += limit) {
            const part = await ballPage(database, asked(ballListSchema, { ...filter, sort, down, limit, offset }))
            parts.push(...part.ids)
            expect(part.total).toBe(whole.total)
          }
          expect(parts.slice(0, whole.ids.length)).toEqual(whole.ids)
          expect(new Set(parts).size).toBe(parts.length)
        },
      ),
      { numRuns: 30, seed: 20_311 },
    )
  })

  test.each([
    [{ cover: 'pearl' }, `cover = 'pearl'`],
    [{ status: 'accepted' }, `status = 'accepted'`],
    [{ place: 'shelf' }, `place = 'shelf'`],
    [{ gamesFrom: 60 }, 'games_on_surface >= 60'],
    [{ gritFrom: 4000, gritTo: 4100 }, 'grit between 4000 and 4100'],
    [{ hardnessBelow: 73 }, 'hardness_d < 73'],
    [{ cover: 'solid', gritTo: 900, q: 'brimwick' }, `cover = 'solid' and grit <= 900 and search ilike '%brimwick%'`],
  ])('%j narrows to what fits, and a ball without the figure is in no range of it', async (filter, condition) => {
    await database.run('update ball_present set grit = null, hardness_d = null where ball_id = $1', [ballId])
    const { ids, total } = await ballPage(database, asked(ballListSchema, { ...filter, limit: 200 }))
    const fitting = new Set(
      (await database.many<{ ballId: string }>(`select ball_id from ball_present where ${condition}`)).map(
        (row) => row.ballId,
      ),
    )
    expect(total).toBe(Math.min(mostCounted + 1, fitting.size))
    expect(ids.length).toBe(Math.min(200, fitting.size))
    expect(ids.filter((id) => !fitting.has(id))).toEqual([])
  })

  test('the most urgent customer stands first, and with a word only those who have such a ball', async () => {
    const board = await upkeepBoard(database, asked(upkeepListSchema, { within: 'week', limit: 40 }))
    const days = await database.many<{ customerId: string; days: number }>(
      'select customer_id, due_days as days from rack_present where customer_id = any($1)',
      [[...new Set(board.rows.map((row) => row.customerId))]],
    )
    const byId = new Map(days.map((row) => [row.customerId, row.days]))
    const order = [...new Set(board.rows.map((row) => row.customerId))].map((id) => byId.get(id)!)
    expect(order).toEqual([...order].sort((a, b) => a - b))
    expect(board.total).toBe(mostCounted + 1)
    const named = await upkeepBoard(database, asked(upkeepListSchema, { within: 'all', q: 'brimwick 17', limit: 40 }))
    expect(named.rows.length).toBeGreaterThan(0)
    for (const row of named.rows)
      expect(`${row.ballName} ${row.customerName}`.toLowerCase()).toMatch(/brimwick.*17|17.*brimwick/)
  })
})
