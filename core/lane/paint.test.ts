import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Load } from './film.ts'
import { loadBetween, loadMoved } from './paint.ts'

const loads: fc.Arbitrary<Load> = fc
  .record({
    fromBoard: fc.integer({ min: 1, max: 39 }),
    wide: fc.integer({ min: 0, max: 38 }),
    startFt: fc.integer({ min: 0, max: 60 }),
    endFt: fc.integer({ min: 0, max: 60 }),
  })
  .filter(({ fromBoard, wide, startFt, endFt }) => fromBoard + wide <= 39 && startFt !== endFt)
  .map(({ fromBoard, wide, startFt, endFt }) => ({
    fromBoard,
    toBoard: fromBoard + wide,
    loads: 2,
    microlitresPerBoard: 50,
    startFt,
    endFt,
  }))
const steps = fc.integer({ min: -70, max: 70 })

describe('a load moved on the lane', () => {
  test('stays on the lane and keeps its breadth, length and direction', () => {
    fc.assert(
      fc.property(loads, steps, steps, (load, boards, feet) => {
        const moved = loadMoved(load, boards, feet)
        expect(moved.toBoard - moved.fromBoard).toBe(load.toBoard - load.fromBoard)
        expect(moved.endFt - moved.startFt).toBe(load.endFt - load.startFt)
        expect(moved.fromBoard).toBeGreaterThanOrEqual(1)
        expect(moved.toBoard).toBeLessThanOrEqual(39)
        expect(Math.min(moved.startFt, moved.endFt)).toBeGreaterThanOrEqual(0)
        expect(Math.max(moved.startFt, moved.endFt)).toBeLessThanOrEqual(60)
      }),
    )
  })

  test('moved by its far edges it keeps where it begins and never loses its length or breadth', () => {
    fc.assert(
      fc.property(loads, steps, steps, (load, boards, feet) => {
        const moved = loadMoved(load, boards, feet, true)
        expect(moved).toMatchObject({ fromBoard: load.fromBoard, startFt: load.startFt })
        expect(moved.toBoard).toBeGreaterThanOrEqual(moved.fromBoard)
        expect(moved.endFt).not.toBe(moved.startFt)
      }),
    )
  })

  test('painted from any corner to the opposite one it covers the same boards; its direction is the hand’s', () => {
    const forward = loadBetween({ board: 10, ft: 5 }, { board: 20, ft: 30 }, 2, 50)
    expect(loadBetween({ board: 20, ft: 5 }, { board: 10, ft: 30 }, 2, 50)).toEqual(forward)
    expect(loadBetween({ board: 20, ft: 30 }, { board: 10, ft: 5 }, 2, 50)).toEqual({
      ...forward,
      startFt: 30,
      endFt: 5,
    })
  })

  test('there and back again is where it was, away from the edges', () => {
    const load = { fromBoard: 10, toBoard: 20, loads: 2, microlitresPerBoard: 50, startFt: 40, endFt: 10 }
    expect(loadMoved(loadMoved(load, 3, -4), -3, 4)).toEqual(load)
    expect(loadMoved({ ...load, startFt: 0, endFt: 1 }, 0, -1, true).endFt).toBe(1)
  })
})
