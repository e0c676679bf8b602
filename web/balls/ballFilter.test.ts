import { describe, expect, test } from '@jest/globals'
import { ballListSchema, check, wrong } from '@sleetfall/contract'
import { emptyFilter, filterQuestion, safeCell } from './ballFilter.ts'

describe('filter of the ball list', () => {
  test('open fields ask for nothing, also a number field that was emptied', () => {
    expect(filterQuestion(emptyFilter)).toEqual({})
    expect(filterQuestion({ ...emptyFilter, gamesFrom: '' as unknown as number })).toEqual({})
  })

  test('what is asked is what the server takes', () => {
    const filter = {
      ...emptyFilter,
      cover: 'pearl',
      status: 'too-smooth',
      band: 'matched',
      place: 'bench',
      gritTo: 4000,
    }
    const asked = filterQuestion(filter)
    expect(asked).toEqual({ cover: 'pearl', status: 'too-smooth', band: 'matched', place: 'bench', gritTo: 4000 })
    const taken = check(ballListSchema, Object.fromEntries(Object.entries(asked).map(([k, v]) => [k, String(v)])))
    expect(taken).toMatchObject({ ok: true, value: asked })
    expect(check(ballListSchema, { cover: 'glass', limit: '9999' })).toMatchObject({
      ok: false,
      fields: expect.arrayContaining([{ path: 'limit', said: wrong('howMany', 'whole', { min: 1, max: 200 }) }]),
    })
  })

  test('no cell of the file is a formula', () => {
    for (const text of ['=1+1', '+1', '-1', '@x', '\tx']) expect(safeCell(text)).toBe(`'${text}`)
    expect([safeCell('plain'), safeCell(-3)]).toEqual(['plain', -3])
  })
})
