import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  type CoverageBall,
  type CoverageQuestion,
  type Evidence,
  bandEnds,
  conditions,
  coverFamilies,
  coverageCell,
  coverageMap,
  dominance,
  equivalentRaUm,
  fixesFor,
  noOil,
  polishRaUm,
  raOfGrit,
  startingSurface,
  styleBand,
  styleBands,
} from '@sleetfall/core'

const ball = (id: string, grit: number | null, change: Partial<CoverageBall['reading']> = {}): CoverageBall => ({
  id,
  reading: {
    cover: 'solid',
    effectiveRaUm: grit === null ? null : raOfGrit(grit),
    oilShare: 0,
    rgIn: 2.5,
    differentialIn: 0.048,
    ...change,
  },
})
const test4 = (ballId: string, hits: number, of: number, read: 'early' | 'right' | 'late', grit: number): Evidence => ({
  ...{ ballId, targetId: 't', effectiveRaUm: raOfGrit(grit), oilShare: 0, pocketHits: hits, pocketOf: of, atMs: 0 },
  reads: { early: 0, right: 0, late: 0, [read]: of },
})
const heavy = { id: 't', condition: 'heavy' } as const
const cell = (
  one: CoverageBall,
  evidence: readonly Evidence[] = [],
  band: (typeof styleBands)[number] | null = 'matched',
) => coverageCell(one, heavy, band, evidence, 0.45)

describe('style', () => {
  test('dominance of 350 rpm, 18 mph and 13° of tilt is 0.4845 (worked apart: 0.10916·36.652·0.97437 / 8.0467)', () => {
    expect(dominance({ speedMph: 18, revRpm: 350, axisTiltDeg: 13 })).toBeCloseTo(0.48445, 5)
    expect(dominance({ speedMph: 18, revRpm: 350, axisTiltDeg: null })).toBeCloseTo(0.48445, 5)
  })

  test('bands meet at their ends, which belong to the band above', () => {
    expect(styleBand(0.3)).toBe('strongly-speed-dominant')
    for (const [index, end] of bandEnds.entries()) {
      expect(styleBand(end - 1e-9)).toBe(styleBands[index])
      expect(styleBand(end)).toBe(styleBands[index + 1])
    }
  })

  test('the table never gets rougher toward drier lanes or toward more revs, and never polishes for the very fast', () => {
    for (const [row, band] of styleBands.entries()) {
      for (const [column, condition] of conditions.entries()) {
        const { roughRaUm, smoothRaUm } = startingSurface(band, condition)
        expect(roughRaUm).toBeGreaterThanOrEqual(smoothRaUm)
        if (column > 0) expect(roughRaUm).toBeLessThanOrEqual(startingSurface(band, conditions[column - 1]!).roughRaUm)
        if (row > 0) expect(smoothRaUm).toBeLessThanOrEqual(startingSurface(styleBands[row - 1]!, condition).smoothRaUm)
      }
    }
    expect(startingSurface('strongly-speed-dominant', 'dry').smoothRaUm).toBeGreaterThan(polishRaUm)
  })
})

describe('strength', () => {
  test('covers read in their usual order; oil, low differential and high RG make a ball later', () => {
    const of = (change: Partial<CoverageBall['reading']>) =>
      equivalentRaUm({ cover: 'solid', oilShare: 0, rgIn: 2.5, differentialIn: 0.048, ...change, effectiveRaUm: 0.6 })
    const order = ['urethane', 'solid', 'hybrid', 'pearl', 'polyester'] as const
    const strengths = order.map((cover) => of({ cover }))
    expect([...strengths].sort((a, b) => b - a)).toEqual(strengths)
    for (const change of [{ oilShare: 0.8 }, { differentialIn: 0.02 }, { rgIn: 2.6 }])
      expect(of(change)).toBeLessThan(of({}))
  })
})

describe('cells', () => {
  test('assumption alone: fits inside the table, early above it, late below it', () => {
    expect(cell(ball('a', 700))).toMatchObject({ verdict: 'fits', covered: true, provenance: 'assumed', offBy: 0 })
    expect(cell(ball('a', 2500))).toMatchObject({ verdict: 'late', covered: false })
    expect(cell(ball('a', 2000, { cover: 'polyester' }))).toMatchObject({ verdict: 'never-reads' })
    expect(coverageCell(ball('a', 500), { id: 't', condition: 'dry' }, 'matched', [], 0.45)).toMatchObject({
      verdict: 'rolls-out',
    })
  })

  test('nothing known of bowler or ball: unknown, not a guess', () => {
    expect(cell(ball('a', 700), [], null)).toMatchObject({ verdict: 'unknown', pocket: null, provenance: 'unknown' })
    expect(cell(ball('a', null))).toMatchObject({ verdict: 'unknown', pocket: null })
  })

  test('shots that contradict the table win over it', () => {
    const missed = cell(ball('a', 700), [test4('a', 0, 6, 'late', 700)])
    expect(missed).toMatchObject({ provenance: 'measured', verdict: 'late', covered: false, shots: 6 })
    expect(missed.pocket!.p).toBeLessThan(0.3)
    const hit = cell(ball('a', 2500), [test4('a', 12, 12, 'right', 2500)])
    expect(hit).toMatchObject({ provenance: 'measured', verdict: 'fits', covered: true })
  })

  test('a test on a surface that is gone counts for little', () => {
    const gone = cell(ball('a', 700), [test4('a', 0, 6, 'late', 4500)])
    expect(gone).toMatchObject({ provenance: 'assumed', covered: true, changedSince: true })
  })

  test('shares stay ordered and inside 0 to 1, and more hits never lower them', () => {
    const anyBall = fc.record({
      cover: fc.constantFrom(...coverFamilies),
      grit: fc.integer({ min: 300, max: 6000 }),
      of: fc.integer({ min: 4, max: 12 }),
    })
    fc.assert(
      fc.property(anyBall, fc.constantFrom(...styleBands), ({ cover, grit, of }, band) => {
        const shares = Array.from(
          { length: of + 1 },
          (_, hits) => cell(ball('a', grit, { cover }), [test4('a', hits, of, 'right', grit)], band).pocket!,
        )
        for (const [index, { p, low, high }] of shares.entries()) {
          expect(low).toBeLessThanOrEqual(p)
          expect(p).toBeLessThanOrEqual(high)
          if (index > 0) expect(p).toBeGreaterThanOrEqual(shares[index - 1]!.p - 1e-9)
        }
      }),
    )
  })
})

describe('map and fixes', () => {
  const fresh = (id: string, grit: number) => ({
    id,
    finish: { raTopUm: raOfGrit(grit), raBaseUm: raOfGrit(grit) },
    oil: noOil,
  })
  const ask = (change: Partial<CoverageQuestion>): CoverageQuestion => ({
    band: 'matched',
    threshold: 0.45,
    balls: [],
    targets: [heavy],
    evidence: [],
    ...change,
  })

  test('gap, thin, overlap and unused', () => {
    const question = ask({
      balls: [ball('a', 700), ball('twin', 710), ball('smooth', 5000), ball('spare', 5000, { cover: 'polyester' })],
    })
    expect(coverageMap(question)).toMatchObject({ gaps: [], thin: [], overlaps: [['a', 'twin']], unused: ['smooth'] })
    expect(coverageMap(ask({ balls: [ball('a', 700)] })).thin).toEqual(['t'])
    expect(coverageMap(ask({ balls: [ball('smooth', 5000)] })).gaps).toEqual(['t'])
  })

  test('a worn ball is resurfaced rougher, and the promise of the fix is kept when it is done', () => {
    const question = ask({ balls: [ball('a', 4300)] })
    const [fix] = fixesFor(question, coverageMap(question), 't', [fresh('a', 4300)])
    expect(fix).toMatchObject({ action: 'resurface', ballId: 'a', reason: 'reads-late', fills: ['t'], opens: [] })
    expect(fix!.after!.covered).toBe(true)
  })

  test('oil is taken out before sandpaper is taken up', () => {
    const oil = { filmUl: 0, soakedUl: 850 }
    const balls = [ball('a', 1050, { oilShare: 850 / 900 })]
    const question = ask({ balls })
    const fixes = fixesFor(question, coverageMap(question), 't', [{ ...fresh('a', 1050), oil }])
    expect(fixes.map((fix) => fix.action)).toEqual(['extract', 'resurface'])
  })

  test('a fix that opens another gap comes after one that does not', () => {
    const dry = { id: 'd', condition: 'medium-dry' } as const
    const question = ask({ targets: [heavy, dry], balls: [ball('only', 4000), ball('idle', 5000, { cover: 'pearl' })] })
    const fixes = fixesFor(question, coverageMap(question), 't', [fresh('only', 4000), fresh('idle', 5000)])
    expect(fixes[0]).toMatchObject({ ballId: 'idle', opens: [] })
    expect(fixes.find((fix) => fix.ballId === 'only')).toMatchObject({ opens: ['d'] })
  })

  test('a spare ball is never sanded into service, and a ball seldom needed is not sold', () => {
    const spareOnly = ask({
      balls: [ball('spare', 5000, { cover: 'polyester' })],
      targets: [{ id: 't', condition: 'dry' }],
      band: 'strongly-speed-dominant',
    })
    expect(fixesFor(spareOnly, coverageMap(spareOnly), 't', [fresh('spare', 5000)])).toMatchObject([
      { action: 'other-ball', reason: 'seldom-needed' },
    ])
  })
})
