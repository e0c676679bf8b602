import { describe, expect, test } from '@jest/globals'
import { randomLcg, randomNormal } from 'd3-random'
import * as fc from 'fast-check'
import { type Shot, moveAdvice, usualMove } from '@sleetfall/core'

let sequence = 0
const shot = (feetBoard: number, targetBoard: number, entryBoard: number | null, change: object = {}): Shot => ({
  ...{ arm: 1, sequence: (sequence += 1), feetBoard, targetBoard, entryBoard, read: null, leave: null },
  ...{ setAsideReason: null, ...change },
})
const row = (feet: number, eyes: number, ...entries: number[]) => entries.map((entry) => shot(feet, eyes, entry))

describe('how far to move', () => {
  test('high: in, two feet to one with the eyes; light: out; in the pocket: stay', () => {
    const high = moveAdvice(row(25, 12, 19.5, 20, 19.5), 1)!
    expect(high.feet).toBeGreaterThan(0)
    expect(high.eyes).toBe(high.feet / 2)
    expect(high.expected).toBeLessThan(19)
    const light = moveAdvice(row(25, 12, 15.5, 15, 15.5), 1)!
    expect(light.feet).toBeLessThan(0)
    expect(moveAdvice(row(25, 12, 17.5, 18, 17), 1)).toMatchObject({ feet: 0, eyes: 0, expected: 17.5 })
  })

  test('is asked of well-thrown shots on the present line alone', () => {
    const before = row(22, 10, 20, 20, 20)
    const bad = shot(25, 12, 23, { execution: 'inside' })
    const aside = shot(25, 12, 9, { setAsideReason: 'slipped' })
    const other = shot(25, 12, 9, { arm: 2 })
    const now = row(25, 12, 17.5, 17.5)
    expect(moveAdvice([...before, bad, aside, other, ...now], 1)).toMatchObject({ entryBoard: 17.5, shots: 2, feet: 0 })
    expect(moveAdvice([...before, ...row(25, 12, 17.5)], 1)).toBeNull()
    expect(moveAdvice([shot(25, 12, null), shot(25, 12, null)], 1)).toBeNull()
  })

  test('a bowler whose moves do half of what is usual is told to move further', () => {
    const half = usualMove(2, 1).mean / 2
    const learnt = [...row(21, 10, 19.5, 19.5, 19.5, 19.5), ...row(23, 11, ...Array<number>(4).fill(19.5 + half))]
    const own = moveAdvice(learnt, 1)!
    const usual = moveAdvice(learnt.slice(4), 1)!
    expect(own.moves).toBe(1)
    expect(usual.moves).toBe(0)
    expect(own.entryBoard).toBe(usual.entryBoard)
    expect(Math.abs(own.feet)).toBeGreaterThanOrEqual(Math.abs(usual.feet))
    expect(own.high - own.low).toBeLessThan(usual.high - usual.low)
  })

  test('never away from the pocket, never past its other side by as much, whatever was thrown', () => {
    const entry = fc.integer({ min: 20, max: 50 }).map((half) => half / 2)
    fc.assert(
      fc.property(fc.array(entry, { minLength: 2, maxLength: 4 }), (entries) => {
        const advice = moveAdvice(row(25, 12, ...entries), 1)!
        const [before, after] = [Math.abs(advice.entryBoard - 17.5), Math.abs(advice.expected - 17.5)]
        expect(after).toBeLessThanOrEqual(before + 1e-9)
        expect(Math.abs(advice.feet)).toBeLessThanOrEqual(6)
        expect(advice.low).toBeLessThan(advice.high)
      }),
    )
  })

  test('the interval holds the entry after the move in nine of ten cases of bowlers who differ as usual set-ups do', () => {
    const uniform = randomLcg(0.61)
    const normal = (sd: number) => randomNormal.source(uniform)(0, sd)()
    let [held, of] = [0, 0]
    const unit = usualMove(2, 1)
    for (let i = 0; i < 200; i += 1) {
      const factor = 1 + normal(unit.sd / Math.abs(unit.mean))
      const centre = 17.5 + 3 * normal(1)
      const advice = moveAdvice(row(25, 12, ...[0, 0, 0].map(() => centre + normal(1))), 1)!
      if (advice.feet === 0) continue
      const truth = centre + factor * usualMove(advice.feet, advice.eyes).mean
      held += Number(advice.low <= truth && truth <= advice.high)
      of += 1
    }
    expect(held / of).toBeGreaterThan(0.9 - 2 * Math.sqrt(0.09 / of))
  })
})
