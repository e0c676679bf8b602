import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  type RecipeStep,
  type SurfaceEvent,
  type SurfaceNow,
  applyRecipe,
  careNeeded,
  coverFamilies,
  effectiveRaUm,
  factoryRecipe,
  finishRaUm,
  gamesUntilOutside,
  gritOfRa,
  handRefresh,
  oilAfterCleaning,
  oilAfterExtraction,
  oilAfterGames,
  oilAfterHours,
  productMlOf,
  raOfGrit,
  readyRecipes,
  recipeByKey,
  recipeDoubts,
  shortestRecipe,
  spinnerStep,
  stepEffect,
  stepTargetRaUm,
  surfaceLater,
  surfaceNow,
  usualProductMl,
  wearLeft,
  wearParameters,
  windowAbout,
  wornOnUm,
  wornRaUm,
} from '@sleetfall/core'

const hour = 3_600_000
const day = 24 * hour
const start = Date.UTC(2031, 0, 6, 12)
const games = (atMs: number, n = 3): SurfaceEvent => ({ atMs, kind: 'games', games: n, volumeMl: 25 })
const surfaced = (atMs: number, key: string): SurfaceEvent => ({
  atMs,
  kind: 'surfaced',
  steps: recipeByKey(key)!.steps,
})
const scanned = (atMs: number, ...grits: number[]): SurfaceEvent => ({ atMs, kind: 'scanned', grits })
const subject = { cover: 'solid', factoryGrit: 2000, targetGrit: null, gamesBefore: 0 } as const
const now = (
  history: readonly SurfaceEvent[],
  at = start + 100 * day,
  of: Parameters<typeof surfaceNow>[0] = subject,
) => surfaceNow(of, history, at)

describe('grit and roughness', () => {
  test('the map is met at its points and inverted everywhere', () => {
    for (const [grit, ra] of finishRaUm) expect(raOfGrit(grit)).toBeCloseTo(ra, 12)
    fc.assert(
      fc.property(fc.double({ min: 200, max: 9000, noNaN: true }), (grit) =>
        expect(gritOfRa(raOfGrit(grit))).toBeCloseTo(grit, 5),
      ),
    )
  })
})

describe('wear', () => {
  test('closed form after 0, 1 and 20 games of a 500 surface on a solid', () => {
    const p = wearParameters('solid')
    // 0.28 + 0.82·(0.55·e^(−n/0.8) + 0.45·e^(−n/12)), worked by hand.
    expect(wornRaUm(p, 1.1, 0)).toBeCloseTo(1.1, 12)
    expect(wornRaUm(p, 1.1, 1)).toBeCloseTo(0.7487, 3)
    expect(wornRaUm(p, 1.1, 20)).toBeCloseTo(0.3497, 3)
  })

  test('rough surfaces smooth, polish dulls, neither passes lane shine, and a reading continues the same curve', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...coverFamilies),
        fc.double({ min: 0.12, max: 1.4, noNaN: true }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        (cover, ra, n) => {
          const p = wearParameters(cover)
          const worn = wornRaUm(p, ra, n)
          expect((worn - p.raInf) * (ra - p.raInf)).toBeGreaterThanOrEqual(0)
          expect(Math.abs(worn - p.raInf)).toBeLessThanOrEqual(Math.abs(ra - p.raInf) + 1e-12)
          expect(wornOnUm(p, worn, n, 5)).toBeCloseTo(wornRaUm(p, ra, n + 5), 9)
        },
      ),
    )
  })

  test('games left end where the window ends', () => {
    const p = wearParameters('solid')
    const window = windowAbout(1000)
    const left = gamesUntilOutside(p, 0.75, 0, window)!
    expect(wornRaUm(p, 0.75, left)).toBeCloseTo(window.minRaUm, 3)
    expect(gamesUntilOutside(p, 0.3, 0, window)).toBe(0)
    expect(gamesUntilOutside(p, 0.3, 0, windowAbout(4500))).toBeNull()
  })
})

describe('recipes', () => {
  const pad = (grit: number, change: Partial<RecipeStep> = {}): RecipeStep => ({
    ...recipeByKey('to-500')!.steps[0]!,
    grit,
    ...change,
  })
  const shine = { raTopUm: 0.28, raBaseUm: 0.28 }

  test('polish and compound take a coin’s size a side where nobody said, pads take none; the amount changes no finish', () => {
    expect(['pad', 'sheet'].map((abrasive) => productMlOf({ ...pad(500), abrasive: abrasive as 'pad' }))).toEqual([
      null,
      null,
    ])
    expect([spinnerStep('polish'), spinnerStep('compound')].map(productMlOf)).toEqual([usualProductMl, usualProductMl])
    const much = { ...spinnerStep('polish'), productMl: 8 }
    expect(productMlOf(much)).toBe(8)
    expect(applyRecipe(shine, [much])).toEqual(applyRecipe(shine, [spinnerStep('polish')]))
  })

  test('a full spinner recipe reads within a tenth of its last grit on top', () => {
    for (const recipe of readyRecipes) {
      const last = recipe.steps.at(-1)!
      if (last.grit === undefined) continue
      const top = gritOfRa(applyRecipe(shine, recipe.steps).raTopUm)
      expect(top / last.grit).toBeGreaterThan(0.9)
      expect(top / last.grit).toBeLessThan(1.1)
    }
  })

  test('2000 over 500 reads 2000 but feels rougher than a worked-up 2000', () => {
    const quick = applyRecipe(shine, recipeByKey('500-then-2000')!.steps)
    const worked = applyRecipe(shine, recipeByKey('to-2000')!.steps)
    expect(Math.abs(Math.log(quick.raTopUm / worked.raTopUm))).toBeLessThan(0.05)
    expect(effectiveRaUm(quick)).toBeGreaterThan(effectiveRaUm(worked) * 1.02)
  })

  test('polish over 1500 keeps more teeth than polish over 2000', () => {
    const over = (key: string) => effectiveRaUm(applyRecipe(shine, recipeByKey(key)!.steps))
    expect(over('1500-polish')).toBeGreaterThan(over('2000-polish'))
  })

  test('hand work, dry work and a worn pad do less; 4000 by hand does nearly nothing', () => {
    for (const change of [{ method: 'hand' }, { medium: 'dry' }, { padUses: 12 }, { secondsPerSide: 3 }] as const) {
      expect(stepEffect(pad(1000, change))).toBeLessThan(stepEffect(pad(1000)))
    }
    expect(stepEffect(pad(4000, { method: 'hand' }))).toBeLessThan(0.2)
  })

  test('a full resurface takes 0.01 to 0.03 mm of cover', () => {
    for (const key of ['to-500', 'to-1000', 'to-2000', 'to-4000']) {
      const { coverRemovedMm } = applyRecipe(shine, recipeByKey(key)!.steps)
      expect(coverRemovedMm).toBeGreaterThan(0.01)
      expect(coverRemovedMm).toBeLessThan(0.03)
    }
  })
})

describe('planning a finish', () => {
  test('the shortest recipe reaches what was wanted, and no shorter row of the shelf does', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 300, max: 6000, noNaN: true }),
        fc.double({ min: 400, max: 4500, noNaN: true }),
        (from, wanted) => {
          const start = { raTopUm: raOfGrit(from), raBaseUm: raOfGrit(from) }
          const found = shortestRecipe(start, { raTopUm: raOfGrit(wanted), raBaseUm: null })
          expect(found).not.toBeNull()
          const reached = gritOfRa(applyRecipe(start, found!.steps).raTopUm)
          expect(Math.abs(Math.log(raOfGrit(reached) / raOfGrit(wanted)))).toBeLessThanOrEqual(Math.log(1.15) + 1e-9)
          const targets = found!.steps.map((step) => stepTargetRaUm(step))
          expect(targets).toEqual([...targets].sort((a, b) => b - a))
        },
      ),
      { numRuns: 40 },
    )
  })

  test('nothing to do is an empty recipe; teeth under a fine top take a coarse step first', () => {
    const at2000 = { raTopUm: raOfGrit(2000), raBaseUm: raOfGrit(2000) }
    expect(shortestRecipe(at2000, { raTopUm: raOfGrit(2000), raBaseUm: null })!.steps).toEqual([])
    const quick = applyRecipe({ raTopUm: 0.28, raBaseUm: 0.28 }, recipeByKey('500-then-2000')!.steps)
    const found = shortestRecipe({ raTopUm: 0.28, raBaseUm: 0.28 }, quick)!
    expect(found.steps[0]!.grit).toBeLessThanOrEqual(500)
    expect(found.steps.length).toBe(2)
  })

  test('a doubtful order is named at its step; the ready recipes are beyond doubt', () => {
    for (const recipe of readyRecipes) expect(recipeDoubts(recipe.steps)).toEqual([])
    const pad = (grit: number, change: Partial<RecipeStep> = {}) => ({ ...spinnerStep('pad', grit), ...change })
    expect(recipeDoubts([pad(2000), pad(500)])).toEqual([{ position: 1, problem: 'coarse-over-fine' }])
    expect(recipeDoubts([pad(4000, { method: 'hand' })])).toEqual([{ position: 0, problem: 'fine-by-hand' }])
    expect(recipeDoubts([pad(500), spinnerStep('polish')])).toEqual([{ position: 1, problem: 'polish-over-rough' }])
    expect(recipeDoubts([pad(1000, { padUses: 12 })])).toEqual([{ position: 0, problem: 'worn-pad' }])
  })

  test('a factory finish is met as a reading within a tenth', () => {
    for (const grit of [500, 1000, 2000, 3000, 4000]) {
      const top = gritOfRa(applyRecipe({ raTopUm: 0.28, raBaseUm: 0.28 }, factoryRecipe(grit).steps).raTopUm)
      expect(Math.abs(Math.log(top / grit))).toBeLessThan(0.1)
    }
  })
})

describe('oil', () => {
  const some = { filmUl: 100, soakedUl: 300 }
  test('figures of the stated model', () => {
    expect(oilAfterGames({ filmUl: 0, soakedUl: 0 }, 1, 25, 'solid', 0.4).filmUl).toBeCloseTo(12, 9)
    expect(oilAfterGames({ filmUl: 0, soakedUl: 0 }, 1, 25, 'solid', 0.9).filmUl).toBeCloseTo(14.4, 9)
    expect(oilAfterGames({ filmUl: 0, soakedUl: 0 }, 2, 30, 'urethane', 0.4).filmUl).toBeCloseTo(2 * 12 * 1.2 * 0.15, 9)
    expect(oilAfterHours(some, 12).filmUl).toBeCloseTo(100 / Math.E, 9)
    expect(oilAfterCleaning(some, 'towel')).toEqual({ filmUl: 60, soakedUl: 300 })
    expect(oilAfterCleaning(some, 'cleaner')).toEqual({ filmUl: 15, soakedUl: 291 })
    // Twenty minutes at 52 °C leave e^-1; ten degrees more, the same in ten.
    expect(oilAfterExtraction(some, 20, 52).soakedUl).toBeCloseTo(300 / Math.E, 9)
    expect(oilAfterExtraction(some, 10, 62).soakedUl).toBeCloseTo(300 / Math.E, 9)
  })

  test('never exceeds capacity and soaking in loses none', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.double({ min: 0, max: 900, noNaN: true }),
        fc.double({ min: 0, max: 99, noNaN: true }),
        (n, soaked, hours) => {
          const after = oilAfterGames({ filmUl: 0, soakedUl: soaked }, n, 30, 'solid', 0.9)
          expect(after.filmUl + after.soakedUl).toBeLessThanOrEqual(900 + 1e-9)
          const later = oilAfterHours(after, hours)
          expect(later.filmUl + later.soakedUl).toBeCloseTo(after.filmUl + after.soakedUl, 9)
        },
      ),
    )
  })
})

describe('a ball through its history', () => {
  test('no finish, no work, no reading: unknown, never a made-up figure', () => {
    expect(now([games(start)], undefined, { ...subject, factoryGrit: null })).toMatchObject({
      provenance: 'unknown',
      grit: null,
      status: 'unknown',
      gamesLeft: null,
    })
  })

  test('resurfacing starts the curve anew and makes the recipe the target', () => {
    const kept = { ...subject, targetGrit: 1000 }
    const after = now([surfaced(start, 'to-1000')], undefined, kept)
    expect(after.provenance).toBe('assumed')
    expect(Math.abs(after.grit! - 1000)).toBeLessThan(100)
    expect(after.status).toBe('leaves-soon')
    expect(now([surfaced(start, 'to-1000'), games(start + day, 6)], undefined, kept)).toMatchObject({
      ...{ asked: true, status: 'too-smooth', gamesOnSurface: 6, gamesLeft: 0 },
    })
  })

  test('where nobody set a target a worn surface is accepted, whatever its recipe was', () => {
    for (const played of [1, 6, 40])
      expect(['in-window', 'accepted']).toContain(now([surfaced(start, 'to-1000'), games(start + day, played)]).status)
    expect(now([surfaced(start, 'to-1000'), games(start + day, 6)])).toMatchObject({ asked: false, status: 'accepted' })
  })

  test('a reading of a new surface is measured; one after games moves the fit, and the fit is what is shown', () => {
    const fresh = [surfaced(start, 'to-1000'), scanned(start + hour, 1050, 1060)]
    expect(now(fresh)).toMatchObject({ provenance: 'measured', gamesSinceScan: 0 })
    expect(now(fresh).grit).toBeCloseTo(1055, 6)
    const played = [surfaced(start, 'to-1000'), games(start + day)]
    const read = [...played, scanned(start + 2 * day, 1500, 1600, 1550, 1450)]
    expect(now(read)).toMatchObject({ provenance: 'fitted', gamesSinceScan: 0, lastScan: { grit: 1525 } })
    // Between what was expected and what was read: either alone may be off by a tenth.
    const [expected, fitted] = [now(played).grit!, now(read).grit!]
    expect(Math.abs(fitted - 1525)).toBeLessThan(Math.abs(expected - 1525))
    expect(fitted).not.toBeCloseTo(1525, 0)
    const later = now([...read, games(start + 3 * day, 1)])
    expect(later).toMatchObject({ provenance: 'fitted', gamesSinceScan: 1 })
    expect(later.grit).toBeGreaterThan(fitted)
  })

  test('while its fit is not made yet a reading stands as it was read', () => {
    const history = [surfaced(start, 'to-1000'), games(start + day), scanned(start + 2 * day, 1525)]
    const waiting = surfaceNow(subject, history, start + 9 * day, undefined, { fit: () => null })
    expect(waiting).toMatchObject({ provenance: 'measured', curve: { fitted: false, bandUm: null } })
    expect(waiting.grit).toBeCloseTo(1525, 6)
  })

  test('a light touch-up by hand lets the part of the peaks that it cut begin anew, and the rest go on where it was', () => {
    const old = [surfaced(start, 'to-1000'), games(start + day, 12)]
    const touched = (steps: readonly RecipeStep[]) =>
      now([...old, { atMs: start + 2 * day, kind: 'surfaced', steps, targetGrit: 1000 }])
    const light = touched([{ ...handRefresh(1000), passesPerSide: 1 }])
    const firm = touched([handRefresh(1000)])
    const spun = touched(recipeByKey('to-1000')!.steps)
    expect(spun).toMatchObject({ wearAge: 0, gamesOnSurface: 0 })
    expect(light.gamesOnSurface).toBe(0)
    expect(light.wearAge).toBeGreaterThan(firm.wearAge)
    expect(firm.wearAge).toBeGreaterThan(0)
    expect(light.wearAge).toBeLessThan(12)
    // Of what it then has above lane shine it loses less in its next game than a surface that was cut all over.
    const lost = (one: SurfaceNow) =>
      wearLeft(one.curve!.wear, one.wearAge + 1) / wearLeft(one.curve!.wear, one.wearAge)
    expect(lost(light)).toBeGreaterThan(lost(firm))
    expect(lost(firm)).toBeGreaterThan(lost(spun))
  })

  test('nobody plays: what was folded up to the last event is later the same but for the film that soaked in', () => {
    const history = [surfaced(start, 'to-1000'), games(start + day, 5), games(start + 3 * day, 4)]
    const then = surfaceNow(subject, history, start + 3 * day)
    fc.assert(
      fc.property(fc.double({ min: 0, max: 900, noNaN: true }), (hours) => {
        const whole = surfaceNow(subject, history, start + 3 * day + hours * hour)
        const later = surfaceLater(then, hours)
        expect(later.oil.filmUl).toBeCloseTo(whole.oil.filmUl, 6)
        expect(later.oilShare).toBeCloseTo(whole.oilShare, 9)
        expect({ ...later, oil: 0, oilShare: 0 }).toEqual({ ...whole, oil: 0, oilShare: 0 })
      }),
    )
  })

  test('readings after games are fitted: a ball that wears faster than assumed leaves its window sooner', () => {
    const played = (grits: readonly number[]) => [
      surfaced(start, 'to-1000'),
      ...grits.flatMap((grit, index) => [
        games(start + (2 * index + 1) * day, 2),
        scanned(start + (2 * index + 2) * day, grit, grit),
      ]),
      games(start + 50 * day, 1),
    ]
    const [fast, slow] = [now(played([2600, 3500, 4000])), now(played([1250, 1500, 1700]))]
    for (const one of [fast, slow]) {
      expect(one.provenance).toBe('fitted')
      expect(one.curve).toMatchObject({ fitted: true, startFrom: 'recipe' })
      const [low, high] = one.curve!.bandUm!
      expect(one.finish!.raTopUm).toBeGreaterThan(low)
      expect(one.finish!.raTopUm).toBeLessThan(high)
    }
    expect(fast.grit!).toBeGreaterThan(slow.grit! * 1.3)
    expect(slow.curve!.wear.tau2).toBeGreaterThan(fast.curve!.wear.tau2)
  })

  test('a reading before any game measures the start; on and off the track, the track counts', () => {
    const fresh = now([surfaced(start, 'to-2000'), scanned(start + hour, 1800, 1800), games(start + day)])
    expect(fresh.curve!.startFrom).toBe('reading')
    expect(gritOfRa(fresh.curve!.startRaUm)).toBeCloseTo(1800, 6)
    const spots = ['track', 'off-track', 'track', 'off-track'] as const
    const apart = now([{ atMs: start, kind: 'scanned', grits: [3000, 2000, 3200, 2200], spots }])
    expect(apart.lastScan).toMatchObject({ grit: 3100, trackGrit: 3100, offTrackGrit: 2100, spreadGrit: 1200 })
  })

  test('a reading at the top of the scanner only says that it is at least as smooth', () => {
    const polished = [surfaced(start, '2000-polish')]
    expect(now([...polished, scanned(start + hour, 5500, 5500)]).grit).toBeCloseTo(now(polished).grit!, 6)
    expect(now([surfaced(start, 'to-500'), scanned(start + hour, 5500)]).grit).toBeCloseTo(5500, 6)
  })

  test('cleaning takes oil, never roughness; extraction resets its count', () => {
    const played = [surfaced(start, 'to-1000'), games(start + day)]
    const cleaned = now([...played, { atMs: start + day + hour, kind: 'cleaned', with: 'cleaner' }])
    expect(cleaned.effectiveRaUm).toBe(now(played).effectiveRaUm)
    expect(cleaned.oilShare).toBeLessThan(now(played).oilShare)
    const extracted = now([...played, { atMs: start + 2 * day, kind: 'extracted', minutes: 25, temperatureC: 52 }])
    expect(extracted).toMatchObject({ gamesSinceExtraction: 0, gamesOnSurface: 3, totalGames: 3 })
  })

  test('the order in which events are given does not matter, only when they happened', () => {
    const history = [
      surfaced(start, 'to-2000'),
      games(start + day),
      scanned(start + 2 * day, 2500),
      games(start + 3 * day, 1),
    ]
    expect(now([...history].reverse())).toEqual(now(history))
  })

  test('care names what a ball needs; polyester needs no oil work', () => {
    expect(careNeeded('solid', { status: 'too-smooth', oilShare: 0.9, asked: true })).toEqual([
      'surface-outside',
      'oil-heavy',
    ])
    expect(careNeeded('polyester', { status: 'in-window', oilShare: 0.9, asked: true })).toEqual([])
  })
})
