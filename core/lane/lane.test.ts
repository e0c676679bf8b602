import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  type Load,
  boardCount,
  boardWidthM,
  estimatedLoads,
  filmByFoot,
  filmOf,
  filmVolumeMl,
  limits,
  patternFigures,
  zoneRatios,
} from '@sleetfall/core'

const load = (
  fromBoard: number,
  toBoard: number,
  loads: number,
  microlitresPerBoard: number,
  startFt: number,
  endFt: number,
): Load => ({
  ...{ fromBoard, toBoard, loads, microlitresPerBoard },
  ...{ startFt, endFt },
})
const anyLoad = fc
  .record({
    boards: fc.tuple(fc.integer({ min: 1, max: 39 }), fc.integer({ min: 1, max: 39 })),
    loads: fc.integer({ min: 1, max: 10 }),
    microlitres: fc.double({ min: 1, max: 100, noNaN: true }),
    feet: fc.tuple(fc.double({ min: 0, max: 60, noNaN: true }), fc.double({ min: 0, max: 60, noNaN: true })),
  })
  .filter(({ feet }) => Math.abs(feet[0] - feet[1]) > 0.01)
  .map(({ boards, loads, microlitres, feet }) =>
    load(Math.min(...boards), Math.max(...boards), loads, microlitres, feet[0], feet[1]),
  )

describe('film', () => {
  test('holds exactly the volume of the load table, whatever the rows', () => {
    fc.assert(
      fc.property(fc.array(anyLoad, { maxLength: 8 }), (rows) => {
        const poured =
          rows.reduce((sum, one) => sum + one.loads * one.microlitresPerBoard * (one.toBoard - one.fromBoard + 1), 0) /
          1000
        expect(filmVolumeMl(filmOf(rows))).toBeCloseTo(poured, 6)
        expect(patternFigures(rows).volumeMl).toBeCloseTo(poured, 9)
      }),
    )
  })

  test('one load of 50 µL over a board of 1.0641 in and 40 ft is 0.1517 µm thick', () => {
    // 50 mm³ / (27.027 mm × 12192 mm) = 1.5174e-4 mm.
    expect(boardWidthM).toBeCloseTo(0.027028, 6)
    const byFoot = filmByFoot(filmOf([load(20, 20, 1, 50, 0, 40)]))
    expect(byFoot).toHaveLength(60)
    expect(byFoot[0]![19]).toBeCloseTo(0.15174, 4)
    expect(byFoot[39]![19]).toBeCloseTo(0.15174, 4)
    expect(byFoot[40]![19]).toBe(0)
    expect(byFoot[5]!.filter((thickness) => thickness > 0)).toHaveLength(1)
    expect(byFoot[5]).toHaveLength(boardCount)
  })

  test('forward and reverse rows over the same feet leave the same film', () => {
    expect([...filmOf([load(2, 38, 2, 50, 4, 33)])]).toEqual([...filmOf([load(2, 38, 2, 50, 33, 4)])])
  })
})

describe('figures', () => {
  test('ratio, exit board and classes follow their definitions', () => {
    // Middle 18–22: 5 boards × (2 + 6) loads × 50; outside 3–7: 5 boards × 2 loads × 50. Ratio 4.
    const figures = patternFigures([load(2, 38, 2, 50, 0, 38), load(8, 32, 6, 50, 0, 42)])
    expect(figures).toMatchObject({ lengthFt: 42, exitBoard: 11, lengthClass: 'long', shape: 'challenge', ratio: 4 })
    expect(figures.volumeMl).toBeCloseTo(37 * 0.1 + 25 * 0.3, 9)
  })

  test('oil in the middle only has no ratio and counts as house', () => {
    expect(patternFigures([load(15, 25, 4, 50, 0, 36)])).toMatchObject({
      ratio: null,
      shape: 'house',
      lengthClass: 'short',
    })
  })

  test('more oil or more length never plays drier', () => {
    const order = ['dry', 'medium-dry', 'medium', 'medium-heavy', 'heavy']
    const place = (loads: number, feet: number) =>
      order.indexOf(patternFigures([load(2, 38, loads, 50, 0, feet)]).condition)
    fc.assert(
      fc.property(fc.integer({ min: 4, max: 20 }), fc.integer({ min: 32, max: 50 }), (loads, feet) => {
        expect(place(loads + 1, feet)).toBeGreaterThanOrEqual(place(loads, feet))
        expect(place(loads, feet + 2)).toBeGreaterThanOrEqual(place(loads, feet))
      }),
    )
  })
})

describe('known only by length, volume and ratio', () => {
  test('the estimated table has exactly these figures, thicker in front, in the range of a machine', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 60 }),
        fc.double({ min: 5, max: 60, noNaN: true }),
        fc.double({ min: 1, max: 20, noNaN: true }),
        (lengthFt, volumeMl, ratio) => {
          const loads = estimatedLoads({ lengthFt, volumeMl, ratio })
          const figures = patternFigures(loads)
          expect(figures.lengthFt).toBe(lengthFt)
          expect(figures.volumeMl).toBeCloseTo(volumeMl, 9)
          expect(figures.ratio).toBeCloseTo(ratio, 9)
          const film = filmOf(loads)
          expect(film[4 * 39 + 19]!).toBeGreaterThanOrEqual(film[Math.floor(lengthFt * 4 - 2) * 39 + 19]!)
          for (const { microlitresPerBoard } of loads)
            expect(microlitresPerBoard).toBeLessThanOrEqual(limits.microlitresPerBoard.max)
        },
      ),
    )
  })

  test('ratio by zone: as the table says where rows end', () => {
    const film = filmOf([load(2, 38, 2, 50, 0, 40), load(15, 25, 4, 50, 0, 15)])
    const zones = zoneRatios(film, 40)
    expect(zones.map((zone) => [zone.fromFt, zone.toFt])).toEqual([
      [0, 15],
      [15, 30],
      [30, 40],
    ])
    // 4 loads over 15 ft are 8 over 30: thickness 2/40 outside, 2/40 + 4/15 in the middle.
    expect(zones[0]!.ratio).toBeCloseTo((2 / 40 + 4 / 15) / (2 / 40), 9)
    expect([zones[1]!.ratio, zones[2]!.ratio]).toEqual([expect.closeTo(1, 9), expect.closeTo(1, 9)])
    expect(zoneRatios(filmOf([load(18, 22, 2, 50, 0, 12)]), 12)).toEqual([{ fromFt: 0, toFt: 12, ratio: null }])
  })
})
