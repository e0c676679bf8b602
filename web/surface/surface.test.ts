import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { arcPath, arcPoint, gaugePlace } from './gauge.ts'
import { fourSpots, scanOf } from './spots.ts'
import { onlyLikely, roundGrit, signOf, statusSign } from './useSurfaceText.ts'

describe('the surface gauge', () => {
  test('goes from rough to polish without ever going back, and ends at its ends', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 10, noNaN: true }),
        fc.double({ min: 0.001, max: 10, noNaN: true }),
        (a, b) => {
          for (const ra of [a, b]) expect(gaugePlace(ra)).toBe(Math.min(1, Math.max(0, gaugePlace(ra))))
          if (a < b) expect(gaugePlace(a)).toBeGreaterThanOrEqual(gaugePlace(b))
        },
      ),
    )
    expect([gaugePlace(100), gaugePlace(1e-6)]).toEqual([0, 1])
  })
  test('its points lie on the circle, on the left, from foot to top', () => {
    for (const place of [0, 0.25, 0.5, 0.75, 1]) {
      const [x, y] = arcPoint(50, place)
      expect(Math.hypot(x, y)).toBeCloseTo(50, 9)
      expect(x).toBeLessThan(0)
    }
    expect(arcPoint(50, 0)[1]).toBeGreaterThan(arcPoint(50, 1)[1])
    expect(arcPath(50, 0, 1)).toMatch(/^M -17\.10 46\.98 A 50 50 0 0 1 -17\.10 -46\.98$/)
  })
})

describe('a state and its sign', () => {
  test('each state has a shape of its own, so that no colour is needed', () => {
    const shapes = Object.values(statusSign)
    expect(new Set(shapes).size).toBe(shapes.length)
  })
  test('what was only assumed is likely, what was read or fitted is said outright', () => {
    for (const status of ['too-smooth', 'too-rough'] as const) {
      expect(signOf({ status, provenance: 'assumed' })).toBe('◐')
      for (const provenance of ['measured', 'fitted'] as const)
        expect(signOf({ status, provenance })).toBe(statusSign[status])
    }
    for (const status of ['in-window', 'leaves-soon', 'accepted', 'unknown'] as const)
      expect(onlyLikely({ status, provenance: 'assumed' })).toBe(false)
  })
  test('grit is said as people say it', () => {
    expect([4273, 4249, 512, 96].map(roundGrit)).toEqual([4300, 4200, 510, 100])
  })
})

test('spots left empty are not recorded, and each figure keeps its spot', () => {
  const readings = fourSpots()
  readings[1]!.grit = 2000
  readings[3]!.grit = 1500
  expect(scanOf(readings)).toEqual({ grits: [2000, 1500], spots: ['track', 'off-track'] })
  expect(scanOf(fourSpots())).toEqual({ grits: [], spots: [] })
})
