import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { readingMeant } from '@sleetfall/core'

test.each([
  [360, [3400], 3600],
  [360, [3500, 3700], 3600],
  [40_000, [4200], 4000],
  // A ball really sanded: no tenfold is near.
  [800, [3000], null],
  // Near enough to something known.
  [360, [3400, 380], null],
  [3600, [3400], null],
  [360, [], null],
  [null, [3400], null],
  [0, [3400], null],
  [Number.NaN, [3400], null],
] as const)('%p beside %p: %p was meant', (grit, expected, meant) => {
  expect(readingMeant(grit, expected)).toBe(meant)
})

test('what is meant is itself never doubted, and a figure that is as expected never either', () => {
  const grit = fc.double({ min: 180, max: 9000, noNaN: true })
  fc.assert(
    fc.property(grit, fc.array(grit, { maxLength: 4 }), (typed, expected) => {
      const meant = readingMeant(typed, expected)
      if (meant !== null) expect(readingMeant(meant, expected)).toBeNull()
      expect(readingMeant(typed, [...expected, typed])).toBeNull()
    }),
  )
})
