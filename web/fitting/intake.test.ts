import { describe, expect, test } from '@jest/globals'
import { ballSchema, check } from '@sleetfall/contract'
import { ballOf, customerOf, emptyBall, emptyCustomer, finishEvent, likelyTwins, typedInFull } from './intake.ts'

const shop = [
  { name: 'Odda Brimstow', distinction: '' },
  { name: 'Łucja Ebb', distinction: 'the elder' },
  { name: 'Łucja Ebb', distinction: 'the younger' },
]

describe('intake', () => {
  test.each([
    ['odda  BRIMSTOW ', 'Odda Brimstow'],
    ['Odda', undefined],
    // Two of the same name are not guessed between.
    ['Łucja Ebb', undefined],
    ['Odda Brimstow the third', undefined],
  ])('%j is taken for %s', (text, name) => {
    expect(typedInFull(text, shop)?.name).toBe(name)
  })

  test('what tells two of one name apart does so', () => {
    expect(typedInFull('łucja ebb the younger', shop)?.distinction).toBe('the younger')
    // The same letters, composed from parts.
    expect(typedInFull('Zoe\u0301 Ebb', [{ name: 'Zo\u00e9 Ebb', distinction: '' }])).not.toBeNull()
  })

  test('a twin is one typed as new under the name of an own ball', () => {
    const own = [{ name: 'Wrackline' }, { name: 'Skerrymoor' }]
    expect(likelyTwins({ ...emptyBall(), name: ' wrackline' }, own)).toEqual([{ name: 'Wrackline' }])
    expect(likelyTwins({ ...emptyBall(), name: 'Wrackline', knownId: 'x' }, own)).toEqual([])
    expect(likelyTwins(emptyBall(), [...own, { name: '' }])).toEqual([])
  })

  test('a typed ball becomes a record that the server takes, its complaint first in the note', () => {
    const typed = { ...emptyBall(), name: 'Gannet', complaint: 'hooks less', factoryGrit: 2000, shelf: 'C2' }
    const record = ballOf(typed, emptyBall().id, 'Says: hooks less')
    expect(check(ballSchema, record).ok).toBe(true)
    expect(record).toMatchObject({
      note: 'Says: hooks less',
      factoryGrit: 2000,
      factorySource: 'stated',
      place: 'shelf',
    })
    expect(record).not.toHaveProperty('knownId')
  })

  test('an unknown finish keeps even the factory’s figure out', () => {
    const record = ballOf({ ...emptyBall(), name: 'Gannet', finish: 'unknown', factoryGrit: 2000 }, emptyBall().id, '')
    expect(record).toMatchObject({ factoryGrit: null, factorySource: null, note: '' })
    expect(finishEvent({ ...emptyBall(), finish: 'unknown' })).toBeNull()
    expect(finishEvent({ ...emptyBall(), finish: 'factory' })).toBeNull()
  })

  test('figures that nobody gave have no source', () => {
    expect(customerOf(emptyCustomer())).toMatchObject({ speedSource: null, revSource: null, papSource: null })
    expect(customerOf({ ...emptyCustomer(), speedMph: 17 })).toMatchObject({ speedSource: 'stated', revSource: null })
  })
})
