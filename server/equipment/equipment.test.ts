import { randomUUID } from 'node:crypto'
import { type ServerResponse, createServer } from 'node:http'
import type { Job } from '@sleetfall/contract'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { pino } from 'pino'
import { createApp } from '../app.ts'
import { openDatabase } from '../database/db.ts'
import { benchHands } from '../test/bench.ts'
import { aBall, aCustomer, testShop } from '../test/shop.ts'

/** A device by the interface that the stand-ins have, told by the test what to say. */
function fakeDevice() {
  const streams = new Set<ServerResponse>()
  const heard: { path: string; body: Record<string, unknown> }[] = []
  let reachable = true
  const server = createServer((request, response) => {
    if (!reachable) return void response.writeHead(503).end()
    if (request.url === '/bath/stream') {
      response.writeHead(200, { 'Content-Type': 'text/event-stream' })
      response.write(': hello\n\n')
      streams.add(response)
      response.on('close', () => streams.delete(response))
      return
    }
    let text = ''
    request.on('data', (part: Buffer) => (text += part.toString()))
    request.on('end', () => {
      const body = (text ? JSON.parse(text) : {}) as Record<string, unknown>
      heard.push({ path: `${request.method} ${request.url}`, body })
      const answer = request.url === '/scanner/read' ? { spot: body['spot'], grit: 1980, saturated: false } : {}
      response.writeHead(200, { 'Content-Type': 'application/json' }).end(JSON.stringify(answer))
    })
  })
  const say = (temperatureC: number) => {
    const state = { at: new Date().toISOString(), temperatureC, setPointC: 52, heating: false, secondsLeft: null }
    for (const stream of streams) stream.write(`data: ${JSON.stringify(state)}\n\n`)
  }
  const goAway = (away: boolean) => {
    reachable = !away
    if (away) for (const stream of streams) stream.destroy()
  }
  return { server, heard, say, goAway, listening: () => streams.size > 0, listeners: () => streams.size }
}

const device = fakeDevice()
let shop: Awaited<ReturnType<typeof testShop>>
let technician: Awaited<ReturnType<typeof shop.signIn>>
beforeAll(async () => {
  await new Promise<void>((resolve) => device.server.listen(0, '127.0.0.1', () => resolve()))
  const { port } = device.server.address() as { port: number }
  shop = await testShop({ devicesUrl: `http://127.0.0.1:${port}` })
  technician = await shop.signIn('technician')
})
afterAll(async () => {
  await shop.end()
  device.server.closeAllConnections()
  await new Promise((resolve) => device.server.close(resolve))
})

async function until(holds: () => boolean | Promise<boolean>): Promise<void> {
  for (let tries = 0; tries < 100; tries += 1) {
    if (await holds()) return
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  throw new Error('This did not come about in ten seconds.')
}
const connect = (kind: 'bath' | 'scanner', connected: boolean) =>
  technician.put(`/devices/${kind}`, { connected, noise: 1 }).expect(200)

async function newBall() {
  const customer = aCustomer()
  await technician.post('/customers', customer).expect(200)
  const ball = aBall(customer.id, { factoryGrit: 2000 })
  await technician.post('/balls', ball).expect(200)
  return ball
}

/** An extraction of a new ball, brought to its soak. */
async function soaking(): Promise<Job> {
  const ball = await newBall()
  const id = randomUUID()
  let job: Job = (
    await technician.post('/bench/jobs', { id, ballId: ball.id, kind: 'extract', dueOn: '2031-05-01' }).expect(200)
  ).body
  job = (await technician.post(`/bench/jobs/${id}/start`, { version: job.version }).expect(200)).body
  return benchHands(technician).through(
    job,
    job.procedure.findIndex((step) => step.key === 'soak'),
  )
}
const read = async (job: Job): Promise<Job> => (await technician.get(`/bench/jobs/${job.id}`)).body

describe('the bath', () => {
  test('its temperatures go into the job, and too hot a one stops it though nobody looks', async () => {
    await connect('bath', true)
    await until(() => device.listening())
    const job = await soaking()
    // It says the same over and over, as a bath does; only what is new is worth a record.
    const says = (temperatureC: number, holds: (now: Job) => boolean) =>
      until(async () => {
        device.say(temperatureC)
        return holds(await read(job))
      })
    const heard = (now: Job) => now.water.filter((one) => one.source === 'bath')
    await says(52, (now) => heard(now).length === 1)
    await says(55, (now) => heard(now).length === 2)
    await says(61, (now) => now.pausedAt !== null)
    const stopped = await read(job)
    expect(stopped.pausedReason).toBe('over-temperature')
    expect(heard(stopped).map((one) => [one.temperatureC, one.source])).toEqual([
      [52, 'bath'],
      [55, 'bath'],
      [61, 'bath'],
    ])
    await technician.post(`/bench/jobs/${job.id}/cancel`, { version: stopped.version }).expect(200)
  })

  test('one that was out of reach is heard again once it is back; disconnected, it is left alone', async () => {
    device.goAway(true)
    await until(async () => {
      const { body } = await technician.get('/devices')
      return body.find((one: { kind: string }) => one.kind === 'bath').answers === false
    })
    device.goAway(false)
    await until(() => device.listening())
    await connect('bath', false)
    await until(() => !device.listening())
  })
})

describe('the scanner', () => {
  test('reads only when it is connected, and is told what happened to the ball', async () => {
    const ball = await newBall()
    const ask = () => technician.post('/devices/scanner/read', { ballId: ball.id, spot: 'track' })
    expect((await ask()).body.code).toBe('wrong-state')
    await connect('scanner', true)
    await technician
      .post(`/balls/${ball.id}/events`, {
        id: randomUUID(),
        kind: 'games',
        games: 4,
        happenedAt: new Date().toISOString(),
      })
      .expect(200)
    expect((await ask().expect(200)).body).toEqual({ spot: 'track', grit: 1980, saturated: false })
    const placed = device.heard.find((one) => one.path === 'POST /scanner/place')!
    expect(placed.body).toMatchObject({ id: ball.id, factoryGrit: 2000, history: [{ kind: 'games', games: 4 }] })
    device.goAway(true)
    expect((await ask()).body.code).toBe('unavailable')
    device.goAway(false)
  })

  test('the counter may look at devices but not change or use them', async () => {
    const counter = await shop.signIn('counter')
    expect((await counter.get('/devices')).status).toBe(200)
    expect((await counter.put('/devices/scanner', { connected: false, noise: 1 })).status).toBe(403)
    expect((await counter.post('/devices/scanner/read', { ballId: randomUUID(), spot: 'track' })).status).toBe(403)
  })
})

describe('several servers of one shop', () => {
  test('a bath that is connected at one is watched by all, also by one that heard nothing for a while', async () => {
    await connect('bath', false)
    await until(() => device.listeners() === 0)
    const { port } = device.server.address() as { port: number }
    const database = openDatabase(String(shop.database.pool.options.connectionString))
    const other = createApp({
      database,
      logger: pino({ level: 'silent' }),
      sessionSecret: 'test-secret',
      devicesUrl: `http://127.0.0.1:${port}`,
    })
    const ears = () =>
      shop.database.many<{ pid: number }>(
        `select pid from pg_stat_activity where datname = current_database() and query = 'listen sleetfall_news'`,
      )
    await until(async () => (await ears()).length === 2)
    await connect('bath', true)
    await until(() => device.listeners() === 2)
    // Their wires break, and it is disconnected before they stand again.
    for (const { pid } of await ears()) await shop.database.run('select pg_terminate_backend($1)', [pid])
    await connect('bath', false)
    await until(() => device.listeners() === 0)
    await connect('bath', true)
    await until(() => device.listeners() === 2)
    await connect('bath', false)
    await until(() => device.listeners() === 0)
    other.close()
    await database.close()
  })
})
