import { createHmac, randomUUID } from 'node:crypto'
import { createServer } from 'node:http'
import { gzipSync } from 'node:zlib'
import { Writable } from 'node:stream'
import { mayAs, roles } from '@sleetfall/contract'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Router } from 'express'
import { pino } from 'pino'
import supertest from 'supertest'
import { createApp } from '../app.ts'
import { areas } from '../areas.ts'
import { openDatabase } from '../database/db.ts'
import { openDevices } from '../equipment/hub.ts'
import { openMotionPool } from '../motion/pool.ts'
import { aBall, aCustomer, ago, password, testShop } from '../test/shop.ts'
import { access, leastRole } from './access.ts'
import type { Context } from './context.ts'

let shop: Awaited<ReturnType<typeof testShop>>
let members: Record<(typeof roles)[number], Awaited<ReturnType<typeof shop.signIn>>>
const logged: string[] = []
beforeAll(async () => {
  const stream = new Writable({
    write(chunk: Buffer, _encoding, next) {
      logged.push(chunk.toString())
      next()
    },
  })
  shop = await testShop({ logger: pino({ level: 'info' }, stream) })
  members = {
    owner: await shop.signIn('owner'),
    technician: await shop.signIn('technician'),
    counter: await shop.signIn('counter'),
  }
})
afterAll(() => shop.end())

/** Every route that the application has below `/api`, found in its routers. */
function routesOfApp(): string[] {
  const context: Context = {
    database: shop.database,
    motion: openMotionPool(),
    devices: openDevices(undefined),
    news: { on: () => () => {}, close: () => {} },
    later: async () => {},
  }
  const found = areas
    .flatMap(({ routes = [] }) => routes)
    .flatMap(([mount, make]) =>
      (make(context) as Router).stack.flatMap(({ route }) =>
        route
          ? (route as unknown as { path: string; methods: Record<string, boolean> }) && [
              ...Object.keys((route as unknown as { methods: Record<string, boolean> }).methods).map(
                (method) => `${method.toUpperCase()} ${`${mount}${route.path}`.replace(/\/$/, '')}`,
              ),
            ]
          : [],
      ),
    )
  context.motion.close()
  return found.sort()
}
const fill = (path: string) => path.replace(':position', '0').replace(/:[A-Za-z]+/g, () => randomUUID())
const ask = (who: keyof typeof members, method: string, path: string, body: unknown = {}) => {
  const agent = members[who].agent
  const verb = method.toLowerCase() as 'get'
  const request = agent[verb](`/api${path}`).set('Origin', shop.origin).set('X-Write-Id', randomUUID())
  return method === 'GET' ? request : request.send(body as object)
}

describe('who may what', () => {
  test('every route stands in the table, and the table has no other', () => {
    expect(access.map(([method, path]) => `${method} ${path}`).sort()).toEqual(routesOfApp())
  })

  test('each role gets through where the table lets it, and nowhere else', async () => {
    const wrong: string[] = []
    for (const [method, path, who] of access) {
      // Streams do not end by themselves, and the password route counts tries.
      if (path.endsWith('/stream') || path === '/session/password') continue
      for (const role of roles) {
        // The shop's own school is the owner's; a ball's is what the table speaks of.
        const { status, body } = await ask(role, method, fill(path), { ballId: randomUUID() })
        const refused = status === 403 && body.code === 'not-allowed'
        if (refused === mayAs(role, leastRole(who))) wrong.push(`${role} ${method} ${path}: ${status}`)
        // Who is refused is told whom to ask.
        const needed = leastRole(who) === 'owner' ? 'This needs the owner.' : 'This needs a technician.'
        if (refused && !String(body.detail).startsWith(needed)) wrong.push(`${role} ${method} ${path}: ${body.detail}`)
        if (status >= 500 && status !== 503) wrong.push(`${role} ${method} ${path}: ${status}`)
      }
    }
    expect(wrong).toEqual([])
  }, 60_000)

  test('nobody gets through without a session', async () => {
    for (const [method, path] of access) {
      const request = supertest(shop.origin)[method.toLowerCase() as 'get'](`/api${fill(path)}`)
      expect((await request.set('Origin', shop.origin)).status).toBe(401)
    }
  }, 30_000)

  test('the counter records what she is told, not work on a cover; a first surface is told', async () => {
    const customer = aCustomer()
    await members.counter.post('/customers', customer).expect(200)
    const ball = aBall(customer.id)
    await members.counter.post('/balls', ball).expect(200)
    const record = (kind: string, change: object) =>
      members.counter.post(`/balls/${ball.id}/events`, { id: randomUUID(), kind, happenedAt: ago(1), ...change })
    const steps = [
      {
        abrasive: 'pad',
        grit: 2000,
        method: 'spinner',
        medium: 'water',
        sides: 4,
        passesPerSide: 8,
        secondsPerSide: 30,
        pressure: 'medium',
      },
    ]
    await record('surfaced', { steps }).expect(200)
    expect((await record('surfaced', { steps })).body.code).toBe('not-allowed')
    expect((await record('extracted', { minutes: 20, temperatureC: 52 })).body.code).toBe('not-allowed')
    await record('games', { games: 3 }).expect(200)
    const history = (await members.counter.get(`/balls/${ball.id}/events`)).body
    const surfaced = history.find((one: { kind: string }) => one.kind === 'surfaced')
    expect((await members.counter.post(`/balls/events/${surfaced.id}/withdraw`, {})).body.code).toBe('not-allowed')
  })
})

describe('a member who changes', () => {
  const member = async (change: object = {}) => {
    const one = {
      id: randomUUID(),
      login: `m${randomUUID().slice(0, 8)}`,
      name: 'Member',
      role: 'technician',
      active: true,
    }
    const saved = (await members.owner.post('/staff', { ...one, ...change }).expect(200)).body
    const { code } = (await members.owner.post(`/staff/${one.id}/code`, {}).expect(200)).body
    await supertest(shop.origin)
      .post('/api/session/code')
      .set('Origin', shop.origin)
      .send({ login: one.login, code, next: password })
      .expect(204)
    const agent = supertest.agent(shop.origin)
    await agent.post('/api/session').set('Origin', shop.origin).send({ login: one.login, password }).expect(200)
    return { saved, agent }
  }

  test('is out, or what they are now, at the next request', async () => {
    const { saved, agent } = await member()
    await agent.get('/api/pads').expect(200)
    const demoted = (await members.owner.put(`/staff/${saved.id}`, { ...saved, role: 'counter' }).expect(200)).body
    const make = () => agent.post('/api/pads').set('Origin', shop.origin).set('X-Write-Id', randomUUID()).send({})
    expect((await make()).body.code).toBe('not-allowed')
    await members.owner.put(`/staff/${saved.id}`, { ...demoted, active: false }).expect(200)
    expect((await agent.get('/api/pads')).body.code).toBe('not-signed-in')
  })

  test('changes the own password with the present one; their other sessions end', async () => {
    const { agent, saved } = await member()
    const other = supertest.agent(shop.origin)
    await other.post('/api/session').set('Origin', shop.origin).send({ login: saved.login, password }).expect(200)
    const change = (present: string, next: string) =>
      agent.put('/api/session/password').set('Origin', shop.origin).send({ present, next })
    expect((await change('not this one', 'wharf-gravel-nine-tulip')).body.fields[0].path).toBe('present')
    expect((await change(password, 'aaaaaaaaaaaaaaaa')).body.fields[0].message).toMatch(/too easy/)
    expect((await change(password, 'password1234')).body.fields[0].message).toMatch(/too easy/)
    expect((await change(password, 'short-one')).body.fields[0].message).toMatch(/at least 12/)
    await change(password, 'wharf-gravel-nine-tulip').expect(204)
    await agent.get('/api/session').expect(200)
    await other.get('/api/session').expect(401)
    const again = await supertest(shop.origin)
      .post('/api/session')
      .set('Origin', shop.origin)
      .send({ login: saved.login, password })
    expect(again.status).toBe(401)
  })

  test('is guessed at ten times, however the name is written', async () => {
    const attempt = (login: string) =>
      supertest(shop.origin).post('/api/session').set('Origin', shop.origin).send({ login, password: 'wrong' })
    for (const login of ['guessed', ' GUESSED ', 'Guessed', 'ｇｕｅｓｓｅｄ', 'guessed\t'])
      for (let i = 0; i < 2; i += 1) expect((await attempt(login)).status).toBe(401)
    for (const login of ['guessed', '  GUESSED']) expect((await attempt(login)).status).toBe(429)
  })
})

describe('write ids', () => {
  test('an id belongs to who made it and to what was sent; nothing of the answer is kept', async () => {
    const customer = aCustomer()
    const id = randomUUID()
    await members.owner.post('/customers', customer, id).expect(200)
    expect((await members.owner.post('/customers', customer, id).expect(200)).body.id).toBe(customer.id)
    expect((await members.counter.post('/customers', customer, id)).body.code).toBe('refused')
    expect((await members.owner.post('/customers', { ...customer, note: 'other' }, id)).body.code).toBe('refused')

    const link = randomUUID()
    const { body } = await members.owner.post(`/upkeep/links/${customer.id}`, {}, link).expect(200)
    expect((await members.owner.post(`/upkeep/links/${customer.id}`, {}, link)).body.code).toBe('already-done')
    const kept = JSON.stringify(await shop.database.many('select * from write_request'))
    expect(kept).not.toContain(body.secret)
    expect(kept).not.toContain(customer.name)
  })

  test('the secret of a link is not logged', async () => {
    const customer = aCustomer()
    await members.owner.post('/customers', customer).expect(200)
    const { secret } = (await members.owner.post(`/upkeep/links/${customer.id}`, {}).expect(200)).body
    await supertest(shop.origin).get(`/api/open/upkeep/${secret}`).expect(200)
    await supertest(shop.origin).get(`/api/open/upkeep/${secret}x`).expect(404)
    const text = logged.join('')
    expect(text).toContain('/api/open/upkeep/…')
    expect(text).not.toContain(secret)
  })
})

describe('what is not fit is told so, never 500', () => {
  test('packed, cut and foreign bodies, and an old file of the page', async () => {
    const raw = (type: string, encoding: string | null, bytes: Buffer) => {
      const request = members.owner.agent
        .post('/api/customers')
        .set('Origin', shop.origin)
        .set('X-Write-Id', randomUUID())
        .set('Content-Type', type)
      if (encoding) request.set('Content-Encoding', encoding)
      return request.serialize((b) => b as unknown as string).send(bytes)
    }
    const zipped = gzipSync(JSON.stringify(aCustomer()))
    const json = 'application/json'
    expect((await raw(json, 'gzip', zipped.subarray(0, 20))).status).toBe(400)
    expect((await raw(json, 'gzip', Buffer.from('not packed'))).status).toBe(400)
    expect((await raw(json, 'lzma', zipped)).status).toBe(415)
    expect((await raw(`${json}; charset=klingon`, null, Buffer.from('{}'))).status).toBe(415)
    expect((await raw(json, null, Buffer.from('{"a":'))).status).toBe(400)
    expect((await raw(json, null, Buffer.alloc(1_100_000, 32))).status).toBe(413)
  })
})

/** A session cookie's value as the session package signs it. */
const signed = (id: string, secret: string) =>
  `s:${id}.${createHmac('sha256', secret).update(id).digest('base64').replace(/=+$/, '')}`

test('while the database is away every answer is 503 and says when to try again', async () => {
  const database = openDatabase('postgres://nobody@127.0.0.1:9/none')
  const { app, close } = createApp({ database, logger: pino({ level: 'silent' }), sessionSecret: 'x' })
  const server = createServer(app).listen(0, '127.0.0.1')
  await new Promise((resolve) => server.once('listening', resolve))
  const origin = `http://127.0.0.1:${(server.address() as { port: number }).port}`
  for (const answer of [
    await supertest(origin).get('/readyz'),
    await supertest(origin)
      .get('/api/session')
      .set('Cookie', `sleetfall=${encodeURIComponent(signed('x', 'x'))}`),
    await supertest(origin).post('/api/session').set('Origin', origin).send({ login: 'a', password: 'b' }),
    await supertest(origin).get('/api/open/upkeep/secret'),
  ]) {
    expect([answer.status, answer.body.code, answer.headers['retry-after']]).toEqual([503, 'unavailable', '2'])
  }
  close()
  server.closeAllConnections()
  await new Promise((resolve) => server.close(resolve))
})

test('when every connection is in use the answer is 503 busy, not that the database is away', async () => {
  const held = await Promise.all(Array.from({ length: 10 }, () => shop.database.pool.connect()))
  const answer = await supertest(shop.origin).get('/readyz')
  for (const one of held) one.release()
  expect([answer.status, answer.body.code]).toEqual([503, 'busy'])
})
