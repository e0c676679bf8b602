import { describe, expect, test } from '@jest/globals'
import { randomLcg } from 'd3-random'
import * as fc from 'fast-check'
import { type DesignName, type Shot, type TrialAsked, orderedDifference, otherVerdicts } from '@sleetfall/core'

const counts = fc
  .tuple(fc.integer({ min: 0, max: 9 }), fc.integer({ min: 0, max: 9 }), fc.integer({ min: 0, max: 9 }))
  .filter((of) => of[0] + of[1] + of[2] >= 3)

describe('early, right and late as words in an order', () => {
  test('of few words nothing is told', () => {
    expect(orderedDifference([1, 1, 0], [0, 4, 4])).toBeNull()
  })

  test('the other way round is the other side of a half, and the share lies in its interval', () => {
    fc.assert(
      fc.property(counts, counts, (a, b) => {
        const [there, back] = [orderedDifference(a, b)!, orderedDifference(b, a)!]
        expect(there.above).toBeCloseTo(1 - back.above, 1)
        expect(there.low).toBeLessThanOrEqual(there.above)
        expect(there.high).toBeGreaterThanOrEqual(there.above)
        expect(there.low).toBeGreaterThanOrEqual(0)
        expect(there.high).toBeLessThanOrEqual(1)
      }),
      { numRuns: 20 },
    )
  })

  test('words moved up never lower it, and more of the same narrow the interval', () => {
    fc.assert(
      fc.property(counts, counts, (a, b) => {
        const later = [0, b[0] + b[1], b[2]] as const
        expect(orderedDifference(a, later)!.above).toBeGreaterThan(orderedDifference(a, b)!.above - 0.02)
        const width = (by: number) => {
          const { low, high } = orderedDifference(
            a.map((n) => by * n),
            b.map((n) => by * n),
          )!
          return high - low
        }
        expect(width(4)).toBeLessThan(width(1))
      }),
      { numRuns: 20 },
    )
  })

  test('ten early against ten late is sure; the posterior’s mean is that of two Dirichlet laws', () => {
    const { above, low, p } = orderedDifference([10, 0, 0], [0, 0, 10])!
    // Means of the shares: (10.5, 0.5, 0.5) / 11.5 and its mirror image.
    const [more, less] = [10.5 / 11.5, 0.5 / 11.5]
    expect(above).toBeCloseTo(less * (more / 2) + less * (more + less / 2) + more * (more + less + less / 2), 2)
    expect(low).toBeGreaterThan(0.5)
    expect(p).toBeLessThan(0.01)
  })

  test('where there is no difference one is claimed in no more than one of twenty', () => {
    const uniform = randomLcg(0.37)
    const thrown = () => {
      const of = [0, 0, 0]
      for (let i = 0; i < 8; i += 1) {
        const u = uniform()
        of[u < 0.2 ? 0 : u < 0.75 ? 1 : 2]! += 1
      }
      return of
    }
    const runs = 150
    let claimed = 0
    for (let i = 0; i < runs; i += 1) {
      const { low, high } = orderedDifference(thrown(), thrown())!
      claimed += Number(low > 0.5 || high < 0.5)
    }
    expect(claimed / runs).toBeLessThan(0.05 + 2 * Math.sqrt(0.0475 / runs))
  })
})

describe('a trial by its other measures', () => {
  let sequence = 0
  const shot = (arm: number, change: Partial<Shot>): Shot => ({
    ...{ arm, sequence: (sequence += 1), feetBoard: 25, targetBoard: 11, entryBoard: null, leave: null, read: null },
    ...{ setAsideReason: null, ...change },
  })
  const asked = (design: DesignName, arms: number): TrialAsked => ({
    design,
    arms: Array.from({ length: arms }, (_, i) => ({ arm: i + 1, levels: [] })),
  })
  const noise = [0.2, -0.4, 0.3, -0.1, 0.4, -0.3]

  test('finds where a ball reads earlier and breaks further out though it enters alike, and leaves out what nobody noted', () => {
    const shots = noise.flatMap((by, i) => [
      shot(1, { firstReadFt: 31 + 2 * by, breakpointBoard: 6 + by, entryBoard: 17.5 + by, read: 'right' }),
      shot(2, {
        firstReadFt: 26 - by,
        breakpointBoard: 6.2 - by,
        entryBoard: 17.5 - by,
        read: i < 5 ? 'early' : 'right',
      }),
    ])
    const { measures, reads } = otherVerdicts(asked('turns', 2), shots)
    expect(measures.map(({ measure, shots: n }) => [measure, n])).toEqual([
      ['firstReadFt', 12],
      ['breakpointBoard', 12],
    ])
    const [read, breaks] = measures.map(({ pairs }) => pairs[0]!)
    expect(read).toMatchObject({ from: 1, to: 2, shown: true })
    expect(read!.estimate).toBeLessThan(-3)
    expect(read!.high).toBeLessThan(0)
    expect(breaks!.shown).toBe(false)
    expect(reads).toHaveLength(1)
    expect(reads[0]!.high).toBeLessThan(0.5)
  })

  test('what was set aside or thrown to warm up says nothing here either', () => {
    const shots = noise.flatMap((by) => [shot(1, { firstReadFt: 31 + by }), shot(2, { firstReadFt: 31 - by })])
    const wild = [
      shot(2, { firstReadFt: 10, setAsideReason: 'slipped' }),
      shot(2, { firstReadFt: 10, warmUp: true, read: 'early' }),
    ]
    expect(otherVerdicts(asked('turns', 2), [...shots, ...wild])).toEqual(otherVerdicts(asked('turns', 2), shots))
  })

  test('of many pairs by many measures what is found by chance is not shown', () => {
    const shots = noise.flatMap((by, i) =>
      [1, 2, 3, 4].map((arm) => {
        const off = noise[(i * 3 + arm * 2) % 6]!
        return shot(arm, { firstReadFt: 30 + 3 * off, breakpointBoard: 6 + off + by / 2, entryAngleDeg: 4.5 + off / 3 })
      }),
    )
    const { measures } = otherVerdicts(asked('turns', 4), shots)
    expect(measures).toHaveLength(3)
    expect(measures.flatMap(({ pairs }) => pairs).filter(({ shown }) => shown)).toEqual([])
    expect(otherVerdicts(asked('free', 1), [shot(1, { firstReadFt: 30 })])).toEqual({ measures: [], reads: [] })
  })
})
