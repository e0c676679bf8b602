import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { aBall, aCustomer, testShop } from '../test/shop.ts'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.end())

describe('photos of a ball', () => {
  test('are known by their content, kept once, shown as pictures only, and removed', async () => {
    const counter = await shop.signIn('counter')
    const customer = aCustomer()
    await counter.post('/customers', customer).expect(200)
    const ball = aBall(customer.id)
    await counter.post('/balls', ball).expect(200)
    const png = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    )
    const [id, path] = [randomUUID(), `/balls/${ball.id}/photos`]
    expect((await counter.upload(`${path}/${id}`, png).expect(200)).body).toHaveLength(1)
    expect((await counter.upload(`${path}/${id}`, png).expect(200)).body).toHaveLength(1)
    const shown = await counter.get(`${path}/${id}`).expect(200)
    expect(shown.headers).toMatchObject({ 'content-type': 'image/png', 'x-content-type-options': 'nosniff' })
    expect(shown.body).toEqual(png)
    const script = await counter.upload(`${path}/${randomUUID()}`, Buffer.from('<svg onload="x()"></svg>')).expect(422)
    expect(script.body.fields[0].message).toContain('no JPEG, PNG or WebP')
    await counter.upload(`${path}/${randomUUID()}`, Buffer.alloc(10 * 1024 * 1024 + 1)).expect(413)
    await counter.upload(`/balls/${randomUUID()}/photos/${randomUUID()}`, png).expect(404)
    // A head that claims 30,000 × 30,000 pixels is not opened.
    const bomb = Buffer.from(png)
    bomb.writeUInt32BE(30_000, 16)
    bomb.writeUInt32BE(30_000, 20)
    expect((await counter.upload(`${path}/${randomUUID()}`, bomb).expect(422)).body.fields[0].message).toContain(
      '30000 × 30000',
    )
    // What is seen on it is noted with it, in words that two photos share.
    const noted = await counter.post(`${path}/${id}/looks`, { looks: ['lines', 'dull'] }).expect(200)
    expect(noted.body[0].looks).toEqual(['lines', 'dull'])
    expect((await counter.get(path)).body[0].looks).toEqual(['lines', 'dull'])
    expect((await counter.post(`${path}/${id}/looks`, { looks: ['pretty'] })).body.fields[0].path).toBe('looks[0]')
    await counter.post(`${path}/${randomUUID()}/looks`, { looks: [] }).expect(404)
    // Sent at once, no more than a ball keeps are taken.
    const sent = await Promise.all(
      Array.from({ length: 15 }, () => counter.upload(`${path}/${randomUUID()}`, png).then(({ status }) => status)),
    )
    expect(sent.filter((status) => status === 200)).toHaveLength(11)
    expect((await counter.get(path)).body).toHaveLength(12)
    await counter.remove(`${path}/${id}`).expect(200)
    await counter.get(`${path}/${id}`).expect(404)
  })
})
