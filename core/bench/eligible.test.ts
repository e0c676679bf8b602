import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  type WorkQuestion,
  coverFamilies,
  doubtsOf,
  jobKinds,
  oilKinds,
  raOfGrit,
  readyRecipes,
  recipeByKey,
  refused,
  styleBands,
  workDoubts,
} from '@sleetfall/core'

const at = (grit: number) => ({ raTopUm: raOfGrit(grit), raBaseUm: raOfGrit(grit) })
const question = (change: Partial<WorkQuestion> = {}): WorkQuestion => ({
  kind: 'resurface',
  steps: recipeByKey('to-2000')!.steps,
  cover: 'solid',
  finish: at(2000),
  reads: null,
  style: 'matched',
  damaged: false,
  drying: false,
  ...change,
})
const steps = (key: string) => recipeByKey(key)!.steps

const cases: readonly (readonly [string, Partial<WorkQuestion>, readonly string[]])[] = [
  ['usual work on a sound ball', {}, []],
  ['a damaged ball is not worked on', { damaged: true }, ['ball-damaged']],
  ['but it is looked at', { damaged: true, kind: 'inspect', steps: [] }, []],
  ['and its inserts are glued', { damaged: true, kind: 'inserts', steps: [] }, []],
  ['no water while the holes dry', { drying: true, kind: 'extract', steps: [] }, ['ball-drying']],
  ['nor in the bath', { drying: true, kind: 'bath', steps: [] }, ['ball-drying']],
  ['sanding may go on', { drying: true }, []],
  ['polyester takes up no oil', { cover: 'polyester', kind: 'extract', steps: [] }, ['polyester-extraction']],
  ['urethane hardly any', { cover: 'urethane', kind: 'bath', steps: [] }, ['urethane-extraction']],
  ['a reactive cover does', { cover: 'pearl', kind: 'extract', steps: [] }, []],
  ['rougher though it reads early', { reads: 'early', steps: steps('to-500') }, ['roughen-early']],
  ['smoother though it reads late', { reads: 'late', finish: at(500), steps: steps('to-4000') }, ['smooth-late']],
  ['smoother because it reads early', { reads: 'early', finish: at(500), steps: steps('to-4000') }, []],
  ['rougher because it reads late', { reads: 'late', steps: steps('to-500') }, []],
  ['of an unknown surface no direction is known', { reads: 'early', finish: null, steps: steps('to-360') }, []],
  [
    'polish for far more speed than revs',
    { style: 'strongly-speed-dominant', kind: 'polish', steps: steps('2000-polish') },
    ['polish-speed-dominant'],
  ],
  ['polish for anybody else', { style: 'rev-dominant', kind: 'polish', steps: steps('2000-polish') }, []],
  ['work without a recipe has no direction', { kind: 'clean', steps: [], reads: 'early' }, []],
]

describe('what speaks against work', () => {
  test.each(cases)('%s', (_, change, doubts) => expect(doubtsOf(question(change))).toEqual(doubts))

  const any = fc.record({
    kind: fc.constantFrom(...jobKinds),
    steps: fc.constantFrom([], ...readyRecipes.map((recipe) => recipe.steps)),
    cover: fc.constantFrom(...coverFamilies),
    finish: fc.option(fc.integer({ min: 300, max: 6000 }).map(at), { nil: null }),
    reads: fc.constantFrom('early' as const, 'late' as const, null),
    style: fc.option(fc.constantFrom(...styleBands), { nil: null }),
    damaged: fc.boolean(),
    drying: fc.boolean(),
  })

  test('each doubt is one of those that have words, and named once', () => {
    fc.assert(
      fc.property(any, (asked) => {
        const doubts = doubtsOf(asked)
        expect(new Set(doubts).size).toBe(doubts.length)
        for (const doubt of doubts) expect(workDoubts).toContain(doubt)
      }),
      { seed: 20_311, numRuns: 500 },
    )
  })

  test('a surface is never said to go both ways, and oil work has no direction', () => {
    fc.assert(
      fc.property(any, (asked) => {
        const doubts = doubtsOf(asked)
        expect(doubts.includes('roughen-early') && doubts.includes('smooth-late')).toBe(false)
        if (oilKinds.includes(asked.kind))
          expect(
            doubts.filter((doubt) => ['roughen-early', 'smooth-late', 'polish-speed-dominant'].includes(doubt)),
          ).toEqual([])
      }),
      { seed: 20_311, numRuns: 500 },
    )
  })

  test('mending a ball never adds a doubt, and drying over never does', () => {
    fc.assert(
      fc.property(any, (asked) => {
        const now = doubtsOf(asked)
        for (const better of [
          { ...asked, damaged: false },
          { ...asked, drying: false },
        ])
          for (const doubt of doubtsOf(better)) expect(now).toContain(doubt)
      }),
      { seed: 20_311, numRuns: 500 },
    )
  })

  test('what no reason overrides is what helps nobody or does harm', () => {
    expect([...refused].sort()).toEqual(['ball-damaged', 'polyester-extraction'])
  })
})
