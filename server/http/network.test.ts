import { Writable } from 'node:stream'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { pino } from 'pino'
import supertest from 'supertest'
import { aCustomer, testShop } from '../test/shop.ts'

let shop: Awaited<ReturnType<typeof testShop>>
const logged: string[] = []
beforeAll(async () => {
  const stream = new Writable({
    write(chunk: Buffer, _encoding, next) {
      logged.push(chunk.toString())
      next()
    },
  })
  shop = await testShop({ logger: pino({ level: 'info' }, stream) })
})
afterAll(() => shop.end())

describe('names that the machine answers under', () => {
  const under = (host: string) => supertest(shop.origin).get('/api/session/door').set('Host', host)
  test.each(['localhost', 'LOCALHOST:4310', '127.0.0.1:80', '192.168.4.7', '[::1]:4310', '10.0.0.2:4310'])(
    '%s is its own',
    async (host) => {
      expect((await under(host)).status).toBe(200)
    },
  )
  test.each(['elsewhere.example', 'localhost.elsewhere.example', '127.0.0.1.elsewhere.example', 'a b', ''])(
    '%p is not: a page whose name was bent to this address learns nothing',
    async (host) => {
      const answer = await under(host)
      expect([400, 421]).toContain(answer.status)
      if (answer.status === 421) expect(answer.body.code).toBe('wrong-host')
      expect(JSON.stringify(answer.body)).not.toContain('needsOwner')
    },
  )
})

describe('figures for who watches the machine', () => {
  test('are Prometheus’ text, by route and without anybody’s name, and stay on this machine', async () => {
    const owner = await shop.signIn('owner')
    const customer = aCustomer({ name: 'Velder Ostquay' })
    await owner.post('/customers', customer).expect(200)
    await owner.get(`/customers/${customer.id}`).expect(200)
    await owner.get('/search?q=velder').expect(200)
    const { text, headers } = await supertest(shop.origin).get('/metrics').expect(200)
    expect(headers['content-type']).toMatch(/^text\/plain; version=0\.0\.4/)
    expect(text).toMatch(
      /sleetfall_http_request_seconds_count\{method="GET",route="\/api\/customers\/:id",status="200"\} 1/,
    )
    expect(text).toMatch(/sleetfall_database_connections\{state="open"\} [1-9]/)
    expect(text).toMatch(/process_resident_memory_bytes \d+/)
    expect(text).not.toContain(customer.id)
    await supertest(shop.origin).get('/metrics').set('X-Forwarded-For', '203.0.113.9').expect(404)
  })
})

describe('what is logged', () => {
  test('says what was asked and how it went, and nobody’s name, address or key', async () => {
    const owner = await shop.signIn('owner')
    await owner.get('/search?q=Velder%20Ostquay').expect(200)
    await supertest(shop.origin).get('/api/open/calendar/some-secret-of-a-link').expect(404)
    const lines = logged.join('')
    expect(lines).toContain('"url":"/api/search"')
    expect(lines).toContain('"statusCode":200')
    expect(lines).not.toMatch(/Velder|some-secret|127\.0\.0\.1|cookie|user-agent/i)
  })
})
