import { randomUUID } from 'node:crypto'
import type { StoredDiagnosis } from '@sleetfall/contract'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { aBall, aCustomer, testShop } from '../test/shop.ts'

let shop: Awaited<ReturnType<typeof testShop>>
let technician: Awaited<ReturnType<typeof shop.signIn>>
const customer = aCustomer()
const ball = aBall(customer.id, { factoryGrit: 2000 })
beforeAll(async () => {
  shop = await testShop()
  technician = await shop.signIn('technician')
  await technician.post('/customers', customer).expect(200)
  await technician.post('/balls', ball).expect(200)
})
afterAll(() => shop.end())

const aCase = (change: object = {}) => ({
  ...{ id: randomUUID(), customerId: customer.id, ballId: ball.id, signs: ['light', 'late', 'fading'], ...change },
})
const begin = async (change: object = {}) =>
  (await technician.post('/diagnoses', aCase(change)).expect(200)).body as StoredDiagnosis
const edit = async (one: StoredDiagnosis, change: object) =>
  (await technician.put(`/diagnoses/${one.id}`, { ...one, ...change }).expect(200)).body as StoredDiagnosis
const top = ({ ranked }: StoredDiagnosis) => ranked.causes[0]!.cause

describe('a diagnosis', () => {
  test('ranks what was seen, proposes a test, and its answer changes the ranking', async () => {
    const one = await begin()
    expect(one.ranked.causes).toHaveLength(10)
    const [first] = one.ranked.next
    expect(first!.minutes).toBeLessThanOrEqual(3)
    const wiped = await edit(one, { done: [{ test: 'wipe', outcome: 'better' }] })
    expect(top(wiped)).toBe('film')
    expect(wiped.ranked.next.map(({ test: name }) => name)).not.toContain('wipe')
  })

  test('of what is not there is refused by name: a sign, an outcome that the test does not have, another one’s ball', async () => {
    const bad = await technician.post(
      '/diagnoses',
      aCase({ signs: ['glitter'], done: [{ test: 'scan', outcome: 'better' }] }),
    )
    expect(bad.body.fields.map(({ path }: { path: string }) => path).sort()).toEqual(['done[0]', 'signs[0]'])
    const stranger = aCustomer()
    await technician.post('/customers', stranger).expect(200)
    expect((await technician.post('/diagnoses', aCase({ customerId: stranger.id }))).body.fields[0].path).toBe('ballId')
  })

  test('settled cases leave the list of open ones and move the table; taken back they teach nothing any more', async () => {
    const before = await begin()
    const settled = []
    for (let i = 0; i < 6; i += 1)
      settled.push(await edit(await begin({ done: [{ test: 'wipe', outcome: 'better' }] }), { cause: 'oil' }))
    const now = (await technician.get(`/diagnoses/${before.id}`)).body as StoredDiagnosis
    expect(now.ownCases).toBe(6)
    const chance = (one: StoredDiagnosis) => one.ranked.causes.find(({ cause }) => cause === 'oil')!.probability
    expect(chance(now)).toBeGreaterThan(chance(before))
    const open = (await technician.get(`/diagnoses?customerId=${customer.id}`)).body.items as StoredDiagnosis[]
    expect(open.map(({ id }) => id)).toContain(before.id)
    expect(open.map(({ id }) => id)).not.toContain(settled[0]!.id)
    expect((await technician.get('/diagnoses?open=false')).body.items.map((of: { id: string }) => of.id)).toContain(
      settled[0]!.id,
    )
    await edit(settled[0]!, { cause: null })
    await technician.remove(`/diagnoses/${settled[1]!.id}`).send({}).expect(200)
    expect(((await technician.get(`/diagnoses/${before.id}`)).body as StoredDiagnosis).ownCases).toBe(4)
  })

  test('two devices at one case: the later one is told what stands now', async () => {
    const one = await begin()
    await edit(one, { signs: ['high'] })
    const late = await technician.put(`/diagnoses/${one.id}`, { ...one, signs: ['early'] })
    expect(late.body).toMatchObject({ code: 'version-conflict', current: { signs: ['high'] } })
  })

  test('goes with its ball, named before', async () => {
    const other = aBall(customer.id)
    await technician.post('/balls', other).expect(200)
    const one = await begin({ ballId: other.id })
    expect((await technician.get(`/balls/${other.id}/dependents`)).body.goes).toMatchObject({ diagnoses: 1 })
    await technician.remove(`/balls/${other.id}`).send({}).expect(200)
    expect((await technician.get(`/diagnoses/${one.id}`)).status).toBe(404)
  })
})
