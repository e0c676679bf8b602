import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { MapPlace } from './map.ts'
import { type CellOf, mapSummary } from './mapSummary.ts'

const places: readonly MapPlace[] = ['one', 'two'].flatMap((ballId) =>
  ['now', 'to-1000'].flatMap((surface) => [0, 40].map((shots) => ({ ballId, surface, patternId: 'jetty', shots }))),
)
type Line = { readonly pCarry: number }
const cells: fc.Arbitrary<readonly CellOf<Line>[]> = fc.array(
  fc.oneof(
    fc.double({ min: 0, max: 1, noNaN: true }).map((pCarry) => ({ pCarry })),
    fc.constant(null),
    fc.constant(undefined),
  ),
  { minLength: places.length, maxLength: places.length },
)

describe('a reaction map as a table', () => {
  test('a row for each ball and surface, a column for each state of the lane, and every cell where it belongs', () => {
    const lines = places.map((_, at) => ({ pCarry: at / 10 }))
    const { columns, rows, tops } = mapSummary(places, lines, false)
    expect(columns.map((column) => column.key)).toEqual(['jetty 0', 'jetty 40'])
    expect(rows.map((row) => `${row.ballId} ${row.surface}`)).toEqual([
      'one now',
      'one to-1000',
      'two now',
      'two to-1000',
    ])
    expect(rows.flatMap((row) => row.cells)).toEqual(lines)
    expect(tops).toEqual([0.6, 0.7])
  })

  test('of each ball the surface that strikes most in the mean of what is known; no line counts as no strike', () => {
    fc.assert(
      fc.property(cells, (lines) => {
        const [all, best] = [mapSummary(places, lines, false), mapSummary(places, lines, true)]
        expect(best.rows.map((row) => row.ballId)).toEqual(['one', 'two'])
        for (const row of best.rows) {
          const own = all.rows.filter((one) => one.ballId === row.ballId).map((one) => one.mean)
          expect(row.mean).toBe(Math.max(...own))
        }
        for (const row of all.rows) {
          const known = row.cells.filter((cell) => cell !== undefined).map((cell) => cell?.pCarry ?? 0)
          const mean = known.length === 0 ? 0 : known.reduce((sum, share) => sum + share, 0) / known.length
          expect(row.mean).toBeCloseTo(mean, 12)
        }
        all.columns.forEach((_, at) => {
          for (const row of all.rows) expect(row.cells[at]?.pCarry ?? 0).toBeLessThanOrEqual(all.tops[at]!)
        })
      }),
    )
  })

  test('nothing asked is an empty table', () => {
    expect(mapSummary([], [], true)).toEqual({ columns: [], rows: [], tops: [] })
  })
})
