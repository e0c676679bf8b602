import { describe, expect, test } from '@jest/globals'
import type { Read, Shot } from './shot.ts'
import { sketchOf } from './sketch.ts'

const shot = (read: Read | null, shape: 'smooth' | 'medium' | 'sharp' | null, change: Partial<Shot> = {}) => ({
  ...{ arm: 1, sequence: 1, feetBoard: null, targetBoard: null, entryBoard: null, leave: null, setAsideReason: null },
  ...{ read, shape, ...change },
})
const at = (points: readonly (readonly [number, number])[], along: number) =>
  points.reduce((best, one) => (Math.abs(one[0] - along) < Math.abs(best[0] - along) ? one : best))[1]

describe('a sketch of words', () => {
  test('early lies turned before right, right before late; all begin straight at the foul line and never turn back', () => {
    const [early, right, late] = (['early', 'right', 'late'] as const).map((read) => sketchOf([shot(read, 'medium')])!)
    for (const along of [0.6, 0.75, 1]) {
      expect(at(early!.points, along)).toBeGreaterThan(at(right!.points, along))
      expect(at(right!.points, along)).toBeGreaterThan(at(late!.points, along))
    }
    for (const { points } of [early!, right!, late!]) {
      expect(points[0]).toEqual([0, 0])
      expect(points.every(([, across], i) => i === 0 || across >= points[i - 1]![1])).toBe(true)
    }
  })

  test('sharp is still straight where smooth has begun to turn, and ends where smooth ends', () => {
    const [smooth, sharp] = (['smooth', 'sharp'] as const).map((shape) => sketchOf([shot('right', shape)])!)
    expect(at(smooth!.points, 0.52)).toBeGreaterThan(3 * at(sharp!.points, 0.52))
    expect(at(smooth!.points, 1)).toBeCloseTo(at(sharp!.points, 1), 1)
  })

  test('shots are averaged; those without a read, set aside or thrown to warm up say nothing; without any there is no sketch', () => {
    const mixed = sketchOf([shot('early', 'sharp'), shot('late', 'smooth'), shot(null, 'sharp')])!
    expect(mixed).toMatchObject({ shots: 2, bend: expect.closeTo(0.6), over: expect.closeTo(0.175) })
    expect(
      sketchOf([
        shot(null, 'sharp'),
        shot('late', null, { setAsideReason: 'pulled it' }),
        shot('late', null, { warmUp: true }),
      ]),
    ).toBeNull()
    expect(sketchOf([shot('late', null)])!.over).toBe(sketchOf([shot('late', 'medium')])!.over)
  })
})
