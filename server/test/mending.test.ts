import { randomUUID } from 'node:crypto'
import type { Trial } from '@sleetfall/contract'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { aBall, aCustomer, ago, testShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof testShop>>
let technician: Awaited<ReturnType<typeof shop.signIn>>
beforeAll(async () => {
  shop = await testShop()
  technician = await shop.signIn('technician')
})
afterAll(() => shop.end())

const pattern = () => ({
  id: randomUUID(),
  name: `Pattern ${randomUUID().slice(0, 8)}`,
  loads: [{ fromBoard: 2, toBoard: 38, loads: 4, microlitresPerBoard: 50, startFt: 0, endFt: 40 }],
})
async function customerWithBalls(count: number, change: object = {}) {
  const customer = aCustomer(change)
  await technician.post('/customers', customer).expect(200)
  const balls = Array.from({ length: count }, () => aBall(customer.id, { factoryGrit: 2000 }))
  for (const ball of balls) await technician.post('/balls', ball).expect(200)
  return { customer, balls }
}
const games = (ballId: string, count: number, days = 1) =>
  technician
    .post(`/balls/${ballId}/events`, { id: randomUUID(), kind: 'games', games: count, happenedAt: ago(days) })
    .expect(200)
async function trialOf(customerId: string, controlBallId: string, variantBallId: string, patternId?: string) {
  const lane = pattern()
  if (patternId === undefined) await technician.post('/patterns', lane).expect(200)
  const trial = {
    id: randomUUID(),
    customerId,
    patternId: patternId ?? lane.id,
    question: 'Which?',
    startedAt: ago(0.01),
    design: controlBallId === variantBallId ? 'change' : 'turns',
    arms: [
      { label: 'a', ballId: controlBallId },
      { label: 'b', ballId: variantBallId },
    ],
  }
  return (await technician.post('/trials', trial).expect(200)).body as Trial
}
const shoot = (trial: Trial, change: object = {}) => {
  const shot = {
    id: randomUUID(),
    arm: 1,
    thrownAt: ago(0),
    entryBoard: 17,
    read: 'right',
    leave: [],
    ...change,
  }
  return technician.post(`/trials/${trial.id}/shots`, shot)
}

describe('customers', () => {
  test('two of one person become one: balls, trials, entries and notes go along, once', async () => {
    const [first, second] = [await customerWithBalls(2), await customerWithBalls(1)]
    await trialOf(first.customer.id, first.balls[0]!.id, first.balls[1]!.id)
    const event = {
      ...{ id: randomUUID(), name: 'League', kind: 'league', startsOn: '2031-01-01', endsOn: '2031-03-01' },
      customerIds: [first.customer.id, second.customer.id],
    }
    await technician.post('/events', event).expect(200)
    const before = (await technician.get(`/customers/${first.customer.id}/dependents`)).body
    expect(before).toEqual({ blocks: { balls: 2, trials: 1 }, goes: { entries: 1 } })
    const refused = await technician.remove(`/customers/${first.customer.id}`).send({})
    expect(refused.body).toMatchObject({ code: 'in-use', detail: expect.stringContaining('2 balls, 1 trial.') })
    const { body: merged } = await technician
      .post(`/customers/${first.customer.id}/merge`, { intoId: second.customer.id })
      .expect(200)
    expect(merged).toMatchObject({ id: second.customer.id, ballCount: 3 })
    const customers = (await technician.get('/customers')).body.items.map((one: { id: string }) => one.id)
    expect(customers).not.toContain(first.customer.id)
    const entered = (await technician.get(`/events/${event.id}`)).body
    expect(entered.customerIds).toEqual([second.customer.id])
    expect((await technician.get('/trials')).body.items.map((one: Trial) => one.customerId)).toContain(
      second.customer.id,
    )
  })

  test('one who left is retired with the balls and comes back with the same ones; a mistaken one is deleted', async () => {
    const { customer, balls } = await customerWithBalls(2)
    const ballOf = async (id: string) => (await technician.get(`/balls/${id}`)).body
    const one = await ballOf(balls[0]!.id)
    await technician.post(`/balls/${one.id}/retire`, { version: one.version, retired: true }).expect(200)
    await shop.database.run(`update ball set retired_on = current_date - 9 where id = $1`, [one.id])
    const retire = async (retired: boolean) => {
      const { version } = (await technician.get(`/customers/${customer.id}`)).body
      return (await technician.post(`/customers/${customer.id}/retire`, { version, retired }).expect(200)).body
    }
    expect((await retire(true)).retiredOn).not.toBeNull()
    const due = async () =>
      (await technician.get('/upkeep?within=all')).body.rows.map((row: { ballId: string }) => row.ballId)
    expect(await due()).not.toContain(balls[1]!.id)
    await retire(false)
    expect((await ballOf(balls[0]!.id)).retiredOn).not.toBeNull()
    expect((await ballOf(balls[1]!.id)).retiredOn).toBeNull()
    const mistaken = aCustomer()
    await technician.post('/customers', mistaken).expect(200)
    await technician.remove(`/customers/${mistaken.id}`).send({}).expect(200)
    expect((await technician.remove(`/customers/${mistaken.id}`).send({})).status).toBe(404)
  })
})

describe('balls', () => {
  test('twins made by mistake become one, with both histories; two owners’ balls do not', async () => {
    const { balls } = await customerWithBalls(2)
    const [twin, kept] = [balls[0]!, balls[1]!]
    await games(twin.id, 3, 5)
    await games(kept.id, 4, 2)
    const { body } = await technician.post(`/balls/${twin.id}/merge`, { intoId: kept.id }).expect(200)
    expect(body).toMatchObject({ id: kept.id, surface: { totalGames: 7 } })
    expect((await technician.get(`/balls/${twin.id}`)).status).toBe(404)
    const other = await customerWithBalls(1)
    const foreign = await technician.post(`/balls/${kept.id}/merge`, { intoId: other.balls[0]!.id })
    expect(foreign.body).toMatchObject({ code: 'refused', detail: expect.stringContaining('two customers') })
  })

  test('deleting names what goes along; a ball that a trial speaks of is not deleted, and history stays closed', async () => {
    const { customer, balls } = await customerWithBalls(3)
    await games(balls[0]!.id, 3)
    expect((await technician.get(`/balls/${balls[0]!.id}/dependents`)).body).toEqual({
      blocks: {},
      goes: { history: 1 },
    })
    await technician.remove(`/balls/${balls[0]!.id}`).send({}).expect(200)
    await trialOf(customer.id, balls[1]!.id, balls[2]!.id)
    expect((await technician.remove(`/balls/${balls[1]!.id}`).send({})).body.detail).toContain('1 trial.')
    await expect(shop.database.run('delete from ball_event where ball_id = $1', [balls[1]!.id])).rejects.toThrow(
      'append-only',
    )
  })
})

describe('patterns, events and stock', () => {
  test('a pattern in use is retired, an unused one deleted; an event goes with its entries', async () => {
    const { customer, balls } = await customerWithBalls(2)
    const [used, unused] = [pattern(), pattern()]
    for (const one of [used, unused]) await technician.post('/patterns', one).expect(200)
    await trialOf(customer.id, balls[0]!.id, balls[1]!.id, used.id)
    expect((await technician.remove(`/patterns/${used.id}`).send({})).body.code).toBe('in-use')
    expect(
      (await technician.post(`/patterns/${used.id}/retire`, { version: 1, retired: true })).body.retiredOn,
    ).toEqual(expect.any(String))
    await technician.remove(`/patterns/${unused.id}`).send({}).expect(200)
    const event = {
      ...{ id: randomUUID(), name: 'Cup', kind: 'tournament', startsOn: '2031-01-01', endsOn: '2031-01-02' },
      customerIds: [customer.id],
    }
    await technician.post('/events', event).expect(200)
    expect((await technician.get(`/events/${event.id}/dependents`)).body.goes).toEqual({ entrants: 1 })
    await technician.remove(`/events/${event.id}`).send({}).expect(200)
  })

  test('a row of the stock list is changed and taken out', async () => {
    const rows = [{ name: 'Kittiwake', cover: 'pearl', inStock: 2 }]
    await technician.post('/stock/import', { id: randomUUID(), rows }).expect(200)
    const stock = async () =>
      (await technician.get('/stock')).body.find((one: { name: string }) => /Kitti/.test(one.name))
    const row = await stock()
    const changed = (await technician.put(`/stock/${row.id}`, { ...row, name: 'Kittiwake 2', inStock: 1 }).expect(200))
      .body
    expect(changed).toMatchObject({ name: 'Kittiwake 2', inStock: 1 })
    await technician.remove(`/stock/${row.id}`).send({}).expect(200)
    expect(await stock()).toBeUndefined()
  })
})

describe('trials', () => {
  test('a shot is corrected with what stood before kept, and one never thrown leaves the count', async () => {
    const { customer, balls } = await customerWithBalls(2)
    const trial = await trialOf(customer.id, balls[0]!.id, balls[1]!.id)
    await shoot(trial).expect(200)
    const { shots } = (await shoot(trial, { entryBoard: 1.54 }).expect(200)).body as Trial
    const wrong = shots[1]!
    const right = { ...wrong, entryBoard: 15.4, read: 'late', leave: [10] }
    const corrected = (await technician.put(`/trials/${trial.id}/shots/${wrong.id}`, right).expect(200)).body as Trial
    expect(corrected.shots[1]).toMatchObject({ entryBoard: 15.4, read: 'late', leave: [10], setAsideReason: null })
    expect(corrected.shotsBefore).toEqual([
      expect.objectContaining({
        shotId: wrong.id,
        what: 'corrected',
        was: expect.objectContaining({ entryBoard: 1.54 }),
      }),
    ])
    expect((await technician.put(`/trials/${trial.id}/shots/${wrong.id}`, right)).body.code).toBe('version-conflict')
    const after = (await technician.remove(`/trials/${trial.id}/shots/${wrong.id}`).send({}).expect(200)).body as Trial
    expect(after.shots).toHaveLength(1)
    expect(after.shotsBefore.map((one) => one.what)).toEqual(['corrected', 'removed'])
    const next = (await shoot(trial).expect(200)).body as Trial
    expect(next.shots.map((one) => one.sequence)).toEqual([1, 2])
  })

  test('words are edited, a whole trial is deleted with its shots named', async () => {
    const { customer, balls } = await customerWithBalls(2)
    const trial = await trialOf(customer.id, balls[0]!.id, balls[1]!.id)
    await shoot(trial).expect(200)
    const { version } = (await technician.get(`/trials/${trial.id}`)).body
    const edited = await technician
      .put(`/trials/${trial.id}`, { ...trial, version, question: 'Is it the ball?', labels: ['a', 'c'] })
      .expect(200)
    expect(edited.body).toMatchObject({ question: 'Is it the ball?', arms: [{ label: 'a' }, { label: 'c' }] })
    expect((await technician.get(`/trials/${trial.id}/dependents`)).body.goes).toEqual({ shots: 1 })
    await technician.remove(`/trials/${trial.id}`).send({}).expect(200)
    expect((await technician.get('/trials')).body.items.map((one: Trial) => one.id)).not.toContain(trial.id)
  })

  test('one ball at one surface is not compared with itself; the same shot sent twice is one', async () => {
    const { customer, balls } = await customerWithBalls(1)
    const trial = await trialOf(customer.id, balls[0]!.id, balls[0]!.id)
    const id = randomUUID()
    await shoot(trial, { id }).expect(200)
    expect(((await shoot(trial, { id }).expect(200)).body as Trial).shots).toHaveLength(1)
    expect((await shoot(trial, { arm: 2 })).body.fields[0].message).toMatch(/same ball at the same surface/)
    const freeze = (version: number) => technician.post(`/trials/${trial.id}/arms/2/surface`, { version })
    expect((await freeze(trial.arms[1]!.version)).body.fields[0].message).toMatch(
      /do the work and log it with the ball first/,
    )
    await games(balls[0]!.id, 12, 0)
    await freeze(trial.arms[1]!.version).expect(200)
    await shoot(trial, { arm: 2 }).expect(200)
  })
})

describe('a night of play', () => {
  test('is logged for many balls in one go, all or none, and undone as one', async () => {
    const { balls } = await customerWithBalls(3)
    const night = {
      id: randomUUID(),
      playedOn: ago(1).slice(0, 10),
      rows: balls.map((ball, index) => ({ id: randomUUID(), ballId: ball.id, games: index + 2 })),
    }
    const gamesOf = async (id: string) => (await technician.get(`/balls/${id}`)).body.surface.totalGames
    const broken = {
      ...night,
      id: randomUUID(),
      rows: [...night.rows, { id: randomUUID(), ballId: randomUUID(), games: 3 }],
    }
    expect((await technician.post('/upkeep/nights', broken)).body.fields[0].path).toBe('rows[3].ballId')
    expect(await gamesOf(balls[0]!.id)).toBe(0)
    const write = randomUUID()
    expect((await technician.post('/upkeep/nights', night, write).expect(200)).body).toMatchObject({
      balls: 3,
      games: 9,
    })
    expect((await technician.post('/upkeep/nights', night, write).expect(200)).body).toMatchObject({
      balls: 3,
      games: 9,
    })
    expect(await gamesOf(balls[2]!.id)).toBe(4)
    expect((await technician.post(`/upkeep/nights/${night.id}/withdraw`, {}).expect(200)).body.withdrawn).toBe(true)
    expect(await gamesOf(balls[2]!.id)).toBe(0)
  })
})

describe('a customer’s link', () => {
  test('takes plausible days and a daily sum, answers a retry at the same time with the first answer, asks nothing unsaid', async () => {
    const { customer, balls } = await customerWithBalls(1)
    const { secret } = (await technician.post(`/upkeep/links/${customer.id}`, {}).expect(200)).body
    const log = (change: object = {}) =>
      technician.post(`/open/upkeep/${secret}/sessions`, {
        ...{ id: randomUUID(), ballId: balls[0]!.id, games: 4, playedOn: ago(1).slice(0, 10) },
        ...change,
      })
    const same = randomUUID()
    const answers = await Promise.all([1, 2, 3].map(() => log({ id: same })))
    expect(answers.map(({ status, body }) => [status, body.balls?.[0].gamesOnSurface])).toEqual([
      [200, 4],
      [200, 4],
      [200, 4],
    ])
    const kinds = (await technician.get(`/balls/${balls[0]!.id}/events`)).body.map((one: { kind: string }) => one.kind)
    expect(kinds.sort()).toEqual(['games', 'moved'])
    expect((await log({ games: 28 })).body.fields[0].message).toMatch(/makes 32; at most 30/)
    expect((await log({ playedOn: ago(90).slice(0, 10) })).body.fields[0].path).toBe('playedOn')
    expect((await log({ playedOn: ago(-3).slice(0, 10) })).body.fields[0].path).toBe('playedOn')
  })
})
