import { EventEmitter } from 'node:events'
import { createServer } from 'node:http'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { EventSource } from 'eventsource'
import { pino } from 'pino'
import { createApp } from '../app.ts'
import { openDatabase } from '../database/db.ts'
import { endSessions } from '../staff/store.ts'
import { openStream } from '../http/stream.ts'
import { aCustomer, testShop } from '../test/shop.ts'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.end())

const until = async (holds: () => boolean) => {
  for (let tries = 0; tries < 100; tries += 1) {
    if (holds()) return
    await new Promise((resolve) => setTimeout(resolve, 50))
  }
  throw new Error('This did not come about in five seconds.')
}

describe('what somebody changes', () => {
  test('is told to every open page at every server, with the page that did it; what was refused is not', async () => {
    const database = openDatabase(String(shop.database.pool.options.connectionString))
    const { app, close } = createApp({ database, logger: pino({ level: 'silent' }), sessionSecret: 'test-secret' })
    const server = createServer(app).listen(0, '127.0.0.1')
    await new Promise((resolve) => server.once('listening', resolve))
    const other = `http://127.0.0.1:${(server.address() as { port: number }).port}`
    const counter = await shop.signIn('counter')
    // A session is the shop's, not one server's.
    const cookie = counter.agent.jar
      .getCookies({ domain: '127.0.0.1', path: '/', script: false, secure: false } as never)
      .toValueString()
    const heard: { area: string; by: string }[] = []
    let here = false
    const source = new EventSource(`${other}/api/news/stream`, {
      fetch: (url, init) => fetch(url, { ...init, headers: { ...init.headers, Cookie: cookie } }),
    })
    source.onopen = () => (here = true)
    source.onmessage = ({ data }: { data: string }) => heard.push(JSON.parse(data) as (typeof heard)[number])
    await until(() => here)
    await counter.post('/customers', aCustomer({ name: '' })).expect(422)
    await counter.agent
      .post('/api/customers')
      .set('Origin', shop.origin)
      .set('X-Page', 'a-page')
      .set('X-Write-Id', '5b0c1f0e-2f57-4a86-9f5b-0d8f5d7e1a01')
      .send(aCustomer())
      .expect(200)
    await until(() => heard.length > 0)
    expect(heard).toEqual([{ area: 'customers', by: 'a-page' }])
    // The wire of both breaks: whatever was missed may be anything.
    await shop.database.run(
      `select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and query = 'listen sleetfall_news'`,
    )
    await until(() => heard.some(({ area }) => area === null))
    source.close()
    close()
    server.closeAllConnections()
    await new Promise((resolve) => server.close(resolve))
    await database.close()
  })

  test('is told no longer to who is signed out meanwhile', async () => {
    const { id, sessionEpoch } = await shop.database.one<{ id: string; sessionEpoch: number }>(
      `select id, session_epoch from staff where login = 'technician'`,
    )
    const written: string[] = []
    let ended = false
    const request = Object.assign(new EventEmitter(), { session: { user: { id, epoch: sessionEpoch } } })
    const response = {
      writeHead: () => {},
      write: (text: string) => written.push(text),
      end: () => {
        ended = true
        request.emit('close')
      },
    }
    const { send } = openStream(shop.database, request as never, response as never, 30)
    send({ area: 'bench' })
    await until(() => written.filter((text) => text === ': here\n\n').length > 2)
    expect(written).toContain('data: {"area":"bench"}\n\n')
    expect(ended).toBe(false)
    await endSessions(shop.database, id)
    await until(() => ended)
  })
})
