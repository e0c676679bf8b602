import { describe, expect, test } from '@jest/globals'
import type { Ball } from '@sleetfall/contract'
import { emptyFilter, fits, safeCell } from './ballFilter.ts'

const ball = (change: object = {}, surface: object = {}) =>
  ({
    ...{ cover: 'solid', place: 'shelf', hardnessD: 74 },
    surface: { status: 'too-smooth', grit: 4200, gamesOnSurface: 24, ...surface },
    ...change,
  }) as unknown as Ball

describe('filter of the ball list', () => {
  test('open fields let everything through, also a ball about which nothing is known', () => {
    expect(fits(ball({ hardnessD: null }, { grit: null }), emptyFilter, null)).toBe(true)
    // A number field that was emptied holds an empty text.
    expect(fits(ball(), { ...emptyFilter, gamesFrom: '' as unknown as number }, null)).toBe(true)
  })

  test.each([
    [{ cover: 'pearl' }, false],
    [{ status: 'too-smooth' }, true],
    [{ place: 'bench' }, false],
    [{ band: 'matched' }, true],
    [{ band: 'rev-dominant' }, false],
    [{ gamesFrom: 24 }, true],
    [{ gamesFrom: 25 }, false],
    [{ gritFrom: 4000, gritTo: 4500 }, true],
    [{ gritTo: 4000 }, false],
    [{ hardnessBelow: 75 }, true],
    [{ hardnessBelow: 74 }, false],
  ])('%j', (change, passes) => expect(fits(ball(), { ...emptyFilter, ...change }, 'matched')).toBe(passes))

  test('a ball without the figure is not within a range of it', () => {
    expect(fits(ball({}, { grit: null }), { ...emptyFilter, gritFrom: 100 }, null)).toBe(false)
    expect(fits(ball({ hardnessD: null }), { ...emptyFilter, hardnessBelow: 80 }, null)).toBe(false)
  })

  test('no cell of the file is a formula', () => {
    for (const text of ['=1+1', '+1', '-1', '@x', '\tx']) expect(safeCell(text)).toBe(`'${text}`)
    expect([safeCell('plain'), safeCell(-3)]).toEqual(['plain', -3])
  })
})
