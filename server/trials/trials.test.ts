import { randomUUID } from 'node:crypto'
import type { MapMessage, Trial } from '@sleetfall/contract'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { aBall, aCustomer, ago, testShop } from '../test/shop.ts'

let shop: Awaited<ReturnType<typeof testShop>>
let technician: Awaited<ReturnType<typeof shop.signIn>>
const customer = aCustomer()
const pattern = {
  id: randomUUID(),
  name: 'Test pattern',
  loads: [{ fromBoard: 2, toBoard: 38, loads: 10, microlitresPerBoard: 50, startFt: 0, endFt: 40 }],
}
const ball = aBall(customer.id, { factoryGrit: 2000 })
beforeAll(async () => {
  shop = await testShop()
  technician = await shop.signIn('technician')
  await technician.post('/customers', customer).expect(200)
  await technician.post('/patterns', pattern).expect(200)
  await technician.post('/balls', ball).expect(200)
})
afterAll(() => shop.end())

const anArm = (label: string, change: object = {}) => ({ label, ballId: ball.id, ...change })
const aTrial = (change: object = {}) => ({
  ...{ id: randomUUID(), customerId: customer.id, patternId: pattern.id, question: 'Which?', startedAt: ago(0) },
  ...{ design: 'change', arms: [anArm('before'), anArm('after')], ...change },
})
const aShot = (change: object = {}) => ({
  id: randomUUID(),
  arm: 1,
  thrownAt: ago(0),
  targetBoard: 10,
  feetBoard: 22,
  entryBoard: 17.5,
  ...change,
})

describe('patterns', () => {
  test('a row past board 39, swapped boards and a taken name are told at their field', async () => {
    const bad = {
      ...pattern,
      id: randomUUID(),
      name: 'Bad',
      loads: [
        { ...pattern.loads[0], toBoard: 41 },
        { ...pattern.loads[0], fromBoard: 30, toBoard: 10 },
      ],
    }
    expect((await technician.post('/patterns', bad)).body.fields).toEqual([
      { path: 'loads[0].toBoard', said: expect.anything(), message: 'To board: 1 to 39 board' },
      {
        path: 'loads[1].toBoard',
        said: expect.anything(),
        message: 'To board: not below the from board; are the two swapped?',
      },
    ])
    expect(
      (await technician.post('/patterns', { ...pattern, id: randomUUID(), name: 'TEST PATTERN' })).body.fields[0].path,
    ).toBe('name')
  })
})

describe('trials', () => {
  test('surfaces are frozen when a trial begins, and the variant’s once more when it was changed in between', async () => {
    const trial: Trial = (await technician.post('/trials', aTrial()).expect(200)).body
    await technician
      .post(`/balls/${ball.id}/events`, { id: randomUUID(), kind: 'scanned', happenedAt: ago(0), grits: [1000] })
      .expect(200)
    const after: Trial = (
      await technician.post(`/trials/${trial.id}/arms/2/surface`, { version: trial.arms[1]!.version }).expect(200)
    ).body
    expect(after.arms.map(({ surface: { grit } }) => Math.round(grit!))).toEqual([2000, 1000])
    await technician.post(`/trials/${trial.id}/shots`, aShot({ arm: 2 })).expect(200)
    expect(
      (await technician.post(`/trials/${trial.id}/arms/2/surface`, { version: after.arms[1]!.version })).status,
    ).toBe(422)
  })

  test('shots keep their order from several devices; none is lost or doubled', async () => {
    const trial: Trial = (await technician.post('/trials', aTrial()).expect(200)).body
    await Promise.all(
      Array.from({ length: 8 }, () => technician.post(`/trials/${trial.id}/shots`, aShot()).expect(200)),
    )
    const now: Trial = (await technician.get(`/trials/${trial.id}`)).body
    expect(now.shots.map((shot) => shot.sequence)).toEqual([1, 2, 3, 4, 5, 6, 7, 8])
  })

  test('the path of a tracked shot is kept, given with its trial and left out of lists; one that is no path is refused', async () => {
    const trial: Trial = (await technician.post('/trials', aTrial()).expect(200)).body
    const path = [
      [1, 21.5],
      [30, 10.25],
      [59, 17],
    ]
    await technician.post(`/trials/${trial.id}/shots`, aShot({ path })).expect(200)
    expect(((await technician.get(`/trials/${trial.id}`)).body as Trial).shots[0]!.path).toEqual(path)
    const listed = (await technician.get(`/trials?ballId=${ball.id}`)).body.items as Trial[]
    expect(listed.find(({ id }) => id === trial.id)!.shots[0]!.path).toBeNull()
    for (const bad of [[[1, 99]], [[1]], 'a path', Array.from({ length: 90 }, (_, i) => [i / 2, 20])])
      expect((await technician.post(`/trials/${trial.id}/shots`, aShot({ path: bad }))).status).toBe(422)
  })

  test('the list begins with the newest; asked by time upward with the oldest', async () => {
    for (const startedAt of ['2026-02-03T18:00:00Z', '2026-02-05T18:00:00Z', '2026-02-04T18:00:00Z'])
      await technician.post('/trials', { ...aTrial(), startedAt }).expect(200)
    const times = async (question: string) =>
      ((await technician.get(`/trials?ballId=${ball.id}&limit=100${question}`).expect(200)).body.items as Trial[]).map(
        (trial) => Date.parse(trial.startedAt),
      )
    const up = await times('&sort=when&down=false')
    expect(up).toEqual([...up].sort((a, b) => a - b))
    expect(up.length).toBeGreaterThan(2)
    expect(await times('')).toEqual([...up].reverse())
    expect(await times('&sort=when&down=true')).toEqual([...up].reverse())
  })

  test('a shot is set aside with a reason, never deleted, and counted again', async () => {
    const trial: Trial = (await technician.post('/trials', aTrial()).expect(200)).body
    const [shot] = ((await technician.post(`/trials/${trial.id}/shots`, aShot()).expect(200)).body as Trial).shots
    const url = `/trials/${trial.id}/shots/${shot!.id}/set-aside`
    const aside: Trial = (await technician.put(url, { version: shot!.version, reason: 'pulled it' }).expect(200)).body
    expect(aside.shots[0]).toMatchObject({ setAsideReason: 'pulled it', entryBoard: 17.5 })
    expect((await technician.put(url, { version: shot!.version, reason: null })).status).toBe(409)
    const back: Trial = (await technician.put(url, { version: aside.shots[0]!.version, reason: null }).expect(200)).body
    expect(back.shots[0]!.setAsideReason).toBeNull()
  })

  test('another customer’s ball, an impossible board and a pin named twice are refused', async () => {
    const other = aCustomer()
    await technician.post('/customers', other).expect(200)
    const stranger = aBall(other.id)
    await technician.post('/balls', stranger).expect(200)
    expect(
      (await technician.post('/trials', aTrial({ arms: [anArm('a'), anArm('b', { ballId: stranger.id })] }))).body
        .fields[0].path,
    ).toBe('arms[1].ballId')
    const trial: Trial = (await technician.post('/trials', aTrial()).expect(200)).body
    const bad = await technician.post(`/trials/${trial.id}/shots`, aShot({ targetBoard: 44, leave: [4, 4] }))
    expect(bad.body.fields.map((field: { path: string }) => field.path).sort()).toEqual(['leave', 'targetBoard'])
  })
})

describe('what somebody makes of a trial', () => {
  const verdict = (change: object = {}) => ({ id: randomUUID(), says: 'held', ...change })
  test('is kept with who said it and what spoke against it; a later one revises it and the earlier stays', async () => {
    const trial: Trial = (await technician.post('/trials', aTrial()).expect(200)).body
    await technician.post(`/trials/${trial.id}/shots`, aShot()).expect(200)
    const url = `/trials/${trial.id}/verdicts`
    await technician.post(url, verdict({ missIn: 'flat', explanations: ['burn'] })).expect(200)
    const { verdicts }: Trial = (await technician.post(url, verdict({ says: 'keep', room: 'much' })).expect(200)).body
    expect(verdicts).toMatchObject([
      { says: 'held', missIn: 'flat', explanations: ['burn'], by: 'technician' },
      {
        says: 'keep',
        room: 'much',
        missIn: null,
        doubts: expect.arrayContaining(['one-shot', 'one-line', 'no-warm-up']),
      },
    ])
    await expect(shop.database.run(`update trial_verdict set says = 'retire'`)).rejects.toThrow('append-only')
    const bad = await technician.post(url, verdict({ says: 'wonderful', missOut: 'sideways' }))
    expect(bad.body.fields.map(({ path }: { path: string }) => path).sort()).toEqual(['missOut', 'says'])
    // Deleting a trial that was a mistake takes its verdicts along.
    await technician.remove(`/trials/${trial.id}`).send({}).expect(200)
  })

  test('a prediction is told before the shots only; the names of a blind trial are told once', async () => {
    const trial: Trial = (await technician.post('/trials', aTrial({ blind: true })).expect(200)).body
    const foretold = [{ arm: 2, read: 'late', entryBoard: 15, leave: [10] }]
    const url = `/trials/${trial.id}/foretold`
    const told: Trial = (await technician.put(url, { version: trial.version, foretold }).expect(200)).body
    expect(told.foretold).toEqual(foretold)
    expect((await technician.put(url, { version: told.version, foretold: [{ arm: 3 }] })).body.fields[0].path).toBe(
      'foretold[0].arm',
    )
    // A warm-up tells nobody anything yet.
    await technician.post(`/trials/${trial.id}/shots`, aShot({ warmUp: true })).expect(200)
    await technician.put(url, { version: told.version, foretold: [] }).expect(200)
    await technician.post(`/trials/${trial.id}/shots`, aShot()).expect(200)
    const late = await technician.put(url, { version: told.version + 1, foretold })
    expect(late.body.fields[0].message).toContain('before the first shot only')
    const { version } = (await technician.get(`/trials/${trial.id}`)).body
    const revealed: Trial = (await technician.post(`/trials/${trial.id}/reveal`, { version }).expect(200)).body
    expect(revealed.revealedAt).not.toBeNull()
  })

  test('arms: as many as the design takes, each with its name, and only those that there are', async () => {
    const one = await technician.post('/trials', aTrial({ arms: [anArm('a')] }))
    expect(one.body.fields[0]).toMatchObject({ path: 'arms', message: 'Arms: 2 to 2 with this design' })
    expect((await technician.post('/trials', aTrial({ arms: [anArm('a'), anArm('a')] }))).body.fields[0].path).toBe(
      'arms[1].label',
    )
    const crossed = aTrial({
      design: 'factorial',
      factors: ['ball'],
      arms: ['a', 'b', 'c', 'd'].map((name) => anArm(name)),
    })
    expect((await technician.post('/trials', crossed)).body.fields[0].path).toBe('arms[0].levels')
    const trial: Trial = (await technician.post('/trials', aTrial()).expect(200)).body
    expect((await technician.post(`/trials/${trial.id}/shots`, aShot({ arm: 3 }))).body.fields[0].path).toBe('arm')
    expect((await technician.post(`/trials/${trial.id}/arms/9/surface`, { version: 1 })).status).toBe(404)
  })
})

describe('boards that a bowler plays', () => {
  test('are told from their counted shots, and bind every search once somebody states them', async () => {
    const own = aCustomer({ speedMph: 19, revRpm: 220, axisTiltDeg: 13 })
    const thrown = aBall(own.id, { factoryGrit: 1000 })
    await technician.post('/customers', own).expect(200)
    await technician.post('/balls', thrown).expect(200)
    const arms = ['before', 'after'].map((label) => ({ label, ballId: thrown.id }))
    const trial: Trial = (await technician.post('/trials', aTrial({ customerId: own.id, arms })).expect(200)).body
    const played = () => technician.get(`/trials/played/${own.id}`)
    for (let i = 0; i < 12; i += 1) {
      expect((await played()).body).toBeNull()
      await technician
        .post(`/trials/${trial.id}/shots`, aShot({ feetBoard: 20 + (i % 4), targetBoard: 9 + (i % 3) }))
        .expect(200)
    }
    expect((await played()).body).toMatchObject({ shots: 12, laydown: [14, 17], target: [9, 11] })

    const customerNow = async () => (await technician.get(`/customers/${own.id}`).expect(200)).body
    expect((await customerNow()).playable.by).toBe('style')
    const swapped = await technician.put(`/customers/${own.id}`, {
      ...{ ...own, version: 1, laydownFromBoard: 20, laydownToBoard: 14 },
    })
    expect(swapped.body.fields[0].path).toBe('laydownToBoard')
    await technician
      .put(`/customers/${own.id}`, { ...own, version: 1, laydownFromBoard: 14, laydownToBoard: 17, mostLaunchDeg: 2 })
      .expect(200)
    const { playable } = await customerNow()
    expect(playable).toMatchObject({ by: 'stated', laydown: [14, 17], target: [7, 14], mostLaunchDeg: 2 })
    const path = `/reaction-map/${own.id}?patterns=${pattern.id}&surfaces=now`
    const lines = (await technician.get(path).expect(200)).text
      .trim()
      .split('\n')
      .map((row) => JSON.parse(row) as MapMessage)
      .flatMap((message) => ('line' in message && message.line ? [message.line] : []))
    for (const { laydownBoard } of lines) expect([14, 15, 16, 17]).toContain(laydownBoard)
  })
})

describe('where shots on a pattern turned', () => {
  test('is told from counted shots in the pocket alone, over the latest trials on it', async () => {
    const other = { ...pattern, id: randomUUID(), name: 'Another pattern' }
    await technician.post('/patterns', other).expect(200)
    const seen = async () => (await technician.get(`/trials/exit/${other.id}`).expect(200)).body
    expect(await seen()).toBeNull()
    const arms = ['before', 'after'].map((label) => ({ label, ballId: ball.id }))
    const trial = aTrial({ customerId: customer.id, patternId: other.id, arms })
    await technician.post('/trials', trial).expect(200)
    const thrown = [
      { entryBoard: 17.5, breakpointBoard: 8 },
      { entryBoard: 16.5, breakpointBoard: 10 },
      // Light, not tracked, thrown to warm up, and in the pocket of another pattern: none of these.
      { entryBoard: 14, breakpointBoard: 3 },
      { entryBoard: 17.5, breakpointBoard: null },
      { entryBoard: 17.5, breakpointBoard: 2, warmUp: true },
    ]
    for (const shot of thrown) await technician.post(`/trials/${trial.id}/shots`, aShot(shot)).expect(200)
    expect(await seen()).toEqual({ board: 9, sd: expect.closeTo(Math.SQRT2), shots: 2, trials: 1 })
    expect((await technician.get(`/trials/exit/${pattern.id}`).expect(200)).body?.board).not.toBe(9)
  })
})

describe('predictions', () => {
  const prediction = (change: object = {}) => ({
    ...{ id: randomUUID(), customerId: customer.id, ballId: ball.id, patternId: pattern.id, setup: { laydown: '22' } },
    ...{ firstReadFt: 9.5, entryBoard: 17.2, entryAngleDeg: 3.1, pocketShare: 0.5, ...change },
  })

  test('are kept with who made them and never rewritten', async () => {
    const saved = await technician.post('/predictions', prediction()).expect(200)
    expect(saved.body).toMatchObject({ entryBoard: 17.2, setup: { laydown: '22' }, savedBy: 'technician' })
    const list = (await technician.get(`/predictions/${ball.id}/${pattern.id}`)).body
    expect(list).toEqual([saved.body])
    await expect(shop.database.run('update prediction set entry_board = 15')).rejects.toThrow('append-only')
  })

  test('of another customer’s ball are refused', async () => {
    const other = aCustomer()
    await technician.post('/customers', other).expect(200)
    expect((await technician.post('/predictions', prediction({ customerId: other.id }))).body.fields[0].path).toBe(
      'ballId',
    )
  })
})
