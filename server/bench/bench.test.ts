import { randomUUID } from 'node:crypto'
import type { Job } from '@sleetfall/contract'
import { handRefresh, productMlOf, recipeByKey, spinnerStep } from '@sleetfall/core'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { benchHands } from '../test/bench.ts'
import { aBall, aCustomer, testShop } from '../test/shop.ts'

let shop: Awaited<ReturnType<typeof testShop>>
let technician: Awaited<ReturnType<typeof shop.signIn>>
let hands: ReturnType<typeof benchHands>
beforeAll(async () => {
  shop = await testShop()
  technician = await shop.signIn('technician')
  hands = benchHands(technician)
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
const done = (...args: Parameters<ReturnType<typeof benchHands>['done']>) => hands.done(...args)
const at = (job: Job, key: string) => job.procedure.findIndex((step) => step.key === key)
const extraction = { kind: 'extract', steps: null, recipeKey: null }
/** The tub is one; what an earlier test left in it comes out. */
async function emptyStations() {
  const running = (await technician.get('/bench/jobs')).body.items.filter((one: Job) => one.state === 'running')
  for (const one of running) await technician.post(`/bench/jobs/${one.id}/cancel`, { version: one.version }).expect(200)
}
const through = (...args: Parameters<ReturnType<typeof benchHands>['through']>) => hands.through(...args)

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

  test('a broken spinner is shown closed and given no ball; the other one is, until it is closed too', async () => {
    await emptyStations()
    const until = new Date(Date.now() + 86_400_000).toISOString()
    const spinners = async () =>
      (await technician.get('/bench/strip')).body.stations.filter((one: { kind: string }) => one.kind === 'spinner')
    const [first, ...others] = await spinners()
    const close = (ids: readonly string[], at: string | null) =>
      shop.database.run('update station set closed_until = $2 where id = any($1)', [ids, at])
    expect(first.closedUntil).toBeNull()
    await close([first.id], until)
    expect((await spinners())[0]).toMatchObject({ closedUntil: until, job: null })
    const job = (await start(await newJob()).expect(200)).body
    await close(
      others.map(({ id }: { id: string }) => id),
      until,
    )
    const refused = await done(job, 0)
    expect(refused.body).toMatchObject({ code: 'wrong-state', said: { key: 'refused.stationsClosed' } })
    if (others.length > 0) {
      await close([others[0].id], new Date(Date.now() - 1000).toISOString())
      expect((await done(job, 0).expect(200)).body.procedure[1].stationName).toBe(others[0].name)
    }
    await close([first.id, ...others.map(({ id }: { id: string }) => id)], null)
    await emptyStations()
  })

  test('a step tapped too early is taken back; a stopped job writes only what was done', async () => {
    await emptyStations()
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

  test('how much polish a side takes is kept with the step, within its range; pads take none', async () => {
    const polished = (productMl: number) => [...steps, { ...spinnerStep('polish'), productMl }]
    const job = await newJob({ recipeKey: null, steps: polished(3) })
    const own = job.procedure.flatMap(({ recipeStep }) => (recipeStep ? [productMlOf(recipeStep)] : []))
    expect(own).toEqual([null, null, 3])
    const ball = await newBall()
    const wrong = await technician.post('/bench/jobs', jobFor(ball.id, { recipeKey: null, steps: polished(40) }))
    expect([wrong.status, wrong.body.fields[0].path]).toEqual([422, 'steps[2].productMl'])
  })

  test('the counter may promise but not work; an extraction done by a technician starts its count anew', async () => {
    const counter = await shop.signIn('counter')
    const ball = await newBall()
    const job: Job = (
      await counter.post('/bench/jobs', jobFor(ball.id, { kind: 'extract', steps: null, recipeKey: null })).expect(200)
    ).body
    expect((await counter.post(`/bench/jobs/${job.id}/start`, { version: job.version })).status).toBe(403)
    const running: Job = (await start(job).expect(200)).body
    const soak = at(running, 'soak')
    const soaking = await through(running, soak)
    const finished = await through(soaking, soaking.procedure.length)
    expect(finished.state).toBe('done')
    expect((await technician.get(`/balls/${ball.id}`)).body.surface).toMatchObject({ gamesSinceExtraction: 0 })
  })

  test('work against what the ball does needs a reason, which is kept; a reason does not help polyester', async () => {
    const ball = await newBall({ factoryGrit: 2000 })
    const wanted = jobFor(ball.id, { recipeKey: 'to-500', steps: recipeByKey('to-500')!.steps, reads: 'early' })
    const { body: doubts } = await technician.post('/bench/doubts', wanted).expect(200)
    expect(doubts).toEqual({ doubts: ['roughen-early'], refused: [] })
    const refused = await technician.post('/bench/jobs', wanted)
    expect(refused).toMatchObject({ status: 409, body: { code: 'needs-reason' } })
    expect(refused.body.fields[0].path).toBe('overrideReason')
    const overrideReason = 'It is to be the heavy-oil ball from now on'
    const { body: job } = await technician.post('/bench/jobs', { ...wanted, overrideReason }).expect(200)
    expect(job).toMatchObject({ overridden: ['roughen-early'], overrideReason })
    const spare = await newBall({ cover: 'polyester' })
    const never = await technician.post('/bench/jobs', jobFor(spare.id, { ...extraction, overrideReason }))
    expect(never).toMatchObject({ status: 422, body: { fields: [{ path: 'kind' }] } })
  })
})

describe('water, wet holes and a ball that is not fit', () => {
  test('a reading over 60 °C stops the job at once; it goes on only after a cooler one; the mean is what is recorded', async () => {
    await emptyStations()
    const running: Job = (await start(await newJob(extraction)).expect(200)).body
    const soaking = await through(running, at(running, 'soak'))
    const water = (temperatureC: number) =>
      technician.post(`/bench/jobs/${soaking.id}/water`, { id: randomUUID(), temperatureC })
    await water(52).expect(200)
    const { body: stopped } = await water(61.5).expect(200)
    expect(stopped).toMatchObject({ pausedReason: 'over-temperature', pausedAt: expect.any(String) })
    expect((await done(stopped, at(running, 'soak'))).body.code).toBe('wrong-state')
    const resume = (job: Job) => technician.post(`/bench/jobs/${job.id}/resume`, { version: job.version })
    expect((await resume(stopped)).body.code).toBe('hard-stop')
    const { body: cooled } = await water(50).expect(200)
    const { body: goesOn } = await resume(cooled).expect(200)
    expect(goesOn.procedure[at(running, 'soak')].pausedSeconds).toBeGreaterThan(0)
    await through(goesOn, goesOn.procedure.length)
    await technician.post(`/bench/jobs/${goesOn.id}/alarm-seen`, {}).expect(200)
    const events = (await technician.get(`/balls/${soaking.ballId}/events`)).body
    expect(events.find((one: { kind: string }) => one.kind === 'extracted').payload.temperatureC).toBe(51)
  })

  test('wet holes lock the ball for two days; leaving the rack earlier needs a reason', async () => {
    await emptyStations()
    const running: Job = (await start(await newJob(extraction)).expect(200)).body
    const check = at(running, 'wet-check')
    const drying: Job = (await done(await through(running, check), check, { wet: 'wet' }).expect(200)).body
    const { body: ball } = await technician.get(`/balls/${drying.ballId}`)
    const hours = (Date.parse(ball.lockedUntil) - Date.now()) / 3_600_000
    expect(hours).toBeGreaterThan(47)
    expect(drying.procedure[check + 1]).toMatchObject({ key: 'dry', minutes: 48 * 60 })
    expect((await done(drying, check + 1)).body.fields[0].path).toBe('earlyReason')
    const skip = await technician.post(`/bench/jobs/${drying.id}/steps/${check + 1}/skip`, {
      version: drying.version,
      reason: 'no time',
    })
    expect(skip.body.code).toBe('refused')
    // A wrong tap is taken back: looked at again they are dry, and nothing is locked.
    const back: Job = (await technician.post(`/bench/jobs/${drying.id}/back`, { version: drying.version }).expect(200))
      .body
    const dry: Job = (await done(back, check, { wet: 'dry' }).expect(200)).body
    expect(dry.procedure[check + 1]!.minutes).toBe(10)
    expect(Date.parse((await technician.get(`/balls/${dry.ballId}`)).body.lockedUntil)).toBeLessThanOrEqual(Date.now())
    const again: Job = (await technician.post(`/bench/jobs/${dry.id}/back`, { version: dry.version }).expect(200)).body
    const wet: Job = (await done(again, check, { wet: 'damp' }).expect(200)).body
    await done(wet, check + 1, { earlyReason: 'Blown out and dry to the touch' }).expect(200)
  })

  test('a crack holds the job and every other work, until a look finds the ball fine', async () => {
    await emptyStations()
    const running: Job = (await start(await newJob()).expect(200)).body
    const held: Job = (await done(running, 0, { finding: 'cracked' }).expect(200)).body
    expect(held.pausedReason).toBe('cracked')
    expect(held.procedure[0]!.doneAt).toBeNull()
    const other = await technician.post('/bench/jobs', jobFor(held.ballId, extraction))
    expect(other.body.fields[0].message).toMatch(/crack/)
    const resumed: Job = (await technician.post(`/bench/jobs/${held.id}/resume`, { version: held.version }).expect(200))
      .body
    await done(resumed, 0).expect(200)
    expect((await technician.get(`/balls/${held.ballId}`)).body.lastFinding).toBe('fine')
  })
})

describe('the water before the ball', () => {
  const refused = (answer: { body: { fields?: { path: string; message: string }[] } }) =>
    answer.body.fields?.map(({ path, message }) => `${path}: ${message}`).join(' ') ?? ''
  /** Makes every reading of a job so much older. */
  const age = (job: Job, minutes: number) =>
    shop.database.run(`update job_reading set at = at - make_interval(mins => $2) where job_id = $1`, [job.id, minutes])

  test('goes in only when a reading of the last five minutes is right; cooler with a reason, warmer never', async () => {
    await emptyStations()
    const running: Job = (await start(await newJob(extraction)).expect(200)).body
    const tapedAt = at(running, 'tape-holes')
    const untaped = await through(running, tapedAt)
    expect(refused(await done(untaped, tapedAt))).toMatch(/tape and tick each one/)
    await hands.tape(untaped, tapedAt, ['middle', 'ring', 'thumb']).expect(200)
    expect(refused(await done(untaped, tapedAt))).toMatch(/^ticks/)
    await hands.tape(untaped, tapedAt).expect(200)
    let job: Job = (await done(untaped, tapedAt).expect(200)).body
    const fill = at(job, 'prepare-water')
    expect(refused(await done(job, fill))).toMatch(/measure it first/)
    const skip = await technician.post(`/bench/jobs/${job.id}/steps/${fill}/skip`, {
      version: job.version,
      reason: 'x',
    })
    expect(skip.body.code).toBe('refused')
    await hands.water(job, 58.9).expect(200)
    expect(refused(await done(job, fill, { coolerReason: 'no' }))).toMatch(/add cold water/)
    await hands.water(job, 51).expect(200)
    await age(job, 6)
    expect(refused(await done(job, fill))).toMatch(/over five minutes old/)
    await hands.water(job, 47).expect(200)
    expect(refused(await done(job, fill))).toMatch(/^coolerReason/)
    job = (await done(job, fill, { coolerReason: 'An old urethane, gently' }).expect(200)).body
    expect(job.procedure[fill]!.measured).toMatchObject({ coolerReason: 'An old urethane, gently' })
    // Each soak asks again.
    await age(job, 6)
    expect(refused(await done(job, at(job, 'holes-down')))).toMatch(/measure again/)
    await hands.water(job, 50).expect(200)
    job = (await done(job, at(job, 'holes-down')).expect(200)).body
    job = (await done(job, at(job, 'soak'), { minutesDone: 10 }).expect(200)).body
    await age(job, 6)
    expect(refused(await done(job, at(job, 'wipe-warm')))).toMatch(/measure again/)
    await technician.post(`/bench/jobs/${job.id}/cancel`, { version: job.version }).expect(200)
  })

  test('a soak cut short and sides left out are asked about, and the record says what was really done', async () => {
    await emptyStations()
    const running: Job = (await start(await newJob(extraction)).expect(200)).body
    const soak = at(running, 'soak')
    const soaking = await through(running, soak)
    expect(refused(await done(soaking, soak, { minutesDone: null }))).toMatch(/how long the ball really lay/)
    expect(refused(await done(soaking, soak, { minutesDone: 11 }))).toMatch(/no more than the step has/)
    const short: Job = (await done(soaking, soak, { minutesDone: 4 }).expect(200)).body
    await through(short, short.procedure.length)
    const events = (await technician.get(`/balls/${short.ballId}/events`)).body
    // Four minutes instead of ten, then fifteen.
    expect(events.find((one: { kind: string }) => one.kind === 'extracted').payload.minutes).toBe(19)

    const sanding = await through((await start(await newJob()).expect(200)).body, 1)
    expect(refused(await done(sanding, 1, { sidesDone: null }))).toMatch(/really done/)
    const half: Job = (await done(sanding, 1, { sidesDone: 2 }).expect(200)).body
    expect(half.procedure[1]!.measured['sidesDone']).toBe(2)
    const none: Job = (await done((await through(half, 3)) as Job, 3, { sidesDone: 0 }).expect(200)).body
    await through(none, none.procedure.length)
    const surfaced = (await technician.get(`/balls/${none.ballId}/events`)).body.find(
      (one: { kind: string }) => one.kind === 'surfaced',
    )
    // Half of the sides of 500 grit, and none of 1000.
    expect(surfaced.payload.steps).toEqual([expect.objectContaining({ grit: 500, secondsPerSide: 15 })])
  })

  test('too hot water is told on every screen until somebody has seen it, and paused work says so', async () => {
    await emptyStations()
    const running: Job = (await start(await newJob(extraction)).expect(200)).body
    const soaking = await through(running, at(running, 'soak'))
    const strip = async () => (await technician.get('/bench/strip')).body
    expect((await strip()).alarms).toEqual([])
    await hands.water(soaking, 63).expect(200)
    await hands.water(soaking, 64).expect(200)
    const told = await strip()
    expect(told.alarms).toEqual([expect.objectContaining({ jobId: soaking.id, temperatureC: 64, stationName: 'Bath' })])
    const bath = told.stations.find((one: { kind: string }) => one.kind === 'bath')
    expect(bath.job).toMatchObject({ pausedReason: 'over-temperature', pausedAt: expect.any(String) })
    const counter = await shop.signIn('counter')
    await counter.post(`/bench/jobs/${soaking.id}/alarm-seen`, {}).expect(200)
    expect((await strip()).alarms).toEqual([])
    // Hotter again after it was seen is a new alarm.
    await hands.water(soaking, 62).expect(200)
    expect((await strip()).alarms).toHaveLength(1)
    await technician.post(`/bench/jobs/${soaking.id}/alarm-seen`, {}).expect(200)
  })
})

describe('a promise that changes', () => {
  test('a waiting job is edited, given to somebody and taken back without a move; one that runs is not', async () => {
    await emptyStations()
    const job = await newJob()
    const [member] = await shop.database.many<{ id: string }>(`select id from staff where login = 'technician'`)
    const edit = {
      ...job,
      dueOn: '2031-06-01',
      assignedTo: member!.id,
      reason: 'moved',
      steps: recipeByKey('to-500')!.steps,
      recipeKey: 'to-500',
    }
    const { body: edited } = await technician.put(`/bench/jobs/${job.id}`, edit).expect(200)
    expect(edited).toMatchObject({ dueOn: '2031-06-01', assignedName: 'technician', reason: 'moved' })
    expect(edited.procedure.filter((step: { key: string }) => step.key === 'sand')).toHaveLength(1)
    expect((await technician.put(`/bench/jobs/${job.id}`, edit)).body.code).toBe('version-conflict')
    const counter = await shop.signIn('counter')
    await counter.post(`/bench/jobs/${job.id}/cancel`, { version: edited.version }).expect(200)
    const moves = (await technician.get(`/balls/${job.ballId}/events`)).body
    expect(moves.map((one: { kind: string }) => one.kind)).toEqual(['moved'])
    const running: Job = (await start(await newJob()).expect(200)).body
    expect((await technician.put(`/bench/jobs/${running.id}`, { ...running, reason: '' })).body.code).toBe(
      'wrong-state',
    )
    expect((await counter.post(`/bench/jobs/${running.id}/cancel`, { version: running.version })).status).toBe(403)
  })

  test('a cleaning is not put beside work that includes it, and one that waits is taken along', async () => {
    const job = await newJob()
    const clean = { kind: 'clean', steps: null, recipeKey: null }
    const beside = await technician.post('/bench/jobs', jobFor(job.ballId, clean))
    expect(beside.body.fields[0].message).toMatch(/includes the cleaning/)
    const ball = await newBall()
    const waiting: Job = (await technician.post('/bench/jobs', jobFor(ball.id, clean)).expect(200)).body
    const { body: taking } = await technician.post('/bench/jobs', jobFor(ball.id)).expect(200)
    expect(taking.absorbed).toEqual(['clean'])
    expect((await technician.get(`/bench/jobs/${waiting.id}`)).body.state).toBe('cancelled')
  })

  test('a day after its event is refused at the field, with the event’s day', async () => {
    const ball = await newBall()
    const event = {
      id: randomUUID(),
      name: 'Skerry Cup',
      kind: 'tournament',
      startsOn: '2031-04-05',
      endsOn: '2031-04-06',
      customerIds: [ball.customerId],
    }
    await technician.post('/events', event).expect(200)
    const promise = (dueOn: string) => technician.post('/bench/jobs', jobFor(ball.id, { eventId: event.id, dueOn }))
    for (const [day, words] of [
      ['2031-04-09', /after Skerry Cup/],
      ['2031-04-05', /day before/],
    ] as const) {
      const { body } = await promise(day)
      expect(body.fields[0]).toMatchObject({ path: 'dueOn', message: expect.stringMatching(words) })
    }
    await promise('2031-04-04').expect(200)
  })
})

describe('pads and skipped steps', () => {
  test('a touch-up by hand keeps the target that the ball has', async () => {
    await emptyStations()
    const targetOf = async (ballId: string) =>
      (await technician.get(`/balls/${ballId}`)).body.surface.window.targetGrit as number
    const touchUp = { kind: 'refresh', recipeKey: null, steps: [handRefresh(1000)] }
    const running: Job = (await start(await newJob(touchUp, { factoryGrit: 2000, targetGrit: 2000 })).expect(200)).body
    expect(await targetOf(running.ballId)).toBe(2000)
    await through(running, running.procedure.length)
    expect(await targetOf(running.ballId)).toBe(2000)
    expect((await technician.get(`/balls/${running.ballId}`)).body.surface.gamesOnSurface).toBe(0)
  })

  test('a pad counts the ball and its wear goes into the finish; one step back takes the count back', async () => {
    await emptyStations()
    const pad = { id: randomUUID(), name: 'Worn 500', abrasive: 'pad', grit: 500, lifeBalls: 6, uses: 11 }
    await technician.post('/pads', pad).expect(200)
    const uses = async () =>
      (await technician.get('/pads')).body.find((one: { id: string }) => one.id === pad.id).uses as number
    const running: Job = (await start(await newJob()).expect(200)).body
    const sanded: Job = (await done(await through(running, 1), 1, { padId: pad.id }).expect(200)).body
    expect(await uses()).toBe(12)
    const back: Job = (await technician.post(`/bench/jobs/${sanded.id}/back`, { version: sanded.version }).expect(200))
      .body
    expect(await uses()).toBe(11)
    const again: Job = (await done(back, 1, { padId: pad.id }).expect(200)).body
    const rinse = await technician
      .post(`/bench/jobs/${again.id}/steps/2/skip`, { version: again.version, reason: 'rinsed at the tap' })
      .expect(200)
    const finished = await through(rinse.body, rinse.body.procedure.length)
    expect(finished.procedure[2]).toMatchObject({ key: 'rinse', skippedReason: 'rinsed at the tap' })
    const events = (await technician.get(`/balls/${finished.ballId}/events`)).body
    const { payload } = events.find((one: { kind: string }) => one.kind === 'surfaced')
    expect(payload.steps.map((step: { padUses: number }) => step.padUses)).toEqual([11, 0])
  })
})
