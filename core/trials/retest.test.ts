import { describe, expect, test } from '@jest/globals'
import { type Tested, comparedFacts, differing, retestsOf } from './retest.ts'
import type { Shot } from './shot.ts'

const shot = (change: Partial<Shot> = {}): Shot => ({
  ...{ arm: 1, sequence: 1, feetBoard: 25, targetBoard: 12, read: null, entryBoard: 17, leave: null, speedMph: 16.5 },
  ...{ setAsideReason: null, ...change },
})
const surface = { effectiveRaUm: 0.3, grit: 2000, oilShare: 0.2 }
const tested = (change: Partial<Tested> = {}): Tested => ({
  ...{
    patternId: 'p',
    patternName: 'House',
    lane: '7',
    gamesSinceOiling: 1,
    customerId: 'c',
    customerName: 'A bowler',
  },
  arms: [{ arm: 1, ballId: 'ball', ballName: 'Ball', surface }],
  shots: [shot(), shot({ entryBoard: 18 })],
  ...change,
})

describe('a re-test beside the test before', () => {
  test('made as before, nothing differs and everything is known; the entries stand beside each other', () => {
    const [one, ...others] = retestsOf(
      tested(),
      tested({ shots: [shot({ entryBoard: 16 }), shot({ entryBoard: null })] }),
    )
    expect(others).toEqual([])
    expect(one!.facts.map(({ fact }) => fact)).toEqual([...comparedFacts])
    expect(differing(one!)).toEqual({ differ: [], unknown: [] })
    expect([one!.then, one!.now]).toEqual([
      { entryBoard: 17.5, shots: 2 },
      { entryBoard: 16, shots: 1 },
    ])
  })

  test.each([
    ['pattern', { patternId: 'q', patternName: 'Sport' }],
    ['lane', { lane: '8' }],
    ['oilAge', { gamesSinceOiling: 6 }],
    ['bowler', { arms: [{ arm: 1, ballId: 'ball', ballName: 'Ball', bowlerId: 'd', bowlerName: 'Another', surface }] }],
    [
      'surface',
      { arms: [{ arm: 1, ballId: 'ball', ballName: 'Ball', surface: { ...surface, effectiveRaUm: 0.5, grit: 1000 } }] },
    ],
    ['oil', { arms: [{ arm: 1, ballId: 'ball', ballName: 'Ball', surface: { ...surface, oilShare: 0.5 } }] }],
    ['feet', { shots: [shot({ feetBoard: 27 })] }],
    ['target', { shots: [shot({ targetBoard: 14 })] }],
    ['speed', { shots: [shot({ speedMph: 18 })] }],
  ] as const)('%s is named where it differs, and it alone', (fact, change) => {
    const [one] = retestsOf(tested(), tested(change))
    expect(differing(one!).differ).toEqual([fact])
  })

  test('what was not noted both times is neither alike nor different', () => {
    const bare = tested({ lane: '', gamesSinceOiling: null, shots: [shot({ speedMph: null, feetBoard: null })] })
    expect(differing(retestsOf(tested(), bare)[0]!)).toEqual({
      differ: [],
      unknown: ['lane', 'oilAge', 'feet', 'speed'],
    })
  })

  test('balls of one trial alone have no re-test; of several arms the last before stands beside the first after; shots set aside count neither time', () => {
    const arm = (number: number, ballId: string, grit: number) => ({
      ...{ arm: number, ballId, ballName: ballId },
      surface: { ...surface, grit, effectiveRaUm: 600 / grit },
    })
    const then = tested({
      arms: [arm(1, 'ball', 2000), arm(2, 'ball', 1000)],
      shots: [shot(), shot({ arm: 2, entryBoard: 19 }), shot({ arm: 2, entryBoard: 5, setAsideReason: 'pulled it' })],
    })
    const now = tested({
      arms: [arm(1, 'other', 500), arm(2, 'ball', 1000), arm(3, 'ball', 4000)],
      shots: [shot({ arm: 2 })],
    })
    const [one, ...rest] = retestsOf(then, now)
    expect(rest).toEqual([])
    expect(one).toMatchObject({ ballId: 'ball', then: { entryBoard: 19, shots: 1 }, now: { entryBoard: 17, shots: 1 } })
    expect(differing(one!).differ).toEqual([])
  })
})
