import { describe, expect, test } from '@jest/globals'
import { held, judgedBlind, ladderHeld, toldByMore } from '../test/blindTrials.ts'

/** Sampling error of a share found in so many trials, two standard deviations, is added to what is asked for. */
const trials = 150
const slack = (share: number) => 2 * Math.sqrt((share * (1 - share)) / trials)

describe('a verdict in blind trials', () => {
  test.each([
    ['four and four, one change', 'AAAABBBB'],
    ['eight in turns', 'ABBAABBA'],
    ['eight and eight, one change', 'AAAAAAAABBBBBBBB'],
    ['sixteen in turns', 'ABBABAABABBABAAB'],
    ['control, change and control again', 'AAAABBBBAA'],
  ])('%s: the interval holds the truth, the sign is right, and nothing is claimed where nothing is', (_, order) => {
    const { covered, right } = judgedBlind(trials, { difference: 1.5, order })
    // Neither too narrow nor wider than what is known asks for.
    expect(covered).toBeGreaterThan(0.93 - slack(0.93))
    expect(covered).toBeLessThan(0.97 + slack(0.97))
    expect(right).toBeGreaterThan(0.95 - slack(0.95))
    // The model is linear: what is claimed at no difference is what lies outside its interval at any.
    const { claimed } = judgedBlind(trials / 3, { difference: 0, order })
    expect(claimed).toBeLessThan(0.05 + 1.5 * Math.sqrt(3) * slack(0.05))
  })

  test('a lane that drifts twice as far and targets that nobody noted widen the interval, and it still holds the truth', () => {
    const order = 'AAAAAAAABBBBBBBB'
    const easy = judgedBlind(60, { difference: 1.5, order, driftSd: 0.06 })
    const hard = judgedBlind(trials, { difference: 1.5, order, driftSd: 0.12, unnoted: 0.3 })
    expect(hard.width).toBeGreaterThan(easy.width)
    expect(hard.covered).toBeGreaterThan(0.95 - slack(0.95))
    expect(hard.right).toBeGreaterThan(0.9 - slack(0.9))
  })

  test('so many more shots as it asks for tell a difference that matters in four of five cases', () => {
    const cases = 60
    const { told, asked } = toldByMore(cases)
    expect(told).toBeGreaterThan(0.8 - 2 * Math.sqrt(0.16 / cases))
    expect(asked).toBeLessThan(20)
  })
})

describe('combinations in blind trials', () => {
  const levels = (first: readonly string[], second: readonly string[]) =>
    first.flatMap((a, i) => second.map((b, j) => ({ arm: i * second.length + j + 1, levels: [a, b] })))
  test.each([
    ['covers by surfaces, in stages', levels(['x', 'y'], ['box', '2000', 'polish']), 'ADDAADBEEBBECFFCCF', {}],
    ['bowlers by balls, in turns', levels(['one', 'two'], ['x', 'y']), 'ABCDDCBAABCD', {}],
    ['balls by lanes', levels(['x', 'y'], ['fresh', 'played']), 'ACCAACCABDDBBDDB', {}],
    [
      'before and after with a reference, days apart',
      levels(['x', 'ref'], ['before', 'after']),
      'ACCAACCABDDBBDDB',
      { newDayAt: 8 },
    ],
  ])('%s: intervals hold the truth, and nothing is claimed where nothing is', (_, arms, order, days) => {
    const runs = 40
    const sure = (share: number) => 2 * Math.sqrt((share * (1 - share)) / runs)
    const effects = { B: 1, C: -1.5, D: 2, E: 0.5, F: -2 }
    const heldOf = (of: Readonly<Record<string, number>>) => held(arms, { order, ...days, effects: of }, runs)
    const { within } = heldOf(effects)
    expect(within).toHaveLength(arms.length === 4 ? 3 : 5)
    for (const [contrast, share] of within) {
      // A day apart moves all that is thrown on it: what comes after against what came before is what is believed of days, no more.
      if ('newDayAt' in days && contrast === '1:after') expect(share).toBeGreaterThan(0.97)
      else expect([contrast, share > 0.95 - 1.5 * sure(0.95)]).toEqual([contrast, true])
    }
    expect(heldOf({}).claimed).toBeLessThan(0.05 + sure(0.05))
  })

  test('a ladder of four with the control back: every pair’s interval holds the truth', () => {
    const runs = 40
    const share = ladderHeld(runs)
    expect(share).toBeGreaterThan(0.95 - 2 * Math.sqrt(0.0475 / runs))
  })
})
