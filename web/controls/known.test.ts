import { describe, expect, test } from '@jest/globals'
import type { CoverageView, StoredDiagnosis, Trial } from '@sleetfall/contract'
import {
  type CoverageCell,
  type SurfaceEvent,
  type TrialResult,
  gritOfRa,
  recipeByKey,
  surfaceNow,
} from '@sleetfall/core'
import fc from 'fast-check'
import { useBagText } from '../bags/useBagText.ts'
import { useCellKnown } from '../coverage/useCellKnown.ts'
import { useDiagnosisText } from '../diagnosis/useDiagnosisText.ts'
import { useSurfaceKnown } from '../surface/useSurfaceKnown.ts'
import { roundGrit } from '../surface/useSurfaceText.ts'
import { inApp } from '../test/inApp.ts'
import { useTrialKnown } from '../trials/useTrialKnown.ts'
import { type Known, knownKinds, knownRows } from './known.ts'

const day = 86_400_000
const start = Date.UTC(2031, 0, 6, 12)
const subject = { cover: 'solid', factoryGrit: 2000, targetGrit: 1000, gamesBefore: 0 } as const
const surfaced: SurfaceEvent = { atMs: start, kind: 'surfaced', steps: recipeByKey('to-1000')!.steps }
const played = (at: number, games: number): SurfaceEvent => ({ atMs: at, kind: 'games', games, volumeMl: 25 })
const scanned = (at: number, grit: number): SurfaceEvent => ({ atMs: at, kind: 'scanned', grits: [grit, grit + 50] })
const after = (history: readonly SurfaceEvent[], change: object = {}) =>
  surfaceNow({ ...subject, ...change }, history, start + 60 * day)

/** Whatever is told is a sentence of the catalogue with all its places filled. */
function isTold(one: Known): void {
  expect(knownKinds).toContain(one.kind)
  expect(one.source).not.toBe('')
  for (const text of [one.figure, ...knownRows.map((row) => one[row] ?? 'x')])
    expect(text).not.toMatch(/[{}]|undefined|NaN|null|^[a-z]+\.[a-z]+\.[a-zA-Z]+/)
}

describe('how a ball’s surface is known', () => {
  test('a reading and no game since is measured, without a model; the next game changes that', async () => {
    const known = await inApp(useSurfaceKnown)
    const [surface] = known(after([scanned(start, 2000)]))
    expect(surface).toMatchObject({ kind: 'measured', model: expect.stringMatching(/^None/) })
    expect(surface!.changes).toMatch(/^The next game/)
  })

  test('fitted it has the band of its own curve, rough end first by its grit', async () => {
    const known = await inApp(useSurfaceKnown)
    const now = after([surfaced, played(start + day, 9), scanned(start + 2 * day, 2600), played(start + 3 * day, 3)])
    const [surface] = known(now)
    const [low, high] = now.curve!.bandUm!
    expect(surface!.kind).toBe('fitted')
    expect(surface!.band).toContain(`between ${roundGrit(gritOfRa(high))} and ${roundGrit(gritOfRa(low))} grit`)
    expect(surface!.data).toMatch(/^\d+ readings? of this surface\. 12 games on it\.$/)
  })

  test('assumed it says that there is no band, and what would make one', async () => {
    const known = await inApp(useSurfaceKnown)
    const figures = known(after([surfaced, played(start + day, 6)]))
    expect(figures[0]).toMatchObject({ kind: 'assumed', band: expect.stringMatching(/^None/) })
    expect(figures[0]!.changes).toMatch(/reading with the scanner/)
    expect(known(after([], { factoryGrit: null }))[0]!.kind).toBe('unknown')
  })

  test('oil is assumed until tests before and after have corrected it, and then has their band', async () => {
    const known = await inApp(useSurfaceKnown)
    const now = after([surfaced, played(start + day, 6)])
    const oil = known(now).at(-1)!
    expect([oil.kind, oil.band]).toEqual(['assumed', undefined])
    const corrected = known(now, { oilUl: { low: 80, likely: 120, high: 190 }, oilPairs: 2 }).at(-1)!
    expect(corrected).toMatchObject({ kind: 'fitted', band: 'Nine times in ten between 80 and 190 µL.' })
  })

  test('whatever happens to a ball, every row is told in whole sentences', async () => {
    const known = await inApp(useSurfaceKnown)
    const happening = fc.oneof(
      fc.integer({ min: 1, max: 40 }).map((games) => (at: number) => played(at, games)),
      fc.integer({ min: 300, max: 5400 }).map((grit) => (at: number) => scanned(at, grit)),
      fc.constant((at: number): SurfaceEvent => ({ ...surfaced, atMs: at })),
    )
    fc.assert(
      fc.property(fc.array(happening, { maxLength: 8 }), (history) => {
        const now = after(history.map((at, i) => at(start + i * day)))
        for (const one of known(now)) isTold(one)
      }),
      { numRuns: 40 },
    )
  })
})

describe('how a chance of the map is known', () => {
  const view = {
    balls: [{ id: 'b', name: 'B', fitted: null }],
    targets: [{ id: 't', name: 'T', knownBy: 'unsure' }],
    releaseDoubtRpm: 12,
  } as unknown as CoverageView
  const cell = {
    ...{ ballId: 'b', targetId: 't', shots: 0, standing: 'likely', verdict: 'fits', provenance: 'assumed' },
    strikes: { p: 0.42, low: 0.3, high: 0.55 },
    parts: [
      { source: 'engine', p: 0.44, low: 0.3, high: 0.6, share: 0.7 },
      { source: 'table', p: 0.4, low: 0.2, high: 0.6, share: 0.3 },
    ],
    ...{ thrown: 0, contradicts: false, givenAway: 2 },
  } as unknown as CoverageCell

  test('by its kinds of evidence with their shares, its band with where it comes from, and what is missing', async () => {
    const { known } = await inApp(useCellKnown)
    const [one] = known(view, cell)
    isTold(one!)
    expect(one).toMatchObject({
      figure: 'Strikes in 42 of 100 shots',
      kind: 'assumed',
      data: 'No shot was thrown here.',
    })
    expect(one!.source).toMatch(/best line 70 %; .*30 %/)
    expect(one!.band).toMatch(/^30–55 %\. What its band comes from/)
    expect(one!.changes).toMatch(/Four shots or more/)
  })

  test('without any evidence it says so, and has no band', async () => {
    const { known } = await inApp(useCellKnown)
    const [one] = known(view, {
      ...cell,
      standing: 'unknown',
      provenance: 'unknown',
      strikes: null,
      parts: [],
    } as never)
    expect(one).toMatchObject({ kind: 'unknown', source: 'Nothing on record speaks of it.' })
    expect(one!.band).toBeUndefined()
  })
})

describe('how verdicts and plans are known', () => {
  test('a trial without enough shots is not known yet, and says what would tell', async () => {
    const known = await inApp(useTrialKnown)
    const trial = {
      id: 't',
      arms: [{ arm: 1, ballId: 'b', plannedGrit: null, levels: [], surface: { effectiveRaUm: 0.5, oilShare: 0 } }],
      shots: [],
      design: 'turns',
      question: 'Q',
    } as unknown as Trial
    const arm = { counted: 1, setAside: 1, warmUps: 2 }
    const [one] = known(trial, {
      measure: 'entryBoard',
      arms: [arm],
      missing: [0],
      judged: null,
      crossed: [],
    } as unknown as TrialResult)
    isTold(one!)
    expect(one).toMatchObject({ kind: 'unknown', data: 'Set aside: 1. Warm-up shots: 2.' })
    expect(one!.changes).toBe('More shots of each arm, in turns.')
  })

  test('likelihoods are assumed until the shop has settled cases, and strikes of a bag are computed', async () => {
    const { known } = await inApp(useDiagnosisText)
    const ranked = { causes: [{ cause: 'oil', probability: 0.61, because: [] }] }
    const of = (ownCases: number) => known({ ownCases, ranked } as unknown as StoredDiagnosis)[0]!
    expect([of(0).kind, of(5).kind]).toEqual(['assumed', 'fitted'])
    expect(of(5).source).toContain('5 settled cases')
    const bag = (await inApp(useBagText)).known(41.6)[0]!
    isTold(bag)
    expect(bag).toMatchObject({ kind: 'computed', figure: expect.stringMatching(/^42 strikes in 100/) })
  })
})
