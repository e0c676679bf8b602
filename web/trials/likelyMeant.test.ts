import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { likelyMeant } from './likelyMeant.ts'

test.each([
  [1.54, 15.4],
  [1.75, 17.5],
  [2.4, 24],
  // A gutter ball's neighbours and usual entries are not doubted.
  [1, null],
  [2, null],
  [15.4, null],
  [17.5, null],
  [38.5, null],
  [0.3, null],
  [4.5, null],
  [Number.NaN, null],
  [null, null],
])('entry board %p was likely %p', (typed, meant) => {
  expect(likelyMeant(typed)).toBe(meant)
})

test('whatever is asked about would be a usual entry, and asking is settled by the answer', () => {
  fc.assert(
    fc.property(fc.double({ min: -40, max: 400, noNaN: true }), (typed) => {
      const meant = likelyMeant(typed)
      if (meant === null) return
      expect(meant).toBeGreaterThanOrEqual(10)
      expect(meant).toBeLessThanOrEqual(25)
      expect(likelyMeant(meant)).toBeNull()
    }),
  )
})
