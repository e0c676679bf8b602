import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  type UpkeepBall,
  type WorkQuestion,
  applyRecipe,
  doubtsOf,
  dueWork,
  policyDefaults,
  raOfGrit,
  recipeByKey,
  refused,
  schoolCosts,
  schools,
  wearParameters,
  windowAbout,
} from '@sleetfall/core'

const day = 86_400_000
const nowMs = Date.UTC(2031, 2, 3)
const ball = (change: Partial<UpkeepBall['surface']> = {}, rest: Partial<UpkeepBall> = {}): UpkeepBall => ({
  cover: 'solid',
  gamesSinceCleaning: 0,
  schoolChosen: false,
  inShop: true,
  volumeMl: 25,
  surface: {
    asked: true,
    status: 'in-window',
    provenance: 'fitted',
    gamesLeft: 9,
    gamesLeftRange: [6, 14],
    gamesOnSurface: 6,
    gamesSinceExtraction: 20,
    oil: { filmUl: 0, soakedUl: 100 },
    oilShare: 0.1,
    lastSurfacedMs: nowMs - 20 * day,
    ...change,
  },
  ...rest,
})
const under = (school: (typeof schools)[number], of = ball(), eventsMs: number[] = []) =>
  dueWork(of, { ...policyDefaults, school }, { gamesPerWeek: 3, eventsMs }, nowMs)
const surfaceDue = (...args: Parameters<typeof under>) =>
  under(...args).find((due) => due.work === 'resurface' || due.work === 'touch-up')

describe('what is due', () => {
  test('nobody is told of a worn surface that nobody asked about; a target or a chosen school is asking', () => {
    const worn = { status: 'accepted', gamesLeft: 0, asked: false } as const
    for (const school of schools) expect(surfaceDue(school, ball(worn))).toBeUndefined()
    expect(surfaceDue('fixed-games', ball(worn, { schoolChosen: true }))).toMatchObject({ asked: true })
    expect(surfaceDue('by-measurement', ball({ status: 'too-smooth', gamesLeft: 0 }))).toMatchObject({ asked: true })
  })

  test('what is outside by assumed wear alone is read before it is worked on; what was read is brought back', () => {
    for (const status of ['too-smooth', 'too-rough'] as const) {
      const likely = under('by-measurement', ball({ status, provenance: 'assumed', gamesLeft: 0 }))
      expect(likely.find((due) => due.work !== 'extract')).toMatchObject({
        ...{ work: 'scan', reason: 'likely-outside', games: 0, asked: true },
      })
      for (const provenance of ['fitted', 'measured'] as const)
        expect(surfaceDue('by-measurement', ball({ status, provenance, gamesLeft: 0 }))).toMatchObject({
          ...{ work: 'resurface', reason: 'outside-window', games: 0 },
        })
    }
  })

  test('what was resurfaced and not yet played is not due again, under any school', () => {
    const fresh = { gamesOnSurface: 0, status: 'too-rough', gamesLeft: 0, lastSurfacedMs: nowMs - day } as const
    for (const school of ['every-series', 'fixed-games', 'by-measurement'] as const) {
      expect(surfaceDue(school, ball(fresh))).toBeUndefined()
      expect(surfaceDue(school, ball({ ...fresh, gamesOnSurface: 60 }))).toBeDefined()
    }
  })

  test('a ball brought to its recipe for an event and then played thirty games is due again', () => {
    const event = [nowMs + 5 * day]
    const since = (gamesOnSurface: number) =>
      surfaceDue('before-events', ball({ gamesOnSurface, lastSurfacedMs: nowMs - 2 * day }), event)
    expect(since(2)).toBeUndefined()
    expect(since(30)).toMatchObject({ reason: 'event', games: null })
  })

  test('a season’s ends may stand in any order: the next one counts', () => {
    const ends = [nowMs + 200 * day, nowMs - 30 * day, nowMs + 20 * day].map((ms) =>
      new Date(ms).toISOString().slice(0, 10),
    )
    const dueWith = (seasonEnds: string[]) =>
      dueWork(
        ball({ gamesSinceExtraction: 50 }),
        { ...policyDefaults, seasonEnds },
        { gamesPerWeek: 3, eventsMs: [] },
        nowMs,
      ).find((due) => due.work === 'extract')
    expect(dueWith(ends)).toEqual(dueWith([...ends].sort()))
    expect(dueWith(ends)).toMatchObject({ reason: 'season-end', atMs: Date.parse(ends[2]!) })
  })

  test('a date that follows from wear is a range of days, in the same games a week', () => {
    const due = surfaceDue('by-measurement')!
    expect(due).toMatchObject({ reason: 'leaves-window', games: 9 })
    expect(due.rangeMs!.map((ms) => (ms! - nowMs) / day)).toEqual([expect.closeTo(14, 6), expect.closeTo(32.667, 2)])
    expect(due.atMs).toBeGreaterThan(due.rangeMs![0])
    expect(surfaceDue('by-measurement', ball({ gamesLeftRange: [6, null] }))!.rangeMs![1]).toBeNull()
    expect(surfaceDue('fixed-games')!.rangeMs).toBeNull()
  })

  test('cleaning waits until the ball comes in; in the shop it is done now', () => {
    const played = (inShop: boolean) =>
      under('lane-shine', ball({}, { gamesSinceCleaning: 3, inShop })).find((due) => due.work === 'clean')
    expect([played(true)?.asked, played(false)?.asked]).toEqual([true, false])
  })

  test('each school has its own date for the same ball', () => {
    expect(surfaceDue('by-measurement')).toMatchObject({ reason: 'leaves-window', games: 9, atMs: nowMs + 21 * day })
    expect(surfaceDue('every-series')).toMatchObject({ work: 'touch-up', games: -3, atMs: nowMs })
    expect(surfaceDue('fixed-games')).toMatchObject({ reason: 'fixed-games', games: 44 })
    expect(surfaceDue('lane-shine')).toBeUndefined()
    // Three games at three a week take seven days before the event.
    expect(surfaceDue('before-events', ball(), [nowMs + 30 * day])).toMatchObject({ atMs: nowMs + 23 * day })
    expect(surfaceDue('before-events', ball(), [])).toBeUndefined()
  })

  test('outside its window is due now; a surface that nobody knows is read first', () => {
    expect(surfaceDue('by-measurement', ball({ status: 'too-smooth', gamesLeft: 0 }))).toMatchObject({ games: 0 })
    expect(under('by-measurement', ball({ status: 'unknown', gamesLeft: null }))[0]).toMatchObject({ work: 'scan' })
  })

  test('oil comes out sooner on heavy oil, at the season’s end when it pays, and never of polyester', () => {
    const extract = (of: UpkeepBall, seasonEnds: string[] = []) =>
      dueWork(of, { ...policyDefaults, seasonEnds }, { gamesPerWeek: 3, eventsMs: [] }, nowMs).find(
        (due) => due.work === 'extract',
      )
    expect(extract(ball({}, { volumeMl: 28 }))).toMatchObject({ reason: 'extract-heavy', games: 30 })
    expect(extract(ball())).toMatchObject({ reason: 'extract-light', games: 60 })
    expect(extract(ball({ gamesSinceExtraction: 30 }), ['2031-03-20'])).toMatchObject({ reason: 'season-end' })
    expect(extract(ball({ gamesSinceExtraction: 5 }), ['2031-03-20'])).toMatchObject({ reason: 'extract-light' })
    expect(extract(ball({ oilShare: 0.6 }))).toMatchObject({ reason: 'oil-share', games: 0 })
    expect(extract(ball({}, { cover: 'polyester' }))).toBeUndefined()
  })

  test('played and not cleaned is due at once, whatever the school; dates never lie in the past', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...schools),
        fc.integer({ min: 0, max: 90 }),
        fc.integer({ min: 0, max: 9 }),
        (school, games, dirty) => {
          const due = under(
            school,
            ball({ gamesOnSurface: games, gamesSinceExtraction: games }, { gamesSinceCleaning: dirty }),
          )
          expect(due.some((one) => one.work === 'clean')).toBe(dirty > 0)
          for (const one of due) expect(one.atMs).toBeGreaterThanOrEqual(nowMs)
          expect(due.map((one) => one.atMs)).toEqual(due.map((one) => one.atMs).sort((a, b) => a - b))
        },
      ),
    )
  })
})

describe('what the schools cost', () => {
  const recipe = recipeByKey('to-2000')!.steps
  const costs = schoolCosts(
    {
      wear: wearParameters('solid'),
      now: applyRecipe({ raTopUm: 0.28, raBaseUm: 0.28 }, recipe),
      gamesOnSurface: 0,
      startRaUm: raOfGrit(2000),
      recipe,
      window: windowAbout(2000),
      gamesPerWeek: 3,
      events: 4,
    },
    policyDefaults,
  )
  const of = (school: (typeof schools)[number]) => costs.find((cost) => cost.school === school)!

  test('a year of 156 games: fixed games resurface thrice, lane shine costs nothing and plays the smoothest', () => {
    expect(of('fixed-games').resurfaces).toBe(3)
    expect(of('lane-shine')).toMatchObject({ resurfaces: 0, touchUps: 0, minutes: 0, coverMm: 0, daysAway: 0 })
    expect(of('every-series').touchUps).toBe(51)
    for (const school of schools)
      expect(of('lane-shine').playedGrit).toBeGreaterThanOrEqual(of(school).playedGrit - 1e-9)
  })

  test('by measurement keeps every game in the window and pays for it in cover and days', () => {
    expect(of('by-measurement').inWindow).toBeGreaterThan(0.95)
    expect(of('by-measurement').coverMm).toBeGreaterThan(of('fixed-games').coverMm)
    expect(of('by-measurement').daysAway).toBeGreaterThan(of('before-events').daysAway)
  })
})

describe('what speaks against work', () => {
  const question = (change: Partial<WorkQuestion>): WorkQuestion => ({
    kind: 'resurface',
    steps: recipeByKey('to-1000')!.steps,
    cover: 'solid',
    finish: { raTopUm: raOfGrit(3000), raBaseUm: raOfGrit(3000) },
    reads: null,
    style: null,
    damaged: false,
    drying: false,
    ...change,
  })

  test('the wrong direction is named, the right one is not', () => {
    expect(doubtsOf(question({ reads: 'early' }))).toEqual(['roughen-early'])
    expect(doubtsOf(question({ reads: 'late' }))).toEqual([])
    const smooth = { steps: recipeByKey('2000-polish')!.steps, kind: 'polish' as const }
    expect(doubtsOf(question({ ...smooth, reads: 'late' }))).toEqual(['smooth-late'])
    expect(doubtsOf(question({ ...smooth, style: 'strongly-speed-dominant' }))).toEqual(['polish-speed-dominant'])
    expect(doubtsOf(question({ ...smooth, style: 'rev-dominant' }))).toEqual([])
  })

  test('extraction: refused for polyester, doubted for urethane and while the holes dry', () => {
    const soak = { kind: 'extract' as const, steps: [] }
    expect(doubtsOf(question({ ...soak, cover: 'polyester' })).every((doubt) => refused.includes(doubt))).toBe(true)
    expect(doubtsOf(question({ ...soak, cover: 'urethane' }))).toEqual(['urethane-extraction'])
    expect(doubtsOf(question({ ...soak, drying: true }))).toEqual(['ball-drying'])
    expect(doubtsOf(question(soak))).toEqual([])
  })
})
