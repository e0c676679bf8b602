import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { arrowBoards, sketchOf } from './startSketch.ts'

const board = fc.double({ min: 1, max: 39, noNaN: true })

describe('a start line drawn', () => {
  test('a left-hander’s is the mirror image, and every mark stays on the lane', () => {
    fc.assert(
      fc.property(board, board, (laydownBoard, targetBoard) => {
        const line = { laydownBoard, targetBoard }
        const [right, left] = [sketchOf(line, false), sketchOf(line, true)]
        for (const [a, b] of [
          [right.from, left.from],
          [right.aim, left.aim],
          [right.past, left.past],
        ] as const) {
          expect(a.x + b.x).toBeCloseTo(1, 9)
          expect(a.y).toBeCloseTo(b.y, 9)
        }
        for (const mark of [right.from, right.aim, ...right.arrows]) {
          expect(mark.x).toBeGreaterThan(0)
          expect(mark.x).toBeLessThan(1)
        }
      }),
      { seed: 20_311 },
    )
  })
  test('a line at the second arrow from the right goes through it, and past it straight on', () => {
    const { from, aim, past, arrows } = sketchOf({ laydownBoard: 20, targetBoard: 10 }, false)
    expect(aim).toEqual(arrows[arrowBoards.indexOf(10)])
    expect(from.x).toBeCloseTo(0.5, 2)
    const slope = (a: typeof from, b: typeof from) => (b.x - a.x) / (b.y - a.y)
    expect(slope(from, aim)).toBeCloseTo(slope(aim, past), 9)
  })
})
