import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  celsiusToFahrenheit,
  fahrenheitToCelsius,
  formatInchFraction,
  kmhToMph,
  limits,
  mphToKmh,
  parseInches,
} from '@sleetfall/core'

describe('inches as technicians write them', () => {
  test.each([
    ['4.5', 4.5],
    ['4,5', 4.5],
    ['4 1/2', 4.5],
    ['4-1/2', 4.5],
    ['4½', 4.5],
    ['-1/4', -0.25],
    ['−1/4', -0.25],
    ['3 3/8"', 3.375],
    ['0', 0],
  ])('%s', (text, value) => expect(parseInches(text)).toBeCloseTo(value, 12))

  test.each(['', 'four', '4 1/0', '1/2/3', '--2', '4..5'])('refuses %s', (text) =>
    expect(parseInches(text)).toBeUndefined(),
  )

  test('a sixteenth survives writing and reading', () => {
    fc.assert(
      fc.property(fc.integer({ min: -110, max: 110 }), (sixteenths) => {
        expect(parseInches(formatInchFraction(sixteenths / 16))).toBeCloseTo(sixteenths / 16, 12)
      }),
    )
  })
})

test('conversions against fixed points of the scales', () => {
  expect(celsiusToFahrenheit(100)).toBe(212)
  expect(fahrenheitToCelsius(-40)).toBeCloseTo(-40, 12)
  expect(mphToKmh(60)).toBeCloseTo(96.56064, 9)
  expect(kmhToMph(mphToKmh(17.3))).toBeCloseTo(17.3, 12)
})

test('every limit has room for at least one step', () => {
  for (const { min, max, step } of Object.values(limits)) expect(min + step).toBeLessThanOrEqual(max)
})
