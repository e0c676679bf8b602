import { describe, expect, test } from '@jest/globals'
import type { BagCard } from '@sleetfall/contract'
import type { Due } from '@sleetfall/core'
import { useDueText } from '../upkeep/useDueText.ts'
import { i18n } from '../i18n.ts'
import '../test/allTexts.ts'
import { inApp } from '../test/inApp.ts'
import { bagLines } from './bagCard.ts'
import { useBagText } from './useBagText.ts'
import { usePracticeText } from './usePracticeText.ts'

const day = 86_400_000
const due: Due = {
  work: 'extract',
  reason: 'games',
  games: null,
  atMs: Date.now() + 20 * day,
  rangeMs: null,
  asked: true,
}
const start = { laydownBoard: 22.4, targetBoard: 11.1, targetId: 'p', shots: 0, strikes: 41 }
const ball = (
  ballId: string,
  name: string,
  change: Partial<BagCard['balls'][number]> = {},
): BagCard['balls'][number] => ({
  ...{ ballId, name, cover: 'solid', roles: ['fresh'], uses: [], start, recipeKey: null, action: null },
  ...{ grit: 2000, gamesLeft: 12.4, next: due, ...change },
})
const step = {
  ...{ targetId: 'p', shots: 0, ballId: 'a', line: start, strikes: 41, until: null, sign: 'little' },
  ...{ stay: null, changes: [], pick: null, contrary: null, touchUp: null },
} as const
const card = (change: Partial<BagCard> = {}): BagCard => ({
  ...{ eventName: 'Cup', place: '', startsOn: '2031-02-01', endsOn: '2031-02-01', squads: [], hand: 'left' },
  ...{ rules: null, strikes: 40, patternsUnknown: false },
  patterns: [{ id: 'p', name: 'Long lane', shape: 'sport' }],
  balls: [
    ball('a', 'Strong'),
    ball('b', 'Grey', { cover: 'urethane', roles: ['control'], next: null }),
    ball('c', 'Clean', { cover: 'pearl', roles: ['transition'], recipeKey: 'to-2000' }),
  ],
  ladder: [step, { ...step, shots: 40, ballId: 'c' }],
  ...change,
})
const t = i18n.global.t as never
const linesOf = async (of: BagCard) => {
  const words = await inApp(() => ({ words: useBagText(), practice: usePracticeText(), due: useDueText() }))
  return bagLines(t, words, of).map(({ text, bold }) => (bold ? `# ${text}` : text))
}

describe('the card that a bowler takes along', () => {
  test('says of each ball its role, surface, start, games left and next service', async () => {
    const lines = await linesOf(card())
    const under = (heading: string) => lines[lines.indexOf(heading) + 1]
    expect(under('# Strong: fresh')).toMatch(
      /^as it is; laydown 22.5, target 11; about 12 games left in the surface; next: /,
    )
    // Nothing is due: nothing is said. A surface that it still gets has no games left yet.
    expect(under('# Grey: control')).not.toContain('next:')
    expect(under('# Clean: transition')).not.toContain('games left')
  })

  test('tells when a step begins by shots on the lane, and by games where it is known how many share the pair', async () => {
    const began = async (of: BagCard) => (await linesOf(of)).find((line) => line.startsWith('after 40 shots'))
    expect(await began(card())).toMatch(/^after 40 shots on the lane: Clean/)
    expect(await began(card({ shotsOfGame: 34 }))).toMatch(/^after 40 shots on the lane, about game 2: Clean/)
    // Six on a pair are there in the first game.
    expect(await began(card({ shotsOfGame: 102 }))).toMatch(/about game 1: Clean/)
  })

  test('has ten minutes of practice by the clock: urethane first on a sport pattern, the pad only where the rules leave it', async () => {
    const lines = await linesOf(card())
    const practice = (of: readonly string[]) =>
      of.slice(of.indexOf('# Practice, 10 minutes') + 1, of.indexOf('# Long lane'))
    const told = practice(lines)
    expect(told[0]).toMatch(/^0–2 min: Strong: laydown 22.5, target 11, 2 shots.*take the pad/)
    expect(told.at(-1)).toMatch(/^6–10 min|^\d+–10 min: Strong: 3 shots, no change any more/)
    expect(told.map((line) => line.replace(/^.*min: /, '').split(/[: ]/)[0])).toEqual([
      'Strong',
      'Strong',
      'Clean',
      'Strong',
    ])
    const rules = { name: 'Strict', cleaner: 'never' } as const
    const strict = practice(await linesOf(card({ rules: { ...rules, surfaceChange: 'before-check-in' } as never })))
    expect(strict.join(' ')).not.toContain('pad')
    // Time for all of it: the urethane ball leads.
    const clock = await inApp(() => {
      const words = usePracticeText()
      return words.stepsOf(card(), 20).map((one) => words.stepText(card(), one))
    })
    expect(clock[0]).toContain('Grey: laydown 22.5, target 11, 2 shots. One school looks at urethane first')
    const plain = card({ patterns: [{ id: 'p', name: 'Long lane' }] })
    expect((await inApp(() => usePracticeText().stepsOf(plain, 20)))[0]!.ballId).toBe('a')
  })
})
