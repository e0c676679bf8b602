import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { type Layout, placeOf, placesOf } from './layout.ts'
import { pinMoved, pinNudged, psaMoved, psaNudged } from './marks.ts'

const radius = 8.595 / 2
const pap = placeOf(5, 0.5, radius)
const layouts = fc.record({
  drillingAngleDeg: fc.integer({ min: 5, max: 175 }),
  pinToPapIn: fc.integer({ min: 8, max: 96 }).map((sixteenths) => sixteenths / 16),
  valAngleDeg: fc.integer({ min: 1, max: 179 }),
})
const inRange = ({ drillingAngleDeg, pinToPapIn, valAngleDeg }: Layout) =>
  drillingAngleDeg >= 0 &&
  drillingAngleDeg <= 180 &&
  pinToPapIn >= 0 &&
  pinToPapIn <= 6.75 &&
  valAngleDeg >= 0 &&
  valAngleDeg <= 180

describe('moves of the marks on a ball', () => {
  test('a pin put where it is, or where another layout has it, gives that layout', () => {
    fc.assert(
      fc.property(layouts, layouts, (from, to) => {
        const moved = pinMoved(from, pap, placesOf(to, pap, radius).pin, radius)
        expect(moved.pinToPapIn).toBeCloseTo(to.pinToPapIn, 9)
        expect(moved.valAngleDeg).toBeCloseTo(to.valAngleDeg, 9)
        expect(moved.drillingAngleDeg).toBe(from.drillingAngleDeg)
      }),
    )
  })

  test('a PSA put where another drilling angle has it gives that angle and leaves the pin', () => {
    fc.assert(
      fc.property(layouts, fc.integer({ min: 5, max: 175 }), (from, drillingAngleDeg) => {
        const moved = psaMoved(from, pap, placesOf({ ...from, drillingAngleDeg }, pap, radius).psa, radius)
        expect(moved.drillingAngleDeg).toBeCloseTo(drillingAngleDeg, 9)
        expect(moved).toMatchObject({ pinToPapIn: from.pinToPapIn, valAngleDeg: from.valAngleDeg })
      }),
    )
  })

  test('wherever a mark is dragged, the layout stays one that can be typed', () => {
    const place = fc.record({
      longitude: fc.double({ min: -Math.PI, max: Math.PI, noNaN: true }),
      latitude: fc.double({ min: -1.57, max: 1.57, noNaN: true }),
    })
    fc.assert(
      fc.property(layouts, place, (from, to) => {
        expect(inRange(pinMoved(from, pap, to, radius))).toBe(true)
        expect(inRange(psaMoved(from, pap, to, radius))).toBe(true)
      }),
    )
  })

  test('keys step by a sixteenth and a degree, and stop at the ends', () => {
    const from = { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 40 }
    expect(pinNudged(from, 1, 0).pinToPapIn).toBe(4.4375)
    expect(pinNudged(from, 0, 1).valAngleDeg).toBe(39)
    expect(psaNudged(from, 1).drillingAngleDeg).toBe(51)
    expect(pinNudged({ ...from, pinToPapIn: 0, valAngleDeg: 0 }, 1, 1)).toMatchObject({ pinToPapIn: 0, valAngleDeg: 0 })
    expect(psaNudged({ ...from, drillingAngleDeg: 180 }, 1).drillingAngleDeg).toBe(180)
  })
})
