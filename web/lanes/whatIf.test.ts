import { describe, expect, test } from '@jest/globals'
import { type Assumption, pocketBoards } from '@sleetfall/core'
import fc from 'fast-check'
import { inApp } from '../test/inApp.ts'
import { type Setup, emptySetup, fromQuery } from './setup.ts'
import { addressOf } from './useSetup.ts'
import { chanceRestsOn, effectRows, entryText, phaseOf, signed, useWhatIfText, verdictKey } from './useWhatIfText.ts'

const board = fc.double({ min: -5, max: 45, noNaN: true })

describe('the address of a what-if', () => {
  test('a line that somebody set stands in it, even the usual one; an unset one only where it is another', () => {
    expect(addressOf(emptySetup, true)).toEqual({ laydown: '22', target: '12' })
    expect(addressOf(emptySetup, false)).toEqual({})
    expect(addressOf({ ...emptySetup, target: 13.25 }, false)).toEqual({ target: '13.25' })
  })

  test('whoever set the line, the link opens the same set-up', () => {
    const lines = fc.record({
      laydown: fc.integer({ min: 100, max: 3900 }).map((hundredths) => hundredths / 100),
      target: fc.integer({ min: 100, max: 3900 }).map((hundredths) => hundredths / 100),
      shots: fc.integer({ min: 0, max: 400 }),
    })
    fc.assert(
      fc.property(lines, fc.boolean(), (change, lineSet) => {
        const setup: Setup = { ...emptySetup, ...change }
        expect(fromQuery(addressOf(setup, lineSet))).toEqual(setup)
      }),
    )
  })
})

describe('words for an entry', () => {
  test('in the pocket between its boards, light below, high above; the gutter before all', () => {
    fc.assert(
      fc.property(board, fc.boolean(), (entryBoard, gutter) => {
        const is = verdictKey({ entryBoard, gutter })
        if (gutter) expect(is).toBe('gutter')
        else if (entryBoard < pocketBoards.low) expect(is).toBe('light')
        else expect(is).toBe(entryBoard > pocketBoards.high ? 'high' : 'pocket')
      }),
    )
  })

  test('a ball in the gutter or past the lane has no board', () => {
    expect(entryText({ entryBoard: 17.46, gutter: false })).toBe('17.5')
    expect(entryText({ entryBoard: 17.46, gutter: true })).toBe('–')
    fc.assert(
      fc.property(board, (entryBoard) => {
        const on = entryBoard >= 0.5 && entryBoard <= 39.5
        expect(entryText({ entryBoard, gutter: false }) === '–').toBe(!on)
      }),
    )
  })

  test('every verdict and every phase has its word', async () => {
    const words = await inApp(useWhatIfText)
    for (const [entryBoard, gutter] of [
      [15, false],
      [17.5, false],
      [19, false],
      [0, true],
    ] as const)
      expect(words.verdict({ entryBoard, gutter })).not.toContain('lanes.')
    for (const shots of [0, 19, 20, 89, 90, 400])
      expect(words.name({ ...emptySetup, shots }, 'Ruddock', 'Jetty 34')).toMatch(/^Ruddock, .*, Jetty 34, [a-z ]+$/)
    expect([0, 20, 90].map(phaseOf)).toEqual(['fresh', 'early', 'broken'])
  })
})

describe('what a chance rests on', () => {
  const all: readonly Assumption[] = ['speed', 'revs', 'rotation', 'tilt', 'holes', 'core']
  test('names the release and the spread where nobody measured them, and nothing else', async () => {
    expect(chanceRestsOn(all, false)).toEqual(['speed', 'revs', 'rotation', 'tilt', 'spread'])
    expect(chanceRestsOn(['tilt', 'core'], true)).toEqual(['tilt'])
    const words = await inApp(useWhatIfText)
    expect(words.restsOn(['core'], true)).toBe('')
    expect(words.restsOn(['tilt'], true)).toContain('tilt')
    expect(words.assumed([])).toBe('')
  })

  test('an effect that cannot be told is left out; a sign is always said', () => {
    const effects = { perMph: -1.2, per50Rpm: 0.4, per5DegRotation: 0, perFinerPad: null }
    expect(effectRows(effects as never).map((row) => row.key)).toEqual(['perMph', 'per50Rpm', 'per5DegRotation'])
    expect([signed(-1.23), signed(0.4), signed(-0.01)]).toEqual(['−1.2', '+0.4', '0.0'])
  })
})
