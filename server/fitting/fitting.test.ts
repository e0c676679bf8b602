import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Ball, BallEvent, GripSheet, NamedLayout, WantedBall, WantedBalls } from '@sleetfall/contract'
import { aBall, aCustomer, testShop } from '../test/shop.ts'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.end())

const figures = { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 35 }
const holes = [{ name: 'thumb', overIn: 0, upIn: -2.25, diameterIn: 1, depthIn: 2.75 }]

describe('named layouts', () => {
  test('a name is taken once, changes need the version seen, dropping is final', async () => {
    const tech = await shop.signIn('technician')
    const layout = { id: randomUUID(), name: 'Slow roller', note: '', ...figures }
    const made = (await tech.post('/layouts', layout).expect(200)).body as NamedLayout
    await tech.post('/layouts', { ...layout, id: randomUUID(), name: 'slow ROLLER' }).expect(409)
    await tech.post('/layouts', { ...layout, id: randomUUID(), name: 'Other', pinToPapIn: 7 }).expect(422)
    const changed = { ...layout, valAngleDeg: 60, version: made.version }
    await tech.put(`/layouts/${layout.id}`, changed).expect(200)
    await tech.put(`/layouts/${layout.id}`, changed).expect(409)
    expect(((await tech.get('/layouts')).body as NamedLayout[])[0]).toMatchObject({ valAngleDeg: 60, version: 2 })
  })
})

describe('grip sheets', () => {
  test('each measurement is a new sheet; the database refuses to change one; the counter does not measure', async () => {
    const [tech, counter] = [await shop.signIn('technician'), await shop.signIn('counter')]
    const customer = aCustomer()
    await tech.post('/customers', customer).expect(200)
    const sheet = { customerId: customer.id, hand: 'left', spanKind: 'cut', note: '' }
    await tech.post('/grip-sheets', { ...sheet, id: randomUUID(), holes }).expect(200)
    const wider = [{ ...holes[0], diameterIn: 1.0625 }]
    await tech.post('/grip-sheets', { ...sheet, id: randomUUID(), holes: wider }).expect(200)
    const all = (await tech.get(`/grip-sheets/${customer.id}`)).body as GripSheet[]
    expect(all.map((one) => one.holes[0]!.diameterIn)).toEqual([1.0625, 1])
    expect(all[0]!.takenBy).toBe('technician')
    await counter.post('/grip-sheets', { ...sheet, id: randomUUID(), holes }).expect(403)
    await tech.post('/grip-sheets', { ...sheet, id: randomUUID(), holes: [] }).expect(422)
    await expect(shop.database.run('update grip_sheet set note = $1', ['changed'])).rejects.toThrow()
  })
})

describe('balls that are looked for', () => {
  test('one is remembered once for a customer, is settled by the version seen, and goes with its customer', async () => {
    const counter = await shop.signIn('counter')
    const customer = aCustomer()
    await counter.post('/customers', customer).expect(200)
    const spec = { customerId: customer.id, cover: 'pearl', raUm: 0.3, rgIn: 2.52, differentialIn: 0.04 }
    const first: WantedBall = (
      await counter.post('/stock/wanted', { ...spec, id: randomUUID(), reason: 'Long lanes' }).expect(200)
    ).body
    expect(first).toMatchObject({ ...spec, state: 'open', customerName: customer.name, stockName: null, inStock: null })
    // Asked for again it is the same; another core is another ball.
    const again = (await counter.post('/stock/wanted', { ...spec, id: randomUUID() }).expect(200)).body
    expect(again.id).toBe(first.id)
    const other = { ...spec, id: randomUUID(), rgIn: 2.58 }
    await counter.post('/stock/wanted', other).expect(200)
    const listed = async () => (await counter.get('/stock/wanted').expect(200)).body as WantedBalls
    expect((await listed()).items.map(({ id }) => id)).toEqual([other.id, first.id])
    const bought = { version: first.version, state: 'bought' }
    await counter.put(`/stock/wanted/${first.id}`, bought).expect(200)
    await counter.put(`/stock/wanted/${first.id}`, bought).expect(409)
    expect(await listed()).toMatchObject({ total: 1, items: [{ id: other.id }] })
    // Once bought it may be wanted again.
    const anew = (await counter.post('/stock/wanted', { ...spec, id: randomUUID() }).expect(200)).body
    expect(anew.id).not.toBe(first.id)
    const wrong = await counter.post('/stock/wanted', { ...spec, id: randomUUID(), rgIn: 3.4 }).expect(422)
    expect(wrong.body.fields[0].path).toBe('rgIn')
    await counter.put(`/stock/wanted/${anew.id}`, { version: 1, state: 'lost' }).expect(422)
    await shop.database.run('delete from customer where id = $1', [customer.id])
    expect(await listed()).toEqual({ items: [], total: 0 })
  })
})

test('a drilled ball keeps its copy of layout, PAP and holes, and an older edit of it collides', async () => {
  const tech = await shop.signIn('technician')
  const customer = aCustomer()
  await tech.post('/customers', customer).expect(200)
  const ball = aBall(customer.id)
  const before = (await tech.post('/balls', ball).expect(200)).body as Ball
  const drilling = { id: randomUUID(), ...figures, papOverIn: 5, papUpIn: 0.5, holes, topWeightOz: 3 }
  const after = (await tech.post(`/balls/${ball.id}/drilling`, drilling).expect(200)).body as Ball
  expect(after).toMatchObject(figures)
  const events = (await tech.get(`/balls/${ball.id}/events`)).body as BallEvent[]
  expect(events.find((event) => event.kind === 'drilled')?.payload).toMatchObject({
    papOverIn: 5,
    holes,
    topWeightOz: 3,
  })
  await tech.put(`/balls/${ball.id}`, { ...ball, version: before.version }).expect(409)
  await (await shop.signIn('counter')).post(`/balls/${ball.id}/drilling`, { ...drilling, id: randomUUID() }).expect(403)
})

describe('stock list', () => {
  const row = (name: string, change: object = {}) => ({
    name,
    cover: 'solid',
    rgIn: 2.5,
    differentialIn: 0.05,
    ...change,
  })
  test('adds and brings up to date by name and weight; one wrong row and nothing is written', async () => {
    const counter = await shop.signIn('technician')
    const rows = [row('Gannet'), row('Gannet', { weightLb: 14 }), row('Skua')]
    expect((await counter.post('/stock/import', { id: randomUUID(), rows }).expect(200)).body).toEqual({
      added: 3,
      changed: 0,
    })
    const again = [row('gannet', { inStock: 4 }), row('Petrel')]
    expect((await counter.post('/stock/import', { id: randomUUID(), rows: again }).expect(200)).body).toEqual({
      added: 1,
      changed: 1,
    })
    const wrong = [row('Auk'), row('Tern', { rgIn: 0.05 })]
    const refused = await counter.post('/stock/import', { id: randomUUID(), rows: wrong }).expect(422)
    expect(refused.body.fields).toEqual([
      { path: 'rows[1].rgIn', said: expect.anything(), message: 'RG: 2.4 to 2.9 in' },
    ])
    const names = ((await counter.get('/stock')).body as { name: string; inStock: number }[]).map((one) => [
      one.name,
      one.inStock,
    ])
    expect(names).toEqual([
      ['gannet', 4],
      ['Gannet', 0],
      ['Petrel', 0],
      ['Skua', 0],
    ])
  })
})
