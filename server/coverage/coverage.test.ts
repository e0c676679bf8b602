import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { eventsOfBall } from '../balls/events.ts'
import { listBalls } from '../balls/store.ts'
import { listCustomers } from '../customers/store.ts'
import { ballListSchema, customerListSchema } from '@sleetfall/contract'
import type { Database } from '../database/db.ts'
import { testDatabase } from '../test/shop.ts'
import { importShopFile } from '../transfer/shopFile.ts'
import { coverageOf } from './service.ts'

let database: Database
beforeAll(async () => {
  database = await testDatabase('template_demo')
})
afterAll(() => database.close())

const everyone = async () => (await listCustomers(database, customerListSchema.cast({ limit: 200 }))).items
const everyBall = async () => (await listBalls(database, ballListSchema.cast({ limit: 200 }))).items
const coverageFor = async (name: string) => {
  const customer = (await everyone()).find((one) => one.name === name)!
  const view = await coverageOf(database, customer.id)
  const target = (pattern: string) => view.targets.find((one) => one.name === pattern)!.id
  const cell = (ball: string, pattern: string) =>
    view.map.cells.find(
      (one) => one.ballId === view.balls.find((b) => b.name === ball)!.id && one.targetId === target(pattern),
    )!
  const fixes = (pattern: string) => view.fixes.find((one) => one.targetId === target(pattern))?.fixes ?? []
  return { view, cell, fixes }
}

describe('the demo world tells its stories', () => {
  test('its size and people', async () => {
    const customers = await everyone()
    const balls = await everyBall()
    expect([customers.length, balls.length]).toEqual([14, 50])
    expect(customers.filter((one) => one.hand === 'left')).toHaveLength(4)
    expect([customers.filter((one) => one.twoHanded).length, customers.filter((one) => one.junior).length]).toEqual([
      2, 1,
    ])
    const history = await eventsOfBall(database, balls.find((one) => one.name === 'Wrackline')!.id)
    expect(history.filter((one) => one.kind === 'games').length).toBeGreaterThan(14)
  })

  test('a ball taken for dead is only worn: measured late, and a recipe brings it back', async () => {
    const { cell, fixes } = await coverageFor('Odda Brimstow')
    expect(cell('Wrackline', 'Quayside House 39')).toMatchObject({
      provenance: 'measured',
      verdict: 'late',
      covered: false,
    })
    expect(
      fixes('Breakwater 40').some(
        (fix) => fix.ballName === 'Wrackline' && fix.action === 'resurface' && fix.reason === 'reads-late',
      ),
    ).toBe(true)
  })

  test('roughened in the wrong direction: measured too early, the fix goes smoother', async () => {
    const { cell, fixes } = await coverageFor('Fenn Marlowick')
    expect(cell('Gribblestone', 'Lamplight House 41')).toMatchObject({ provenance: 'measured', verdict: 'too-early' })
    expect(fixes('Low Fog 43')[0]).toMatchObject({ reason: 'reads-early' })
  })

  test('twins overlap, a calm ball is missing for the short pattern, and an extraction is overdue', async () => {
    const twins = (await coverageFor('Tamsa Orrowick')).view
    const named = twins.map.overlaps.map((pair) => pair.map((id) => twins.balls.find((one) => one.id === id)!.name))
    expect(named).toContainEqual(['Kelpsong', 'Kelpsong Two'])
    const { view } = await coverageFor('Jorun Fishgate')
    expect(view.map.gaps).toEqual([view.targets.find((one) => one.name === 'Jetty 34')!.id])
    expect((await coverageFor('Bexa Thrumley')).fixes('Quayside House 39')[0]).toMatchObject({
      action: 'extract',
      ballName: 'Sprathollow',
    })
  })

  test('a promise lies before the event, with time to settle', async () => {
    const { fixes } = await coverageFor('Odda Brimstow')
    const { due } = fixes('Breakwater 40')[0]!
    expect(due).toMatchObject({ eventName: 'Beacon Open', keepsSettling: true })
    expect(Date.parse(due!.eventOn) - Date.parse(due!.on)).toBe((due!.settlingDays + 1) * 86_400_000)
  })
})

describe('shop file', () => {
  const file = { format: 'sleetfall-shop/1', shop: { name: 'Other' }, customers: [{ name: 'Ib Sorrel', hand: 'left' }] }
  const attempt = (document: object) =>
    database
      .transaction((db) => importShopFile(db, document))
      .then(
        () => [],
        (error) => error.extra.fields,
      )

  test('names every wrong field by its path and leaves nothing behind', async () => {
    const before = (await everyone()).length
    const paths = async (document: object) => (await attempt(document)).map((field: { path: string }) => field.path)
    expect(await paths({ ...file, format: 'other' })).toEqual(['format'])
    expect(await paths({ ...file, customers: [{ name: 'A', hand: 'left', speedMph: 99 }] })).toEqual([
      'customers[0].speedMph',
    ])
    const ball = { customer: 'Ib Sorrel', name: 'B', cover: 'solid' }
    expect(await paths({ ...file, balls: [{ ...ball, customer: 'Nobody' }] })).toEqual(['balls[0].customer'])
    expect(
      await paths({ ...file, balls: [{ ...ball, history: [{ kind: 'games', on: 'today-3', games: -1 }] }] }),
    ).toEqual(['balls[0].history[0].games'])
    expect((await everyone()).length).toBe(before)
  })

  test('days may be relative; what lies in the future is not written as done', async () => {
    const history = [{ kind: 'games', from: 'today-14', to: 'today+14', every: 7, games: 3 }]
    expect(
      await attempt({
        ...file,
        balls: [{ customer: 'Ib Sorrel', name: 'Relative', cover: 'pearl', boughtOn: 'today-30', history }],
      }),
    ).toEqual([])
    const ball = (await everyBall()).find((one) => one.name === 'Relative')!
    expect([6, 9]).toContain(ball.surface.totalGames)
  })
})
