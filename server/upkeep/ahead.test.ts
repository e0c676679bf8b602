import { randomUUID } from 'node:crypto'
import type { Ahead, AheadVisit, Ball, Page, UpkeepRow } from '@sleetfall/contract'
import { recipeByKey, weekEdges } from '@sleetfall/core'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { aBall, aCustomer, ago, testShop } from '../test/shop.ts'
import { countAhead } from './ahead.ts'
import { aheadAt, keptAhead } from './aheadStore.ts'

let shop: Awaited<ReturnType<typeof testShop>>
let technician: Awaited<ReturnType<typeof shop.signIn>>
beforeAll(async () => {
  shop = await testShop()
  technician = await shop.signIn('technician')
})
afterAll(() => shop.end())

const ahead = async (): Promise<Ahead> => (await technician.get('/upkeep/ahead').expect(200)).body
const visitsOf = async (week: number, limit = 200): Promise<Page<AheadVisit>> =>
  (await technician.get(`/upkeep/ahead/visits?week=${week}&limit=${limit}`).expect(200)).body
const allVisits = async () =>
  (await Promise.all([0, 1, 2, 3, 4, 5, 6, 7].map((week) => visitsOf(week)))).flatMap(({ items }) => items)
const dueOf = async (customerId: string): Promise<UpkeepRow[]> =>
  (await technician.get(`/upkeep/of/${customerId}`).expect(200)).body
const everyDay = [1, 2, 3, 4, 5, 6, 7].map((weekday) => ({ weekday, from: 480, to: 1200 }))
async function setHours(name: string, hours: object[]) {
  const { people } = (await technician.get('/plan')).body
  const one = people.find((person: { name: string }) => person.name === name)
  const version = one.version === 0 ? {} : { version: one.version }
  await technician.put(`/plan/people/${one.id}`, { hours, ...version }).expect(200)
}

/** A customer whose ball goes by a count of games, with so many of them left at three a week. */
async function newBall(gamesLeft: number, customerId?: string): Promise<Ball> {
  const customer = aCustomer({ gamesPerWeek: 3 })
  if (!customerId) {
    await technician.post('/customers', customer).expect(200)
    await technician
      .put('/upkeep/policy', { customerId: customer.id, policy: { school: 'fixed-games', fixedGames: 30 } })
      .expect(200)
  }
  const ball = aBall(customerId ?? customer.id, { factoryGrit: 2000, targetGrit: 2000 })
  await technician.post('/balls', ball).expect(200)
  const record = (event: object, days: number) =>
    technician.post(`/balls/${ball.id}/events`, { id: randomUUID(), happenedAt: ago(days), ...event }).expect(200)
  await record({ kind: 'surfaced', steps: recipeByKey('to-2000')!.steps, recipeKey: 'to-2000' }, 40)
  await record({ kind: 'games', games: 30 - gamesLeft }, 1)
  return (await technician.get(`/balls/${ball.id}`).expect(200)).body
}

describe('the forecast', () => {
  test('before it was counted it says so; counted, each ball stands where the upkeep page has it', async () => {
    // Not by its page: that has it counted behind.
    expect(await keptAhead(shop.database)).toMatchObject({ countedAt: null, counting: null, weeks: [] })
    await setHours('technician', everyDay)
    const balls = [await newBall(0), await newBall(6), await newBall(15)]
    const nowMs = Date.now()
    await countAhead(shop.database, nowMs)
    const told = await ahead()
    expect(Date.parse(told.countedAt!)).toBe(nowMs)
    expect(told.weeks.map(({ startMs }) => startMs)).toEqual(weekEdges(nowMs).slice(0, -1))
    expect(told.rests).toMatchObject({ customers: 3, balls: 3, paceTold: 3, fitted: 0 })
    const visits = await allVisits()
    for (const ball of balls) {
      const row = (await dueOf(ball.customerId)).find(({ ballId }) => ballId === ball.id)!
      const due = row.due.find(({ work }) => work === 'resurface')!
      const visit = visits.find(({ customerId }) => customerId === ball.customerId)!
      expect(visit.works[0]).toMatchObject({
        ballId: ball.id,
        ballName: ball.name,
        work: 'resurface',
        reason: due.reason,
      })
      // Of the moment of counting; the page tells it of now.
      expect(Math.abs(visit.works[0]!.atMs - Math.max(nowMs, due.atMs))).toBeLessThan(60_000)
    }
    // What each week tells is what its visits are.
    for (const [week, one] of told.weeks.entries()) {
      const { items, total } = await visitsOf(week)
      expect([one.visits, one.works.resurface ?? 0]).toEqual([
        total,
        items.flatMap(({ works }) => works).filter(({ work }) => work === 'resurface').length,
      ])
      expect(one.thereMinutes).toBeGreaterThan(0)
      expect(one.due.low).toBeLessThanOrEqual(one.due.high)
    }
    const sum = (of: (week: Ahead['weeks'][number]) => number) => told.weeks.reduce((all, week) => all + of(week), 0)
    expect(sum((week) => week.due.mean)).toBeGreaterThan(2)
    expect(sum((week) => week.batches.pads.reduce((all, { balls: n }) => all + n, 0))).toBeGreaterThanOrEqual(3)
  })

  test('two balls of a customer that are due near each other are one visit; what waits on the bench is not asked for again', async () => {
    const first = await newBall(8)
    const second = await newBall(9, first.customerId)
    await countAhead(shop.database)
    const own = async () => (await allVisits()).filter(({ customerId }) => customerId === first.customerId)
    expect((await own()).map(({ works }) => works.map(({ ballId }) => ballId))).toEqual([[first.id, second.id]])
    const steps = recipeByKey('to-2000')!.steps
    const job = {
      id: randomUUID(),
      ballId: first.id,
      kind: 'resurface',
      recipeKey: 'to-2000',
      steps,
      dueOn: ago(-9).slice(0, 10),
    }
    await technician.post('/bench/jobs', job).expect(200)
    // Seen at once, before it is counted anew.
    expect((await own())[0]!.works.map(({ waits }) => waits)).toEqual([true, false])
    const before = (await ahead()).weeks
    await countAhead(shop.database)
    expect((await own()).map(({ works }) => works.map(({ ballId, waits }) => [ballId, waits]))).toEqual([
      [[second.id, false]],
    ])
    // It counts as planned now.
    const planned = (weeks: Ahead['weeks']) => weeks.reduce((all, { plannedMinutes }) => all + plannedMinutes, 0)
    expect(planned((await ahead()).weeks)).toBeGreaterThan(planned(before))
    await technician.post(`/bench/jobs/${job.id}/cancel`, { version: 1 }).expect(200)
  })

  test('what changed since it was counted is marked, and when somebody was written to; a ball that is gone asks for nothing', async () => {
    const ball = await newBall(4)
    const other = await newBall(4, ball.customerId)
    await countAhead(shop.database)
    const own = async () => (await allVisits()).find(({ customerId }) => customerId === ball.customerId)!
    expect(await own()).toMatchObject({ changed: false, toldAt: null })
    const message = { id: randomUUID(), customerId: ball.customerId, subject: 'Care', body: 'It is due.' }
    await technician.post('/upkeep/outbox', message).expect(200)
    await technician
      .post(`/balls/${ball.id}/events`, { id: randomUUID(), kind: 'games', games: 3, happenedAt: ago(0.01) })
      .expect(200)
    expect(await own()).toMatchObject({ changed: true, toldAt: expect.any(String) })
    await technician.post(`/upkeep/outbox/${message.id}/withdraw`, {}).expect(200)
    expect((await own()).toldAt).toBeNull()
    await shop.database.run(
      `update upkeep_visit set works = works || '[{"ballId": "00000000-0000-4000-8000-000000000000", "work": "extract", "reason": "oil-share", "atMs": 0}]'
       where customer_id = $1`,
      [ball.customerId],
    )
    expect(new Set((await own()).works.map(({ ballId }) => ballId))).toEqual(new Set([ball.id, other.id]))
  })

  test('a week in which nobody is there has no room: what could come earlier does, the rest says that there is none', async () => {
    await newBall(10)
    await countAhead(shop.database)
    await setHours('technician', [])
    await setHours('owner', [])
    await countAhead(shop.database)
    const told = await ahead()
    expect(told.weeks.map(({ thereMinutes }) => thereMinutes)).toEqual(told.weeks.map(() => 0))
    const visits = await allVisits()
    expect(visits.length).toBeGreaterThan(3)
    expect(new Set(visits.filter(({ minutes }) => minutes > 0).map(({ reason }) => reason))).toEqual(new Set(['over']))
    await setHours('technician', everyDay)
  })

  test('tournaments ahead with somebody entered are told in their week, leagues are not', async () => {
    const { customerId } = await newBall(25)
    const day = new Date(weekEdges(Date.now())[2]! + 2 * 86_400_000).toISOString().slice(0, 10)
    const event = (change: object) => ({
      ...{ id: randomUUID(), name: 'Ebb Cup', kind: 'tournament', startsOn: day, endsOn: day, place: '' },
      ...{ patternIds: [], customerIds: [customerId], notes: '' },
      ...change,
    })
    for (const one of [
      event({}),
      event({ name: 'Nobody goes', customerIds: [] }),
      event({ name: 'Weekly', kind: 'league' }),
    ])
      await technician.post('/events', one).expect(200)
    await countAhead(shop.database)
    const { weeks } = await ahead()
    expect(weeks.map(({ tournaments }) => tournaments.map(({ name, entrants }) => [name, entrants]))).toEqual(
      weeks.map((_week, at) => (at === 2 ? [['Ebb Cup', 1]] : [])),
    )
  })

  test('counting is told while it goes on and ends whatever comes of it; a week that is none is refused by name', async () => {
    const before = (await ahead()).countedAt
    const asked = await technician.post('/upkeep/ahead/anew', {}).expect(200)
    expect(asked.body.counting).toEqual({ done: 0, of: 0 })
    // It is counted behind, by whichever process is free.
    for (let tries = 0; tries < 100 && (await ahead()).counting !== null; tries += 1)
      await new Promise((resolve) => setTimeout(resolve, 100))
    expect((await ahead()).countedAt! > before!).toBe(true)
    await aheadAt(shop.database, 3, 9)
    expect((await ahead()).counting).toEqual({ done: 3, of: 9 })
    await shop.database.run('alter table upkeep_visit rename to upkeep_visit_away')
    await expect(countAhead(shop.database)).rejects.toThrow()
    await shop.database.run('alter table upkeep_visit_away rename to upkeep_visit')
    expect((await keptAhead(shop.database)).counting).toBeNull()
    const refused = await technician.get('/upkeep/ahead/visits?week=99')
    expect([refused.status, refused.body.fields[0].path]).toEqual([422, 'week'])
  })
})
