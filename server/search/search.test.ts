import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Found } from '@sleetfall/contract'
import fc from 'fast-check'
import { aBall, aCustomer, testShop } from '../test/shop.ts'

let shop: Awaited<ReturnType<typeof testShop>>
let counter: Awaited<ReturnType<typeof shop.signIn>>
const found = async (text: string): Promise<readonly Found[]> =>
  (await counter.get(`/search?q=${encodeURIComponent(text)}`).expect(200)).body
const titles = async (text: string) => (await found(text)).map((one) => `${one.kind}: ${one.title}`)

beforeAll(async () => {
  shop = await testShop()
  counter = await shop.signIn('counter')
  const technician = await shop.signIn('technician')
  const people = [aCustomer({ name: 'Łucja Skerrow' }), aCustomer({ name: 'Tern Ashcombe', hand: 'left' })]
  for (const person of people) await technician.post('/customers', person).expect(200)
  const balls = [
    aBall(people[0]!.id, { name: 'Tern Rock' }),
    aBall(people[1]!.id, { name: 'Slack_Water 50%' }),
    ...Array.from({ length: 9 }, (_, n) => aBall(people[1]!.id, { name: `Sandbar ${n + 1}` })),
  ]
  for (const ball of balls) await technician.post('/balls', ball).expect(200)
})
afterAll(() => shop.end())

describe('the field at the top of each screen', () => {
  test('finds people and balls, and a ball of that name before the balls of a person of that name', async () => {
    const all = await titles('tern')
    expect(all[0]).toBe('customer: Tern Ashcombe')
    expect(all.filter((one) => one.startsWith('ball:'))[0]).toBe('ball: Tern Rock')
  })
  test('every word counts, in any order, whoever it belongs to', async () => {
    expect(await titles('ashcombe slack')).toEqual(['ball: Slack_Water 50%'])
    expect(await titles('slack ashcombe')).toEqual(['ball: Slack_Water 50%'])
    expect(await titles('slack skerrow')).toEqual([])
  })
  test('signs that mean something to a database are letters here', async () => {
    expect(await titles('50%')).toEqual(['ball: Slack_Water 50%'])
    expect(await titles('k_w')).toEqual(['ball: Slack_Water 50%'])
    expect(await titles('%%%')).toEqual([])
    expect(await titles('___')).toEqual([])
  })
  test('letters of other tongues are found as they are written, large or small', async () => {
    expect(await titles('łucja')).toContain('customer: Łucja Skerrow')
  })
  test('a short word is looked for where words begin', async () => {
    expect(await titles('sa')).not.toEqual([])
    expect(await titles('nd')).toEqual([])
  })
  test('no kind fills the list', async () => {
    expect((await found('sandbar')).length).toBeLessThanOrEqual(6)
  })
  test('a ball is opened in its owner’s rack, a person by themselves', async () => {
    const [ball] = await found('slack')
    const [person] = await found('ashcombe')
    expect(ball!.customerId).toBe(person!.id)
  })
  test('whatever is typed has an answer', async () => {
    await fc.assert(
      fc.asyncProperty(fc.string({ unit: 'binary', maxLength: 120 }), async (text) => {
        expect(Array.isArray(await found(text.replace(/[\uD800-\uDFFF]/g, '')))).toBe(true)
      }),
      { numRuns: 40 },
    )
  })
  test('and nothing typed finds nothing', async () => {
    for (const text of ['', '   ']) expect(await found(text)).toEqual([])
  })
})
