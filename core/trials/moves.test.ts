import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { type Shot, movesOf } from '@sleetfall/core'

const shot = (sequence: number, feetBoard: number | null, targetBoard: number | null, change: object = {}): Shot => ({
  ...{ arm: 1, sequence, feetBoard, targetBoard, read: null, entryBoard: 17, leave: null, setAsideReason: null },
  ...change,
})
const base = { feetBoard: 22, targetBoard: 10 }

describe('moves of feet and eyes', () => {
  test('are told by where it was aimed, not by where the hand sent the ball', () => {
    const scattered = [10.5, 8.9, 11.2, 9.4].map((arrowsBoard, i) => shot(i + 1, 22, i < 2 ? 10 : 11, { arrowsBoard }))
    expect(movesOf(scattered, base).map(({ sequence, eyes }) => [sequence, eyes])).toEqual([[3, 1]])
    // A tracked shot that nobody said the aim of was aimed like the one before.
    expect(movesOf([shot(1, 22, 10), shot(2, 22, null, { arrowsBoard: 12 })], base)).toEqual([])
  })

  test('are told with their reason, what came of them, and how far that is from the line begun on', () => {
    const moves = movesOf(
      [
        shot(1, 22, 10, { entryBoard: 20 }),
        shot(2, 22, 10, { entryBoard: 19.5 }),
        shot(3, 24, 11, { moveReason: 'flat corner' }),
        shot(4, 24, 11),
        shot(5, 23, 11, { entryBoard: 21 }),
        shot(6, 22, 10, { entryBoard: null }),
      ],
      base,
    )
    expect(moves.map(({ sequence, feet, eyes, reason, result }) => [sequence, feet, eyes, reason, result])).toEqual([
      [3, 2, 1, 'flat corner', 'better'],
      [5, -1, 0, '', 'worse'],
      [6, -1, -1, '', 'open'],
    ])
    expect(moves.map(({ fromBase }) => fromBase)).toEqual([
      { feet: 2, eyes: 1 },
      { feet: 1, eyes: 1 },
      { feet: 0, eyes: 0 },
    ])
  })

  test('warm-ups move nothing, what was not noted was as before, and each bowler moves alone', () => {
    expect(
      movesOf([shot(1, 30, 15, { warmUp: true }), shot(2, 22, 10), shot(3, null, null), shot(4, 22, null)], base),
    ).toEqual([])
    const two = movesOf(
      [
        shot(1, 22, 10),
        shot(2, 30, 15, { bowlerId: 'other' }),
        shot(3, 22, 10),
        shot(4, 31, 15, { bowlerId: 'other' }),
      ],
      base,
    )
    expect(two.map(({ sequence, feet }) => [sequence, feet])).toEqual([[4, 1]])
  })

  test('add up to where the feet and the eyes stand at the end', () => {
    const place = fc.record({ feet: fc.integer({ min: 15, max: 35 }), eyes: fc.integer({ min: 5, max: 20 }) })
    fc.assert(
      fc.property(fc.array(place, { minLength: 1, maxLength: 20 }), (places) => {
        const shots = places.map(({ feet, eyes }, i) => shot(i + 1, feet, eyes))
        const moves = movesOf(shots, null)
        const sum = (name: 'feet' | 'eyes') => moves.reduce((total, move) => total + move[name], 0)
        expect([places[0]!.feet + sum('feet'), places[0]!.eyes + sum('eyes')]).toEqual([
          places.at(-1)!.feet,
          places.at(-1)!.eyes,
        ])
        expect(moves.every(({ feet, eyes }) => feet !== 0 || eyes !== 0)).toBe(true)
      }),
    )
  })
})
