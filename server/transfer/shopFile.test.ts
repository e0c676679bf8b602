import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { eventsOfBall } from '../balls/events.ts'
import { ballById } from '../balls/store.ts'
import type { Database } from '../database/db.ts'
import { ProblemError } from '../http/errors.ts'
import { ensureShop } from '../shop/store.ts'
import { testDatabase } from '../test/shop.ts'
import { importShopFile } from './shopFile.ts'

let database: Database
beforeAll(async () => {
  database = await testDatabase()
  await ensureShop(database, 'The Rope Walk', 'test-secret')
})
afterAll(() => database.close())

const noon = new Date('2025-04-09T12:00:00')
const loads = [{ fromBoard: 2, toBoard: 38, loads: 2, microlitresPerBoard: 40, startFt: 0, endFt: 30 }]
let made = 0
/** A small shop with names of its own, so that one database serves every test. */
function file(change: Record<string, unknown> = {}) {
  made += 1
  return {
    format: 'sleetfall-shop/1',
    shop: { name: 'The Rope Walk' },
    patterns: [{ name: `Jetty ${made}`, loads }],
    customers: [{ name: `Ibb Tarnholt ${made}`, hand: 'left' }],
    balls: [{ customer: `Ibb Tarnholt ${made}`, name: 'Kittiwake', cover: 'solid', history: [] as object[] }],
    ...change,
  }
}
const ballWith = (history: readonly object[]) => {
  const one = file()
  return { ...one, balls: [{ ...one.balls[0]!, history: [...history] }] }
}
const load = (document: unknown, now = noon) =>
  database.transaction((db) => importShopFile(db, document, now)).catch((error: unknown) => error)
async function fieldsOf(document: unknown) {
  const error = await load(document)
  expect(error).toBeInstanceOf(ProblemError)
  return ((error as ProblemError).extra.fields ?? []).map((field) => field.path)
}
const ballOf = async (customer: string) =>
  (
    await database.one<{ id: string }>(
      `select b.id from ball b join customer c on c.id = b.customer_id where c.name = $1`,
      [customer],
    )
  ).id

describe('what a shop file says is kept', () => {
  test('it counts what it made, and a left-hander stays one', async () => {
    const document = file()
    expect(await load(document)).toEqual({ customers: 1, balls: 1, events: 0 })
    const row = await database.one<{ hand: string }>('select hand from customer where name = $1', [
      document.customers[0]!.name,
    ])
    expect(row.hand).toBe('left')
  })

  test('what repeats is written once a time, up to now and not beyond', async () => {
    const document = ballWith([{ kind: 'games', from: 'today-21', to: 'today+21', every: 7, at: '11:00', games: 3 }])
    await load(document)
    const history = await eventsOfBall(database, await ballOf(document.customers[0]!.name))
    const played = history.filter((event) => event.kind === 'games').map((event) => new Date(event.happenedAt))
    expect(played.map((day) => day.getDate()).toSorted((a, b) => a - b)).toEqual([2, 9, 19, 26])
    for (const moment of played) expect(moment.getHours()).toBe(11)
  })

  test('games on a pattern of the file take up its oil', async () => {
    const dry = ballWith([{ kind: 'games', on: 'today-2', games: 6 }])
    const oiled = ballWith([])
    const history = [{ kind: 'games', on: 'today-2', games: 6, pattern: oiled.patterns[0]!.name }]
    await load(dry)
    await load({ ...oiled, balls: [{ ...oiled.balls[0]!, history }] })
    const event = (await eventsOfBall(database, await ballOf(oiled.customers[0]!.name))).find(
      (one) => one.kind === 'games',
    )
    expect((event?.payload as { volumeMl?: number }).volumeMl).toBeCloseTo((37 * 2 * 40) / 1000, 6)
  })

  test('the present state stands as soon as the file is in', async () => {
    const document = ballWith([
      { kind: 'surfaced', on: 'today-9', recipe: 'to-2000' },
      { kind: 'games', on: 'today-3', games: 4 },
    ])
    await load(document)
    const ball = await ballById(database, await ballOf(document.customers[0]!.name))
    expect(ball?.surface.gamesOnSurface).toBe(4)
  })

  test('a trial keeps its shots in order, and the one set aside its reason', async () => {
    const one = file()
    const side = { ball: 'Kittiwake', label: 'as it is' }
    const shots = [
      { side: 'control', feet: 25, target: 12, read: 'right', entry: 17.5, leave: [] },
      { side: 'control', feet: 25, target: 12, read: 'late', entry: 15, leave: [10], setAside: 'hung on the thumb' },
    ]
    const trial = {
      customer: one.customers[0]!.name,
      pattern: one.patterns[0]!.name,
      question: 'Does it read?',
      on: 'today-1',
      control: side,
      variant: { ...side, ball: 'Petrel' },
      shots,
    }
    const balls = [one.balls[0]!, { ...one.balls[0]!, name: 'Petrel' }]
    expect(await load({ ...one, balls, trials: [trial] })).toMatchObject({ balls: 2 })
    const kept = await database.many<{ entry_board: number; set_aside_reason: string }>(
      `select s.entry_board, s.set_aside_reason from shot s join trial t on t.id = s.trial_id
       join customer c on c.id = t.customer_id where c.name = $1 order by s.thrown_at`,
      [trial.customer],
    )
    expect(kept.map((shot) => Object.values(shot).map(String))).toEqual([
      ['17.5', 'null'],
      ['15', 'hung on the thumb'],
    ])
  })
})

describe('what is wrong is named, and nothing is kept of it', () => {
  test.each<[string, () => unknown, string]>([
    ['another format', () => file({ format: 'other/9' }), 'format'],
    ['a customer that the file has not', () => ({ ...file(), customers: [] }), 'balls[0].customer'],
    [
      'a pattern of nobody',
      () => ballWith([{ kind: 'games', on: 'today', games: 3, pattern: 'Nowhere' }]),
      'balls[0].history[0].pattern',
    ],
    [
      'more games than a day has',
      () => ballWith([{ kind: 'games', on: 'today-1', games: 900 }]),
      'balls[0].history[0].games',
    ],
    ['a day that is none', () => ballWith([{ kind: 'games', on: 'yesterday', games: 3 }]), 'balls[0].history[0].on'],
    ['work without a recipe', () => ballWith([{ kind: 'surfaced', on: 'today-1' }]), 'balls[0].history[0].steps'],
    [
      'a day in the far future',
      () => ballWith([{ kind: 'games', on: 'today-1', at: '25:00', games: 3 }]),
      'balls[0].history[0].at',
    ],
  ])('%s', async (_, document, path) => {
    const before = await database.one<{ n: number }>('select count(*)::int as n from customer')
    expect(await fieldsOf(document())).toContain(path)
    expect(await database.one('select count(*)::int as n from customer')).toEqual(before)
  })

  test('what is no document at all is refused, not a crash', async () => {
    for (const document of [null, 7, 'text', [], { format: ['sleetfall-shop/1'] }])
      expect(await load(document)).toBeInstanceOf(ProblemError)
  })
})
