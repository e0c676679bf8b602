import { describe, expect, test } from '@jest/globals'
import {
  type CoverageQuestion,
  type EngineAnswer,
  cellsOf,
  engineKey,
  layoutGrid,
  layoutsAbout,
  readyRecipes,
  references,
  remediesFor,
  remedyKinds,
} from '@sleetfall/core'
import fc from 'fast-check'

const answer = (strikes: number): EngineAnswer => ({
  cell: {
    ...{
      laydownBoard: 20,
      targetBoard: 10,
      strikes,
      pocket: strikes + 0.1,
      entryAngleDeg: 4,
      firstReadFt: 28,
      rollFt: 45,
    },
    ...{ rolledOut: false, neverRead: false, roomOut: 1, roomIn: 1, later: null, off: null },
  },
  slope: 1,
  logitSd: 0.2,
})
const oily = { filmUl: 60, soakedUl: 900 }
const state = (shots: number) => ({ targetId: 'p', shots, condition: 'medium' as const })
/** Two balls and a spare on one pattern; by ball and variant its strikes in both phases. */
function question(of: Readonly<Record<string, readonly [number, number]>>): CoverageQuestion {
  const answers = Object.fromEntries(Object.entries(of).map(([key, all]) => [key, all.map(answer)]))
  const reading = (cover: 'solid' | 'pearl' | 'polyester') => ({
    reading: { cover, effectiveRaUm: 0.5, oilShare: 0.4, rgIn: 2.5, differentialIn: 0.05, fitted: null },
  })
  return {
    ...{ band: null, tolerance: 10, evidence: [], states: [state(0), state(40)] },
    balls: [
      { id: 'a', ...reading('solid') },
      { id: 'b', ...reading('pearl') },
      { id: 's', ...reading('polyester') },
    ],
    engine: { answers, best: [0.6, 0.6] },
  }
}
const variants = ['now', 'clean', 'extract', ...readyRecipes.map(({ key }) => key)]
const whole = (by: (ball: string, variant: string) => readonly [number, number]) =>
  question({
    ...Object.fromEntries(['a', 'b', 's'].flatMap((id) => variants.map((v) => [engineKey(id, v), by(id, v)] as const))),
    ...Object.fromEntries(references.map((_, i) => [engineKey('reference', String(i)), [0.3 + i / 100, 0.3] as const])),
  })
const fixable = ['a', 'b', 's'].map((id) => ({ id, finish: { raTopUm: 0.5, raBaseUm: 0.5 }, oil: oily }))
const layout = { layout: layoutGrid[0]!, answer: answer(0.5) }

describe('the ladder of remedies', () => {
  test('goes from the cheapest to the last, each rung once, and says of each what the map would', () => {
    const asked = whole((id, variant) => (variant === 'extract' ? [0.55, 0.5] : id === 'b' ? [0.5, 0.3] : [0.35, 0.55]))
    const rungs = remediesFor(asked, fixable, 'a', { targetId: 'p', shots: 0 }, layout)
    expect(rungs.map(({ kind }) => kind)).toEqual(remedyKinds)
    const [, extract, , line, laid, other, bought] = rungs
    const ball = asked.balls[0]!
    const as = cellsOf(asked, { ...ball, reading: { ...ball.reading, oilShare: 0 } }, 'extract')[0]!
    expect(extract!.strikes!.p).toBeCloseTo(as.strikes!.p, 2)
    expect(extract!.gain).toBeGreaterThan(10)
    expect(line).toMatchObject({ line: { laydownBoard: 20, targetBoard: 10 }, minutes: 0 })
    expect(laid).toMatchObject({ lasting: true, layout: layout.layout })
    // The spare ball is no remedy.
    expect(other!.ballId).toBe('b')
    expect(bought!.spec!.id).toBe(`reference ${references.length - 1}`)
  })
  test('says what is won and lost elsewhere', () => {
    const asked = whole((_, variant) =>
      variant === 'to-500' ? [0.6, 0.2] : variant === 'now' ? [0.35, 0.58] : [0.3, 0.3],
    )
    const surface = remediesFor(asked, fixable, 'a', { targetId: 'p', shots: 0 }, null).find(
      (one) => one.kind === 'resurface',
    )!
    expect(surface).toMatchObject({ recipeKey: 'to-500', wins: [], loses: [{ targetId: 'p', shots: 40 }] })
    expect(surface.coverRemovedMm).toBeGreaterThan(0)
  })
  test('a spare ball is not worked on, a ball nobody knows has no ladder, and without a layout none is offered', () => {
    const asked = whole(() => [0.4, 0.4])
    const kinds = (id: string) =>
      remediesFor(asked, fixable, id, { targetId: 'p', shots: 0 }, null).map(({ kind }) => kind)
    expect(kinds('s')).toEqual(['line', 'other-ball', 'new-ball'])
    expect(kinds('nobody')).toEqual([])
    expect(remediesFor(asked, fixable, 'a', { targetId: 'q', shots: 0 }, layout)).toEqual([])
  })
  test('layouts stay within usual fitting limits', () => {
    fc.assert(
      fc.property(fc.constantFrom(...layoutGrid), (from) => {
        for (const one of layoutsAbout(from)) {
          expect(one).not.toEqual(from)
          expect(one.pinToPapIn >= 3 && one.pinToPapIn <= 5.5).toBe(true)
          expect(one.drillingAngleDeg >= 20 && one.drillingAngleDeg <= 75).toBe(true)
          expect(one.valAngleDeg >= 20 && one.valAngleDeg <= 70).toBe(true)
        }
      }),
    )
  })
})
