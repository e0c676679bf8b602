import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { type EventQuestion, eventListSchema } from '@sleetfall/contract'
import fc from 'fast-check'
import { createCustomer } from '../customers/store.ts'
import type { Database } from '../database/db.ts'
import { aCustomer, testDatabase } from '../test/shop.ts'
import { addDays, nextPlayDay, startsOf, today } from './nextDay.ts'
import { createEvent, eventsAhead, listEvents, nextPlay, playAhead, playersUntil, tournamentsOf } from './store.ts'

const weekdayOf = (day: string) => new Date(`${day}T12:00:00Z`).getUTCDay()
const aDay = fc.integer({ min: -400, max: 400 }).map((days) => addDays('2031-03-10', days))
const anEvent = fc.record({
  kind: fc.constantFrom('league' as const, 'tournament' as const),
  startsOn: aDay,
  length: fc.integer({ min: 0, max: 200 }),
})

describe('the next day of play', () => {
  test('is found as by looking at every day in turn', () => {
    fc.assert(
      fc.property(anEvent, aDay, ({ kind, startsOn, length }, from) => {
        const endsOn = addDays(startsOn, length)
        let slowly: string | null = null
        for (let day = from < startsOn ? startsOn : from; day <= endsOn && slowly === null; day = addDays(day, 1))
          if (kind === 'tournament' || weekdayOf(day) === weekdayOf(startsOn)) slowly = day
        expect(nextPlayDay({ kind, startsOn, endsOn }, from)).toBe(slowly)
      }),
      { seed: 20_311, numRuns: 500 },
    )
  })

  test('crosses the ends of months, years and summer time by the calendar alone', () => {
    expect(addDays('2031-12-31', 1)).toBe('2032-01-01')
    expect(addDays('2032-02-28', 1)).toBe('2032-02-29')
    expect(addDays('2031-03-30', -1)).toBe('2031-03-29')
    fc.assert(
      fc.property(aDay, fc.integer({ min: -900, max: 900 }), (day, days) =>
        expect(addDays(addDays(day, days), -days)).toBe(day),
      ),
    )
  })

  test('today is the day where the server stands, not in Greenwich', () => {
    expect(today(new Date(2031, 4, 6, 0, 30))).toBe('2031-05-06')
    expect(today(new Date(2031, 4, 6, 23, 30))).toBe('2031-05-06')
  })

  test('a league is prepared for three nights, a tournament for its first day; never past its end', () => {
    const starts = (plays: Parameters<typeof startsOf>[0]) => startsOf(plays).map((ms) => today(new Date(ms)))
    expect(starts([{ kind: 'league', nextOn: '2031-05-06', endsOn: '2031-05-14' }])).toEqual([
      '2031-05-06',
      '2031-05-13',
    ])
    expect(
      starts([
        { kind: 'tournament', nextOn: '2031-05-09', endsOn: '2031-05-11' },
        { kind: 'league', nextOn: '2031-05-06', endsOn: '2031-09-01' },
      ]),
    ).toEqual(['2031-05-06', '2031-05-09', '2031-05-13', '2031-05-20'])
  })
})

describe('events on record', () => {
  let database: Database
  const now = today()
  const ids = Array.from({ length: 4 }, () => randomUUID())
  const asked = (question: object = {}): EventQuestion => eventListSchema.cast({ limit: 200, ...question })
  beforeAll(async () => {
    database = await testDatabase()
    await database.run(`insert into shop (name, session_secret) values ('Test shop', 'x') on conflict do nothing`)
    await database.transaction(async (db) => {
      for (const id of ids)
        await createCustomer(db, {
          ...aCustomer({ id }),
          distinction: '',
          contact: '',
          note: '',
          strikeTolerance: 10,
        } as never)
      let n = 0
      for (const kind of ['league', 'tournament'] as const)
        for (const from of [-100, -15, -3, 0, 2, 9, 40])
          for (const length of [0, 2, 5, 30])
            await createEvent(db, {
              ...{
                id: randomUUID(),
                kind,
                name: `Event ${String((n += 1)).padStart(3, '0')}`,
                place: `Centre ${n % 5}`,
              },
              ...{ startsOn: addDays(now, from), endsOn: addDays(now, from + length), note: '', patternIds: [] },
              ...{ format: '', games: null, squads: [], entryClosesOn: null, ruleSetId: null, ballsCarried: null },
              bowlersOnPair: null,
              customerIds: [ids[n % 4]!],
            })
    })
  })
  afterAll(() => database.close())

  test('are ahead or over as the calendar says, and the database orders them as the server reckons', async () => {
    const ahead = await listEvents(database, asked())
    const over = await listEvents(database, asked({ over: true }))
    expect(ahead.total + over.total).toBe(56)
    expect(ahead.items.every((event) => event.nextOn !== null)).toBe(true)
    expect(over.items.every((event) => event.nextOn === null)).toBe(true)
    for (const event of [...ahead.items, ...over.items]) expect(event.nextOn).toBe(nextPlayDay(event, now))
    const days = ahead.items.map((event) => event.nextOn!)
    expect(days).toEqual([...days].sort())
    const ends = over.items.map((event) => event.endsOn)
    expect(ends).toEqual([...ends].sort().reverse())
  })

  test('are narrowed by words and by who is entered, and ordered by name and place both ways', async () => {
    const named = await listEvents(database, asked({ q: 'event 012' }))
    const namedOver = await listEvents(database, asked({ q: 'event 012', over: true }))
    expect([...named.items, ...namedOver.items].map((event) => event.name)).toEqual(['Event 012'])
    const own = await listEvents(database, asked({ customerId: ids[1]! }))
    expect(own.total).toBeGreaterThan(3)
    expect(own.items.every((event) => event.customerIds.includes(ids[1]!))).toBe(true)
    for (const sort of ['name', 'place'] as const) {
      const up = (await listEvents(database, asked({ sort }))).items.map((event) => event[sort])
      const down = (await listEvents(database, asked({ sort, down: true }))).items.map((event) => event[sort])
      expect(up).toEqual([...up].sort())
      expect(down).toEqual([...down].sort().reverse())
    }
  })

  test('a customer’s next day of play is the first of all that lie ahead of them', async () => {
    const next = await nextPlay(database, ids)
    for (const id of ids) {
      const own = await eventsAhead(database, [id])
      expect(next.get(id)).toBe(own.map((event) => event.nextOn).sort()[0])
      const plays = await playAhead(database, [id])
      expect(plays.map((play) => play.nextOn)).toEqual(own.map((event) => event.nextOn))
      expect(tournamentsOf(plays, id)).toHaveLength(own.filter((event) => event.kind === 'tournament').length)
    }
    expect(await nextPlay(database, [])).toEqual(new Map())
  })

  test('who plays until a day comes by how soon, no more of them than asked for', async () => {
    const until = addDays(now, 3)
    const players = await playersUntil(database, until, 3)
    expect(players).toHaveLength(3)
    const next = await nextPlay(database, players)
    const days = players.map((id) => next.get(id)!)
    expect(days).toEqual([...days].sort())
    for (const day of days) expect(day <= until).toBe(true)
    expect(await playersUntil(database, addDays(now, -1), 5)).toEqual([])
  })
})
