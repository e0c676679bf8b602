import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Request } from 'express'
import { testShop } from '../test/shop.ts'
import { addressOf } from './limiter.ts'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.end())

describe('guesses of a password', () => {
  test('signing in right, however often, is never held up; a few wrong ones are, with the time to wait, and nobody else', async () => {
    for (let n = 0; n < 13; n += 1) await shop.signIn('technician')
    const { agent } = await shop.signIn('counter')
    const guess = (login: string) =>
      agent.post('/api/session').set('Origin', shop.origin).send({ login, password: 'not-the-password' })
    for (let n = 0; n < 10; n += 1) expect((await guess('somebody')).status).toBe(401)
    const held = await guess('somebody')
    expect(held.status).toBe(429)
    expect(Number(held.headers['retry-after'])).toBeGreaterThan(500)
    expect((await guess('owner')).status).toBe(401)
    await shop.signIn('owner')
  })
})

describe('addresses that are counted as one', () => {
  const of = (ip: string) => addressOf({ ip } as Request)
  test('an address of its own is one, however it is written; of a network of the sixth version all of them are', () => {
    expect(of('::ffff:192.0.2.7')).toBe(of('192.0.2.7'))
    expect(of('192.0.2.7')).not.toBe(of('192.0.2.8'))
    expect(of('2001:db8:1:2::3')).toBe(of('2001:db8:1:2:ffff::9'))
    expect(of('2001:db8:1:2::3')).not.toBe(of('2001:db8:1:3::3'))
    expect(of('')).toBe('')
  })
})

describe('sessions', () => {
  const written = async () =>
    (
      await shop.database.many<{ version: string }>(
        `select sid || xmin::text || expire::text as version from session order by sid`,
      )
    ).map((row) => row.version)

  test('a session in use is not written with every request, and still holds', async () => {
    const technician = await shop.signIn('technician')
    await technician.get('/shop').expect(200)
    const before = await written()
    for (let n = 0; n < 5; n += 1) await technician.get('/shop').expect(200)
    expect(await written()).toEqual(before)
  })

  test('its end lies hours ahead, and it ends for good with the sign-out', async () => {
    const counter = await shop.signIn('counter')
    const { hours } = await shop.database.one<{ hours: number }>(
      'select extract(epoch from max(expire) - now()) / 3600 as hours from session',
    )
    expect(Number(hours)).toBeGreaterThan(11)
    await counter.remove('/session')
    await counter.get('/shop').expect(401)
  })

  test('what one member changes of a session does not keep another one from signing in', async () => {
    const [one, two] = [await shop.signIn('owner'), await shop.signIn('owner')]
    await one.get('/session').expect(200)
    await two.get('/session').expect(200)
    await one.remove('/session')
    await two.get('/session').expect(200)
  })
})
