import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { type CoverFamily, startingPrior, surfaceDefaults, wearParameters } from '@sleetfall/core'
import { createBall } from '../balls/store.ts'
import { createCustomer } from '../customers/store.ts'
import { type Database, openDatabase } from '../database/db.ts'
import { aBall, aCustomer, testDatabase } from '../test/shop.ts'
import { experienceOf, teach } from './experience.ts'
import { fitsOf, keepWanted } from './fits.ts'

let database: Database
let customerId: string
beforeAll(async () => {
  const fresh = await testDatabase()
  // Without what follows a transaction: here only what is taught is looked at, not the balls it moves.
  database = openDatabase(
    String((fresh.pool as unknown as { options: { connectionString: string } }).options.connectionString),
  )
  await fresh.close()
  await database.run(`insert into shop (name, session_secret) values ('Test shop', 'x') on conflict do nothing`)
  customerId = (await database.transaction((db) =>
    createCustomer(db, { ...aCustomer(), distinction: '', contact: '', note: '', strikeTolerance: 10 } as never),
  ))!.id
})
afterAll(() => database.close())

const newBall = async (cover: CoverFamily) =>
  (await database.transaction((db) =>
    createBall(
      db,
      { ...aBall(customerId), cover, gamesBefore: 0, place: 'customer', shelf: '', note: '' } as never,
      null,
    ),
  ))!.id
/** A ball that has shown how it wears: its own fit, `slower` times as slow as usual. */
async function teacher(cover: CoverFamily, slower = 2): Promise<string> {
  const ballId = await newBall(cover)
  const start = startingPrior(cover)
  const posterior = {
    mean: start.mean.map((log, at) => (at === 2 ? log + Math.log(slower) : log)),
    covariance: start.covariance.map((row) => row.map((one) => one / 20)),
  }
  const answer = { fit: wearParameters(cover), posterior, effective: 5000, raUm: [], low: [], high: [] }
  const wanted = { ballId, kind: 'own' as const, question: randomUUID(), ballsBehind: 0, cover }
  await keepWanted(database, wanted as never, answer as never)
  await teach(database, cover)
  return ballId
}
const taughtBy = async (cover: CoverFamily, ballId: string = randomUUID()) =>
  (await experienceOf(database, [cover], surfaceDefaults)).expectationOf(ballId, cover)
const takenUp = async (cover: CoverFamily) =>
  (
    await database.one<{ teachers: number }>(
      'select coalesce((select jsonb_array_length(posteriors) from cover_experience where cover = $1), 0) as teachers',
      [cover],
    )
  ).teachers

describe('what a shop’s balls teach', () => {
  test('nothing while none has shown anything, and nothing across covers', async () => {
    expect(await taughtBy('hybrid')).toEqual({ prior: undefined, ballsBehind: 0 })
    await teacher('solid')
    expect(await taughtBy('hybrid')).toEqual({ prior: undefined, ballsBehind: 0 })
    expect((await taughtBy('solid')).ballsBehind).toBe(1)
  })

  test('the more balls wear slowly, the slower the next is expected to, and the surer it is', async () => {
    const slow: number[] = []
    const sure: number[] = []
    for (let n = 0; n < 4; n += 1) {
      await teacher('pearl', 2.2)
      const { prior, ballsBehind } = await taughtBy('pearl')
      expect(ballsBehind).toBe(n + 1)
      slow.push(prior!.mean[2]!)
      sure.push(prior!.covariance[2]![2]!)
    }
    expect(slow).toEqual([...slow].sort((a, b) => a - b))
    expect(sure).toEqual([...sure].sort((a, b) => b - a))
    expect(slow[0]!).toBeGreaterThan(startingPrior('pearl').mean[2]!)
  })

  test('a ball does not teach itself', async () => {
    const own = await teacher('urethane', 3)
    expect(await taughtBy('urethane', own)).toEqual({ prior: undefined, ballsBehind: 0 })
    await teacher('urethane', 1)
    const [ofItself, ofOthers] = [await taughtBy('urethane', own), await taughtBy('urethane')]
    expect([ofItself.ballsBehind, ofOthers.ballsBehind]).toEqual([1, 2])
    expect(ofItself.prior!.mean[2]!).toBeLessThan(ofOthers.prior!.mean[2]!)
  })

  test('is taken up with each of the first, later when a quarter has changed; a busy shop does not move with every reading', async () => {
    const steps: number[] = []
    for (let n = 1; n <= 16; n += 1) {
      await teacher('polyester')
      const known = await takenUp('polyester')
      if (known !== steps.at(-1)) steps.push(known)
    }
    expect(steps.slice(0, 8)).toEqual([1, 2, 3, 4, 5, 6, 7, 8])
    expect(steps.length).toBeLessThan(14)
    // What is known never lags by more than a quarter.
    expect(await takenUp('polyester')).toBeGreaterThanOrEqual(12)
  })

  test('balls of a cover are marked for a new look when its experience is taken up, and only those', async () => {
    const [hybrid, solid] = [await newBall('hybrid'), await newBall('solid')]
    const { posteriors } = await database.one<{ posteriors: unknown[] }>(
      `select posteriors from cover_experience where cover = 'polyester'`,
    )
    await database.run(`insert into cover_experience (cover, posteriors) values ('hybrid', $1)`, [
      JSON.stringify(posteriors.slice(0, 1)),
    ])
    const marked = await database.many<{ ballId: string }>('select ball_id from ball_present where stale = 0')
    expect(marked.map((row) => row.ballId)).toContain(hybrid)
    expect(marked.map((row) => row.ballId)).not.toContain(solid)
  })
})

describe('fits kept in the database', () => {
  const readings = [
    { games: 4, grit: 2500 },
    { games: 9, grit: 3100 },
  ]
  const expectation = () => ({ prior: undefined, ballsBehind: 3 })

  test('one that is not made yet is wanted, with all it is made from, and none is made in the asking', async () => {
    const ballId = await newBall('solid')
    const fits = await fitsOf(database, [ballId], 'later')
    expect(fits.of(ballId, expectation)('solid', 0.6, readings, surfaceDefaults)).toBeNull()
    // Asked twice it is wanted once.
    fits.of(ballId, expectation)('solid', 0.6, readings, surfaceDefaults)
    expect(fits.wanted).toEqual([
      expect.objectContaining({ ballId, kind: 'shared', cover: 'solid', startRaUm: 0.6, readings, ballsBehind: 3 }),
    ])
    await fits.save()
    expect(await database.many('select 1 from wear_fit where ball_id = $1', [ballId])).toEqual([])
  })

  test('one that was made is read, in whatever order its readings’ keys come back, until it is asked something else', async () => {
    const ballId = await newBall('solid')
    const now = await fitsOf(database, [ballId], 'now')
    const made = now.of(ballId, expectation)('solid', 0.6, readings, surfaceDefaults)!
    await now.save()
    const later = await fitsOf(database, [ballId], 'later')
    const turned = readings.map(({ games, grit }) => ({ grit, games }))
    const read = later.of(ballId, expectation)('solid', 0.6, turned, surfaceDefaults)!
    expect(read.at(5).raUm).toBeCloseTo(made.at(5).raUm, 5)
    expect(later.ballsBehind(ballId)).toBe(3)
    // A start that is the same to a hundredth is the same question; another reading, start or constant is not.
    const ask = (start: number, of = readings, constants = surfaceDefaults) =>
      later.of(ballId, expectation)('solid', start, of, constants)
    expect(ask(0.601)).not.toBeNull()
    expect(ask(0.65)).toBeNull()
    expect(ask(0.6, [...readings, { games: 12, grit: 3300 }])).toBeNull()
    expect(ask(0.6, readings, { ...surfaceDefaults, laneShineUm: 0.3 })).toBeNull()
    expect(ask(0.6, readings, { ...surfaceDefaults, oilPerGameUl: 1 })).not.toBeNull()
  })
})
