import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { type LimitName, limits } from '@sleetfall/core'
import { readCsv } from './csv.ts'
import { shown } from './quantities.ts'

describe('quantities as they are typed', () => {
  const names = Object.keys(limits) as LimitName[]
  const quantity = fc.constantFrom(...names).chain((name) =>
    fc.record({
      name: fc.constant(name),
      metric: fc.boolean(),
      value: fc.double({ min: limits[name].min, max: limits[name].max, noNaN: true }),
    }),
  )

  test('what is shown can be typed again and then shows the same', () => {
    fc.assert(
      fc.property(quantity, ({ name, metric, value }) => {
        const unit = shown(name, metric)
        const text = unit.format(value)
        const typed = unit.parse(text)
        expect(typed).toBeDefined()
        expect(unit.format(typed!)).toBe(text)
      }),
      { numRuns: 500 },
    )
  })

  test('no letters, signs or blanks become a figure, and never NaN', () => {
    fc.assert(
      fc.property(fc.string(), fc.constantFrom(...names), fc.boolean(), (text, name, metric) => {
        const value = shown(name, metric).parse(text)
        expect(value === undefined || Number.isFinite(value)).toBe(true)
      }),
    )
    for (const text of ['', ' ', 'abc', '1e9', '--2', '5.5.5', '16.416.9'])
      expect(shown('board', false).parse(text)).toBeUndefined()
  })

  test.each([
    ['> 5500', 5500],
    ['>5500', 5500],
    ['≥ 5500', 5500],
    ['2.048', 2.048],
    ['16,4', 16.4],
  ])('%s reads as %d', (text, value) => {
    expect(shown('scannedGrit', false).parse(text)).toBe(value)
  })

  test('what bowlers say in pounds, boards and feet of lane stays as it is in metric', () => {
    for (const name of ['board', 'feetBoard'] as const) expect(shown(name, true).unit).toBe(shown(name, false).unit)
    expect(shown('speedMph', true).unit).toBe('km/h')
    expect(shown('speedMph', true).parse('28')).toBeCloseTo(17.4, 1)
  })
})

describe('tables that come in', () => {
  const rows = [
    { Ball: 'Gannet', RG: '2,51' },
    { Ball: 'Wick; the second', RG: '2,48' },
  ]
  const cell = (text: string, separator: string) =>
    text.includes(separator) || text.includes('"') ? `"${text}"` : text
  const write = (separator: string) =>
    [['Ball', 'RG'], ...rows.map((row) => [row.Ball, row.RG])]
      .map((row) => row.map((text) => cell(text, separator)).join(separator))
      .join('\r\n')

  test.each([',', ';', '\t', '|'])('columns separated by %j read alike, decimal commas and all', (separator) => {
    const { data, errors } = readCsv(write(separator))
    expect(errors).toEqual([])
    expect(data).toEqual(rows)
  })

  test('a byte order mark and a sep line are not part of the table', () => {
    expect(readCsv(`\uFEFFsep=;\r\n${write(';')}\r\n\r\n`).data).toEqual(rows)
  })

  test('headings lose stray blanks', () => {
    expect(readCsv(' Ball ; RG\nGannet;2').data).toEqual([{ Ball: 'Gannet', RG: '2' }])
  })
})
