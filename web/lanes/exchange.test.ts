import { describe, expect, test } from '@jest/globals'
import { patternTrusts } from '@sleetfall/core'
import fc from 'fast-check'
import { readPattern, toCsv, toJson } from './exchange.ts'

const load = { fromBoard: 2, toBoard: 38, loads: 4, microlitresPerBoard: 50, startFt: 0, endFt: 40 }
const header = 'fromBoard,toBoard,loads,microlitresPerBoard,startFt,endFt'

describe('patterns in and out', () => {
  test('what is written is read again, as CSV and as JSON', () => {
    const board = fc.integer({ min: 1, max: 39 })
    const row = fc.record({
      fromBoard: board,
      toBoard: board,
      loads: fc.integer({ min: 1, max: 40 }),
      microlitresPerBoard: fc.integer({ min: 10, max: 2000 }).map((n) => n / 10),
      startFt: fc.integer({ min: 0, max: 60 }),
      endFt: fc.integer({ min: 0, max: 60 }),
    })
    fc.assert(
      fc.property(fc.array(row, { minLength: 1, maxLength: 12 }), fc.constantFrom(...patternTrusts), (loads, trust) => {
        expect(readPattern(toCsv({ loads }), 'Gull 40.csv')).toEqual({
          ok: true,
          pattern: { name: 'Gull 40', note: '', loads, estimated: false },
        })
        const pattern = { name: 'Gull, "40"', note: 'a note', loads, estimated: loads.length > 6, trust }
        expect(readPattern(toJson(pattern), 'x.json')).toEqual({ ok: true, pattern })
        // A word that is none of them is passed over: the form asks.
        const odd = toJson(pattern).replace(trust, 'perhaps')
        expect(readPattern(odd, 'x.json')).toMatchObject({ ok: true, pattern: { name: pattern.name } })
        expect(readPattern(odd, 'x.json')).not.toHaveProperty('pattern.trust')
      }),
    )
  })

  test('order of columns, further columns, a byte order mark and decimal commas are taken', () => {
    const text =
      '\uFEFFendFt,note,toBoard,fromBoard,loads,startFt,microlitresPerBoard\r\n40,"a, b",38,2,4,0,"52,5"\r\n\r\n'
    expect(readPattern(text, 'a.csv')).toMatchObject({
      ok: true,
      pattern: { loads: [{ ...load, microlitresPerBoard: 52.5 }] },
    })
  })

  test('formulas and words in cells are no figures; the form will name their fields', () => {
    const result = readPattern(`${header}\n2,=1+37,4,fifty,0,40`, 'a.csv')
    expect(result).toMatchObject({
      ok: true,
      pattern: { loads: [{ fromBoard: 2, toBoard: Number.NaN, microlitresPerBoard: Number.NaN }] },
    })
  })

  test.each([
    ['boards,feet\n1,2', 'missing-columns'],
    [header, 'no-loads'],
    ['{"loads": [', 'not-json'],
    ['{"name": "empty"}', 'no-loads'],
    [`${header}\n${'2,38,1,50,0,40\n'.repeat(20_000)}`, 'too-many-rows'],
    [`${header}\n2\u0000,38`, 'not-text'],
    ['', 'missing-columns'],
  ])('tells why %#', (text, reason) => expect(readPattern(text, 'a.csv')).toMatchObject({ ok: false, reason }))
})
