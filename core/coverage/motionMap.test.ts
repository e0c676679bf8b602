import { describe, expect, test } from '@jest/globals'
import {
  type CoverageQuestion,
  type EngineAnswer,
  motionEllipse,
  motionOf,
  usualPlayable,
  usualSpread,
  wantedMotion,
} from '@sleetfall/core'
import fc from 'fast-check'
import { engineCell } from './engine.ts'
import { practiceShot } from './practice.ts'

const answer = (strikes: number, firstReadFt: number | null, entryAngleDeg: number): EngineAnswer => ({
  cell: {
    ...{ laydownBoard: 20, targetBoard: 10, strikes, pocket: strikes, entryAngleDeg, firstReadFt, rollFt: 45 },
    ...{ rolledOut: false, neverRead: false, roomOut: 1, roomIn: 1, later: null, off: null },
  },
  slope: null,
  logitSd: null,
})
const question = (answers: readonly EngineAnswer[], best = 0.6): CoverageQuestion => ({
  ...{ band: null, tolerance: 10, balls: [], evidence: [] },
  states: [{ targetId: 'p', shots: 0, condition: 'medium' }],
  engine: { best: [best], answers: Object.fromEntries(answers.map((one, i) => [`ball ${i}`, [one]])) },
})

describe('where a ball reads and how it finishes', () => {
  test('the wanted region holds those near the best, and leaves out whoever strikes less or never reads', () => {
    const good = [answer(0.6, 24, 4), answer(0.55, 28, 5), answer(0.52, 30, 4.5)]
    const [region] = wantedMotion(question([...good, answer(0.3, 10, 1), answer(0.58, null, 9)]))
    expect(region).toEqual({ targetId: 'p', shots: 0, readFt: [24, 30], finishDeg: [4, 5], of: 3 })
    expect(wantedMotion(question(good.slice(1)))).toEqual([])
    expect(wantedMotion({ ...question(good), engine: null })).toEqual([])
    expect(motionOf(answer(0.5, null, 4).cell!)).toBeNull()
  })
  test('an ellipse lies about its ball, closes, and is as long as its strength is in doubt', () => {
    const figure = fc.double({ min: -3, max: 3, noNaN: true })
    fc.assert(
      fc.property(figure, figure, (readFt, finishDeg) => {
        const at = { readFt: 27, finishDeg: 4 }
        const points = motionEllipse(at, { readFt, finishDeg })
        expect(points[0]!.readFt).toBeCloseTo(points.at(-1)!.readFt, 9)
        const mean = (of: (one: (typeof points)[number]) => number) =>
          points.slice(1).reduce((sum, one) => sum + of(one), 0) / (points.length - 1)
        expect(mean((one) => one.readFt)).toBeCloseTo(at.readFt, 9)
        expect(mean((one) => one.finishDeg)).toBeCloseTo(at.finishDeg, 9)
        const reach = Math.max(...points.map((one) => one.readFt)) - at.readFt
        expect(reach).toBeGreaterThanOrEqual(1.6 * Math.abs(readFt))
      }),
      { seed: 20_311, numRuns: 200 },
    )
  })
  test('a ball that may be stronger than believed reads earlier then', () => {
    const { release: _, ...shot } = practiceShot({ style: 'matched', condition: 'medium' }, 0.5, 24, 13)
    const { cell } = engineCell({
      ...{ shot, spread: usualSpread, playable: usualPlayable, doubt: { strength: 0.15 } },
    })
    expect(cell!.off!.readFt).toBeLessThan(0)
    expect(engineCell({ shot, spread: usualSpread, playable: usualPlayable }).cell!.off).toBeNull()
  })
})
