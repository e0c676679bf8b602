import { describe, expect, test } from '@jest/globals'
import { type DoubtArm, type Shot, trialDoubts } from '@sleetfall/core'

const arm = (number: number, change: Partial<DoubtArm> = {}): DoubtArm => ({
  ...{ arm: number, ballId: `ball ${number}`, lane: '', feetBoard: null, targetBoard: null, levels: [] },
  surface: { effectiveRaUm: 0.4, oilShare: 0.2, settled: true },
  ...change,
})
const shot = (of: number, change: Partial<Shot> = {}): Shot => ({
  ...{ arm: of, sequence: 1, feetBoard: 22, targetBoard: 10, read: null, entryBoard: 17, leave: null },
  ...{ setAsideReason: null, thrownAt: '2031-03-01T18:00:00Z' },
  ...change,
})
const warm = shot(1, { warmUp: true })
const two = [arm(1), arm(2)]
/** Two arms on two lines after a warm-up: nothing speaks against a verdict. */
const sound = [warm, ...[22, 25].flatMap((feetBoard) => [1, 2, 1, 2].map((of) => shot(of, { feetBoard })))]

describe('what speaks against a verdict', () => {
  test('nothing, with two lines, a warm-up, settled surfaces and more than one shot each', () => {
    expect(trialDoubts('turns', two, sound)).toEqual([])
  })
  test.each([
    ['one-shot', two, [...sound.filter((one) => one.arm === 1), shot(2)]],
    ['one-line', two, sound.map((one) => ({ ...one, feetBoard: 22 }))],
    // A target that scatters is no other line.
    ['one-line', two, sound.map((one, i) => ({ ...one, feetBoard: 22, targetBoard: 10 + (i % 3) }))],
    ['no-warm-up', two, sound.slice(1)],
    ['not-settled', [arm(1), arm(2, { surface: { effectiveRaUm: 0.4, oilShare: 0.2, settled: false } })], sound],
    ['unknown-surface', [arm(1), arm(2, { surface: { effectiveRaUm: null, oilShare: 0.2, settled: true } })], sound],
    ['two-things', [arm(1), arm(2, { lane: 'the pair beside' })], sound],
    ['two-things', [arm(1), arm(2, { bowlerId: 'somebody else' })], sound],
    [
      'no-same-day-baseline',
      two,
      sound.map((one) => (one.arm === 2 ? { ...one, thrownAt: '2031-03-03T18:00:00Z' } : one)),
    ],
  ] as const)('%s', (doubt, arms, shots) => expect(trialDoubts('turns', arms, shots)).toContain(doubt))

  test('what was to be held is held against what was noted', () => {
    const three = (change: (of: number, i: number) => Partial<Shot>) =>
      [0, 1, 2].flatMap((i) =>
        [1, 2].map((of) => shot(of, { feetBoard: 22, targetBoard: 10, speedMph: 17, ...change(of, i) })),
      )
    const doubts = (held: readonly string[], shots: readonly Shot[]) =>
      trialDoubts('turns', two, [warm, ...shots], held).filter((one) => one.endsWith('held'))
    const moved = three((of) => ({ feetBoard: of === 1 ? 22 : 23 }))
    expect(doubts(['line'], moved)).toEqual(['line-not-held'])
    expect(doubts([], moved)).toEqual([])
    // A design that looks for lines moves them itself.
    for (const design of ['limit', 'ownLine'] as const)
      expect(trialDoubts(design, two, [warm, ...moved], ['line'])).not.toContain('line-not-held')
    // A target that scatters as usual is held; one arm aimed elsewhere is not.
    expect(
      doubts(
        ['line'],
        three((_, i) => ({ targetBoard: 9 + i })),
      ),
    ).toEqual([])
    expect(
      doubts(
        ['line'],
        three((of, i) => ({ targetBoard: 9 + i + 2 * of })),
      ),
    ).toEqual(['line-not-held'])
    expect(
      doubts(
        ['line', 'speed'],
        three((of) => ({ speedMph: 17 + 0.7 * of })),
      ),
    ).toEqual(['speed-not-held'])
    expect(
      doubts(
        ['speed'],
        three((of, i) => ({ speedMph: 17 + 0.4 * of + i / 5 })),
      ),
    ).toEqual([])
  })

  test('combinations and a reference ball take out what would be two things or another day', () => {
    const crossed = ['ball', 'reference'].flatMap((ball, i) =>
      ['before', 'after'].map((when, j) => arm(2 * i + j + 1, { ballId: ball, levels: [ball, when] })),
    )
    const shots = [1, 3, 2, 4].flatMap((of) =>
      [22, 25].map((feetBoard) =>
        shot(of, { feetBoard, thrownAt: of % 2 === 1 ? '2031-03-01T18:00:00Z' : '2031-03-03T18:00:00Z' }),
      ),
    )
    expect(trialDoubts('beforeAfter', crossed, [warm, ...shots])).toEqual([])
  })
  test('a design that looks for lines is not held to one line; set aside and warm-up shots speak for nothing', () => {
    expect(trialDoubts('limit', [arm(1)], [warm, shot(1), shot(1)])).toEqual([])
    expect(trialDoubts('turns', two, [warm, shot(1, { setAsideReason: 'slipped' })])).toEqual([])
  })
})
