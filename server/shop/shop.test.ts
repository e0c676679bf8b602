import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { shopDefaults } from '@sleetfall/contract'
import { aBall, aCustomer, testShop } from '../test/shop.ts'

let shop: Awaited<ReturnType<typeof testShop>>
let owner: Awaited<ReturnType<typeof shop.signIn>>
beforeAll(async () => {
  shop = await testShop()
  owner = await shop.signIn('owner')
})
afterAll(() => shop.end())

const settings = async () => (await owner.get('/shop').expect(200)).body
const save = async (constants: object) => {
  const { name, version, constants: now } = await settings()
  return owner.put('/shop', { name, version, constants: { ...now, ...constants } })
}

describe('borders between styles', () => {
  test('are the starting values until the shop sets its own; then a bowler, their list and their page go by those', async () => {
    expect((await settings()).constants).toEqual(shopDefaults)
    // Spin over speed of 0.478.
    const bowler = aCustomer({ speedMph: 17, revRpm: 330, axisTiltDeg: 13 })
    await owner.post('/customers', bowler).expect(200)
    await owner.post('/balls', aBall(bowler.id, { factoryGrit: 1000 })).expect(200)
    const styles = async () => [
      (await owner.get(`/customers/${bowler.id}`).expect(200)).body.style.band,
      (await owner.get('/customers').expect(200)).body.items.find((one: { id: string }) => one.id === bowler.id).style
        .band,
    ]
    const [before] = await styles()
    expect(before).toBe('matched')
    expect((await save({ revDominantFrom: 0.46 })).status).toBe(200)
    expect(await styles()).toEqual(['rev-dominant', 'rev-dominant'])
    expect((await save({ matchedFrom: 0.5, revDominantFrom: 0.55 })).status).toBe(200)
    expect(await styles()).toEqual(['speed-dominant', 'speed-dominant'])
  })

  test('stand in their order: one that does not is told at its field, and nothing of it is kept', async () => {
    const before = await settings()
    const answer = await save({ matchedFrom: 0.6, revDominantFrom: 0.52 })
    expect(answer.status).toBe(422)
    expect(answer.body.fields).toEqual([
      {
        path: 'constants.revDominantFrom',
        said: expect.anything(),
        message: 'Rev-dominant from: above 0.6, where the style before it begins',
      },
    ])
    expect((await save({ speedDominantFrom: 3 })).body.fields[0].path).toBe('constants.speedDominantFrom')
    expect((await settings()).constants).toEqual(before.constants)
  })
})
