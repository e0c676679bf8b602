import { randomUUID } from 'node:crypto'
import type { Ball } from '@sleetfall/contract'
import { recipeByKey, surfaceNow } from '@sleetfall/core'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { pino } from 'pino'
import { appendEvent, asSurfaceEvents, recordLayout, standingEvents, withdrawEvent } from '../balls/events.ts'
import { mergeBalls } from '../balls/mend.ts'
import { ballById, createBall } from '../balls/store.ts'
import { createCustomer } from '../customers/store.ts'
import { type Database, openDatabase } from '../database/db.ts'
import { fitsOf } from '../surface/fits.ts'
import { setPolicy } from '../upkeep/store.ts'
import { aBall, aCustomer, testDatabase } from '../test/shop.ts'
import { atOnce, fitBall, openBehind } from './queue.ts'
import { foldAll, settleBehind } from './settle.ts'
import { groundOf, learntConstants, markAll } from './store.ts'
import { openMotionPool } from '../motion/pool.ts'
import { createStaff } from '../staff/store.ts'

let database: Database
const staffId = randomUUID()
beforeAll(async () => {
  database = await testDatabase()
  await database.run(`insert into shop (name, session_secret) values ('Test shop', 'x') on conflict do nothing`)
  const password = 'a-long-enough-password'
  await createStaff(database, { id: staffId, login: 'one', name: 'One', role: 'owner', active: true, password })
})
afterAll(() => database.close())

const asCustomer = (change: object = {}) =>
  ({ ...aCustomer(), distinction: '', contact: '', note: '', strikeTolerance: 10, ...change }) as never
const asBall = (customerId: string, change: object = {}) =>
  ({ ...aBall(customerId), gamesBefore: 0, place: 'customer', shelf: '', note: '', ...change }) as never

async function newBall(change: object = {}, customerId?: string): Promise<Ball> {
  return database.transaction(async (db) => {
    const owner = customerId ?? (await createCustomer(db, asCustomer({ gamesPerWeek: 4 })))!.id
    return (await createBall(db, asBall(owner, { factoryGrit: 2000, targetGrit: 2000, ...change }), staffId))!
  })
}

/** What must agree between what is kept and what a fold of the whole history gives; times of the fold itself aside. */
async function keptAndFolded(ballIds: readonly string[]) {
  const rows = await database.many<Record<string, unknown>>('select * from ball_present where ball_id = any($1)', [
    ballIds,
  ])
  const ground = await groundOf(database, ballIds)
  const folded = foldAll(ground, await fitsOf(database, ballIds, 'later'), Date.now())
  return rows.map((row) => {
    const now = folded.get(row['ballId'] as string)! as unknown as Record<string, unknown>
    const { holdsUntil: _, ...compared } = now
    return { kept: Object.fromEntries(Object.keys(compared).map((key) => [key, row[key]])), folded: compared, row }
  })
}
const plain = (value: unknown) =>
  JSON.parse(JSON.stringify(value, (_, one) => (typeof one === 'number' ? Number(one.toPrecision(9)) : one))) as unknown

async function expectSettled(ballIds: readonly string[]): Promise<void> {
  for (const { kept, folded, row } of await keptAndFolded(ballIds)) {
    expect(row['stale']).toBeNull()
    // Which tournament is next is counted in days from now.
    expect(plain({ ...kept, dueAt: null, askedAt: null })).toEqual(plain({ ...folded, dueAt: null, askedAt: null }))
  }
}

const stepsOf = (key: string) => recipeByKey(key)!.steps.map((step) => ({ ...step }))
const act = fc.oneof(
  fc.record({
    kind: fc.constant('games' as const),
    games: fc.integer({ min: 1, max: 12 }),
    patternId: fc.constant(null),
  }),
  fc.record({
    kind: fc.constant('games' as const),
    games: fc.integer({ min: 1, max: 12 }),
    patternId: fc.constant(null),
  }),
  fc.record({
    kind: fc.constant('surfaced' as const),
    steps: fc.constantFrom(...['to-500', 'to-1000', 'to-2000', '2000-polish'].map(stepsOf)),
    recipeKey: fc.constant(null),
  }),
  fc.record({
    kind: fc.constant('scanned' as const),
    grits: fc.array(fc.integer({ min: 400, max: 5500 }), { minLength: 1, maxLength: 3 }),
  }),
  fc.record({ kind: fc.constant('cleaned' as const), with: fc.constantFrom('towel' as const, 'cleaner' as const) }),
  fc.record({
    kind: fc.constant('extracted' as const),
    minutes: fc.integer({ min: 5, max: 40 }),
    temperatureC: fc.integer({ min: 40, max: 55 }),
  }),
  fc.record({
    kind: fc.constant('moved' as const),
    place: fc.constantFrom('shelf' as const, 'customer' as const, 'bench' as const),
    shelf: fc.constantFrom('', 'A1'),
  }),
  fc.record({
    kind: fc.constant('locked' as const),
    untilAt: fc.constantFrom('2031-01-01T00:00:00.000Z', '2020-01-01T00:00:00.000Z'),
    reason: fc.constant('wet'),
  }),
  fc.record({
    kind: fc.constant('checked' as const),
    what: fc.constantFrom('inspection' as const, 'inserts' as const),
    finding: fc.constantFrom('fine' as const, 'cracked' as const, 'loose-insert' as const),
    note: fc.constant(''),
  }),
  fc.record({ kind: fc.constant('drill' as const), valAngleDeg: fc.integer({ min: 10, max: 80 }) }),
  fc.record({ kind: fc.constant('withdraw' as const), which: fc.nat(40) }),
  fc.record({ kind: fc.constant('target' as const), grit: fc.constantFrom(null, 500, 2000, 3000) }),
  fc.record({
    kind: fc.constant('school' as const),
    school: fc.constantFrom('by-measurement' as const, 'fixed-games' as const, 'before-events' as const, null),
  }),
  fc.record({ kind: fc.constant('pace' as const), games: fc.integer({ min: 1, max: 12 }) }),
)
type Act = typeof act extends fc.Arbitrary<infer T> ? T : never

const played = { kind: 'games', patternId: null } as const

/** One write, each in a transaction of its own, as a request would make it. */
async function write(ball: Ball, one: Act, daysAgo: number): Promise<void> {
  const happenedAt = new Date(Date.now() - daysAgo * 86_400_000).toISOString()
  await database.transaction(async (db) => {
    switch (one.kind) {
      case 'drill':
        return recordLayout(
          db,
          ball.id,
          randomUUID(),
          { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: one.valAngleDeg },
          staffId,
        )
      case 'withdraw': {
        const events = (await standingEvents(db, [ball.id])).filter((event) => event.kind !== 'moved')
        const event = events[one.which % Math.max(1, events.length)]
        if (event) await withdrawEvent(db, event.id, randomUUID(), staffId)
        return
      }
      case 'target':
        await db.run('update ball set target_grit = $2 where id = $1', [ball.id, one.grit])
        return
      case 'school':
        return setPolicy(db, {
          customerId: null,
          ballId: ball.id,
          policy: one.school === null ? null : ({ school: one.school, fixedGames: 20 } as never),
        })
      case 'pace':
        await db.run('update customer set games_per_week = $2 where id = $1', [ball.customerId, one.games])
        return
      default:
        return appendEvent(db, ball.id, { ...one, id: randomUUID(), happenedAt }, { staffId })
    }
  })
}

describe('what is kept of a ball', () => {
  test('is what its whole history folds to, after any writes in any order of time', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(act, fc.integer({ min: 1, max: 300 }), fc.boolean()), { minLength: 1, maxLength: 12 }),
        async (acts) => {
          const first = await newBall()
          const second = await newBall({ cover: 'pearl', factoryGrit: null }, first.customerId)
          for (const [one, daysAgo, ofFirst] of acts) await write(ofFirst ? first : second, one, daysAgo)
          await expectSettled([first.id, second.id])
          const rack = await database.one<Record<string, number>>(
            `select r.balls - count(*) as balls, r.care - count(*) filter (where p.care > 0) as care,
               r.due_days - min(p.due_days) as days, r.asked_days - min(p.asked_days) as asked
             from rack_present r join ball_present p on p.customer_id = r.customer_id where r.customer_id = $1
             group by r.customer_id`,
            [first.customerId],
          )
          expect(Object.values(rack).map((off) => Number(off ?? 0))).toEqual([0, 0, 0, 0])
        },
      ),
      { numRuns: 25, seed: 20_311 },
    )
  }, 60_000)

  test('and what a screen is given of it is the fold of its history up to this very moment', async () => {
    const ball = await newBall()
    await write(ball, { kind: 'surfaced', steps: stepsOf('to-1000'), recipeKey: null }, 40)
    for (const days of [30, 22, 9, 2]) await write(ball, { ...played, games: 3 }, days)
    const given = (await ballById(database, ball.id))!
    const events = asSurfaceEvents(await standingEvents(database, [ball.id]))
    const now = surfaceNow(given, events, Date.now(), await learntConstants(database))
    expect(given.surface.oil.soakedUl).toBeCloseTo(now.oil.soakedUl, 4)
    expect(plain({ ...given.surface, oil: 0, oilShare: 0 })).toEqual(plain({ ...now, oil: 0, oilShare: 0 }))
    // Two days after play the film has soaked in: that part is of today, not of the last event.
    const { surface } = await database.one<{ surface: Ball['surface'] }>(
      'select surface from ball_present where ball_id = $1',
      [ball.id],
    )
    expect(given.surface.oil.filmUl).toBeLessThan(0.6 * surface.oil.filmUl)
  })

  test('follows a merge, and the rack that lost a ball counts one less', async () => {
    const [one, two] = [await newBall(), await newBall()]
    const twin = await newBall({}, two.customerId)
    await write(one, { ...played, games: 5 }, 3)
    await write(twin, { ...played, games: 4 }, 2)
    await database.transaction((db) => mergeBalls(db, twin.id, two.id))
    expect((await ballById(database, two.id))!.surface.totalGames).toBe(4)
    await database.transaction(async (db) => {
      await db.run('update ball set customer_id = $2 where id = $1', [one.id, two.customerId])
    })
    const racks = await database.many<{ customerId: string; balls: number }>(
      'select customer_id, balls from rack_present where customer_id = any($1)',
      [[one.customerId, two.customerId]],
    )
    expect(new Map(racks.map((rack) => [rack.customerId, rack.balls]))).toEqual(
      new Map([
        [one.customerId, 0],
        [two.customerId, 2],
      ]),
    )
    await expectSettled([one.id, two.id])
  })

  test('is folded anew from nothing but history when it was lost or is wrong', async () => {
    const ball = await newBall()
    for (const days of [9, 7, 4]) await write(ball, { ...played, games: 6 }, days)
    const before = await ballById(database, ball.id)
    await database.run(
      `update ball_present set place = 'bench', grit = 1, surface = '{}', surface_at = null, care = 9, due_days = null where ball_id = $1`,
      [ball.id],
    )
    await markAll(database)
    while ((await database.transaction((db) => settleBehind(db, 'now'))) > 0);
    await expectSettled([ball.id])
    expect(plain({ ...(await ballById(database, ball.id)), surface: before!.surface })).toEqual(plain(before))
  })

  test('a change that concerns every ball marks all and folds only those that somebody looks at', async () => {
    const [seen, unseen] = [await newBall(), await newBall()]
    const raw = openDatabase(urlOf(database))
    try {
      await raw.transaction((db) => db.run(`update shop set constants = '{"windowShare": 0.5}'`))
      const window = (await ballById(raw, seen.id))!.surface.window!
      expect(window.maxRaUm / window.minRaUm).toBeCloseTo(3, 5)
      const stale = await raw.many<{ ballId: string }>(
        'select ball_id from ball_present where stale is not null and ball_id = any($1)',
        [[seen.id, unseen.id]],
      )
      expect(stale.map((one) => one.ballId)).toEqual([unseen.id])
      await raw.transaction((db) => db.run(`update shop set constants = '{}'`))
    } finally {
      await raw.close()
    }
    await database.transaction(atOnce)
    await expectSettled([seen.id, unseen.id])
  })
})

const urlOf = (of: Database) =>
  String((of.pool as unknown as { options: { connectionString: string } }).options.connectionString)

describe('several processes on one database', () => {
  test('six that start at once make the queues once, and none stumbles over another', async () => {
    const own = await testDatabase()
    const url = urlOf(own)
    await own.close()
    const names = Array.from({ length: 8 }, (_, n) => `job-${n}`)
    const opened = await Promise.all(Array.from({ length: 6 }, () => openBehind(url, () => {}, names)))
    await Promise.all(opened.map((one) => one.close()))
    expect(opened.length).toBe(6)
  }, 60_000)

  test('what one queues the other hears of and works off, one after the other, and what it missed once it hears again', async () => {
    const own = await testDatabase()
    const url = urlOf(own)
    const trouble: Error[] = []
    const [counter, bench] = [
      await openBehind(url, (e) => trouble.push(e), ['job']),
      await openBehind(url, (e) => trouble.push(e), ['job']),
    ]
    const pool = openMotionPool(1)
    const done: string[] = []
    const job = {
      name: 'job',
      run: async (_: Database, __: unknown, id: string) => {
        if (id === 'fails') throw new Error('on purpose')
        done.push(id)
        return Promise.resolve()
      },
    }
    // Sooner than anybody would come upon it by looking.
    const soon = async (...ids: readonly string[]) => {
      for (let tries = 0; tries < 90 && done.length < ids.length; tries += 1)
        await new Promise((resolve) => setTimeout(resolve, 100))
      expect(done.toSorted()).toEqual(ids.toSorted())
      done.length = 0
    }
    try {
      await bench.work(own, pool, [], pino({ level: 'silent' }), [job])
      for (const id of ['a', 'b', 'c', 'd', 'e']) await counter.later('job', id)
      await soon('a', 'b', 'c', 'd', 'e')
      // One that fails keeps nobody else waiting.
      await counter.later('job', 'fails')
      await counter.later('job', 'f')
      await soon('f')
      await own.run(
        `select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and query = 'listen sleetfall_news'`,
      )
      await counter.later('job', 'g')
      await soon('g')
      expect(trouble.map(({ message }) => message)).toEqual([expect.stringMatching(/terminating connection/)])
    } finally {
      pool.close()
      await Promise.all([counter.close(), bench.close()])
      await own.close()
    }
  }, 60_000)

  test('a reading recorded by one is fitted by the other, once, and both then read the same curve', async () => {
    const own = await testDatabase()
    await own.run(`insert into shop (name, session_secret) values ('Test shop', 'x') on conflict do nothing`)
    const url = urlOf(own)
    await own.close()
    const trouble: Error[] = []
    const [counter, bench] = [
      await openBehind(url, (e) => trouble.push(e)),
      await openBehind(url, (e) => trouble.push(e)),
    ]
    const [first, second] = [counter, bench].map(({ beforeCommit }) => openDatabase(url, { beforeCommit })) as [
      Database,
      Database,
    ]
    const pool = openMotionPool(1)
    try {
      await bench.work(second, pool, [], pino({ level: 'silent' }))
      const ball = await first.transaction(async (db) => {
        const owner = (await createCustomer(db, asCustomer()))!
        return (await createBall(db, asBall(owner.id, { factoryGrit: 2000 }), null))!
      })
      const happenedAt = (days: number) => new Date(Date.now() - days * 86_400_000).toISOString()
      const append = (event: object) =>
        first.transaction((db) => appendEvent(db, ball.id, { id: randomUUID(), ...event } as never, { staffId: null }))
      await append({ kind: 'games', games: 5, happenedAt: happenedAt(9) })
      await append({ kind: 'scanned', grits: [2900], happenedAt: happenedAt(8) })
      await append({ kind: 'games', games: 5, happenedAt: happenedAt(6) })
      await append({ kind: 'scanned', grits: [3300], happenedAt: happenedAt(5) })
      const fitted = async () => {
        const now = (await ballById(first, ball.id))!
        return now.fitWanted ? null : now
      }
      let now: Ball | null = null
      for (let tries = 0; tries < 60 && !(now = await fitted()); tries += 1)
        await new Promise((resolve) => setTimeout(resolve, 250))
      expect(now!.surface.curve!.fitted).toBe(true)
      expect(now!.surface.curve!.bandUm).not.toBeNull()
      expect((await ballById(second, ball.id))!.surface.curve).toEqual(now!.surface.curve)
      const rows = await first.many<{ kind: string; version: number }>(
        'select kind, version from wear_fit where ball_id = $1 order by kind',
        [ball.id],
      )
      expect(rows.map((row) => row.kind)).toEqual(['own', 'shared'])
      // Asked again there is nothing left to fit, and nothing is written.
      await fitBall(first, pool, ball.id)
      expect(
        await first.many('select kind, version from wear_fit where ball_id = $1 order by kind', [ball.id]),
      ).toEqual(rows)
      expect(trouble).toEqual([])
    } finally {
      pool.close()
      await Promise.all([counter.close(), bench.close()])
      await Promise.all([first.close(), second.close()])
    }
  }, 60_000)

  test('two writes to one ball at the same time are both in what is kept', async () => {
    const ball = await newBall()
    await Promise.all(Array.from({ length: 6 }, (_, index) => write(ball, { ...played, games: 1 + index }, 1 + index)))
    expect((await ballById(database, ball.id))!.surface.totalGames).toBe(21)
    await expectSettled([ball.id])
  })
})
