import { randomUUID } from 'node:crypto'
import type { Job, SurfacePage, UpkeepRow } from '@sleetfall/contract'
import { recipeByKey } from '@sleetfall/core'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { benchHands } from '../test/bench.ts'
import { aBall, aCustomer, ago, testShop } from '../test/shop.ts'
import { quietNow, sendWaiting } from './store.ts'

let shop: Awaited<ReturnType<typeof testShop>>
let technician: Awaited<ReturnType<typeof shop.signIn>>
beforeAll(async () => {
  shop = await testShop()
  technician = await shop.signIn('technician')
})
afterAll(() => shop.end())

async function newBall(change: object = {}, ofCustomer: object = {}) {
  const customer = aCustomer({ gamesPerWeek: 3, ...ofCustomer })
  await technician.post('/customers', customer).expect(200)
  const ball = aBall(customer.id, { factoryGrit: 2000, targetGrit: 2000, ...change })
  await technician.post('/balls', ball).expect(200)
  return ball
}
const record = (ballId: string, event: object, days = 1) =>
  technician.post(`/balls/${ballId}/events`, { id: randomUUID(), happenedAt: ago(days), ...event }).expect(200)
const pageOf = async (ballId: string): Promise<SurfacePage> =>
  (await technician.get(`/surface/${ballId}`).expect(200)).body
async function rowOf(ballId: string): Promise<UpkeepRow> {
  const { customerId } = (await technician.get(`/balls/${ballId}`)).body
  return (await technician.get(`/upkeep/of/${customerId}`)).body.find((row: UpkeepRow) => row.ballId === ballId)
}
const surfaceWork = (due: SurfacePage['due']) => due.find((one) => one.work === 'resurface' || one.work === 'touch-up')

describe('policies', () => {
  test('the narrowest counts: a ball’s before a customer’s before the shop’s; taking it back opens the wider one', async () => {
    const ball = await newBall()
    await record(ball.id, { kind: 'games', games: 4 })
    const set = (whose: object, policy: object | null) => technician.put('/upkeep/policy', { ...whose, policy })
    await set({ customerId: ball.customerId }, { school: 'fixed-games', fixedGames: 10 }).expect(200)
    expect((await rowOf(ball.id)).scope).toBe('customer')
    expect(surfaceWork((await rowOf(ball.id)).due)).toMatchObject({ reason: 'fixed-games', games: 6 })
    await set({ ballId: ball.id }, { school: 'lane-shine' }).expect(200)
    expect(await rowOf(ball.id)).toMatchObject({ scope: 'ball', policy: { school: 'lane-shine' } })
    expect(surfaceWork((await pageOf(ball.id)).due)).toBeUndefined()
    await set({ ballId: ball.id }, null).expect(200)
    expect((await rowOf(ball.id)).scope).toBe('customer')
    expect((await set({}, { school: 'every-series' })).status).toBe(403)
    expect((await set({ ballId: ball.id }, { school: 'fixed-games', fixedGames: 1 })).body.fields[0].path).toBe(
      'policy.fixedGames',
    )
  })
})

describe('experience', () => {
  test('readings of one ball shape what is expected of another of its cover, and nothing of its own counts twice', async () => {
    const steps = recipeByKey('to-1000')!.steps
    const [seen, fresh] = [await newBall({ cover: 'hybrid' }), await newBall({ cover: 'hybrid' })]
    for (const ball of [seen, fresh]) await record(ball.id, { kind: 'surfaced', steps, recipeKey: 'to-1000' }, 30)
    const alone = await pageOf(fresh.id)
    expect(alone.sharedBalls).toBe(0)
    // It keeps its surface far longer than assumed.
    for (const [days, grit] of [
      [25, 1100],
      [20, 1150],
      [15, 1200],
      [10, 1250],
    ] as const) {
      await record(seen.id, { kind: 'games', games: 3 }, days)
      await record(seen.id, { kind: 'scanned', grits: [grit, grit] }, days - 1)
    }
    const taught = await pageOf(fresh.id)
    expect(taught.sharedBalls).toBe(1)
    expect(taught.curve!.wear.tau2).toBeGreaterThan(alone.curve!.wear.tau2)
    expect(taught.surface.gamesLeft!).toBeGreaterThan(alone.surface.gamesLeft!)
    expect((await pageOf(seen.id)).sharedBalls).toBe(0)
  })
})

describe('oil learnt from tests before and after', () => {
  test('a ball that comes back to life more than expected held more oil than was thought', async () => {
    const loads = [{ fromBoard: 5, toBoard: 35, loads: 5, microlitresPerBoard: 50, startFt: 0, endFt: 38 }]
    const pattern = { id: randomUUID(), name: 'Test oil', loads }
    await technician.post('/patterns', pattern).expect(200)
    const ball = await newBall({ cover: 'solid', gamesBefore: 0 }, { speedMph: 17, revRpm: 340 })
    await record(ball.id, { kind: 'games', games: 30, patternId: pattern.id }, 20)
    const trial = async (question: string, entry: number) => {
      const id = randomUUID()
      await technician
        .post('/trials', {
          ...{ id, question, customerId: ball.customerId, patternId: pattern.id, startedAt: new Date().toISOString() },
          design: 'change',
          arms: ['as it is', 'again'].map((label) => ({ label, ballId: ball.id })),
        })
        .expect(200)
      for (const off of [-0.5, 0, 0, 0.5, 0.5])
        await technician
          .post(`/trials/${id}/shots`, {
            ...{ id: randomUUID(), arm: 1, thrownAt: new Date().toISOString() },
            ...{ feetBoard: 20, targetBoard: 12, entryBoard: entry + off },
          })
          .expect(200)
      return id
    }
    const beforeTrialId = await trial('Before', 14)
    const job = { id: randomUUID(), ballId: ball.id, kind: 'extract', dueOn: '2031-05-01', beforeTrialId }
    let current: Job = (await technician.post('/bench/jobs', job).expect(200)).body
    current = (await technician.post(`/bench/jobs/${job.id}/start`, { version: current.version }).expect(200)).body
    const before = await pageOf(ball.id)
    expect(before.oilPairs).toBe(0)
    current = await benchHands(technician).through(current, current.procedure.length)
    const afterTrialId = await trial('After', 22)
    await technician
      .post(`/bench/jobs/${job.id}/trial`, { version: current.version, side: 'after', trialId: afterTrialId })
      .expect(200)
    await record(ball.id, { kind: 'games', games: 6, patternId: pattern.id }, 0)
    const after = await pageOf(ball.id)
    expect(after.oilPairs).toBe(1)
    // The likely figure has moved up within its band: there is less above it than the assumption left there.
    const { likely, high } = after.oilUl
    const { likely: likely0, high: high0 } = before.oilUl
    expect(high / likely).toBeLessThan(high0 / likely0)
  })
})

describe('links and the outbox', () => {
  test('a link logs play of its own customer’s balls once, and nothing else; ended, it says so', async () => {
    const [own, other] = [await newBall(), await newBall()]
    const { secret } = (await technician.post(`/upkeep/links/${own.customerId}`, {}).expect(200)).body
    const links = (await technician.get(`/upkeep/links/${own.customerId}`)).body
    expect(JSON.stringify(links)).not.toContain(secret)
    const path = `/open/upkeep/${secret}`
    const log = (change: object) =>
      technician.post(`${path}/sessions`, {
        id: randomUUID(),
        ballId: own.id,
        games: 3,
        playedOn: ago(1).slice(0, 10),
        cleaned: 'towel',
        ...change,
      })
    const same = randomUUID()
    await log({ id: same }).expect(200)
    const { body } = await log({ id: same }).expect(200)
    expect(body.balls).toEqual([expect.objectContaining({ id: own.id, gamesOnSurface: 3, gamesSinceCleaning: 3 })])
    expect((await log({ ballId: other.id })).status).toBe(404)
    expect((await log({ games: 99 })).body.fields[0].message).toMatch(/1 to 60/)
    await technician.post(`/upkeep/links/${links[0].id}/revoke`, {}).expect(200)
    expect((await technician.get(path)).status).toBe(404)
  })

  test('each waiting message is handed over once, and one taken back never', async () => {
    const ball = await newBall()
    const queue = async () => {
      const message = { id: randomUUID(), customerId: ball.customerId, subject: 'Due', body: 'Your ball is due.' }
      await technician.post('/upkeep/outbox', message).expect(200)
      return message.id
    }
    const [first, second, third] = [await queue(), await queue(), await queue()]
    await technician.post(`/upkeep/outbox/${third}/withdraw`, {}).expect(200)
    const handed: string[] = []
    const send = () => shop.database.transaction((db) => sendWaiting(db, async ({ id }) => Boolean(handed.push(id)), 0))
    await Promise.all([send(), send()])
    await send()
    expect(handed.sort()).toEqual([first, second].sort())
    expect((await technician.post(`/upkeep/outbox/${first}/withdraw`, {})).body.code).toBe('already-done')
  })

  test('the shop’s own words are kept by version, without names that nobody can fill in; nothing is sent in its quiet hours', async () => {
    const owner = await shop.signIn('owner')
    const now = (await owner.get('/upkeep/telling').expect(200)).body
    expect(now).toMatchObject({ templates: [], quietFrom: 1260, quietTo: 480 })
    const mine = { kind: 'ready', subject: '{ball} is ready', body: 'Come by, {customer}!' }
    const input = { templates: [mine], quietFrom: 720, quietTo: 780, version: now.version }
    const wrong = await owner
      .put('/upkeep/telling', { ...input, templates: [{ ...mine, body: '{bal} is here' }] })
      .expect(422)
    expect(wrong.body.fields[0]).toMatchObject({ path: 'templates[0].body' })
    await technician.put('/upkeep/telling', input).expect(403)
    expect((await owner.put('/upkeep/telling', input).expect(200)).body).toMatchObject({
      templates: [mine],
      quietFrom: 720,
    })
    expect((await owner.put('/upkeep/telling', input).expect(409)).body.code).toBe('version-conflict')
    const quiet = (hour: number) => shop.database.transaction((db) => quietNow(db, new Date(2026, 10, 27, hour)))
    expect([await quiet(11), await quiet(12), await quiet(13)]).toEqual([false, true, false])
  })
})
