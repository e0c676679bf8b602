import { describe, expect, test } from '@jest/globals'
import { randomLcg, randomNormal } from 'd3-random'
import fc from 'fast-check'
import { type ComparedShot, compareVariants, holm, influenceOf, judge, usualSlopes } from '@sleetfall/core'
import { covariateNames, foretoldMeasures } from './slopes.ts'
import { slopesEverywhere } from './slopesFound.ts'
import { keptSlopes } from './slopesKept.ts'

const entry = { measure: 'entryBoard' } as const
/** Shots of an order of arms at mean entry boards, with scatter from a seed. */
function thrown(order: string, means: Readonly<Record<string, number>>, seed = 1, scatter = 0.6): ComparedShot[] {
  const normal = randomNormal.source(randomLcg(seed))(0, scatter)
  return [...order].map((variant, i) => ({
    ...{ variant, sequence: i + 1 },
    value: Math.round(2 * (means[variant]! + normal())) / 2,
  }))
}

describe('Holm', () => {
  test('gives the published example (Holm 1979: the smallest p by all, the next by one fewer)', () => {
    expect(holm([0.01, 0.04, 0.03, 0.005]).map((p) => Number(p.toFixed(3)))).toEqual([0.03, 0.06, 0.06, 0.02])
  })
  test('never makes a p smaller, never over one, and keeps their order', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 1, maxLength: 12 }), (ps) => {
        const adjusted = holm(ps)
        adjusted.forEach((one, i) => expect(one).toBeGreaterThanOrEqual(ps[i]!))
        expect(Math.max(...adjusted)).toBeLessThanOrEqual(1)
        for (const [i, p] of ps.entries())
          for (const [j, q] of ps.entries()) if (p < q) expect(adjusted[i]!).toBeLessThanOrEqual(adjusted[j]!)
      }),
    )
  })
})

describe('least squares with more than one pair', () => {
  test('the pair of two variants is what it is when one of them is the control', () => {
    const shots = thrown('ABCABCABC', { A: 17, B: 16, C: 15 })
    const whole = compareVariants(shots).pairs.find((pair) => pair.from === 'B' && pair.to === 'C')!
    const other = compareVariants([...shots].sort((a, b) => Number(b.variant === 'B') - Number(a.variant === 'B')))
    const anew = other.effects.find((effect) => effect.to === 'C')!
    for (const name of ['estimate', 'low', 'high', 'p'] as const) expect(whole[name]).toBeCloseTo(anew[name], 9)
  })

  test('three variants that are alike are called different in one case of twenty at most, not in one of ten', () => {
    let claimed = 0
    const cases = 400
    for (let seed = 1; seed <= cases; seed += 1) {
      const shots = thrown('ABCABCABCABC', { A: 17, B: 17, C: 17 }, seed).map(({ sequence: _, ...shot }) => shot)
      claimed += Number(compareVariants(shots).verdict === 'different')
    }
    expect(claimed / cases).toBeLessThan(0.05 + 2 * Math.sqrt((0.05 * 0.95) / cases))
  })

  test('shots that are all alike in half boards are not sure to the fifteenth place', () => {
    const alike = (variant: string, value: number) => Array.from({ length: 4 }, () => ({ variant, value }))
    const { effects, residualSd } = compareVariants([...alike('a', 17), ...alike('b', 16.5)])
    expect(residualSd).toBeCloseTo(0.5 / Math.sqrt(12), 9)
    expect(effects[0]!.p).toBeGreaterThan(1e-4)
    expect(effects[0]!.high - effects[0]!.low).toBeGreaterThan(0.4)
  })

  test('a block is taken out as its own effect', () => {
    const shots = [...'AABB'].flatMap((variant, i) => [
      { variant, value: 17 - Number(variant === 'B') + (i % 2), blocks: { bowler: i % 2 ? 'y' : 'x' } },
      { variant, value: 17.5 - Number(variant === 'B') + (i % 2), blocks: { bowler: i % 2 ? 'y' : 'x' } },
    ])
    const bare = shots.map(({ blocks: _, ...shot }) => shot)
    expect(compareVariants(shots).effects[0]!.estimate).toBeCloseTo(-1, 9)
    expect(compareVariants(shots).residualSd!).toBeLessThan(compareVariants(bare).residualSd!)
  })
})

describe('what is believed of the slopes before any shot', () => {
  test('aiming right enters further right, more feet left enters lighter, more speed hooks less; of an unknown measure nothing', () => {
    const slopes = usualSlopes('entryBoard')!
    expect(slopes.targetDeviationBoards.mean).toBeGreaterThan(1)
    expect(slopes.laydownDeviationBoards.mean).toBeLessThan(-1)
    expect(slopes.speedDeviationMph.mean).toBeLessThan(-1)
    for (const { mean, sd } of Object.values(slopes)) {
      expect(sd).toBeGreaterThan(0.25 * Math.abs(mean))
      expect(sd).toBeLessThan(Math.abs(mean))
    }
    expect(usualSlopes('pinsLeft')).toBeNull()
  })

  test('what is kept of them is what the motion core foretells now; else `npm run slopes` is due', () => {
    const found = slopesEverywhere()
    expect(keptSlopes).toHaveLength(found.length)
    found.forEach((one, i) => {
      for (const covariate of covariateNames)
        for (const measure of foretoldMeasures) {
          expect(keptSlopes[i]![covariate][measure]).toBeCloseTo(one[covariate][measure], 5)
          expect(keptSlopes[i]![covariate].bend[measure]).toBeCloseTo(one[covariate].bend[measure], 5)
        }
    })
  })
})

describe('a judgement', () => {
  test('with many shots and nothing to adjust comes to what least squares say', () => {
    const shots = thrown('ABBA'.repeat(15), { A: 17, B: 15.5 })
    const [own, plain] = [judge(shots, entry), compareVariants(shots)]
    expect(own.pairs[0]!.estimate).toBeCloseTo(plain.effects[0]!.estimate, 1)
    expect(own.residualSd!).toBeCloseTo(plain.residualSd!, 1)
    const width = (one: { low: number; high: number }) => one.high - one.low
    expect(width(own.pairs[0]!) / width(plain.effects[0]!)).toBeCloseTo(1, 1)
  })

  test('turning the arms round turns the sign; adding the same to every shot moves nothing', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: -6, max: 6 }), (seed, shift) => {
        const shots = thrown('ABBAABBA', { A: 17, B: 16 }, seed)
        const [there] = judge(shots, { ...entry, influence: false }).pairs
        const turned = [...shots].sort((a, b) => Number(b.variant === 'B') - Number(a.variant === 'B'))
        const [back] = judge(turned, { ...entry, influence: false }).pairs
        expect(back!.estimate).toBeCloseTo(-there!.estimate, 6)
        expect(back!.low).toBeCloseTo(-there!.high, 4)
        const moved = shots.map((shot) => ({ ...shot, value: shot.value + shift }))
        expect(judge(moved, { ...entry, influence: false }).pairs[0]!.estimate).toBeCloseTo(there!.estimate, 1)
      }),
      { numRuns: 20, seed: 20_311 },
    )
  })

  test('one ball after the other on a lane that may drift is confounded where a bare look would be sure; in turns it is shown', () => {
    const drifting = (shots: ComparedShot[]) =>
      shots.map((shot) => ({ ...shot, value: shot.value - 0.12 * shot.sequence! }))
    const means = { A: 17.5, B: 17 }
    const after = judge(drifting(thrown('AAAAAAAABBBBBBBB', means, 3, 0.4)), { ...entry, influence: false })
    expect(
      compareVariants(drifting(thrown('AAAAAAAABBBBBBBB', means, 3, 0.4)).map(({ sequence: _, ...shot }) => shot))
        .verdict,
    ).toBe('different')
    expect(after).toMatchObject({ verdict: 'confounded', confoundedWith: ['drift'], alternating: false })
    const turns = judge(drifting(thrown('ABBAABBAABBAABBA', { A: 17.5, B: 16.3 }, 3, 0.4)), {
      ...entry,
      influence: false,
    })
    expect(turns).toMatchObject({ verdict: 'different', confoundedWith: [], alternating: true })
    expect(turns.pairs[0]!.sd).toBeLessThan(after.pairs[0]!.sd)
  })

  test('two days with one arm each are told from the arms by nothing; a reference on both days takes the day out', () => {
    const onDay = (day: string) => (shot: ComparedShot) => ({ ...shot, sequence: undefined, blocks: { day } })
    const before = thrown('AAAAAA', { A: 17 }, 5, 0.3).map(onDay('1'))
    const after = thrown('BBBBBB', { B: 15.5 }, 6, 0.3).map(onDay('2'))
    expect(judge([...before, ...after], { ...entry, influence: false })).toMatchObject({
      verdict: 'confounded',
      confoundedWith: ['day'],
    })
    const reference = [
      ...thrown('RRRRRR', { R: 16 }, 7, 0.3).map(onDay('1')),
      ...thrown('RRRRRR', { R: 16 }, 8, 0.3).map(onDay('2')),
    ]
    const whole = judge([...before, ...after, ...reference], { ...entry, influence: false })
    expect(whole.pairs.find((pair) => pair.from === 'A' && pair.to === 'B')!.pHolm).toBeLessThan(0.05)
  })

  test('a figure that was not noted for one shot is not lost for all, and is told', () => {
    const aims = [-1, 1, 0.5, -0.5, 1, -1, 0, 0.5, -0.5, 1, -1, 0]
    const shots = thrown('ABBAABBAABBA', { A: 17, B: 15.5 }, 2, 0.3).map((shot, i) => ({
      ...shot,
      value: shot.value + 3 * aims[i]!,
      targetDeviationBoards: aims[i],
    }))
    const holed = shots.map((shot, i) => (i === 4 ? { ...shot, targetDeviationBoards: undefined } : shot))
    const [full, less] = [judge(shots, { ...entry, influence: false }), judge(holed, { ...entry, influence: false })]
    expect(less.missing).toEqual({ targetDeviationBoards: 1 })
    expect(less.covariates.map(({ name }) => name)).toContain('targetDeviationBoards')
    expect([full.verdict, less.verdict]).toEqual(['different', 'different'])
    expect(less.pairs[0]!.sd).toBeLessThan(1.6 * full.pairs[0]!.sd)
  })

  test('where all that were noted were on the line, those that were not still weigh less and are told', () => {
    const shots = thrown('ABBAABBA', { A: 17, B: 15.5 }, 2, 0.3).map((shot, i) => ({
      ...shot,
      targetDeviationBoards: i < 6 ? 0 : undefined,
    }))
    const { missing, covariates, pairs } = judge(shots, { ...entry, influence: false })
    expect(missing).toEqual({ targetDeviationBoards: 2 })
    expect(covariates.map(({ name }) => name)).toEqual(['sequence'])
    const noted = shots.map((shot) => ({ ...shot, targetDeviationBoards: 0 }))
    expect(pairs[0]!.sd).toBeGreaterThan(judge(noted, { ...entry, influence: false }).pairs[0]!.sd)
  })

  test('one wild shot is the one that weighs most, and leaving it out changes the verdict', () => {
    const shots = thrown('ABBAABBA', { A: 17, B: 15 }, 4, 0.2)
    const wild = shots.map((shot, i) => (i === 2 ? { ...shot, value: 22 } : shot))
    const { influence, verdict } = judge(wild, entry)
    expect(verdict).not.toBe('different')
    const most = [...influence].sort((a, b) => Math.abs(b.change) - Math.abs(a.change))[0]!
    expect(most).toMatchObject({ shot: 2, flips: true })
    expect(influenceOf(shots, compareVariants).every(({ flips }) => !flips)).toBe(true)
  })

  test('of one arm, or an arm of one shot, there is none', () => {
    for (const order of ['AAAA', 'AAAB']) {
      const judgement = judge(thrown(order, { A: 17, B: 16 }), entry)
      expect(judgement).toMatchObject({ verdict: 'too-few-shots', pairs: [], effects: [], residualSd: null })
    }
    expect(judge(thrown('AAAB', { A: 17, B: 16 }), entry).moreShots).toBe(1)
  })
})
