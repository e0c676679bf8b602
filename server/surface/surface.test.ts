import { randomUUID } from 'node:crypto'
import type { SurfacePage } from '@sleetfall/contract'
import { recipeByKey } from '@sleetfall/core'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { aBall, aCustomer, ago, testShop } from '../test/shop.ts'

let shop: Awaited<ReturnType<typeof testShop>>
let technician: Awaited<ReturnType<typeof shop.signIn>>
beforeAll(async () => {
  shop = await testShop()
  technician = await shop.signIn('technician')
})
afterAll(() => shop.end())

async function newBall(change: object = {}, ofCustomer: object = {}) {
  const customer = aCustomer({ gamesPerWeek: 6, ...ofCustomer })
  await technician.post('/customers', customer).expect(200)
  const ball = aBall(customer.id, { factoryGrit: 2000, targetGrit: 2000, ...change })
  await technician.post('/balls', ball).expect(200)
  return ball
}
const record = (ballId: string, event: object, days: number) =>
  technician.post(`/balls/${ballId}/events`, { id: randomUUID(), happenedAt: ago(days), ...event })
const pageOf = async (ballId: string): Promise<SurfacePage> =>
  (await technician.get(`/surface/${ballId}`).expect(200)).body

describe('a ball’s surface page', () => {
  test('a fit is made once a reading: another ball’s reading and a look at the list make none anew', async () => {
    const [first, second] = [await newBall(), await newBall()]
    for (const { id } of [first, second]) {
      await record(id, { kind: 'surfaced', steps: recipeByKey('to-1000')!.steps, recipeKey: 'to-1000' }, 30).expect(200)
      for (const [games, grit, days] of [
        [6, 1900, 19],
        [4, 2500, 9],
      ] as const) {
        await record(id, { kind: 'games', games }, days + 1).expect(200)
        await record(id, { kind: 'scanned', grits: [grit, grit + 50] }, days).expect(200)
      }
    }
    const fits = () =>
      shop.database.many<{ ballId: string }>(
        `select ball_id, kind, question, xmin::text as written from wear_fit where ball_id = any($1) order by 1, 2`,
        [[first.id, second.id]],
      )
    await technician.get('/balls').expect(200)
    const before = await fits()
    expect(before).toHaveLength(4)
    await record(second.id, { kind: 'games', games: 3 }, 2).expect(200)
    await record(second.id, { kind: 'scanned', grits: [2900, 2950] }, 1).expect(200)
    await technician.get('/balls').expect(200)
    await technician.get('/upkeep').expect(200)
    await pageOf(first.id)
    const after = await fits()
    const of = (rows: readonly { ballId: string }[], ballId: string) => rows.filter((row) => row.ballId === ballId)
    expect(of(after, first.id)).toEqual(of(before, first.id))
    expect(of(after, second.id)).not.toEqual(of(before, second.id))
  })

  test('readings on this surface only, on and off the track, with what was done to it at games on it', async () => {
    const ball = await newBall()
    const spots = ['track', 'track', 'off-track', 'off-track']
    await record(ball.id, { kind: 'games', games: 5 }, 40).expect(200)
    await record(ball.id, { kind: 'scanned', grits: [3900, 3900, 3500, 3500], spots }, 39).expect(200)
    await record(ball.id, { kind: 'surfaced', steps: recipeByKey('to-1000')!.steps, recipeKey: 'to-1000' }, 30).expect(
      200,
    )
    await record(ball.id, { kind: 'games', games: 3 }, 20).expect(200)
    await record(ball.id, { kind: 'extracted', minutes: 25, temperatureC: 52 }, 19).expect(200)
    await record(ball.id, { kind: 'games', games: 2 }, 10).expect(200)
    await record(ball.id, { kind: 'scanned', grits: [1500, 1520, 1250, 1230], spots }, 9).expect(200)
    const page = await pageOf(ball.id)
    expect(page.curve!.readings).toEqual([{ games: 5, grit: 1510 }])
    expect(page.offTrack).toEqual([{ games: 5, grit: 1240 }])
    expect(page.marks.map(({ games, kind }) => [games, kind])).toEqual([
      [0, 'surfaced'],
      [3, 'extracted'],
    ])
    // The curve starts where the recipe left it, goes one way, and its band holds the median.
    const [first, last] = [page.band[0]!, page.band.at(-1)!]
    // Where it starts is known within what a recipe leaves.
    expect(first.raUm / page.curve!.startRaUm).toBeGreaterThan(0.85)
    expect(first.raUm / page.curve!.startRaUm).toBeLessThan(1.15)
    expect(first.high).toBeGreaterThan(first.low)
    expect(last.raUm).toBeLessThan(first.raUm)
    for (const point of page.band) {
      expect(point.low).toBeLessThanOrEqual(point.raUm)
      expect(point.high).toBeGreaterThanOrEqual(point.raUm)
    }
    expect(page.costs.map((cost) => cost.school)).toContain('lane-shine')
    expect(page).toMatchObject({ gamesPerWeek: 6, gamesPerWeekAssumed: false })
    const { low, likely, high } = page.oilUl
    expect(low < likely && likely < high).toBe(true)
  })

  test('label and scan of a new ball that disagree are named; worn games or a recipe explain the difference', async () => {
    const [odd, right, worn] = [await newBall(), await newBall(), await newBall()]
    await record(odd.id, { kind: 'scanned', grits: [1200, 1250] }, 1).expect(200)
    await record(right.id, { kind: 'scanned', grits: [1900, 2100] }, 1).expect(200)
    await record(worn.id, { kind: 'games', games: 20 }, 3).expect(200)
    await record(worn.id, { kind: 'scanned', grits: [3800, 3900] }, 1).expect(200)
    expect((await pageOf(odd.id)).labelDisagrees).toEqual({ labelGrit: 2000, scannedGrit: 1225 })
    expect((await pageOf(right.id)).labelDisagrees).toBeNull()
    expect((await pageOf(worn.id)).labelDisagrees).toBeNull()
  })

  test('spots are told for each reading or for none, and an unknown start gives no curve', async () => {
    const ball = await newBall({ factoryGrit: null, gamesBefore: 40 })
    const refused = await record(ball.id, { kind: 'scanned', grits: [1500, 1600], spots: ['track'] }, 1)
    expect(refused.body.fields[0].path).toBe('spots')
    await record(ball.id, { kind: 'scanned', grits: [1500, 1600] }, 1).expect(200)
    expect(await pageOf(ball.id)).toMatchObject({ curve: null, band: [], costs: [] })
  })
})

describe('fits', () => {
  test('are made once a reading, kept as a few numbers, and asked for by every process alike', async () => {
    const [ball, other] = [await newBall(), await newBall()]
    const kept = async () =>
      shop.database.many<{ kind: string; question: string; updatedAt: string; size: number }>(
        `select kind, question, updated_at, length(answer::text) as size from wear_fit where ball_id = $1 order by kind`,
        [ball.id],
      )
    await record(ball.id, { kind: 'games', games: 5 }, 9).expect(200)
    await record(ball.id, { kind: 'scanned', grits: [3000] }, 8).expect(200)
    const first = await kept()
    expect(first.map((one) => one.kind)).toEqual(['shared'])
    expect(first[0]!.size).toBeLessThan(5000)
    const page = await pageOf(ball.id)
    expect(page.curve!.fitted).toBe(true)
    // Readings of another ball of this cover do not set this one moving until it is read again itself.
    await record(other.id, { kind: 'games', games: 5 }, 9).expect(200)
    for (const days of [8, 7, 6]) await record(other.id, { kind: 'scanned', grits: [2400] }, days).expect(200)
    expect((await technician.get(`/balls/${ball.id}`)).body.surface.curve).toEqual(page.curve)
    expect((await kept()).find((one) => one.kind === 'shared')).toEqual(first[0])
    await record(ball.id, { kind: 'scanned', grits: [3100] }, 2).expect(200)
    const then = (await kept()).find((one) => one.kind === 'shared')!
    expect(then.question).not.toBe(first[0]!.question)
    expect((await pageOf(ball.id)).sharedBalls).toBeGreaterThan(0)
  })
})

describe('advice', () => {
  test('speaks of this ball, its bowler and the pattern asked about; a wrong complaint is named', async () => {
    const ball = await newBall({ cover: 'pearl' }, { speedMph: 20, revRpm: 220 })
    await record(
      ball.id,
      { kind: 'surfaced', steps: recipeByKey('2000-polish')!.steps, recipeKey: '2000-polish' },
      5,
    ).expect(200)
    const { body } = await technician.get(`/surface/${ball.id}/advice?complaint=straight`).expect(200)
    const ids = body.rules.map((rule: { id: string }) => rule.id)
    expect(ids).toEqual(expect.arrayContaining(['earlier', 'no-polish-for-speed', 'lines-under-gloss']))
    // A rule that the shop does not hold is silent, and only the owner says so.
    expect((await technician.put('/surface/rules/earlier', { held: false })).status).toBe(403)
    const owner = await shop.signIn('owner')
    expect((await owner.put('/surface/rules/no-such', { held: false })).status).toBe(404)
    await owner.put('/surface/rules/earlier', { held: false }).expect(200)
    const without = (await technician.get(`/surface/${ball.id}/advice?complaint=straight`)).body
    expect(without.rules.map((rule: { id: string }) => rule.id)).not.toContain('earlier')
    expect(without.off.map((rule: { id: string }) => rule.id)).toEqual(['earlier'])
    await owner.put('/surface/rules/earlier', { held: true }).expect(200)
    expect((await technician.get(`/surface/${ball.id}/advice?complaint=nothing`)).body.fields[0].path).toBe('complaint')
  })
})

describe('pads and recipes', () => {
  test('a spare is opened once, names are not taken twice, and what is used up says when to order', async () => {
    const pad = { id: randomUUID(), name: 'Test pad', abrasive: 'pad', grit: 800, lifeBalls: 6, uses: 6, spare: 1 }
    const { body: made } = await technician.post('/pads', pad).expect(200)
    const open = (version: number) => technician.post(`/pads/${pad.id}/open-spare`, { version })
    expect((await open(made.version).expect(200)).body).toMatchObject({ uses: 0, spare: 0 })
    expect((await open(made.version)).body.code).toBe('refused')
    expect((await technician.post('/pads', { ...pad, id: randomUUID() })).body.fields[0].path).toBe('name')
    expect(
      (await technician.post('/pads', { ...pad, id: randomUUID(), name: 'Other', grit: null })).body.fields[0].path,
    ).toBe('grit')
    const recipe = { id: randomUUID(), name: 'Own', steps: recipeByKey('to-500')!.steps }
    const { body: own } = await technician.post('/recipes', recipe).expect(200)
    expect(
      (await technician.put(`/recipes/${recipe.id}`, { ...recipe, name: 'Own two', version: own.version })).body.name,
    ).toBe('Own two')
    expect((await technician.put(`/recipes/${recipe.id}`, { ...recipe, version: own.version })).body.code).toBe(
      'version-conflict',
    )
  })
})
