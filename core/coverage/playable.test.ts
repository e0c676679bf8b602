import { describe, expect, test } from '@jest/globals'
import {
  bestLines,
  playableFields,
  playableOf,
  playedRange,
  styleBands,
  usualPlayable,
  usualSpread,
} from '@sleetfall/core'
import fc from 'fast-check'
import { practiceShot } from './practice.ts'

const nothing = {
  ...{ laydownFromBoard: null, laydownToBoard: null },
  ...{ targetFromBoard: null, targetToBoard: null, mostLaunchDeg: null },
}
const board = fc.option(fc.integer({ min: 2, max: 78 }).map((half) => half / 2))

describe('boards a bowler can play', () => {
  test('a speed-dominant player stays outside and straight, everybody else goes where the lane lets them', () => {
    const ranges = styleBands.map((band) => playableOf(null, band))
    const widest = ranges.map(({ laydown }) => laydown[1])
    expect(widest).toEqual(widest.toSorted((a, b) => a - b))
    expect(ranges.map(({ by }) => by)).toEqual(['style', 'style', 'usual', 'usual', 'usual'])
    expect(ranges[0]!.mostLaunchDeg).toBeLessThan(ranges[1]!.mostLaunchDeg!)
    expect(playableOf(nothing, null)).toEqual({ ...usualPlayable, by: 'usual' })
  })
  test('what somebody said stands, what nobody said is the style’s, and no range is ever the wrong way round', () => {
    fc.assert(
      fc.property(
        fc.record({
          ...{ laydownFromBoard: board, laydownToBoard: board, targetFromBoard: board, targetToBoard: board },
          mostLaunchDeg: fc.option(fc.integer({ min: 0, max: 20 }).map((half) => half / 2)),
        }),
        fc.option(fc.constantFrom(...styleBands)),
        (given, band) => {
          const stated = { ...given }
          for (const [from, to] of [
            ['laydownFromBoard', 'laydownToBoard'],
            ['targetFromBoard', 'targetToBoard'],
          ] as const)
            if (stated[from] !== null && stated[to] !== null && stated[to]! < stated[from]!)
              [stated[from], stated[to]] = [stated[to], stated[from]]
          const own = playableOf(stated, band)
          expect(own.laydown[0]).toBeLessThanOrEqual(own.laydown[1])
          expect(own.target[0]).toBeLessThanOrEqual(own.target[1])
          if (stated.laydownFromBoard !== null) expect(own.laydown[0]).toBe(stated.laydownFromBoard)
          if (stated.laydownToBoard !== null) expect(own.laydown[1]).toBe(stated.laydownToBoard)
          if (stated.targetFromBoard !== null) expect(own.target[0]).toBe(stated.targetFromBoard)
          if (stated.mostLaunchDeg !== null) expect(own.mostLaunchDeg).toBe(stated.mostLaunchDeg)
          expect(own.by === 'stated').toBe(playableFields.some((field) => stated[field] !== null))
        },
      ),
      { seed: 20_311, numRuns: 400 },
    )
  })
  test('no line that is found is wider than the bowler swings it, and each is one that could be found without the limit', () => {
    const { release: _, ...shot } = practiceShot({ style: 'matched', condition: 'medium' }, 0.4, 24, 13)
    const options = { spread: usualSpread, samples: 1, seed: 1, method: 'quick', keep: 3 } as const
    const free = bestLines(shot, usualPlayable, options)
    expect(free[0]!.launchAngleDeg).toBeGreaterThan(2)
    for (const mostLaunchDeg of [2, 2.5, 3]) {
      const lines = bestLines(shot, { ...usualPlayable, mostLaunchDeg }, options)
      expect(lines.length).toBeGreaterThan(0)
      for (const line of lines) expect(line.launchAngleDeg).toBeLessThanOrEqual(mostLaunchDeg + 1e-6)
      expect(lines[0]!.pCarry).toBeLessThanOrEqual(free[0]!.pCarry + 0.01)
    }
    const wide = bestLines(shot, { ...usualPlayable, mostLaunchDeg: 10 }, options)
    expect(wide.map(({ laydownBoard, targetBoard }) => [laydownBoard, targetBoard])).toEqual(
      free.map(({ laydownBoard, targetBoard }) => [laydownBoard, targetBoard]),
    )
  })
  test('what was played is the middle of the shots, in boards of the laydown; too few say nothing', () => {
    const shots = Array.from({ length: 40 }, (_, i) => ({ feetBoard: 20 + (i % 10), targetBoard: 9 + (i % 5) }))
    const stray = { feetBoard: 45, targetBoard: 3 }
    const range = playedRange([...shots, stray, stray])!
    expect(range.shots).toBe(42)
    expect(range.laydown).toEqual([14, 23])
    expect(range.target).toEqual([9, 13])
    expect(range.mostLaunchDeg).toBeGreaterThan(1)
    expect(playedRange(shots.slice(0, 11))).toBeNull()
  })
})
