import { randomUUID } from 'node:crypto'
import type { Job } from '@sleetfall/contract'
import { recipeByKey } from '@sleetfall/core'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { aBall, aCustomer, testShop } from '../testing/shop.ts'

let shop: Awaited<ReturnType<typeof testShop>>
let technician: Awaited<ReturnType<typeof shop.signIn>>
beforeAll(async () => {
  shop = await testShop()
  technician = await shop.signIn('technician')
})
afterAll(() => shop.end())

const steps = recipeByKey('to-1000')!.steps
const jobFor = (ballId: string, change: object = {}) => ({
  id: randomUUID(),
  ballId,
  kind: 'resurface',
  recipeKey: 'to-1000',
  steps,
  dueOn: '2031-05-01',
  ...change,
})
async function newBall(change: object = {}) {
  const customer = aCustomer()
  await technician.post('/customers', customer).expect(200)
  const ball = aBall(customer.id, { factoryGrit: 4000, ...change })
  await technician.post('/balls', ball).expect(200)
  return ball
}
async function newJob(change: object = {}, ofBall: object = {}): Promise<Job> {
  const ball = await newBall(ofBall)
  return (await technician.post('/bench/jobs', jobFor(ball.id, change)).expect(200)).body
}
const start = (job: Job) => technician.post(`/bench/jobs/${job.id}/start`, { version: job.version })
const done = (job: Job, position: number, change: object = {}) =>
  technician.post(`/bench/jobs/${job.id}/steps/${position}/done`, { version: job.version, ...change })
async function through(first: Job, until: number, change: object = {}): Promise<Job> {
  let job = first
  for (let position = job.procedure.findIndex((step) => !step.doneAt); position < until; position += 1)
    job = (await done(job, position, change).expect(200)).body
  return job
}

describe('a job from the list to the shelf', () => {
  test('done writes surface, cleaning and reading in one go, puts the ball on the shelf, and is refused twice', async () => {
    const job: Job = (await start(await newJob()).expect(200)).body
    expect((await technician.get(`/balls/${job.ballId}`)).body.place).toBe('bench')
    const scan = job.procedure.findIndex((step) => step.key === 'scan')
    const before = await through(job, scan)
    const read: Job = (await done(before, scan, { scannedGrits: [980, 1010, 1000, 1020] }).expect(200)).body
    const last = read.procedure.length - 1
    const finished: Job = (await done(read, last).expect(200)).body
    expect(finished.state).toBe('done')

    const ball = (await technician.get(`/balls/${job.ballId}`)).body
    expect(ball).toMatchObject({
      place: 'shelf',
      shelf: 'pick-up',
      surface: { provenance: 'measured', grit: expect.closeTo(1005, 6), gamesOnSurface: 0 },
    })
    const kinds = (await technician.get(`/balls/${job.ballId}/events`)).body.map((one: { kind: string }) => one.kind)
    expect(kinds).toEqual(expect.arrayContaining(['surfaced', 'cleaned', 'scanned']))

    for (const again of [done(read, last), done(finished, last)]) expect((await again).body.code).toBe('already-done')
    expect((await technician.get(`/balls/${job.ballId}/events`)).body).toHaveLength(kinds.length)
  })

  test('two people cannot run the same step: the second tap changes nothing', async () => {
    const job: Job = (await start(await newJob({ kind: 'clean', steps: null, recipeKey: null })).expect(200)).body
    const answers = await Promise.all([done(job, 0), done(job, 0)])
    expect(answers.map((answer) => answer.status).sort()).toEqual([200, 409])
    const now: Job = (await technician.get(`/bench/jobs/${job.id}`)).body
    expect(now.procedure.filter((step) => step.doneAt)).toHaveLength(1)
  })

  test('the spinner takes one ball; the next one waits and loses nothing', async () => {
    const first = await through((await start(await newJob()).expect(200)).body, 1)
    const second: Job = (await start(await newJob()).expect(200)).body
    const refused = await done(second, 0)
    expect(refused.body).toMatchObject({ code: 'wrong-state' })
    expect((await technician.get(`/bench/jobs/${second.id}`)).body.procedure[0].doneAt).toBeNull()
    const { body: strip } = await technician.get('/bench/strip')
    expect(strip.stations.find((one: { kind: string }) => one.kind === 'spinner').job).toMatchObject({
      id: first.id,
      stepKey: 'sand',
    })
    await technician.post(`/bench/jobs/${first.id}/cancel`, { version: first.version }).expect(200)
    await done(second, 0).expect(200)
  })

  test('a step tapped too early is taken back; a stopped job writes only what was done', async () => {
    const spinning = (await technician.get('/bench/jobs')).body.filter((one: Job) => one.state === 'running')
    for (const one of spinning)
      await technician.post(`/bench/jobs/${one.id}/cancel`, { version: one.version }).expect(200)
    const sanded = await through((await start(await newJob()).expect(200)).body, 2)
    const back: Job = (await technician.post(`/bench/jobs/${sanded.id}/back`, { version: sanded.version }).expect(200))
      .body
    expect(back.procedure.filter((step) => step.doneAt)).toHaveLength(1)
    const again = await through(back, 2)
    await technician.post(`/bench/jobs/${again.id}/cancel`, { version: again.version }).expect(200)
    const surfaced = (await technician.get(`/balls/${again.ballId}/events`)).body.filter(
      (one: { kind: string }) => one.kind === 'surfaced',
    )
    expect(surfaced).toHaveLength(1)
    expect(surfaced[0].payload.steps).toEqual([expect.objectContaining({ grit: 500 })])
  })
})

describe('what may be promised', () => {
  test('the same work twice, extraction of polyester and a recipe without steps are refused', async () => {
    const job = await newJob()
    expect((await technician.post('/bench/jobs', jobFor(job.ballId))).body).toMatchObject({ code: 'duplicate' })
    const spare = await newBall({ cover: 'polyester' })
    const soak = await technician.post(
      '/bench/jobs',
      jobFor(spare.id, { kind: 'extract', steps: null, recipeKey: null }),
    )
    expect(soak.body.fields[0]).toMatchObject({ path: 'kind' })
    expect((await technician.post('/bench/jobs', jobFor(spare.id, { steps: null }))).body.fields[0].path).toBe('steps')
  })

  test('the counter may promise but not work, and water above 60 °C stops the soak', async () => {
    const counter = await shop.signIn('counter')
    const ball = await newBall()
    const job: Job = (
      await counter.post('/bench/jobs', jobFor(ball.id, { kind: 'extract', steps: null, recipeKey: null })).expect(200)
    ).body
    expect((await counter.post(`/bench/jobs/${job.id}/start`, { version: job.version })).status).toBe(403)
    const soaking = await through((await start(job).expect(200)).body, 2)
    expect(soaking.procedure[2]!.key).toBe('soak')
    expect((await done(soaking, 2, { temperatureC: 65 })).body.fields[0].path).toBe('temperatureC')
    const finished = await through(soaking, soaking.procedure.length, { temperatureC: 52 })
    expect(finished.state).toBe('done')
    expect((await technician.get(`/balls/${ball.id}`)).body.surface).toMatchObject({ gamesSinceExtraction: 0 })
  })
})
