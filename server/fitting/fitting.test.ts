import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Ball, BallEvent, GripSheet, NamedLayout } from '@sleetfall/contract'
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
