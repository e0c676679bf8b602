import { describe, expect, test } from '@jest/globals'
import { formatLayout, layoutMarks, parseLayout, readCoreFigure, twins } from '@sleetfall/core'
import cases from '../fixtures/layout.json' with { type: 'json' }

describe('layout marks agree with an independent program', () => {
  test.each(cases.cases.map((one) => [one.name, one] as const))('%s', (_, { input, expected }) => {
    const marks = layoutMarks(input, { overIn: input.papOverIn, upIn: input.papUpIn }, input.diameterIn)
    for (const [name, value] of Object.entries(expected.layout)) {
      expect(Math.abs(marks[name as keyof typeof marks] - value)).toBeLessThan(0.005)
    }
  })
})

test('a layout survives writing and reading, however it is spaced', () => {
  const layout = { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 35 }
  expect(formatLayout(layout)).toBe('50 × 4 1/2 × 35')
  for (const text of [formatLayout(layout), '50x4.5x35', '50 * 4½ * 35°']) expect(parseLayout(text)).toEqual(layout)
  for (const text of ['50 x 9 x 35', '50 x 4', '200 x 4 x 35', 'fifty x 4 x 35'])
    expect(parseLayout(text)).toBeUndefined()
})

describe('core figures as they are said at the counter', () => {
  test.each([
    ['rgIn', '2.51', 2.51],
    ['rgIn', '251', 2.51],
    ['rgIn', '2510', 2.51],
    ['rgIn', '2,48 in', 2.48],
    ['differentialIn', '.056', 0.056],
    ['differentialIn', '56', 0.056],
    ['differentialIn', '056', 0.056],
    ['differentialIn', '0', 0],
    ['intermediateDifferentialIn', '14', 0.014],
  ] as const)('%s %s', (name, text, valueIn) => expect(readCoreFigure(name, text)).toMatchObject({ ok: true, valueIn }))

  test.each([
    ['rgIn', '56', 'looks-like-differential'],
    ['rgIn', '.05', 'looks-like-differential'],
    ['differentialIn', '2.48', 'looks-like-rg'],
    ['differentialIn', '251', 'looks-like-rg'],
    ['rgIn', '3.4', 'out-of-range'],
    ['rgIn', 'low', 'not-a-number'],
    ['differentialIn', '-1', 'not-a-number'],
  ] as const)('%s %s is %s', (name, text, reason) => expect(readCoreFigure(name, text)).toEqual({ ok: false, reason }))
})

describe('twins', () => {
  const ball = (id: string, change: object = {}) => ({
    ...{ id, cover: 'solid' as const, rgIn: 2.48, differentialIn: 0.05, raUm: 0.5 },
    ...{ drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 40 },
    ...change,
  })
  const pairs = (...changes: object[]) =>
    twins([ball('a'), ...changes.map((change, i) => ball(`${i}`, change))]).map((pair) => pair.map((one) => one.id))

  test('alike in cover, core, layout and surface; one clear difference and they are none', () => {
    expect(pairs({ rgIn: 2.49, raUm: 0.45, drillingAngleDeg: 55 })).toEqual([['a', '0']])
    for (const change of [{ cover: 'pearl' }, { rgIn: 2.52 }, { raUm: 0.8 }, { pinToPapIn: 3.5 }, { valAngleDeg: 70 }])
      expect(pairs(change)).toEqual([])
  })

  test('a layout that is not on record tells nothing; without core and surface nobody is called a twin', () => {
    expect(pairs({ drillingAngleDeg: null })).toEqual([['a', '0']])
    expect(pairs({ raUm: null })).toEqual([])
    expect(pairs({ rgIn: null })).toEqual([])
    const bare = { rgIn: null, differentialIn: null, drillingAngleDeg: null, pinToPapIn: null, valAngleDeg: null }
    expect(pairs(bare)).toEqual([])
  })
})
