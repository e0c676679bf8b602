import { randomUUID } from 'node:crypto'
import type { BagView, BowlingEvent, EventRulings, KeptBag, RuleSet, UpkeepRow } from '@sleetfall/contract'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import ICAL from 'ical.js'
import { askEngine } from '../coverage/engine.ts'
import { addDays, today } from '../events/nextDay.ts'
import { openMotionPool } from '../motion/pool.ts'
import { aBall, aCustomer, testShop } from '../test/shop.ts'

let shop: Awaited<ReturnType<typeof testShop>>
let counter: Awaited<ReturnType<typeof shop.signIn>>
let technician: Awaited<ReturnType<typeof shop.signIn>>
const pool = openMotionPool(2)
let rules: readonly RuleSet[]
const customer = aCustomer({ hand: 'left', speedMph: 17, revRpm: 330, axisRotationDeg: 45, axisTiltDeg: 13 })
const core = { rgIn: 2.49, differentialIn: 0.048, weightLb: 15 }
const solid = aBall(customer.id, { ...core, factoryGrit: 2000, hardnessD: 74 })
const pearl = aBall(customer.id, { ...core, cover: 'pearl', factoryGrit: 4000, hardnessD: 74 })
const urethane = aBall(customer.id, { ...core, cover: 'urethane', factoryGrit: 1000, hardnessD: 76 })
const pattern = {
  id: randomUUID(),
  name: 'Bag pattern',
  loads: [
    { fromBoard: 2, toBoard: 38, loads: 3, microlitresPerBoard: 50, startFt: 0, endFt: 40 },
    { fromBoard: 9, toBoard: 31, loads: 5, microlitresPerBoard: 50, startFt: 0, endFt: 34 },
  ],
}
const anEvent = (change: object = {}) => ({
  ...{ id: randomUUID(), name: `Event ${randomUUID().slice(0, 6)}`, kind: 'tournament', place: 'Test centre' },
  ...{ startsOn: addDays(today(), 9), endsOn: addDays(today(), 10), patternIds: [pattern.id] },
  ...{ customerIds: [customer.id], games: 6, ...change },
})
const rulesNamed = (name: string) => rules.find((one) => one.name.startsWith(name))!
beforeAll(async () => {
  shop = await testShop()
  technician = await shop.signIn('technician')
  counter = await shop.signIn('counter')
  await technician.post('/customers', customer).expect(200)
  await technician.post('/patterns', pattern).expect(200)
  for (const ball of [solid, pearl, urethane]) await technician.post('/balls', ball).expect(200)
  rules = (await counter.get('/rule-sets').expect(200)).body
})
afterAll(async () => {
  pool.close()
  await shop.end()
})

describe('rules of organisers', () => {
  test('two made-up samples are there; a name is taken once, ranges are not the wrong way round, source and day are kept', async () => {
    expect(rules.map(({ name }) => name)).toEqual(['Open (sample)', 'Pro (sample)'])
    const own = {
      id: randomUUID(),
      name: 'City rules',
      source: 'Leaflet',
      datedOn: '2031-01-15',
      leastHardnessD: 73,
      allowedProducts: ['Loft wipes'],
    }
    const saved: RuleSet = (await counter.post('/rule-sets', own).expect(200)).body
    expect(saved).toMatchObject({ ...own, surfaceChange: 'before-play', mostBalls: null })
    const again = await counter.post('/rule-sets', { ...own, id: randomUUID(), name: 'CITY RULES' })
    expect(again.body.fields[0].path).toBe('name')
    const swapped = await counter.put(`/rule-sets/${own.id}`, { ...own, version: 1, leastRgIn: 2.6, mostRgIn: 2.5 })
    expect(swapped.body.fields[0].path).toBe('mostRgIn')
    const bad = await counter.put(`/rule-sets/${own.id}`, { ...own, version: 1, leastHardnessD: 20 })
    expect(bad.body.fields[0]).toMatchObject({ path: 'leastHardnessD', message: 'Least hardness: 60 to 95 D' })
    await counter.remove(`/rule-sets/${own.id}`).send({}).expect(200)
  })
  test('hold an event’s balls to their figures; they are not deleted while an event goes by them', async () => {
    const event = anEvent({ ruleSetId: rulesNamed('Pro').id })
    await counter.post('/events', event).expect(200)
    const told: EventRulings = (await counter.get(`/events/${event.id}/rulings`).expect(200)).body
    const of = (id: string) => told.balls.find(({ ballId }) => ballId === id)!
    expect([of(urethane.id).out, of(solid.id).out]).toEqual([true, false])
    expect(of(urethane.id).rulings).toContainEqual(
      expect.objectContaining({ rule: 'hardness', ruling: 'breaks', value: 76, least: 78 }),
    )
    expect(of(solid.id).rulings.filter(({ ruling }) => ruling === 'breaks')).toEqual([])
    const refused = await counter.remove(`/rule-sets/${rulesNamed('Pro').id}`).send({})
    expect([refused.status, refused.body.detail]).toEqual([409, expect.stringContaining('1 event.')])
    const free = anEvent()
    await counter.post('/events', free).expect(200)
    expect((await counter.get(`/events/${free.id}/rulings`).expect(200)).body).toBeNull()
    for (const { id } of [event, free]) await counter.remove(`/events/${id}`).send({}).expect(200)
  })
  test('an event’s entry closes while it lasts or before; squads have their day and time', async () => {
    const late = await counter.post('/events', anEvent({ entryClosesOn: addDays(today(), 30) }))
    expect(late.body.fields[0].path).toBe('entryClosesOn')
    const clock = await counter.post('/events', anEvent({ squads: [{ name: 'A', on: today(), at: '25:00' }] }))
    expect(clock.body.fields[0].path).toBe('squads[0].at')
    const squads = [{ name: 'A', on: addDays(today(), 9), at: '09:30' }]
    const event = anEvent({ squads, entryClosesOn: today() })
    const saved: BowlingEvent = (await counter.post('/events', event).expect(200)).body
    expect(saved).toMatchObject({ squads, entryClosesOn: today() })
    await counter.remove(`/events/${event.id}`).send({}).expect(200)
  })
})

describe('a bag', () => {
  const bagOf = async (eventId: string, query = ''): Promise<BagView> =>
    (await counter.get(`/bags/${eventId}/${customer.id}${query}`).expect(200)).body
  const pro = () => anEvent({ ruleSetId: rulesNamed('Pro').id })

  test('waits for the engine and is not kept before; then it leaves out what the rules do, is kept, packed and shown behind a link', async () => {
    const event = pro()
    await counter.post('/events', event).expect(200)
    expect((await bagOf(event.id)).bag).toBeNull()
    const early = await counter.post(`/bags/${event.id}/${customer.id}`, {})
    expect([early.status, early.body.detail]).toEqual([409, expect.stringContaining('not answered')])

    await askEngine(shop.database, pool, customer.id)
    const view = await bagOf(event.id)
    expect(view.engine.state).toBe('ready')
    const ids = view.bag!.entries.map(({ ballId }) => ballId)
    expect(ids).not.toContain(urethane.id)
    expect(ids.length).toBeGreaterThan(0)
    expect(view).toMatchObject({ proved: true, most: 8, schools: [] })
    expect(view.bag!.ladder.map(({ shots }) => shots)).toEqual([0, 40, 120])
    expect(view.packing.map(({ key }) => key)).not.toContain('cleaner')
    for (const { due } of view.steps) expect(due!.on <= event.startsOn).toBe(true)

    const kept: KeptBag = (await counter.post(`/bags/${event.id}/${customer.id}`, {}).expect(200)).body
    expect(kept.card).toMatchObject({ eventName: event.name, hand: 'left', rules: { name: 'Pro (sample)' } })
    expect(kept.card.balls.map(({ ballId }) => ballId)).toEqual(ids)
    expect(kept.card.patterns).toEqual([{ id: pattern.id, name: pattern.name, shape: expect.any(String) }])
    // What is due next is what the upkeep says, asked for before what can wait.
    const rows: UpkeepRow[] = (await counter.get(`/upkeep/of/${customer.id}`).expect(200)).body
    for (const { ballId, next } of kept.card.balls) {
      const due = rows.find((row) => row.ballId === ballId)!.due
      const worked = kept.card.balls.find((one) => one.ballId === ballId)!.action !== null
      expect(next === null).toBe(worked || due.length === 0)
      if (worked) continue
      if (next) expect(due.map(({ work, reason }) => `${work} ${reason}`)).toContain(`${next.work} ${next.reason}`)
      if (due.some(({ asked }) => asked)) expect(next!.asked).toBe(true)
    }
    const packed: KeptBag = (
      await counter.put(`/bags/${event.id}/${customer.id}/packed`, { version: 1, packed: ['towel', 'a "b" \\ c'] })
    ).body
    expect(packed.packed).toEqual(['towel', 'a "b" \\ c'])
    const stale = await counter.put(`/bags/${event.id}/${customer.id}/packed`, { version: 1, packed: [] })
    expect(stale.status).toBe(409)
    // Kept anew, what was packed stays packed.
    const again: KeptBag = (await counter.post(`/bags/${event.id}/${customer.id}`, {}).expect(200)).body
    expect(again.packed).toEqual(packed.packed)

    const { secret } = (await counter.post(`/upkeep/links/${customer.id}`, {})).body
    const open = await technician.get(`/open/upkeep/${secret}`).expect(200)
    expect(open.body.bags).toEqual([again.card])
    await counter.remove(`/events/${event.id}`).send({}).expect(200)
    expect((await technician.get(`/open/upkeep/${secret}`).expect(200)).body.bags).toEqual([])
  }, 120_000)

  test('takes of what cleans the product that the rules name; one they refuse is said, one they do not name is to be asked about', async () => {
    const supply = (name: string, abrasive: string) => ({
      ...{ id: randomUUID(), name, abrasive, grit: null, purpose: '', lifeBalls: 10, uses: 0, price: null },
      ...{ spare: 1, reorderAt: 0 },
    })
    for (const one of [supply('Aster gel', 'cleaner'), supply('Brine spray', 'cleaner'), supply('Cloths', 'wipe')])
      await technician.post('/pads', one).expect(200)
    const rules = (lists: object) => ({ id: randomUUID(), name: randomUUID(), cleaner: 'any', ...lists })
    const packedBy = async (lists: object) => {
      const own = rules(lists)
      await counter.post('/rule-sets', own).expect(200)
      const event = anEvent({ ruleSetId: own.id })
      await counter.post('/events', event).expect(200)
      await askEngine(shop.database, pool, customer.id)
      const { packing } = await bagOf(event.id)
      await counter.remove(`/events/${event.id}`).send({}).expect(200)
      return ['cleaner', 'wipes'].map((key) => {
        const { product, alerts } = packing.find((one) => one.key === key)!
        return [product, ...alerts]
      })
    }
    expect(await packedBy({})).toEqual([['Aster gel'], ['Cloths']])
    expect(await packedBy({ allowedProducts: ['brine SPRAY'], refusedProducts: ['Cloths'] })).toEqual([
      ['Brine spray'],
      ['Cloths', 'product-refused'],
    ])
    expect(await packedBy({ allowedProducts: ['Something else'] })).toEqual([
      ['Aster gel', 'product-not-said'],
      ['Cloths', 'product-not-said'],
    ])
  }, 120_000)

  test('goes by how many share the pair: the more there are, the more of the block is played on a lane that has broken down', async () => {
    const [alone, crowd] = [anEvent({ bowlersOnPair: 1 }), anEvent({ bowlersOnPair: 8 })]
    for (const one of [alone, crowd]) await counter.post('/events', one).expect(200)
    const wrong = await counter.post('/events', anEvent({ bowlersOnPair: 40 }))
    expect(wrong.body.fields[0]).toMatchObject({ path: 'bowlersOnPair', message: expect.stringContaining('1 to 12') })
    await askEngine(shop.database, pool, customer.id)
    const [few, many] = [(await bagOf(alone.id)).card!, (await bagOf(crowd.id)).card!]
    expect([few.shotsOfGame, many.shotsOfGame]).toEqual([17, 136])
    // The same balls, weighed by other phases.
    expect(few.strikes).not.toBeCloseTo(many.strikes, 3)
    for (const one of [alone, crowd]) await counter.remove(`/events/${one.id}`).send({}).expect(200)
  }, 120_000)

  test('goes by how many are carried and by the school about urethane; a pattern nobody knows is stood for by what others had', async () => {
    const event = anEvent({ ballsCarried: 1 })
    const unknown = anEvent({ patternIds: [], startsOn: addDays(today(), 20), endsOn: addDays(today(), 20) })
    for (const one of [event, unknown]) await counter.post('/events', one).expect(200)
    await askEngine(shop.database, pool, customer.id)
    expect((await bagOf(event.id)).bag!.entries).toHaveLength(1)
    const with_ = await bagOf(event.id, '?carried=2&school=carry')
    expect(with_.bag!.entries.map(({ ballId }) => ballId)).toContain(urethane.id)
    expect(with_.bag!.entries).toHaveLength(2)
    const without = await bagOf(event.id, '?carried=3&school=none')
    expect(without.bag!.entries.map(({ ballId }) => ballId)).not.toContain(urethane.id)
    const strikes = Object.fromEntries(without.schools.map(({ school, strikes: s }) => [school, s]))
    expect(strikes['coverage']).toBeGreaterThanOrEqual(strikes['none']! - 1)
    const guess = await bagOf(unknown.id)
    expect(guess).toMatchObject({ patternsUnknown: true, event: { patternIds: [] } })
    expect(guess.patterns.map(({ id }) => id)).toEqual([pattern.id])
    expect(guess.bag!.entries.length).toBeGreaterThan(0)
    const other = aCustomer()
    await technician.post('/customers', other).expect(200)
    expect((await counter.get(`/bags/${event.id}/${other.id}`)).status).toBe(404)
  }, 120_000)
})

describe('a calendar', () => {
  /** Entries of an iCalendar text, read by another parser. */
  const entriesOf = (text: string) =>
    new ICAL.Component(ICAL.parse(text) as never[])
      .getAllSubcomponents('vevent')
      .map((one) => ({ event: new ICAL.Event(one), alarms: one.getAllSubcomponents('valarm').length }))

  test('tells squads at their local time, a league as its next night, the entry’s closing and promised work with a reminder', async () => {
    const own = aCustomer()
    const mine = aBall(own.id, { factoryGrit: 2000 })
    await technician.post('/customers', own).expect(200)
    await technician.post('/balls', mine).expect(200)
    const league = anEvent({
      kind: 'league',
      name: 'Böen, ; League',
      endsOn: addDays(today(), 60),
      customerIds: [own.id],
    })
    const cup = anEvent({
      ...{ name: 'Squad Cup', customerIds: [own.id], entryClosesOn: addDays(today(), 3) },
      squads: [{ name: 'Dawn', on: addDays(today(), 9), at: '07:45' }],
    })
    for (const event of [league, cup]) await counter.post('/events', event).expect(200)
    await counter
      .post('/bench/jobs', {
        id: randomUUID(),
        ballId: mine.id,
        kind: 'clean',
        dueOn: addDays(today(), 4),
        steps: null,
      })
      .expect(200)
    const all = entriesOf((await counter.get(`/calendar/customers/${own.id}`).expect(200)).text)
    const found = (name: string) => all.find(({ event }) => event.summary === name)!
    expect(all).toHaveLength(4)
    expect(found('Squad Cup, Dawn').event.startDate.toString()).toBe(`${addDays(today(), 9)}T07:45:00`)
    expect(found('Squad Cup, Dawn').event.startDate.zone.tzid).toBe('floating')
    const night = found('Böen, ; League').event
    expect([night.startDate.toString(), night.startDate.isDate]).toEqual([league.startsOn, true])
    expect(found('Entry closes: Squad Cup')).toMatchObject({ alarms: 1 })
    expect(found(`Ready at the shop: ${mine.name}`).event.startDate.toString()).toBe(addDays(today(), 4))
    const one = entriesOf((await counter.get(`/calendar/events/${cup.id}`).expect(200)).text)
    expect(one.map(({ event }) => event.summary)).toEqual(['Squad Cup, Dawn', 'Entry closes: Squad Cup'])
    expect((await counter.get(`/calendar/events/${randomUUID()}`)).status).toBe(404)
  })
})
