import { randomInt, randomUUID } from 'node:crypto'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { aBall, aCustomer, ago, testShop } from '../test/shop.ts'

/** The short form of `npm run soak`: many at once, networks that break off, connections to the database that are ended under them. */
let shop: Awaited<ReturnType<typeof testShop>>
let owner: Awaited<ReturnType<typeof shop.signIn>>
beforeAll(async () => {
  shop = await testShop()
  owner = await shop.signIn('owner')
})
afterAll(() => shop.end())

const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))
const [users, seconds] = [12, 6]

test('what was acknowledged is there once, nothing is answered 500, and everybody gets an answer in the end', async () => {
  const customer = aCustomer()
  await owner.post('/customers', customer).expect(200)
  const balls = Array.from({ length: 6 }, () => aBall(customer.id))
  for (const ball of balls) await owner.post('/balls', ball).expect(200)
  const cookie = await shop.cookieOf('technician')

  const seen: Record<number, number> = {}
  let [flaps, kills] = [0, 0]
  /** As the page sends it: again under the same id until a server has answered. */
  async function ask(method: string, path: string, body?: object): Promise<number> {
    const writeId = randomUUID()
    for (let tries = 0; tries < 40; tries += 1) {
      const flapping = tries < 2 && randomInt(4) === 0
      try {
        const response = await fetch(`${shop.origin}/api${path}`, {
          method,
          signal: AbortSignal.timeout(flapping ? randomInt(1, 15) : 15_000),
          headers: { cookie, Origin: shop.origin, 'X-Write-Id': writeId, 'Content-Type': 'application/json' },
          ...(body ? { body: JSON.stringify(body) } : {}),
        })
        await response.arrayBuffer()
        seen[response.status] = (seen[response.status] ?? 0) + 1
        if (response.status !== 503) return response.status
      } catch {
        flaps += 1
      }
      await sleep(50 + randomInt(150))
    }
    return 0
  }
  const acknowledged: string[] = []
  const until = Date.now() + seconds * 1000
  async function user(): Promise<void> {
    while (Date.now() < until) {
      const ball = balls[randomInt(balls.length)]!
      if (randomInt(3) === 0) {
        expect(await ask('GET', `/balls/${ball.id}`)).toBe(200)
        continue
      }
      const id = randomUUID()
      const status = await ask('POST', `/balls/${ball.id}/events`, {
        ...{ id, kind: 'games', games: 1, happenedAt: ago(0) },
      })
      expect(status).toBe(200)
      acknowledged.push(id)
    }
  }
  async function killer(): Promise<void> {
    while (Date.now() < until - 500) {
      await sleep(1100)
      // By a connection of its own that ends the others: pool, sessions, news.
      await shop.database
        .run(
          'select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()',
        )
        .catch(() => {})
      kills += 1
    }
  }
  await Promise.all([...Array.from({ length: users }, user), killer()])

  expect(seen[500] ?? 0).toBe(0)
  expect(kills).toBeGreaterThan(2)
  expect(flaps).toBeGreaterThan(3)
  expect(acknowledged.length).toBeGreaterThan(20)
  const kept = await shop.database.many<{ id: string }>(`select id from ball_event where kind = 'games'`)
  expect(new Set(kept.map(({ id }) => id))).toEqual(new Set(acknowledged))
  // Each was written into the journal once: none took effect twice.
  const { n } = await shop.database.one<{ n: number }>(
    `select count(*)::int as n from journal where what = 'POST /balls/:id/events'`,
  )
  expect(n).toBe(acknowledged.length)
}, 90_000)
