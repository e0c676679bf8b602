import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  type DesignName,
  type Shot,
  type TrialAsked,
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
  const shot = (arm: number, entryBoard: number | null, change: Partial<Shot> = {}): Shot => ({
    ...{ arm, entryBoard, sequence: (sequence += 1) },
    ...{ feetBoard: 22, targetBoard: 10, read: null, leave: null, setAsideReason: null },
    ...change,
  })
  const many = (arm: number, ...boards: number[]) => boards.map((board) => shot(arm, board))
  const asked = (design: DesignName, ...levels: string[][]): TrialAsked => ({
    design,
    arms: levels.map((of, i) => ({ arm: i + 1, levels: of })),
  })
  const two = asked('turns', [], [])

  test('says how many shots are missing', () => {
    const result = trialResult(two, [...many(1, 17, 17.5), ...many(2, 15)])
    expect(result).toMatchObject({ missing: [2, 3], judged: null })
  })

  test('shots set aside are counted apart, and shown when they would change the verdict; warm-ups never count', () => {
    const shots = [...many(1, 17.4, 17.6, 17.5, 17.5), ...many(2, 15.4, 15.6, 15.5, 15.5)]
    const wild = shot(2, 30, { setAsideReason: 'stuck at the line' })
    const result = trialResult(two, [...shots, wild, shot(1, 30, { warmUp: true })])
    expect(result.arms[1]).toMatchObject({ counted: 4, setAside: 1, meanEntryBoard: 15.5 })
    expect(result.arms[0]).toMatchObject({ counted: 4, warmUps: 1, meanEntryBoard: 17.5 })
    expect(result.judged?.verdict).toBe('different')
    expect(result.withSetAside?.verdict).not.toBe('different')
    expect(result.judged?.alternating).toBe(false)
  })

  test('when it cannot tell, it says how many shots would', () => {
    const { judged } = trialResult(two, [...many(1, 15, 19, 16, 18), ...many(2, 16, 20, 15, 19)])
    expect(judged?.verdict).toBe('no-difference-shown')
    // The textbook's 2·(2.8·sd/1.5)² a side with sd² = (10 + 17) / 6 is 31; a scatter that is known from eight shots asks for about as many.
    expect(judged!.moreShots).toBeGreaterThan(14)
    expect(judged!.moreShots).toBeLessThan(45)
  })

  test('of several arms, those that have their shots are judged; the others say what they lack', () => {
    const three = asked('turns', [], [], [])
    const result = trialResult(three, [...many(1, 17, 17, 17.5, 17), ...many(3, 14, 14, 14.5, 14), ...many(2, 15)])
    expect(result.missing).toEqual([0, 3, 0])
    expect(result.judged!.pairs.map(({ from, to }) => `${from}${to}`)).toEqual(['13'])
  })

  test('combinations: what each factor does, and that the cover answers the surface otherwise', () => {
    const levels = ['solid', 'pearl'].flatMap((cover) => ['box', '2000', 'polish'].map((surface) => [cover, surface]))
    // Entry by cover and surface: the pearl loses one board and a half, at polish three more.
    const means = [17.5, 18.5, 16, 16, 17, 11.5]
    const order = [1, 4, 4, 1, 1, 4, 2, 5, 5, 2, 2, 5, 3, 6, 6, 3, 3, 6]
    const noise = [0, 0.5, -0.5, 0, 0.5, 0, -0.5, 0, 0, 0.5, 0, -0.5, 0, 0.5, 0, -0.5, 0.5, 0]
    const shots = order.map((arm, i) => shot(arm, means[arm - 1]! + noise[i]!))
    const { crossed } = trialResult(asked('factorial', ...levels), shots)
    const of = (name: string) => crossed.find((one) => one.name === name)!
    expect(of('0:pearl').mean).toBeCloseTo(-2.5, 0)
    expect(of('1:polish').mean).toBeCloseTo(-3, 0)
    expect(of('pearl×polish').mean).toBeCloseTo(-3, 0)
    expect(of('pearl×polish').pHolm).toBeLessThan(0.05)
    expect(Math.abs(of('pearl×2000').mean)).toBeLessThan(1)
  })

  test('before and after on two days: the reference takes the day out, and without it the day explains as much', () => {
    const levels = [
      ['ball', 'before'],
      ['reference', 'before'],
      ['ball', 'after'],
      ['reference', 'after'],
    ]
    const at = (day: string, arm: number, ...boards: number[]) => boards.map((one) => shot(arm, one, { thrownAt: day }))
    const [first, second] = ['2031-03-01T18:00:00Z', '2031-03-04T18:00:00Z']
    const ball = [...at(first, 1, 14, 14.5, 14, 14.5), ...at(second, 3, 18, 18, 18.5, 18)]
    const reference = [...at(first, 2, 17, 17, 17.5, 17), ...at(second, 4, 18.5, 18.5, 18, 18.5)]
    const { crossed } = trialResult(asked('beforeAfter', ...levels), [...ball, ...reference])
    const effect = crossed.find(({ kind }) => kind === 'interaction')!
    // The ball gained 3.9 boards, the day gave 1.25 of them.
    expect(Math.abs(effect.mean)).toBeCloseTo(2.6, 0)
    expect(effect.low * effect.high).toBeGreaterThan(0)
    const alone = ball.map((one) => ({ ...one, arm: one.arm === 1 ? 1 : 2 }))
    expect(trialResult(two, alone).judged).toMatchObject({ verdict: 'confounded' })
    expect(trialResult(two, alone).judged!.confoundedWith).toContain('day')
  })

  test('balls each on its own line are told apart by where the feet stand when they hit', () => {
    const stands = (arm: number, ...feet: number[]) => feet.map((feetBoard) => shot(arm, 17.5, { feetBoard }))
    const searching = [shot(2, 21, { feetBoard: 20 }), shot(2, 20, { feetBoard: 22 })]
    const result = trialResult(asked('ownLine', [], []), [
      ...stands(1, 24, 24, 24, 24.5),
      ...searching,
      ...stands(2, 28, 28, 28, 27.5),
    ])
    expect(result.measure).toBe('boardsMoved')
    expect(result.judged!.pairs[0]!.estimate).toBeCloseTo(3.8, 0)
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

  test('of the speed counts beside it where enough speeds were noted', () => {
    const boards = [around(10, [-2, 2, 0, 0, -1, 1, -2, 2, 0, 0, -1, 1])]
    const offs = [-0.4, 0.4, 0, 0.2, -0.2, 0, -0.4, 0.4, 0, 0.2, -0.2, 0]
    const own = ownSpread(boards, [around(17, offs)])!
    // Squares 0.8, freedom 11.
    expect(own.speedMph!.sd).toBeCloseTo(Math.sqrt(0.8 / 11), 9)
    expect(spreadFor(usualSpread, own).speedMph).toBe(own.speedMph!.sd)
    const few = ownSpread(boards, [around(17, offs.slice(0, 8))])!
    expect([few.speedMph, spreadFor(usualSpread, few).speedMph]).toEqual([null, usualSpread.speedMph])
    // Two balls of two speeds are no spread.
    expect(ownSpread(boards, [around(17, offs), around(19, offs)])!.speedMph!.sd).toBeCloseTo(Math.sqrt(1.6 / 22), 9)
    expect(
      spreadFor(
        usualSpread,
        ownSpread(boards, [
          around(
            17,
            offs.map(() => 0),
          ),
        ]),
      ).speedMph,
    ).toBe(usualSpread.speedMph)
  })
})
