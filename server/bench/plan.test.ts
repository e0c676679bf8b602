import { randomUUID } from 'node:crypto'
import type { BenchPlan, BenchPerson, Job, PlanSlot } from '@sleetfall/contract'
import { faultsOf, recipeByKey, scheduleOf } from '@sleetfall/core'
import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import ICAL from 'ical.js'
import { aBall, aCustomer, testShop } from '../test/shop.ts'

let shop: Awaited<ReturnType<typeof testShop>>
let technician: Awaited<ReturnType<typeof shop.signIn>>
let owner: Awaited<ReturnType<typeof shop.signIn>>
beforeAll(async () => {
  shop = await testShop()
  technician = await shop.signIn('technician')
  owner = await shop.signIn('owner')
})
afterAll(() => shop.end())

const everyDay = [1, 2, 3, 4, 5, 6, 7].map((weekday) => ({ weekday, from: 0, to: 1440 }))
const plan = async (): Promise<BenchPlan> => (await technician.get('/plan').expect(200)).body
/** Somebody who is always there, so that no test minds the hour at which it runs. */
async function setHours(name: string, change: object) {
  const person = (await plan()).people.find((one) => one.name === name)!
  const told = person.version === 0 ? {} : { version: person.version }
  return technician.put(`/plan/people/${person.id}`, { hours: everyDay, ...told, ...change })
}
beforeAll(async () => {
  await setHours('technician', {}).then((response) => expect(response.status).toBe(200))
  await setHours('owner', { hours: [] })
})
/** Each test begins with an empty bench. */
beforeEach(async () => {
  for (const job of (await technician.get('/bench/jobs')).body.items as Job[])
    await technician.post(`/bench/jobs/${job.id}/cancel`, { version: job.version }).expect(200)
})
const dayFrom = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10)
async function newJob(change: object = {}): Promise<Job> {
  const customer = aCustomer()
  await technician.post('/customers', customer).expect(200)
  const ball = aBall(customer.id, { factoryGrit: 4000 })
  await technician.post('/balls', ball).expect(200)
  const job = {
    id: randomUUID(),
    ballId: ball.id,
    kind: 'resurface',
    recipeKey: 'to-1000',
    steps: recipeByKey('to-1000')!.steps,
    dueOn: dayFrom(3),
    ...change,
  }
  return (await technician.post('/bench/jobs', job).expect(200)).body
}
const slotsIn = (now: BenchPlan, change: (slot: PlanSlot) => PlanSlot = (slot) => slot) =>
  now.slots.map((slot) => {
    const work = now.works.find((one) => one.chain === slot.job && one.index === slot.index)!
    const { start, end, station, person } = slot
    return change({
      jobId: work.jobId,
      firstPosition: work.first,
      stationId: station,
      staffId: person,
      start,
      end,
      locked: work.locked,
    })
  })
/** What is wrong; a minute that ended while the test asked makes nothing wrong of what begins now. */
const faults = ({ question, slots }: BenchPlan) =>
  faultsOf(question, slots).filter(
    ({ fault, job, index }) =>
      fault !== 'passed' || slots.find((slot) => slot.job === job && slot.index === index)!.start < question.now - 5,
  )

describe('the plan of the bench', () => {
  test('work that is taken in gets its slots at once, by what its steps ask', async () => {
    const job = await newJob()
    const now = await plan()
    expect(now.works.map(({ keys }) => keys[0])).toEqual(['inspect', 'sand', 'rinse', 'clean'])
    expect(now.question.jobs[0]!.operations.map(({ pad }) => pad)).toEqual([null, '500', '1000', null])
    expect(faults(now)).toEqual([])
    expect(now.chains).toMatchObject([{ id: job.ballId, dueOn: job.dueOn }])
  })

  test('two jobs never lie on one station, nor with one person, at once', async () => {
    // Taken in at once, as on a Friday evening.
    await Promise.all(Array.from({ length: 4 }, () => newJob()))
    const now = await plan()
    expect(now.slots).toHaveLength(16)
    expect(faults(now)).toEqual([])
  })

  test('a plan that was looked at is taken over, once; the next one that was made on it is answered with both', async () => {
    await newJob()
    await newJob({ dueOn: dayFrom(1) })
    const before = await plan()
    const later = (slot: PlanSlot) => ({ ...slot, start: slot.start + 120, end: slot.end + 120 })
    const taken = (
      await technician.post('/plan', { version: before.version, slots: slotsIn(before, later) }).expect(200)
    ).body as BenchPlan
    expect(taken.slots.map(({ start }) => start)).toEqual(before.slots.map(({ start }) => start + 120))
    const late = await technician.post('/plan', { version: before.version, slots: slotsIn(before) }).expect(409)
    expect(late.body).toMatchObject({ code: 'version-conflict', current: { version: taken.version } })
  })

  test('a plan that is wrong is refused by the slot that is wrong, and nothing changes', async () => {
    await newJob()
    await newJob()
    const now = await plan()
    const first = slotsIn(now).find((slot) => slot.firstPosition === 0)!
    const together = (slot: PlanSlot) =>
      slot.firstPosition === 0 ? { ...slot, start: first.start, end: first.end } : slot
    const answer = await technician.post('/plan', { version: now.version, slots: slotsIn(now, together) }).expect(422)
    expect(answer.body.fields[0]).toMatchObject({
      path: expect.stringMatching(/^slots\[\d+\]$/),
      said: { key: 'refused.planTwoPlaces' },
    })
    expect((await plan()).slots).toEqual(now.slots)
  })

  test('a plan may be looked at for a while before it is taken over, though its first minutes pass meanwhile', async () => {
    await newJob()
    const now = await plan()
    const first = Math.min(...slotsIn(now).map(({ start }) => start))
    const looked = (minutes: number) =>
      slotsIn(now, (slot) =>
        slot.start === first ? { ...slot, start: slot.start - minutes, end: slot.end - minutes } : slot,
      )
    const answer = await technician.post('/plan', { version: now.version, slots: looked(45) }).expect(422)
    expect(answer.body.fields).toMatchObject([{ said: { key: 'refused.planPassed' } }])
    await technician.post('/plan', { version: now.version, slots: looked(10) }).expect(200)
  })

  test('a plan that was taken over is taken back, though a time of the earlier one has passed', async () => {
    await newJob()
    await newJob()
    await shop.database.run(
      `update bench_slot set starts_at = starts_at - interval '3 hours', ends_at = ends_at - interval '3 hours'`,
    )
    const before = await plan()
    expect(faults(before)).not.toEqual([])
    const later = (slot: PlanSlot) => ({ ...slot, start: slot.start + 600, end: slot.end + 600 })
    const taken = await technician.post('/plan', { version: before.version, slots: slotsIn(before, later) }).expect(200)
    const back = await technician.post('/plan', { version: taken.body.version, slots: slotsIn(before) }).expect(200)
    expect(back.body.slots).toEqual(before.slots)
    // What never stood is refused as before.
    const never = slotsIn(before, (slot) => ({ ...slot, start: slot.start - 60, end: slot.end - 60 }))
    const [moved] = never
    await technician
      .post('/plan', { version: back.body.version, slots: [moved!, ...slotsIn(before).slice(1)] })
      .expect(422)
  })

  test('a slot that somebody put somewhere stays there when the rest is planned anew', async () => {
    await newJob()
    const now = await plan()
    const [first] = slotsIn(now)
    const put = slotsIn(now, (slot) => ({
      ...slot,
      start: slot.start + 300,
      end: slot.end + 300,
      locked: slot.firstPosition === first!.firstPosition,
    }))
    await technician.post('/plan', { version: now.version, slots: put }).expect(200)
    await newJob()
    const { question, works } = await plan()
    const schedule = scheduleOf(question, { clock: () => Date.now(), milliseconds: 200 })
    const locked = works.find((work) => work.locked)!
    expect(schedule.slots.find((slot) => slot.job === locked.chain && slot.index === locked.index)!.start).toBe(
      put[0]!.start,
    )
  })

  test('what runs stands where it runs; what is done or called off leaves the plan', async () => {
    const job = await newJob()
    const started: Job = (await technician.post(`/bench/jobs/${job.id}/start`, { version: job.version }).expect(200))
      .body
    const now = await plan()
    expect(now.works[0]).toMatchObject({ running: true, index: 0 })
    expect(now.question.jobs[0]!.operations[0]!.fixed).toMatchObject({
      start: Math.floor(Date.parse(started.startedAt!) / 60_000),
    })
    await technician.post(`/bench/jobs/${job.id}/cancel`, { version: started.version }).expect(200)
    expect((await plan()).slots).toEqual([])
  })

  test('an extraction and a resurface of one ball are one chain: oil first, dried, never left for days', async () => {
    const job = await newJob()
    await technician
      .post('/bench/jobs', {
        id: randomUUID(),
        ballId: job.ballId,
        kind: 'extract',
        recipeKey: null,
        steps: null,
        dueOn: dayFrom(6),
      })
      .expect(200)
    const now = await plan()
    expect(now.chains).toHaveLength(1)
    const schedule = scheduleOf(now.question, { clock: () => Date.now(), milliseconds: 500 })
    expect(faultsOf(now.question, schedule.slots)).toEqual([])
    const [oil, sand] = ['tape-holes', 'sand'].map((key) =>
      now.works.findIndex((work) => work.keys.includes(key as never)),
    )
    const start = (index: number) => schedule.slots.find((slot) => slot.index === index)!.start
    expect(start(sand!) - start(oil!)).toBeGreaterThan(24 * 60)
  })

  test('a station that is broken takes no more work until its time, and an absent person none', async () => {
    await newJob()
    const { stations } = await plan()
    const until = new Date(Date.now() + 2 * 86_400_000).toISOString()
    const spinner = stations.find((one) => one.kind === 'spinner')!
    await technician
      .put(`/plan/stations/${spinner.id}`, { ...spinner, closedUntil: until, closedReason: 'motor' })
      .expect(200)
    const broken = await plan()
    expect(faults(broken).map(({ fault }) => fault)).toContain('hours')
    const anew = scheduleOf(broken.question, { clock: () => Date.now(), milliseconds: 200 })
    const sanded = anew.slots.filter((slot) => slot.station === spinner.id)
    expect(Math.min(...sanded.map((slot) => slot.start))).toBeGreaterThanOrEqual(Math.floor(Date.parse(until) / 60_000))
    const mended = broken.stations.find((one) => one.id === spinner.id)!
    await technician.put(`/plan/stations/${spinner.id}`, { ...mended, closedUntil: null }).expect(200)
    await setHours('technician', { away: [{ from: dayFrom(-1), to: dayFrom(1), reason: '' }] })
    expect(faults(await plan()).map(({ fault }) => fault)).toContain('away')
    await setHours('technician', { away: [] })
  })

  test('steps that take longer than planned make the next plan longer, once there are enough of them', async () => {
    const job = await newJob({ kind: 'clean', recipeKey: null, steps: null })
    const before = (await plan()).question.jobs[0]!.operations[0]!.minutes
    await shop.database.run(
      `insert into job (id, ball_id, kind, due_on, state, started_at, done_at)
       select gen_random_uuid(), ball_id, 'clean', now(), 'done', now(), now() from job, generate_series(1, 40) where id = $1`,
      [job.id],
    )
    await shop.database.run(
      `insert into job_step (job_id, position, key, station_kind, minutes, cautions, started_at, done_at)
       select id, 0, 'clean', 'intake', 3, '[]', now() - interval '6 minutes', now() from job where state = 'done' and ball_id = $1`,
      [job.ballId],
    )
    const slower = await plan()
    expect(slower.pace).toMatchObject({
      count: expect.any(Number),
      steps: expect.arrayContaining([expect.objectContaining({ key: 'clean' })]),
    })
    // The bench page tells the same.
    expect((await technician.get('/plan/pace').expect(200)).body).toEqual(slower.pace)
    // What is planned keeps its minutes, so that no slot falls over the next by itself; a new plan takes what is known now.
    expect(slower.question.jobs[0]!.operations[0]!.minutes).toBe(before)
    const anew: BenchPlan = (await technician.get('/plan/anew').expect(200)).body
    expect(anew.question.jobs[0]!.operations[0]!.minutes).toBe(before + 3)
    const [slot] = slotsIn(anew)
    const taken = await technician
      .post('/plan', { version: anew.version, slots: [{ ...slot!, end: slot!.start + before + 3 }] })
      .expect(200)
    expect((taken.body as BenchPlan).question.jobs[0]!.operations[0]!.minutes).toBe(before + 3)
    await shop.database.run(`delete from job where state = 'done' and ball_id = $1`, [job.ballId])
  })

  test('a member’s work is a calendar that another parser reads: as a file, and behind an address of their own until it is made anew', async () => {
    const job = await newJob()
    const events = (text: string) =>
      new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((one) => new ICAL.Event(one))
    const file = events((await technician.get('/plan/calendar').expect(200)).text)
    const now = await plan()
    expect(file.length).toBeGreaterThan(0)
    expect(file[0]!.summary).toBe(`${now.chains[0]!.ballName}: resurface`)
    expect(file[0]!.uid).toBe(`${job.id}-0`)
    expect(file[0]!.startDate.toJSDate().getTime()).toBe(Math.min(...now.slots.map(({ start }) => start)) * 60_000)
    const [{ body: first }, { body: second }] = [
      await technician.post('/plan/link', {}).expect(200),
      await technician.post('/plan/link', {}).expect(200),
    ]
    await technician.get(`/open/bench/${first.secret}`).expect(404)
    expect(events((await technician.get(`/open/bench/${second.secret}`).expect(200)).text)).toHaveLength(file.length)
    expect(Date.parse((await technician.get('/plan/link').expect(200)).body.since)).toBeGreaterThan(Date.now() - 60_000)
    await technician.post('/plan/link/end', {}).expect(200)
    expect((await technician.get('/plan/link').expect(200)).body).toEqual({ since: null })
    await technician.get(`/open/bench/${second.secret}`).expect(404)
    // Who has nothing to do there has an empty one.
    expect(events((await owner.get('/plan/calendar').expect(200)).text)).toEqual([])
  })

  test('stations are the owner’s to add, hours are told by name and range', async () => {
    const station = { id: randomUUID(), name: 'Spinner by the door', kind: 'spinner', setupMinutes: 2 }
    await technician.post('/plan/stations', station).expect(403)
    await owner.post('/plan/stations', station).expect(200)
    expect((await plan()).stations.map(({ name }) => name)).toContain('Spinner by the door')
    const wrong = await setHours('technician', { hours: [{ weekday: 1, from: 700, to: 600 }] })
    expect([wrong.status, wrong.body.fields[0].path]).toEqual([422, 'hours[0]'])
    const { people } = await plan()
    const mine = people.find((one: BenchPerson) => one.name === 'technician')!
    const stale = await technician.put(`/plan/people/${mine.id}`, { hours: everyDay, version: mine.version - 1 })
    expect([stale.status, stale.body.code]).toEqual([409, 'version-conflict'])
  })
})
