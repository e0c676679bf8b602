import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  type Shot,
  compareVariants,
  hitPocket,
  onLine,
  ownSpread,
  samePhase,
  scorePrediction,
  spreadFor,
  trialResult,
  usualSpread,
} from '@sleetfall/core'

/** Extra hours of sleep under two drugs, ten patients each (Cushny & Peebles 1905, used by 'Student' 1908). */
const drug1 = [0.7, -1.6, -0.2, -1.2, -0.1, 3.4, 3.7, 0.8, 0, 2]
const drug2 = [1.9, 0.8, 1.1, 0.1, -0.1, 4.4, 5.5, 1.6, 4.6, 3.4]

describe('comparison', () => {
  test("agrees with the published t-test of Student's sleep data", () => {
    const shots = [
      ...drug1.map((value) => ({ variant: 'one', value })),
      ...drug2.map((value) => ({ variant: 'two', value })),
    ]
    const [effect] = compareVariants(shots).effects
    // Pooled: t = 1.8608 on 18 degrees, p = 0.07919, 95 % −0.203874 to 3.363874.
    expect(effect!.estimate).toBeCloseTo(1.58, 9)
    expect(effect!.low).toBeCloseTo(-0.203874, 5)
    expect(effect!.high).toBeCloseTo(3.363874, 5)
    expect(effect!.p).toBeCloseTo(0.07919, 5)
  })

  test('takes a known aim and drift out exactly', () => {
    const shots = [0, 1, -1, 2, 0, 1, -2, 1].map((aim, index) => ({
      variant: index % 2 === 0 ? 'control' : 'variant',
      value: 17 + 0.8 * aim - 0.05 * index + (index % 2 === 0 ? 0 : -1.5),
      targetDeviationBoards: aim,
      sequence: index,
    }))
    const result = compareVariants(shots)
    expect(result.effects[0]!.estimate).toBeCloseTo(-1.5, 9)
    expect(result.covariates.map((one) => one.slope.toFixed(6))).toEqual(['0.800000', '-0.050000'])
    expect(result.verdict).toBe('different')
  })

  test('adding the same to every shot moves no difference', () => {
    const value = fc.double({ min: 10, max: 25, noNaN: true })
    fc.assert(
      fc.property(
        fc.array(value, { minLength: 4, maxLength: 8 }),
        fc.array(value, { minLength: 4, maxLength: 8 }),
        fc.double({ min: -5, max: 5, noNaN: true }),
        (a, b, shift) => {
          const shots = (by: number) => [
            ...a.map((v) => ({ variant: 'a', value: v + by })),
            ...b.map((v) => ({ variant: 'b', value: v + by })),
          ]
          expect(compareVariants(shots(shift)).effects[0]!.estimate).toBeCloseTo(
            compareVariants(shots(0)).effects[0]!.estimate,
            8,
          )
        },
      ),
    )
  })

  test('one variant, or no degree of freedom, is too few', () => {
    expect(compareVariants([{ variant: 'a', value: 1 }]).verdict).toBe('too-few-shots')
    expect(
      compareVariants([
        { variant: 'a', value: 1 },
        { variant: 'b', value: 2 },
      ]).verdict,
    ).toBe('too-few-shots')
  })
})

describe('trial', () => {
  let sequence = 0
  const shot = (variantId: string, entryBoard: number | null, change: Partial<Shot> = {}): Shot => ({
    ...{ variantId, entryBoard, sequence: (sequence += 1) },
    ...{ feetBoard: 22, targetBoard: 10, read: null, leave: null, setAsideReason: null },
    ...change,
  })
  const many = (id: string, ...boards: number[]) => boards.map((board) => shot(id, board))

  test('says how many shots are missing', () => {
    const result = trialResult('c', 'v', [...many('c', 17, 17.5), ...many('v', 15)])
    expect(result).toMatchObject({ missing: { control: 2, variant: 3 }, entry: null })
  })

  test('shots set aside are counted apart, and shown when they would change the verdict', () => {
    const shots = [...many('c', 17.4, 17.6, 17.5, 17.5), ...many('v', 15.4, 15.6, 15.5, 15.5)]
    const wild = shot('v', 30, { setAsideReason: 'stuck at the line' })
    const result = trialResult('c', 'v', [...shots, wild])
    expect(result.variant).toMatchObject({ counted: 4, setAside: 1, meanEntryBoard: 15.5 })
    expect(result.entry?.verdict).toBe('different')
    expect(result.withSetAside?.verdict).not.toBe('different')
    expect(result.entry?.alternating).toBe(false)
  })

  test('when it cannot tell, it says how many shots would', () => {
    const result = trialResult('c', 'v', [...many('c', 15, 19, 16, 18), ...many('v', 16, 20, 15, 19)])
    expect(result.entry?.verdict).toBe('no-difference-shown')
    // The textbook's 2·(2.8·sd/1.5)² a side with sd² = (10 + 17) / 6 is 31; a scatter that is known from eight shots asks for about as many.
    expect(result.entry!.moreShots).toBeGreaterThan(14)
    expect(result.entry!.moreShots).toBeLessThan(45)
  })

  test('pocket by entry board, else by leave, else unknown', () => {
    expect(hitPocket({ entryBoard: 17.5, leave: [1] })).toBe(true)
    expect(hitPocket({ entryBoard: 19, leave: [] })).toBe(false)
    expect(hitPocket({ entryBoard: null, leave: [10] })).toBe(true)
    expect(hitPocket({ entryBoard: null, leave: [4, 9] })).toBe(false)
    expect(hitPocket({ entryBoard: null, leave: null })).toBeNull()
  })
})

describe('prediction', () => {
  test('is held against the mean with a t interval (the sleep data again: one-sample 95 % of drug 2 is 0.898 to 3.762)', () => {
    const score = scorePrediction(0, drug2)!
    expect([score.off, score.low, score.high].map((x) => Number(x!.toFixed(3)))).toEqual([2.33, 0.898, 3.762])
    expect(score.missed).toBe(true)
    expect(scorePrediction(2, drug2)!.missed).toBe(false)
  })

  test('without shots there is no score, with one no judgement', () => {
    expect(scorePrediction(17.5, [])).toBeNull()
    expect(scorePrediction(17.5, [16])).toMatchObject({ off: -1.5, missed: null })
  })
})

describe('whether a shot was thrown on the line that was foretold', () => {
  const predicted = { laydown: 19, target: 12, shots: 40 }
  test.each([
    [{ feetBoard: 25, targetBoard: 12 }, true],
    [{ feetBoard: 26, targetBoard: 13 }, true],
    [{ feetBoard: null, targetBoard: 11 }, true],
    [{ feetBoard: 25, targetBoard: 13.5 }, false],
    [{ feetBoard: 27.5, targetBoard: 12 }, false],
    [{ feetBoard: 25, targetBoard: null }, null],
  ])('%j: %s', (thrown, on) => expect(onLine(predicted, thrown)).toBe(on))

  test('a lane played for hours is not the fresh one; what nobody noted is not held against it', () => {
    expect(samePhase({ ...predicted, shots: 0 }, 0)).toBe(true)
    expect(samePhase({ ...predicted, shots: 0 }, 1)).toBe(true)
    expect(samePhase({ ...predicted, shots: 0 }, 3)).toBe(false)
    expect(samePhase({ ...predicted, shots: 120 }, 3)).toBe(true)
    expect(samePhase(predicted, null)).toBeNull()
  })
})

describe('a bowler’s own spread', () => {
  const around = (aim: number, offs: readonly number[]) => offs.map((off) => aim + off)

  test('is pooled within groups: a move of the feet between them is no miss', () => {
    // Two groups of six: squares 4 + 10, freedom 10; χ² at 0.025 and 0.975 with 10 degrees: 3.247 and 20.483 (tables).
    const spread = ownSpread([around(10, [-1, 1, 0, 0, -1, 1]), around(17, [-2, 2, 0, 0, -1, 1])])!
    expect(spread.shots).toBe(12)
    expect(spread.targetBoards).toBeCloseTo(Math.sqrt(1.4), 9)
    expect(spread.low).toBeCloseTo(Math.sqrt(14 / 20.483), 3)
    expect(spread.high).toBeCloseTo(Math.sqrt(14 / 3.247), 3)
  })

  test('does not move with where it was aimed, and grows with the misses', () => {
    const board = fc.integer({ min: -3, max: 3 })
    fc.assert(
      fc.property(
        fc.array(board, { minLength: 12, maxLength: 30 }),
        fc.integer({ min: 5, max: 20 }),
        fc.integer({ min: 2, max: 4 }),
        (offs, aim, times) => {
          const here = ownSpread([around(10, offs)])!
          expect(ownSpread([around(aim, offs)])!.targetBoards).toBeCloseTo(here.targetBoards, 9)
          const wider = ownSpread([
            around(
              10,
              offs.map((off) => times * off),
            ),
          ])!
          expect(wider.targetBoards).toBeCloseTo(times * here.targetBoards, 9)
        },
      ),
      { seed: 20_311 },
    )
  })

  test('of too few shots, or of single ones, is not known; one that was never noted is not taken', () => {
    expect(ownSpread([around(10, [0, 1, -1, 0, 1, -1, 0, 1, -1, 0, 1])])).toBeNull()
    expect(ownSpread(Array.from({ length: 20 }, (_, index) => [index]))).toBeNull()
    const same = ownSpread([Array.from({ length: 14 }, () => 12)])!
    expect(spreadFor(usualSpread, same)).toEqual(usualSpread)
    expect(spreadFor(usualSpread, null)).toEqual(usualSpread)
    const own = ownSpread([around(10, [-2, 2, 0, 0, -1, 1, -2, 2, 0, 0, -1, 1])])!
    expect(spreadFor(usualSpread, own)).toEqual({ ...usualSpread, targetBoards: own.targetBoards })
  })
})
