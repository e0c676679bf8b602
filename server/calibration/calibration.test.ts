import { randomUUID } from 'node:crypto'
import type { Ball, Calibration, Customer, Page, CalibrationEntry, Pattern } from '@sleetfall/contract'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { type ShotInput, filmOf, launchAngleDeg, shotOf, simulate } from '@sleetfall/core'
import { aBall, aCustomer, testShop } from '../test/shop.ts'

let shop: Awaited<ReturnType<typeof testShop>>
let technician: Awaited<ReturnType<typeof shop.signIn>>
const release = { speedMph: 17, revRpm: 330, axisRotationDeg: 45, axisTiltDeg: 12 }
const customer = aCustomer({ ...release, speedSource: 'measured', revSource: 'measured', axisRotationSource: 'stated' })
const pattern = {
  ...{ id: randomUUID(), name: 'Saltgrass 40', note: '' },
  loads: [
    { fromBoard: 2, toBoard: 38, loads: 3, microlitresPerBoard: 50, startFt: 0, endFt: 36 },
    { fromBoard: 8, toBoard: 32, loads: 5, microlitresPerBoard: 50, startFt: 0, endFt: 40 },
  ],
}
const made = { rgIn: 2.49, differentialIn: 0.048, weightLb: 15, factoryGrit: 2000 }
beforeAll(async () => {
  shop = await testShop()
  technician = await shop.signIn('technician')
  await technician.post('/customers', customer).expect(200)
  await technician.post('/patterns', pattern).expect(200)
})
afterAll(() => shop.end())

/** A ball with a trial of tracked shots that were thrown with another strength than the starting values say. */
async function tested(strength: number, count = 12, change: object = {}): Promise<Ball> {
  const ball = aBall(customer.id, { ...made, ...change })
  await technician.post('/balls', ball).expect(200)
  const now = (await technician.get(`/balls/${ball.id}`)).body as Ball
  const id = randomUUID()
  const arms = [{ label: 'as it is', ballId: ball.id }]
  const trial = {
    id,
    customerId: customer.id,
    patternId: pattern.id,
    question: 'How strong is it?',
    design: 'free',
    arms,
  }
  await technician.post('/trials', { ...trial, startedAt: new Date().toISOString() }).expect(200)
  const ground = { loads: pattern.loads, filmUm: filmOf(pattern.loads) }
  const { shot } = shotOf(customer as never, now, 'now', ground)
  const friction = { ...shot.friction, coverStrength: strength } as ShotInput['friction']
  for (let i = 0; i < count; i += 1) {
    const target = 11 + ((i * 7) % 5) / 4
    const { path } = simulate({
      ...{ ...shot, friction },
      release: { laydownBoard: 21, launchAngleDeg: launchAngleDeg(21, target) },
    })
    const noisy = path.filter(([ft]) => ft > 0).map(([ft, board], k) => [ft, board + (((k * 13 + i * 5) % 7) - 3) / 15])
    const one = { id: randomUUID(), arm: 1, thrownAt: new Date().toISOString(), speedMph: 17, path: noisy }
    await technician.post(`/trials/${id}/shots`, { ...one, targetBoard: target, feetBoard: 27 }).expect(200)
  }
  return now
}
const fit = async (ballId: string) =>
  (await technician.post('/calibrations', { id: randomUUID(), ballId }).expect(200)).body as Calibration
const change = async (one: Calibration, what: 'take' | 'undo') =>
  (await technician.post(`/calibrations/${one.id}/${what}`, { version: one.version }).expect(200)).body as Calibration
const ballNow = async (id: string) => (await technician.get(`/balls/${id}`)).body as Ball
const strengthIn = ({ fit: { parameters }, ballId }: Calibration) =>
  parameters.find(({ kind, of }) => kind === 'strength' && of === ballId)!

describe('a ball fitted to its shots', () => {
  test('is only shown at first: its figures, the shots they rest on, and what they change ahead', async () => {
    const ball = await tested(1.2)
    const one = await fit(ball.id)
    expect(one).toMatchObject({ ballId: ball.id, takenAt: null, inForce: false })
    expect(one.shots).toHaveLength(12)
    expect(one.fit.tracked).toBe(12)
    const { value, low, high } = strengthIn(one)
    expect(value).toBeGreaterThan(1.08)
    expect(low).toBeLessThan(1.2)
    expect(high).toBeGreaterThan(1.15)
    expect(one.names).toMatchObject({ [ball.id]: ball.name, [pattern.id]: pattern.name, [customer.id]: customer.name })
    expect(one.ahead).toHaveLength(1)
    expect(one.ahead[0]!.after.entryBoard).toBeGreaterThan(one.ahead[0]!.before.entryBoard)
    expect((await ballNow(ball.id)).fitted).toBeNull()
  })

  test('taken over it counts for the ball, the pattern and the bowler; undone all three are what they were', async () => {
    const ball = await tested(0.85)
    const before = (await technician.get(`/customers/${customer.id}`)).body as Customer
    const taken = await change(await fit(ball.id), 'take')
    expect(taken.inForce).toBe(true)
    expect((await ballNow(ball.id)).fitted).toMatchObject({
      calibrationId: taken.id,
      strength: strengthIn(taken).value,
    })
    const again = await technician.post(`/calibrations/${taken.id}/take`, { version: taken.version })
    expect(again.body.code).toBe('wrong-state')
    const patternNow = async () =>
      ((await technician.get('/patterns')).body as Pattern[]).find(({ id }) => id === pattern.id)!
    const told = taken.fit.parameters.filter(({ learnt }) => learnt >= 0.2).map(({ kind }) => kind)
    expect((await patternNow()).fitted === null).toBe(!told.includes('lane') && !told.includes('residue'))
    const bowler = (await technician.get(`/customers/${customer.id}`)).body as Customer
    expect(told).toContain('rotation')
    expect(bowler).toMatchObject({ axisRotationSource: 'fitted', speedMph: 17 })
    const undone = await change(taken, 'undo')
    expect(undone).toMatchObject({ inForce: false })
    expect((await ballNow(ball.id)).fitted).toBeNull()
    expect((await patternNow()).fitted).toBeNull()
    const { axisRotationDeg, axisRotationSource, revRpm, revSource } = before
    expect((await technician.get(`/customers/${customer.id}`)).body).toMatchObject({
      ...{ axisRotationDeg, axisRotationSource, revRpm, revSource },
    })
  })

  test('what somebody has typed since into the bowler’s record stays when the fit is undone', async () => {
    const ball = await tested(0.9)
    const taken = await change(await fit(ball.id), 'take')
    const bowler = (await technician.get(`/customers/${customer.id}`)).body as Customer
    const typed = { ...bowler, axisRotationDeg: 38, axisRotationSource: 'measured' }
    await technician.put(`/customers/${customer.id}`, typed).expect(200)
    await change(taken, 'undo')
    const after = (await technician.get(`/customers/${customer.id}`)).body as Customer
    expect(after).toMatchObject({ axisRotationDeg: 38, axisRotationSource: 'measured' })
    await technician
      .put(`/customers/${customer.id}`, { ...after, axisRotationDeg: 45, axisRotationSource: 'stated' })
      .expect(200)
  })

  test('the same shots fitted again tell the same: what they taught is no prior for them', async () => {
    const ball = await tested(1.15)
    const first = await change(await fit(ball.id), 'take')
    const second = await fit(ball.id)
    expect(strengthIn(second).value).toBeCloseTo(strengthIn(first).value, 6)
    expect(strengthIn(second).sd).toBeCloseTo(strengthIn(first).sd, 6)
    const taken = await change(second, 'take')
    // Undone, the one before counts again.
    await change(taken, 'undo')
    expect((await ballNow(ball.id)).fitted!.calibrationId).toBe(first.id)
    const list = (await technician.get(`/calibrations?ballId=${ball.id}`)).body as Page<CalibrationEntry>
    expect(list.items.map(({ id, inForce }) => [id, inForce])).toEqual([
      [second.id, false],
      [first.id, true],
    ])
    await change((await technician.get(`/calibrations/${first.id}`)).body as Calibration, 'undo')
  })

  test('teaches the next ball of its cover, and stops when it is undone', async () => {
    const [strong, next] = [await tested(1.25, 12, { cover: 'pearl' }), await tested(1, 12, { cover: 'pearl' })]
    const start = async () => strengthIn(await fit(next.id)).start
    const before = await start()
    const taken = await change(await fit(strong.id), 'take')
    expect(await start()).toBeGreaterThan(before)
    await change(taken, 'undo')
    expect(await start()).toBeCloseTo(before, 9)
  })

  test('with too few shots it is refused with how many there are', async () => {
    const ball = await tested(1, 4)
    const refused = await technician.post('/calibrations', { id: randomUUID(), ballId: ball.id })
    expect(refused.body).toMatchObject({
      code: 'refused',
      said: { key: 'refused.calibrationShots', with: { count: 4 } },
    })
    const nobody = await technician.post('/calibrations', { id: randomUUID(), ballId: randomUUID() })
    expect(nobody.status).toBe(404)
  })

  test('goes over to the other ball when two records are made one', async () => {
    const [ball, other] = [await tested(1.1), aBall(customer.id, made)]
    const taken = await change(await fit(ball.id), 'take')
    await technician.post('/balls', other).expect(200)
    expect((await technician.get(`/balls/${ball.id}/dependents`)).body.goes).toMatchObject({ fits: 1 })
    const owner = await shop.signIn('owner')
    await owner.post(`/balls/${ball.id}/merge`, { intoId: other.id }).expect(200)
    expect((await ballNow(other.id)).fitted).toMatchObject({ calibrationId: taken.id })
  })
})
