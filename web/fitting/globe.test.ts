import { describe, expect, test } from '@jest/globals'
import { geoDistance } from 'd3-geo'
import fc from 'fast-check'
import { facing, holeCircle, marksOf, pointOf, views } from './globe.ts'

const diameterIn = 8.595
const layout = fc.record({
  drillingAngleDeg: fc.integer({ min: 10, max: 90 }),
  pinToPapIn: fc.double({ min: 0.5, max: 6.5, noNaN: true }),
  valAngleDeg: fc.integer({ min: 10, max: 90 }),
})
const pap = fc.record({
  overIn: fc.double({ min: 2, max: 6.5, noNaN: true }),
  upIn: fc.double({ min: -1, max: 1.5, noNaN: true }),
})
/** Inches along the ball between two points of the globe. */
const along = (a: [number, number], b: [number, number]) => (geoDistance(a, b) * diameterIn) / 2

describe('marks on the globe', () => {
  test('lie as far apart as the layout says, measured by another library', () => {
    fc.assert(
      fc.property(layout, pap, (one, at) => {
        const marks = marksOf(one, at, diameterIn)
        expect(along(marks.pin, marks.pap)).toBeCloseTo(one.pinToPapIn, 6)
        // The mass-bias mark is a quarter of the way round from the pin.
        expect(along(marks.pin, marks.psa)).toBeCloseTo((Math.PI * diameterIn) / 4, 5)
      }),
    )
  })

  test('a view turns to its own mark', () => {
    const marks = marksOf(
      { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 35 },
      { overIn: 5, upIn: 0.5 },
      diameterIn,
    )
    expect(views.map((view) => facing(view, marks))).toEqual([[0, 0], marks.pap, marks.pin])
    expect(pointOf({ longitude: Math.PI / 2, latitude: -Math.PI / 4 })).toEqual([90, -45])
  })

  test('a hole is as wide on the ball as its bit', () => {
    const hole = holeCircle({ overIn: 1, upIn: 2, diameterIn: 1 }, diameterIn)
    const centre = hole.coordinates[0]!.slice(0, -1).reduce(
      ([x, y], [a, b], _, all) => [x! + a! / all.length, y! + b! / all.length],
      [0, 0],
    ) as [number, number]
    for (const point of hole.coordinates[0]!) expect(along(centre, point as [number, number])).toBeCloseTo(0.5, 1)
  })
})
