import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { testShop } from '../test/shop.ts'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.end())

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
