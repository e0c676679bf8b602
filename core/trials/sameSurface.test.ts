import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { sameSurface } from './sameSurface.ts'

const surface = fc.record({
  effectiveRaUm: fc.option(fc.double({ min: 0.005, max: 3, noNaN: true }), { nil: null }),
  oilShare: fc.double({ min: 0, max: 1, noNaN: true }),
})

test('sameness is mutual, and everything is the same as itself', () => {
  fc.assert(
    fc.property(surface, surface, (a, b) => {
      expect(sameSurface(a, a)).toBe(true)
      expect(sameSurface(a, b)).toBe(sameSurface(b, a))
    }),
  )
})

test.each([
  [0.3, 0.31, 0, 0, true],
  [0.3, 0.33, 0, 0, false],
  [0.3, 0.3, 0.1, 0.11, true],
  [0.3, 0.3, 0.1, 0.2, false],
  [null, null, 0.1, 0.1, true],
  [null, 0.3, 0.1, 0.1, false],
])('roughness %p and %p, oil %d and %d: %p', (first, second, oil, oilAfter, same) => {
  expect(sameSurface({ effectiveRaUm: first, oilShare: oil }, { effectiveRaUm: second, oilShare: oilAfter })).toBe(same)
})
