import { describe, expect, test } from '@jest/globals'
import type { Ball, BallEventContent, BallEventKind, BallEventPayloads, JobStep } from '@sleetfall/contract'
import {
  type Due,
  type RecipeStep,
  type SurfaceEvent,
  cautions,
  dueReasons,
  jobKinds,
  procedureFor,
  readyRecipes,
  recipeByKey,
  surfaceNow,
  upkeepWorks,
} from '@sleetfall/core'
import { catalogue } from '../messages.ts'
import { useStepText } from '../bench/useStepText.ts'
import { useSession } from '../shell/session.ts'
import {
  onlyLikely,
  readingText,
  roundGrit,
  scannedText,
  signOf,
  statusSign,
  useSurfaceText,
} from '../surface/useSurfaceText.ts'
import { inApp } from '../test/inApp.ts'
import { useDueText } from '../upkeep/useDueText.ts'
import { useEventText } from './eventText.ts'
import { useWhyLine } from './useWhyLine.ts'

const day = 86_400_000
const start = Date.UTC(2031, 0, 6, 12)
const subject = { cover: 'solid', factoryGrit: 2000, targetGrit: 1000, gamesBefore: 0 } as const
const surfaced = (at: number, key = 'to-1000'): SurfaceEvent => ({
  atMs: at,
  kind: 'surfaced',
  steps: recipeByKey(key)!.steps,
})
const played = (at: number, games = 3): SurfaceEvent => ({ atMs: at, kind: 'games', games, volumeMl: 25 })
const surfaceAfter = (history: readonly SurfaceEvent[], change: object = {}) =>
  surfaceNow({ ...subject, ...change }, history, start + 60 * day)
const fresh = surfaceAfter([surfaced(start)])
const worn = surfaceAfter([surfaced(start), played(start + day, 12)])
const read = surfaceAfter([
  surfaced(start),
  played(start + day, 9),
  { atMs: start + 2 * day, kind: 'scanned', grits: [3900, 4000] },
])

describe('words for a surface', () => {
  test('a grit is said to two digits; finer than the scanner reads is polish', async () => {
    const text = await inApp(useSurfaceText)
    expect([roundGrit(4312), roundGrit(987), roundGrit(1049)]).toEqual([4300, 990, 1000])
    expect(text.grit(surfaceAfter([surfaced(start, '2000-polish')]))).toBe('polish, > 5500')
    expect(text.grit(surfaceAfter([], { factoryGrit: null }))).toBe('surface unknown')
    expect(scannedText(0.2)).toMatch(/^> 5500$/)
    expect([readingText(5400), readingText(5500), readingText(6000)]).toEqual(['5400', '≥ 5500', '≥ 5500'])
    expect([text.finishName(8400), text.finishName(1000)]).toEqual(['polish', '1000'])
  })

  test('each says where its figure comes from, and one that was just read says what was read', async () => {
    const text = await inApp(useSurfaceText)
    expect(text.why(fresh)).toBe('Wear with the shop’s starting values; no reading on this surface')
    expect(text.why(read)).toMatch(/^Wear fitted to 1 reading of this surface\. Read as 4000 since its last game/)
    const later = surfaceAfter([
      surfaced(start),
      played(start + day, 9),
      { atMs: start + 2 * day, kind: 'scanned', grits: [3900, 4000] },
      played(start + 3 * day, 1),
    ])
    expect(text.why(later)).toBe('Wear fitted to 1 reading of this surface')
  })

  test('worn by assumption alone it is only likely, and its sign is not the one of what was read', async () => {
    const text = await inApp(useSurfaceText)
    expect(onlyLikely(worn)).toBe(true)
    expect(text.status(worn)).toBe('likely too smooth')
    expect(signOf(worn)).toBe('◐')
    expect(onlyLikely(read)).toBe(false)
    expect([text.status(read), signOf(read)]).toEqual(['too smooth', statusSign['too-smooth']])
  })

  test('every state has a sign of its own shape', () => {
    expect(new Set(Object.values(statusSign)).size).toBe(Object.keys(statusSign).length)
  })

  test('games left are told only where somebody set what it is kept at', async () => {
    const text = await inApp(useSurfaceText)
    expect(text.gamesLeft(fresh)).toMatch(/^\d+ games? left$/)
    expect(text.gamesLeft(worn)).toBe('outside its window now')
    expect(text.gamesLeft(surfaceAfter([surfaced(start)], { targetGrit: null }))).toBe('')
    expect(text.gamesLeft(surfaceAfter([], { factoryGrit: null }))).toBe('')
  })

  test('oil is told as an estimate, in the cover and on it', async () => {
    const text = await inApp(useSurfaceText)
    expect(text.oilWhy(worn)).toMatch(/^estimate: \d+ µL soaked in, \d+ µL on the surface$/)
    expect(text.whole(worn)).toMatch(/^likely too smooth\. \d+ grit, target \d+\. oil \d+ %\.$/)
  })
})

describe('the one line of a ball on the rack', () => {
  const ball = (change: object = {}) =>
    ({
      cover: 'solid',
      surface: fresh,
      lockedUntil: null,
      lastFinding: null,
      playsOn: null,
      ...change,
    }) as unknown as Ball
  const lineOf = (change: object) => inApp(() => useWhyLine(() => ball(change))).then((line) => line.value)
  const soon = new Date(Date.now() + 2 * day).toISOString()

  test('a ball that can be left alone has none', async () => {
    expect(await lineOf({ surface: surfaceAfter([surfaced(start)], { targetGrit: null }) })).toBeNull()
  })

  test('damage stands before drying, drying before the surface, the surface before oil', async () => {
    const oily = { ...read, oilShare: 0.9 }
    expect(await lineOf({ lastFinding: 'cracked', lockedUntil: soon, surface: oily })).toMatchObject({ loud: true })
    expect((await lineOf({ lastFinding: 'cracked', lockedUntil: soon, surface: oily }))!.text).toContain('crack')
    expect((await lineOf({ lockedUntil: soon, surface: oily }))!.text).toMatch(/^▲ drying until/)
    expect((await lineOf({ surface: oily }))!.text).toContain('too smooth for 1000: bring back')
    expect((await lineOf({ surface: { ...fresh, status: 'in-window', oilShare: 0.9 } }))!.text).toBe('◆ oil due out')
  })

  test('a lock that has passed and a fine look say nothing', async () => {
    const past = new Date(Date.now() - day).toISOString()
    const quiet = surfaceAfter([surfaced(start)], { targetGrit: null })
    expect(await lineOf({ lockedUntil: past, lastFinding: 'fine', surface: quiet })).toBeNull()
  })

  test('what is only likely is asked to be read and is not loud; what was read is, with the day it is needed by', async () => {
    const likely = (await lineOf({ surface: worn, playsOn: '2031-02-03' }))!
    expect(likely.loud).toBe(false)
    expect(likely.text).toContain('read it')
    const known = (await lineOf({ surface: read, playsOn: '2031-02-03' }))!
    expect(known.loud).toBe(true)
    expect(known.text).toMatch(/bring back by 3 Feb 2031$/)
  })

  test('leaving soon is told by the games that are left, in the singular too', async () => {
    const leaving = (gamesLeft: number) => ({ ...fresh, status: 'leaves-soon', gamesLeft })
    expect((await lineOf({ surface: leaving(2.2) }))!.text).toBe('◐ 2 games left in its window')
    expect((await lineOf({ surface: leaving(1.1) }))!.text).toBe('◐ 1 game left in its window')
    expect((await lineOf({ surface: leaving(0.3) }))!.text).toBe('◐ leaves its window now')
  })
})

describe('words for what is due', () => {
  const due = (change: Partial<Due>): Due => ({
    ...{ work: 'resurface', reason: 'leaves-window', games: 4, asked: true, rangeMs: null },
    atMs: Date.now() + 9 * day,
    ...change,
  })

  test('now is what was asked for and has come; what nobody asked for waits until it comes in', async () => {
    const text = await inApp(useDueText)
    expect([text.now(due({ games: 0 })), text.when(due({ games: 0 }))]).toEqual([true, 'now'])
    expect([text.now(due({ games: 0, asked: false })), text.when(due({ games: 0, asked: false }))]).toEqual([
      false,
      'when it comes in',
    ])
    expect(text.now(due({ games: null, atMs: Date.now() - 1 }))).toBe(true)
    expect(text.now(due({ games: null, atMs: Date.now() + day }))).toBe(false)
  })

  test('games come with the day they are about, a range with both its days or the first alone', async () => {
    const text = await inApp(useDueText)
    expect(text.when(due({}))).toMatch(/^in 4 games, about /)
    expect(text.when(due({ games: 1 }))).toMatch(/^in 1 game, about /)
    const at = (days: number) => Date.now() + days * day
    expect(text.when(due({ rangeMs: [at(5), at(20)] }))).toMatch(/\(between .+ and .+\)$/)
    expect(text.when(due({ rangeMs: [at(5), null] }))).toMatch(/\(not before .+\)$/)
    // A range within one day says nothing more.
    expect(text.when(due({ rangeMs: [at(9), at(9)] }))).not.toContain('(')
  })

  test('every work and every reason has its words, and all work but a reading is done on the bench', async () => {
    const text = await inApp(useDueText)
    for (const work of upkeepWorks) expect(text.work(due({ work }))).not.toContain('upkeep.')
    for (const reason of dueReasons) expect(text.why(due({ reason }))).not.toContain('upkeep.')
  })
})

describe('words for a ball’s history', () => {
  const event = <K extends BallEventKind>(kind: K, payload: Partial<BallEventPayloads[K]>) =>
    ({ kind, payload }) as unknown as BallEventContent
  const cases: readonly (readonly [ReturnType<typeof event>, string])[] = [
    [event('games', { games: 3, volumeMl: 24.6 }), '3 games on 25 mL'],
    [event('games', { games: 1, volumeMl: 20 }), '1 game on 20 mL'],
    [event('surfaced', { steps: recipeByKey('to-1000')!.steps }), 'surface: 500 → 1000'],
    [event('scanned', { grits: [1500, 1550] }), 'scanned 1500, 1550'],
    [event('cleaned', { with: 'towel' }), 'cleaned with a towel'],
    [event('extracted', { minutes: 25, temperatureC: 50 }), 'oil extraction, 25 min at 122 °F'],
    [event('moved', { place: 'shelf', shelf: 'B2' }), 'moved: on the shelf B2'],
    [event('drilled', { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 35 }), 'layout 50 × 4 1/2 × 35'],
    [event('withdrawn', {}), 'a record was taken back'],
  ]
  test.each(cases)('%j', async (one, words) => {
    const text = await inApp(useEventText)
    expect(text(one).replace(/\s+/g, ' ')).toBe(words)
  })

  test('the bench’s own reasons for keeping a ball are put into words, a person’s stay as written', async () => {
    const text = await inApp(useEventText)
    const locked = (reason: string) => text(event('locked', { untilAt: '2031-04-09T10:00:00Z', reason }))
    expect(locked('holes-wet')).toMatch(/: water in the holes$/)
    expect(locked('holes-dry')).toMatch(/: looked at again, the holes are dry$/)
    expect(locked('waits for its insert')).toMatch(/: waits for its insert$/)
  })

  test('plugged holes make it drilled anew; a temperature follows the member’s units', async () => {
    const { text, session } = await inApp(() => ({ text: useEventText(), session: useSession() }))
    const layout = { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 35 }
    expect(text(event('drilled', { ...layout, holes: [{ plug: {} }] }))).toContain('plugged and drilled anew')
    session.info = { user: null, preferences: { units: 'metric', theme: 'light' }, shopName: '' } as never
    expect(text(event('extracted', { minutes: 25, temperatureC: 50 }))).toBe('oil extraction, 25 min at 50 °C')
  })
})

describe('words at the bench', () => {
  const stepsOf = (recipe: readonly RecipeStep[]) => jobKinds.flatMap((kind) => procedureFor(kind, recipe))

  test('every step of every procedure has its name and an instruction without holes, whatever the recipe', async () => {
    const text = await inApp(useStepText)
    for (const recipe of readyRecipes)
      for (const step of stepsOf(recipe.steps)) {
        const [name, instruction] = [text.name(step), text.instruction(step as unknown as JobStep)]
        expect({ key: step.key, name, instruction }).toEqual({
          key: step.key,
          name: expect.stringMatching(/^(?!.*(bench\.|undefined|\{)).+/),
          instruction: expect.stringMatching(/^(?!.*(bench\.|undefined|\{|NaN)).{10,}/),
        })
      }
  })

  test('every caution that a step carries has a sentence that says what to do', () => {
    const said = (catalogue as unknown as { bench: { cautions: Record<string, string> } }).bench.cautions
    for (const caution of cautions)
      expect({ caution, words: (said[caution] ?? '').length >= 20 }).toEqual({ caution, words: true })
    const carried = new Set(stepsOf(recipeByKey('2000-polish')!.steps).flatMap((step) => step.cautions))
    expect(carried.size).toBeGreaterThan(7)
  })
})
