import { describe, expect, test } from '@jest/globals'
import type { BallEvent, BallEventKind, BallEventPayloads } from '@sleetfall/contract'
import { policyDefaults, recipeByKey, surfaceDefaults } from '@sleetfall/core'
import { type Foundations, foldPresent } from './fold.ts'

const day = 86_400_000
const now = Date.UTC(2031, 4, 20, 12)
let seq = 0
/** An event of some days ago; recorded in the order in which they are made here. */
const event = <K extends BallEventKind>(
  kind: K,
  daysAgo: number,
  payload: Partial<BallEventPayloads[K]> = {},
): BallEvent<K> =>
  ({
    id: `event-${(seq += 1)}`,
    seq,
    ballId: 'ball',
    kind,
    happenedAt: new Date(now - daysAgo * day).toISOString(),
    recordedAt: new Date(now).toISOString(),
    recordedBy: null,
    payload,
    withdrawn: false,
  }) as BallEvent<K>
const games = (daysAgo: number, count: number, volumeMl = 25) => event('games', daysAgo, { games: count, volumeMl })
const ball: Foundations['ball'] = {
  id: 'ball',
  customerId: 'owner',
  name: 'Ruddock',
  cover: 'solid',
  factoryGrit: 2000,
  targetGrit: 2000,
  gamesBefore: 0,
  customerName: 'Odda Brimstow',
  gamesPerWeek: 7,
  speedMph: 17,
  revRpm: 320,
  axisTiltDeg: null,
}
const fold = (events: readonly BallEvent[], change: Partial<Foundations> = {}) =>
  foldPresent(
    {
      ball,
      // As the database gives them: by when they happened.
      events: [...events].sort((a, b) => a.happenedAt.localeCompare(b.happenedAt) || a.seq - b.seq),
      constants: surfaceDefaults,
      learnt: {},
      policy: policyDefaults,
      scope: 'shop',
      tournaments: [],
      ...change,
    },
    now,
  )
const steps = (key: string) => recipeByKey(key)!.steps

describe('whereabouts, lock and what was found', () => {
  test('where it is follows the last move by when it happened, whenever that was recorded', () => {
    const moves = [event('moved', 2, { place: 'shelf', shelf: 'A3' }), event('moved', 9, { place: 'bench', shelf: '' })]
    expect(fold(moves)).toMatchObject({ place: 'shelf', shelf: 'A3' })
    expect(fold([])).toMatchObject({ place: 'customer', shelf: '' })
    expect(fold(moves).search).toBe(' Ruddock Odda Brimstow solid A3')
  })

  test('a lock is the last one recorded: a look that found it dry ends the longer one', () => {
    const wet = event('locked', 1, { untilAt: '2031-05-25T00:00:00.000Z', reason: 'wet' })
    const dry = event('locked', 1, { untilAt: '2031-05-20T00:00:00.000Z', reason: 'looked at again' })
    expect(fold([wet]).lockedUntil).toBe('2031-05-25T00:00:00.000Z')
    expect(fold([wet, dry]).lockedUntil).toBe('2031-05-20T00:00:00.000Z')
  })

  test('only another inspection clears a crack', () => {
    const cracked = event('checked', 9, { what: 'inspection', finding: 'cracked' })
    const inserts = event('checked', 5, { what: 'inserts', finding: 'fine' })
    const fine = event('checked', 2, { what: 'inspection', finding: 'fine' })
    expect(fold([cracked]).lastFinding).toBe('cracked')
    expect(fold([cracked, inserts])).toMatchObject({ lastFinding: 'cracked', lastCheckedAt: inserts.happenedAt })
    expect(fold([cracked, inserts, fine]).lastFinding).toBe('fine')
    expect(fold([]).lastFinding).toBeNull()
  })

  test('the layout is the last one drilled; holes count only where somebody noted some', () => {
    const layout = { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 35 }
    const plain = event('drilled', 30, layout)
    const holes = event('drilled', 10, {
      ...layout,
      valAngleDeg: 40,
      papOverIn: 5,
      papUpIn: 0,
      holes: [{ name: 'ring', overIn: 1, upIn: 2.5, diameterIn: 0.9, depthIn: 2.5 }],
    })
    expect(fold([plain])).toMatchObject({ valAngleDeg: 35, drilling: null })
    expect(fold([plain, holes])).toMatchObject({ valAngleDeg: 40, drilling: { papOverIn: 5 } })
    expect(fold([])).toMatchObject({ drillingAngleDeg: null, drilling: null })
  })
})

describe('play, cleaning and work', () => {
  test('games since it was clean count from the last cleaning or soak, and none before it', () => {
    const history = [games(9, 4), event('cleaned', 8, { with: 'cleaner' }), games(6, 3), games(5, 2)]
    expect(fold(history).gamesSinceCleaning).toBe(5)
    expect(fold([...history, event('extracted', 4, { minutes: 25, temperatureC: 52 })]).gamesSinceCleaning).toBe(0)
    expect(fold([games(9, 4)])).toMatchObject({ gamesSinceCleaning: 4, lastCleanedAt: null })
  })

  test('a ball that was only wiped with a towel is still to be cleaned', () => {
    const wiped = [games(9, 4), event('cleaned', 9, { with: 'towel' })]
    expect(fold(wiped)).toMatchObject({ gamesSinceCleaning: 4, lastCleanedAt: null })
    const cleaned = event('cleaned', 8, { with: 'cleaner' })
    expect(fold([...wiped, cleaned, games(6, 3), event('cleaned', 6, { with: 'towel' })])).toMatchObject({
      ...{ gamesSinceCleaning: 3, lastCleanedAt: cleaned.happenedAt },
    })
  })

  test('the oil it lately played on is weighed by games, over the last dozen sessions', () => {
    expect(fold([games(9, 1, 30), games(8, 3, 20)]).playedVolumeMl).toBeCloseTo(22.5, 9)
    const long = [games(90, 3, 40), ...Array.from({ length: 12 }, (_, n) => games(30 - n, 3, 20))]
    expect(fold(long).playedVolumeMl).toBe(20)
    expect(fold([]).playedVolumeMl).toBe(25)
  })

  test('undo takes back what was recorded last, which need not have happened last; a move is not taken back', () => {
    const played = games(2, 3)
    const late = event('scanned', 20, { grits: [1500] })
    const history = [played, late, event('moved', 1, { place: 'shelf' })]
    expect(fold(history).lastEvent).toEqual({ id: late.id, kind: 'scanned', at: late.happenedAt })
    expect(fold([event('moved', 1, { place: 'shelf' })]).lastEvent).toBeNull()
  })

  test('a touch-up by hand is no recipe to come back to', () => {
    const spun = event('surfaced', 20, { steps: steps('to-1000'), recipeKey: 'to-1000' })
    const hand = event('surfaced', 5, { steps: [{ ...steps('to-2000')[2]!, method: 'hand' }], recipeKey: null })
    expect(fold([spun, hand]).lastRecipe).toMatchObject({ recipeKey: 'to-1000' })
    expect(fold([hand]).lastRecipe).toBeNull()
  })

  test('the owner’s style is known with speed and revs, and unknown without one of them', () => {
    expect(fold([]).styleBand).not.toBeNull()
    expect(fold([], { ball: { ...ball, revRpm: null } }).styleBand).toBeNull()
  })
})

describe('what is due, kept so that it can be ordered', () => {
  const series = { ...policyDefaults, school: 'fixed-games', fixedGames: 14 } as const

  test('in days of play, by the owner’s pace; what is overdue is due in none', () => {
    const six = fold(
      [event('surfaced', 30, { steps: steps('to-2000') }), games(9, 7), event('cleaned', 8, { with: 'cleaner' })],
      {
        policy: series,
        scope: 'ball',
      },
    )
    expect(six).toMatchObject({ school: 'fixed-games', askedDays: 7 })
    const over = fold(
      [event('surfaced', 30, { steps: steps('to-2000') }), games(9, 30), event('cleaned', 8, { with: 'cleaner' })],
      {
        policy: series,
        scope: 'ball',
      },
    )
    expect(over.askedDays).toBe(0)
  })

  test('does not move by waiting: tomorrow it is due in as many days of play', () => {
    const events = [event('surfaced', 30, { steps: steps('to-2000') }), games(9, 7)]
    const foundations = {
      ball,
      events,
      constants: surfaceDefaults,
      learnt: {},
      policy: series,
      scope: 'ball' as const,
      tournaments: [],
    }
    expect(foldPresent(foundations, now + 40 * day).askedDays).toBe(foldPresent(foundations, now).askedDays)
  })

  test('cleaning is asked for only while the ball lies in the shop', () => {
    const played = [games(1, 3)]
    expect(fold(played, { ball: { ...ball, targetGrit: null } })).toMatchObject({ dueDays: 0 })
    const asked = (events: readonly BallEvent[]) =>
      fold(events, { ball: { ...ball, targetGrit: null, cover: 'polyester' } }).askedDays
    expect(asked(played)).toBeNull()
    expect(asked([...played, event('moved', 0, { place: 'shelf' })])).toBe(0)
  })

  test('a tournament is a date, and the row holds until it begins; a league night is ordinary play', () => {
    const before = { ...policyDefaults, school: 'before-events' } as const
    const tournaments = [{ kind: 'tournament' as const, nextOn: '2031-06-14', endsOn: '2031-06-16' }]
    const kept = fold([games(4, 9)], { policy: before, scope: 'customer', tournaments })
    expect(kept.askedAt! < '2031-06-14').toBe(true)
    expect(kept.askedAt! > '2031-05-20').toBe(true)
    expect(new Date(kept.holdsUntil!).toDateString()).toBe(new Date('2031-06-14T00:00:00').toDateString())
    expect(fold([games(4, 9)], { policy: before, scope: 'customer' })).toMatchObject({
      askedAt: null,
      holdsUntil: null,
    })
  })

  test('an end of the season is looked at again each day until it has passed', () => {
    const ends = { ...policyDefaults, seasonEnds: ['2031-06-01'] }
    expect(fold([], { policy: ends }).holdsUntil).toBe(new Date(now + day).toISOString())
    expect(fold([], { policy: { ...policyDefaults, seasonEnds: ['2031-05-01'] } }).holdsUntil).toBeNull()
  })
})
