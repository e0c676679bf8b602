import { describe, expect, test } from '@jest/globals'
import { randomLcg } from 'd3-random'
import fc from 'fast-check'
import {
  type CaseFacts,
  type Cause,
  type SettledCase,
  type SignName,
  causes,
  diagnose,
  laneOptions,
  learnFromCases,
  mirrored,
  nothingKnown,
  nothingLearnt,
  outcomeChance,
  readLeave,
  rowsOf,
  seenWith,
  signNames,
  signsOf,
  testKind,
  testKinds,
  testNames,
  usualShares,
} from '@sleetfall/core'

const seen = (change: Partial<Parameters<typeof diagnose>[0]> = {}) => ({
  ...{ facts: nothingKnown, signs: [], done: [] },
  ...change,
})
const chanceOf = (result: ReturnType<typeof diagnose>, cause: Cause) =>
  result.causes.find((one) => one.cause === cause)!.probability

describe('the table of chances', () => {
  test('shares of the causes, and the outcomes of every test with every cause, add up to one', () => {
    expect(causes.reduce((sum, cause) => sum + usualShares[cause], 0)).toBeCloseTo(1, 9)
    for (const kind of testKinds)
      for (const row of rowsOf(kind)) expect(row.reduce((sum, one) => sum + one, 0)).toBeCloseTo(1, 9)
    expect(testKinds.map(({ name }) => name)).toEqual([...testNames])
  })
})

describe('ranking causes', () => {
  test('is Bayes’ rule: two signs worked out by hand', () => {
    const weights = causes.map((cause) => usualShares[cause] * seenWith('light', cause) * seenWith('late', cause))
    const sum = weights.reduce((total, one) => total + one, 0)
    const result = diagnose(seen({ signs: ['light', 'late'] }))
    for (const [i, cause] of causes.entries()) expect(chanceOf(result, cause)).toBeCloseTo(weights[i]! / sum, 9)
  })

  test('always adds up to one, and a test never takes away more doubt than there is, nor adds any', () => {
    fc.assert(
      fc.property(
        fc.subarray([...signNames]),
        fc.subarray(testKinds.map((kind) => kind)),
        fc.integer({ min: 0, max: 2 }),
        (signs, kinds, which) => {
          const done = kinds.map(({ name, outcomes }) => ({ test: name, outcome: outcomes[which]! }))
          const { causes: ranked, next, doubtBits } = diagnose(seen({ signs, done }))
          expect(ranked.reduce((sum, one) => sum + one.probability, 0)).toBeCloseTo(1, 9)
          for (const { informationBits, wouldLead } of next) {
            expect(informationBits).toBeGreaterThanOrEqual(0)
            expect(informationBits).toBeLessThanOrEqual(doubtBits + 1e-9)
            expect(wouldLead.reduce((sum, one) => sum + one.chance, 0)).toBeCloseTo(1, 9)
          }
          expect(next.some(({ test: name }) => done.some((one) => one.test === name))).toBe(false)
        },
      ),
      { seed: 20_311, numRuns: 60 },
    )
  })

  test('says for each cause what speaks for it and against it, the strongest first', () => {
    const result = diagnose(seen({ signs: ['light', 'late'], facts: { ...nothingKnown, surface: 'too-smooth' } }))
    const { causes: ranked } = result
    // It was read: no scanner is asked for.
    expect(result.next.map(({ test: name }) => name)).not.toContain('scan')
    expect(ranked[0]!.cause).toBe('tooSmooth')
    expect(ranked[0]!.because[0]).toMatchObject({ kind: 'fact', name: 'wornSmooth' })
    const rough = ranked.find((one) => one.cause === 'tooRough')!
    expect(rough.because.every(({ times }) => times < 1)).toBe(true)
  })

  test('changes its mind: a wipe that helps is film, one that changes nothing leaves the surface', () => {
    const signs = ['light', 'late', 'fading'] as const
    const first = diagnose(seen({ signs }))
    const helped = diagnose(seen({ signs, done: [{ test: 'wipe', outcome: 'better' }] }))
    expect(helped.causes[0]!.cause).toBe('film')
    const not = diagnose(seen({ signs, done: [{ test: 'wipe', outcome: 'same' }] }))
    expect(chanceOf(not, 'film')).toBeLessThan(chanceOf(first, 'film'))
    expect(not.causes[0]!.cause).not.toBe('film')
  })

  test('proposes what tells most a minute: the bench and the drill come long after the lane', () => {
    const { next } = diagnose(seen({ signs: ['late', 'straight'] }))
    const place = (name: string) => next.findIndex(({ test: of }) => of === name)
    expect(next[0]!.minutes).toBeLessThanOrEqual(3)
    for (const long of ['extract', 'layout']) expect(place(long)).toBeGreaterThan(6)
    for (const [i, one] of next.entries())
      if (i > 0)
        expect(one.informationBits / one.minutes).toBeLessThanOrEqual(
          next[i - 1]!.informationBits / next[i - 1]!.minutes + 1e-12,
        )
  })

  /** A made-up case: what is seen and what tests say are drawn with the chances of the table. */
  const uniform = randomLcg(20_311)
  const drawn = (): Cause => {
    let at = uniform()
    return causes.find((cause) => (at -= usualShares[cause]) < 0) ?? causes[0]
  }
  test('following its proposals, four tests find the hidden cause far more often than guessing, and its chances are what they say', () => {
    let [right, atStart, foretold] = [0, 0, 0]
    const cases = 400
    for (let i = 0; i < cases; i += 1) {
      const truth = drawn()
      const signs = signNames.filter((sign) => uniform() < seenWith(sign, truth))
      const absent = signNames.filter((sign) => !signs.includes(sign))
      const facts = nothingKnown
      atStart += Number(diagnose({ facts, signs, absent, done: [] }).causes[0]!.cause === truth)
      const done: {
        test: (typeof testKinds)[number]['name']
        outcome: (typeof testKinds)[number]['outcomes'][number]
      }[] = []
      for (let n = 0; n < 4; n += 1) {
        const [best] = diagnose({ facts, signs, absent, done }).next
        const kind = testKind(best!.test)
        let at = uniform()
        const outcome = kind.outcomes.find((one) => (at -= outcomeChance(nothingLearnt, kind, one, truth)) < 0)
        done.push({ test: kind.name, outcome: outcome ?? kind.outcomes[0]! })
      }
      const [top] = diagnose({ facts, signs, absent, done }).causes
      right += Number(top!.cause === truth)
      foretold += top!.probability
    }
    expect(right).toBeGreaterThan(atStart)
    expect(right / cases).toBeGreaterThan(0.6)
    // As often as it says, two standard deviations of four hundred draws.
    expect(Math.abs(right - foretold) / cases).toBeLessThan(2 * Math.sqrt(0.25 / cases))
  })
})

describe('what the shop’s own cases teach', () => {
  const oily: SettledCase = {
    ...{ cause: 'oil', signs: ['fading'] },
    done: [{ test: 'wipe', outcome: 'better' }],
  }
  test('moves the table toward them, by how many they are, and keeps every chance between nothing and one', () => {
    const before = diagnose(seen({ signs: ['fading'], done: [{ test: 'wipe', outcome: 'better' }] }))
    const few = learnFromCases(
      Array.from({ length: 5 }, () => oily),
      signNames,
    )
    const many = learnFromCases(
      Array.from({ length: 60 }, () => oily),
      signNames,
    )
    const after = (learnt: typeof few) =>
      chanceOf(diagnose(seen({ signs: ['fading'], done: [{ test: 'wipe', outcome: 'better' }] }), learnt), 'oil')
    expect(after(few)).toBeGreaterThan(chanceOf(before, 'oil'))
    expect(after(many)).toBeGreaterThan(after(few))
    expect(after(many)).toBeLessThan(1)
    // Twelve cases weigh as much as the table: half way from 0.2 to 1.
    const twelve = learnFromCases(
      Array.from({ length: 12 }, () => oily),
      signNames,
    )
    expect(outcomeChance(twelve, testKind('wipe'), 'better', 'oil')).toBeCloseTo(0.6, 9)
  })
})

describe('a leave read', () => {
  const pins = fc.subarray([1, 2, 3, 4, 5, 6, 7, 8, 9, 10])
  test('for a left-hander is the mirror image of a right-hander’s', () => {
    fc.assert(
      fc.property(pins, (leave) => {
        expect(readLeave(mirrored(leave), 'left')).toEqual(readLeave(leave, 'right'))
        expect(mirrored(mirrored(leave))).toEqual([...leave].sort((a, b) => a - b))
      }),
    )
    expect(readLeave([7], 'left').readings).toEqual(readLeave([10], 'right').readings)
    expect(readLeave([3, 7, 9], 'left').readings[0]!.sign).toBe('light')
  })
  test.each([
    [[4], 'high'],
    [[9, 4], 'high'],
    [[2, 8, 10], 'light'],
    [[5, 7], 'light'],
    [[8, 10], 'light'],
    [[2, 4, 7], 'wideOut'],
    [[6, 10], 'wideIn'],
    [[4, 6, 7, 10], 'high'],
  ])('%j may mean %s', (leave, sign) => expect(readLeave(leave as number[], 'right').readings[0]!.sign).toBe(sign))
  test('is likely, never sure; what was seen counts more; a strike says nothing and may be luck', () => {
    fc.assert(
      fc.property(pins, (leave) => {
        const sum = readLeave(leave, 'right').readings.reduce((total, { share }) => total + share, 0)
        expect(sum).toBeLessThan(1)
      }),
    )
    expect(readLeave([10], 'right', { flatCorner: true }).readings).toEqual([{ sign: 'flatCorner', share: 0.9 }])
    expect(readLeave([], 'right')).toEqual({ readings: [], luck: false })
    expect(readLeave([], 'right', { messenger: true }).luck).toBe(true)
    expect(readLeave(null, 'right').readings).toEqual([])
  })
})

describe('signs of a row of shots', () => {
  const shot = (change: object = {}) => ({
    ...{ leave: null, flags: [], read: null, execution: null, targetBoard: 12, entryBoard: null },
    ...change,
  })
  test('need more than one shot; what was thrown badly says nothing of the ball', () => {
    expect(signsOf([shot({ leave: [2, 8, 10], read: 'late' })], 'right')).toEqual([])
    const light = [1, 2, 3].map(() => shot({ leave: [2, 8, 10], read: 'late', execution: 'good' }))
    expect(signsOf([...light, shot({ leave: [4], execution: 'inside' })], 'right')).toEqual(['light', 'late'])
    const wild = ['wide', 'good', 'inside', 'fast', 'good'].map((execution) => shot({ execution }))
    expect(signsOf(wild, 'right')).toEqual(['spraying'])
  })
  test('a turn that goes shot by shot fades; one that jumps about does not', () => {
    const row = (...boards: number[]) => boards.map((entryBoard) => shot({ entryBoard }))
    expect(signsOf(row(18, 17.5, 17, 16, 15.5, 15), 'right')).toEqual(['fading'])
    expect(signsOf(row(18, 15, 18, 15, 18, 15), 'right')).toEqual([])
  })
})

describe('what to try at the lane', () => {
  const at = (signs: readonly SignName[], facts: Partial<CaseFacts> = {}, shape: 'house' | 'sport' | null = null) =>
    laneOptions({ facts: { ...nothingKnown, ...facts }, signs, done: [] }, shape)

  test('is in the order cheapest and reversible first, and fits into a practice', () => {
    for (const sign of signNames) {
      const { options } = at([sign])
      expect(options.length).toBeGreaterThan(0)
      const keys = options.map(({ lasts, minutes }) => Number(lasts) * 100 + minutes)
      expect(keys).toEqual([...keys].sort((a, b) => a - b))
      expect(Math.max(...options.map(({ minutes }) => minutes))).toBeLessThanOrEqual(15)
      for (const { better } of options) expect(better).toBeLessThanOrEqual(1)
    }
  })

  test('a hook that stops down the lane asks for a move inside, never for a rougher surface first', () => {
    const { options } = at(['hookStops', 'early'])
    const names = options.map(({ test: name }) => name)
    expect(names).toContain('moveIn')
    const better = (name: string) => options.find(({ test: one }) => one === name)?.better ?? 0
    expect(better('moveIn')).toBeGreaterThan(better('moveOut'))
    expect(better('moveIn')).toBeGreaterThan(better('rougher'))
    expect(options.find(({ test: name }) => name === 'moveIn')!.where).toMatch(/lineDry|transition/)
  })

  test('light and late asks for the other way', () => {
    const { options } = at(['light', 'late'])
    const better = (name: string) => options.find(({ test: one }) => one === name)?.better ?? 0
    expect(better('rougher')).toBeGreaterThan(better('smoother'))
    expect(better('moveOut')).toBeGreaterThan(better('moveIn'))
  })

  test('schools of urethane stand at the other ball, each only where it speaks', () => {
    const school = (shape: 'house' | 'sport' | null, cover: CaseFacts['cover']) =>
      at(['skittish'], { cover }, shape).options.find(({ test: name }) => name === 'otherBall')!.school
    expect(school('sport', 'reactive')).toBe('urethaneOnSport')
    expect(school('sport', 'urethane')).toBeNull()
    expect(school('house', 'urethane')).toBe('noUrethaneOnHouse')
    expect(school(null, 'reactive')).toBeNull()
  })

  test('what was tried is not offered again', () => {
    const done = [{ test: 'wipe' as const, outcome: 'same' as const }]
    expect(laneOptions(seen({ signs: ['light'], done }), null).options.map(({ test: name }) => name)).not.toContain(
      'wipe',
    )
  })
})
