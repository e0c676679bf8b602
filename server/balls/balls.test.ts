import { said, wrong } from '@sleetfall/contract'
import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { aBall, aCustomer, ago, testShop } from '../test/shop.ts'

let shop: Awaited<ReturnType<typeof testShop>>
let counter: Awaited<ReturnType<typeof shop.signIn>>
beforeAll(async () => {
  shop = await testShop()
  counter = await shop.signIn('counter')
})
afterAll(() => shop.end())

const newBall = async (change: object = {}) => {
  const customer = aCustomer()
  await counter.post('/customers', customer).expect(200)
  return (await counter.post('/balls', aBall(customer.id, change)).expect(200)).body
}
const event = (kind: string, change: object) => ({ id: randomUUID(), kind, happenedAt: ago(1), ...change })

describe('customers', () => {
  test('a second one of the same name is refused with the first, until told apart', async () => {
    const first = aCustomer({ name: 'Nib Fenwharf' })
    await counter.post('/customers', first).expect(200)
    const again = await counter.post('/customers', aCustomer({ name: 'nib fenwharf' }))
    expect(again.body).toMatchObject({
      code: 'duplicate',
      current: { id: first.id },
      fields: [{ path: 'distinction' }],
    })
    await counter.post('/customers', aCustomer({ name: 'Nib Fenwharf', distinction: 'the tall one' })).expect(200)
  })

  test('style comes with the figures, and wrong units are told by the range', async () => {
    const fine = await counter.post('/customers', aCustomer({ speedMph: 18, revRpm: 350, axisTiltDeg: 13 })).expect(200)
    expect(fine.body.style).toMatchObject({ band: 'matched' })
    const kmh = await counter.post('/customers', aCustomer({ speedMph: 31 }))
    expect(kmh.status).toBe(422)
    expect(kmh.body.fields).toEqual([
      {
        path: 'speedMph',
        message: 'Ball speed: 8 to 30 mph',
        said: wrong('ballSpeed', 'rangeIn', { min: 8, max: 30, unit: said('units.mph') }),
      },
    ])
  })
})

describe('a ball’s record', () => {
  test('every wrong field is named at once and nothing is stored', async () => {
    const customer = aCustomer()
    await counter.post('/customers', customer).expect(200)
    const bad = await counter.post(
      '/balls',
      aBall(customer.id, {
        rgIn: 0.05,
        weightLb: 20,
        intermediateDifferentialIn: 0.04,
        differentialIn: 0.01,
        drilledOn: '2999-01-01',
      }),
    )
    expect(bad.status).toBe(422)
    expect(bad.body.fields.map((field: { path: string }) => field.path).sort()).toEqual([
      'differentialIn',
      'drilledOn',
      'rgIn',
      'weightLb',
    ])
    expect((await counter.get(`/customers/${customer.id}/rack`)).body).toEqual([])
  })

  test('the second of two editors gets both versions, and can save over', async () => {
    const ball = await newBall({ note: 'as taken in' })
    await counter.put(`/balls/${ball.id}`, { ...ball, note: 'first editor' }).expect(200)
    const late = await counter.put(`/balls/${ball.id}`, { ...ball, note: 'second editor' })
    expect(late.status).toBe(409)
    expect(late.body).toMatchObject({ code: 'version-conflict', current: { note: 'first editor' } })
    const over = await counter
      .put(`/balls/${ball.id}`, { ...ball, note: 'second editor', version: late.body.current.version })
      .expect(200)
    expect(over.body.note).toBe('second editor')
  })

  test('a ball moved meanwhile is not silently moved back by an older edit', async () => {
    const ball = await newBall({ place: 'customer' })
    await counter
      .post(`/balls/${ball.id}/events`, event('moved', { place: 'shelf', shelf: 'B3', happenedAt: ago(0) }))
      .expect(200)
    expect((await counter.put(`/balls/${ball.id}`, { ...ball, note: 'older edit' })).status).toBe(409)
    expect((await counter.get(`/balls/${ball.id}`)).body).toMatchObject({ place: 'shelf', shelf: 'B3' })
  })

  test('a repeated write takes effect once and answers alike', async () => {
    const ball = await newBall()
    const [id, games] = [randomUUID(), event('games', { games: 3 })]
    const answers = await Promise.all([1, 2, 3].map(() => counter.post(`/balls/${ball.id}/events`, games, id)))
    expect(answers.map((answer) => answer.body.surface.totalGames)).toEqual([3, 3, 3])
    expect(
      (await counter.get(`/balls/${ball.id}/events`)).body.filter((one: { kind: string }) => one.kind === 'games'),
    ).toHaveLength(1)
  })
})

describe('history', () => {
  test('games wear the surface, a reading is kept, and taking back restores what was', async () => {
    const ball = await newBall({ factoryGrit: 1000 })
    const url = `/balls/${ball.id}/events`
    await counter.post(url, event('games', { games: 3, happenedAt: ago(3) })).expect(200)
    const scanned = (await counter.post(url, event('scanned', { grits: [1800, 1900, 1850, 1750] })).expect(200)).body
    expect(scanned.surface).toMatchObject({ provenance: 'measured', totalGames: 3, lastScan: { grit: 1825 } })
    const back = (await counter.post(`/balls/events/${scanned.lastEvent.id}/withdraw`, {}).expect(200)).body
    expect(back.surface).toMatchObject({ provenance: 'assumed', lastScan: null })
    expect((await counter.post(`/balls/events/${scanned.lastEvent.id}/withdraw`, {})).body.code).toBe('already-done')
    const history = (await counter.get(url)).body
    expect(history.find((one: { kind: string }) => one.kind === 'scanned').withdrawn).toBe(true)
    expect(history.filter((one: { kind: string }) => one.kind === 'withdrawn')).toHaveLength(1)
  })

  test.each([
    [{ kind: 'games', games: -3 }, 'games'],
    [{ kind: 'games', games: 2.5 }, 'games'],
    [{ kind: 'games', games: 3, happenedAt: ago(-2) }, 'happenedAt'],
    [{ kind: 'scanned', grits: [50] }, 'grits[0]'],
    [{ kind: 'surfaced', steps: [] }, 'steps'],
    [{ kind: 'extracted', minutes: 20, temperatureC: 65 }, 'temperatureC'],
    [{ kind: 'painted' }, 'kind'],
  ])('refuses %j at %s', async (bad, path) => {
    const ball = await newBall()
    const answer = await counter.post(`/balls/${ball.id}/events`, event(bad.kind, bad))
    expect(answer.status).toBe(422)
    expect(answer.body.fields.map((field: { path: string }) => field.path)).toContain(path)
  })

  test('the database itself refuses to change or delete history', async () => {
    const ball = await newBall()
    await expect(
      shop.database.run('update ball_event set payload = $2 where ball_id = $1', [ball.id, '{}']),
    ).rejects.toThrow('append-only')
    await expect(shop.database.run('delete from ball_event where ball_id = $1', [ball.id])).rejects.toThrow(
      'append-only',
    )
  })
})

test('search finds by part of a name and takes wildcards literally', async () => {
  const ball = await newBall({ name: 'Snorkelwick 100%' })
  const found = (await counter.get('/search?q=orkelw')).body
  expect(found).toEqual([expect.objectContaining({ kind: 'ball', id: ball.id, customerId: ball.customerId })])
  expect((await counter.get('/search?q=00%25')).body).toHaveLength(1)
  expect((await counter.get('/search?q=%25%25')).body).toEqual([])
})
