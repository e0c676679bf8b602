import { randomUUID } from 'node:crypto'
import { afterAll, afterEach, beforeAll, describe, expect, jest, test } from '@jest/globals'
import { aCustomer, testShop } from '../test/shop.ts'

let shop: Awaited<ReturnType<typeof testShop>>
let owner: Awaited<ReturnType<typeof shop.signIn>>
beforeAll(async () => {
  shop = await testShop()
  owner = await shop.signIn('owner')
})
afterAll(() => shop.end())

/** Has every new customer run into a fault of the database until it is lifted. */
async function withFault(statement: string): Promise<() => Promise<unknown>> {
  await shop.database.run(
    `create or replace function fault() returns trigger language plpgsql as $$ begin ${statement}; return new; end $$`,
  )
  await shop.database.run('create trigger fault before insert on customer for each row execute function fault()')
  return () => shop.database.run('drop trigger fault on customer')
}
const countOf = async (id: string) =>
  (await shop.database.one<{ n: number }>('select count(*)::int as n from customer where id = $1', [id])).n

describe('a disk that is full', () => {
  test('is said as such, nothing is kept, what only reads goes on, and the same write goes through when there is room', async () => {
    const customer = aCustomer()
    const writeId = randomUUID()
    const lift = await withFault(`raise exception 'could not extend file' using errcode = '53100'`)
    const answer = await owner.post('/customers', customer, writeId)
    expect([answer.status, answer.body.code, answer.headers['retry-after']]).toEqual([503, 'disk-full', '2'])
    expect(answer.body.detail).toMatch(/disk .* is full: nothing was saved/)
    expect(await countOf(customer.id)).toBe(0)
    await owner.get('/customers').expect(200)
    await lift()
    await owner.post('/customers', customer, writeId).expect(200)
    await owner.post('/customers', customer, writeId).expect(200)
    expect(await countOf(customer.id)).toBe(1)
  })
})

describe('a database that is slow', () => {
  test('answers what it can; what finds no connection is told to come again, and nothing is lost or doubled', async () => {
    const lift = await withFault('perform pg_sleep(4)')
    const writes = Array.from({ length: 14 }, () => ({ customer: aCustomer(), writeId: randomUUID() }))
    const send = ({ customer, writeId }: (typeof writes)[number]) => owner.post('/customers', customer, writeId)
    const first = await Promise.all(writes.map(async (one) => (await send(one)).status))
    // Ten connections are busy for four seconds; whoever waits for one longer than three is told so.
    expect([...new Set(first)].sort()).toEqual([200, 503])
    await lift()
    const again = await Promise.all(writes.map(async (one) => (await send(one)).status))
    expect(new Set(again)).toEqual(new Set([200]))
    for (const { customer } of writes) expect(await countOf(customer.id)).toBe(1)
  }, 90_000)
})

describe('a clock that jumps', () => {
  afterEach(() => void jest.useRealTimers())
  const clockAt = (ms: number) => {
    jest.useFakeTimers({
      now: ms,
      doNotFake: [
        ...(['hrtime', 'nextTick', 'performance', 'queueMicrotask', 'setImmediate', 'clearImmediate'] as const),
        ...(['setInterval', 'clearInterval', 'setTimeout', 'clearTimeout'] as const),
      ],
    })
  }
  const hour = 3_600_000

  test('ahead by hours: who is signed in stays so, a write is taken once; by a day: they sign in again', async () => {
    const real = Date.now()
    const customer = aCustomer()
    const writeId = randomUUID()
    clockAt(real + 3 * hour)
    await owner.post('/customers', customer, writeId).expect(200)
    clockAt(real)
    await owner.post('/customers', customer, writeId).expect(200)
    expect(await countOf(customer.id)).toBe(1)
    clockAt(real + 30 * hour)
    expect((await owner.get('/customers')).body.code).toBe('not-signed-in')
    jest.useRealTimers()
    owner = await shop.signIn('owner')
    await owner.get(`/customers/${customer.id}`).expect(200)
  })

  test('back by hours: what happened just now lies in the future, which is said by name; right again it is taken', async () => {
    const customer = aCustomer()
    await owner.post('/customers', customer).expect(200)
    const ball = { id: randomUUID(), customerId: customer.id, name: 'Test ball', cover: 'solid' }
    await owner.post('/balls', ball).expect(200)
    const event = { id: randomUUID(), kind: 'games', games: 2, happenedAt: new Date().toISOString() }
    clockAt(Date.now() - 5 * hour)
    const refused = await owner.post(`/balls/${ball.id}/events`, event)
    expect([refused.status, refused.body.fields[0].path]).toEqual([422, 'happenedAt'])
    expect(refused.body.fields[0].message).toMatch(/future/)
    jest.useRealTimers()
    await owner.post(`/balls/${ball.id}/events`, event).expect(200)
    const history = (await owner.get(`/balls/${ball.id}/events`).expect(200)).body
    expect(history.filter((one: { kind: string }) => one.kind === 'games').length).toBe(1)
  })
})
