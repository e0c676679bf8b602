import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { fillTemplate, isQuiet, occasionOf, tellWords, unknownWords } from './message.ts'

const words = { customer: 'Odda', ball: 'Wrackline', work: 'clean', day: 'Tue', time: '10:00', shop: 'the loft' }

describe('what customers are told', () => {
  test('every word is filled in where it is named, as often as it is named, and nothing else changes', () => {
    expect(fillTemplate('{customer}: {ball}, {ball} {work} {day} {time} {shop}', words)).toBe(
      'Odda: Wrackline, Wrackline clean Tue 10:00 the loft',
    )
    expect(fillTemplate('{name} { ball }', words)).toBe('{name} { ball }')
    fc.assert(
      fc.property(
        fc.string().filter((text) => !text.includes('{')),
        (text) => fillTemplate(text, words) === text,
      ),
    )
  })

  test('a name that no template knows is told before it reaches a customer', () => {
    expect(unknownWords('{ball} is {redy}, {customer}')).toEqual(['redy'])
    expect(unknownWords(tellWords.map((word) => `{${word}}`).join(' '))).toEqual([])
  })

  test('quiet hours go over midnight, and the same hour twice is none', () => {
    expect([1259, 1260, 0, 479, 480].map((at) => isQuiet(at, 1260, 480))).toEqual([false, true, true, true, false])
    expect([700, 720, 779, 780].map((at) => isQuiet(at, 720, 780))).toEqual([false, true, true, false])
    fc.assert(fc.property(fc.nat(1439), fc.nat(1439), (at, hour) => !isQuiet(at, hour, hour)))
    // Of two hours one way round is quiet where the other is not.
    fc.assert(
      fc.property(
        fc.nat(1439),
        fc.nat(1439),
        fc.nat(1439),
        (at, a, b) => a === b || isQuiet(at, a, b) !== isQuiet(at, b, a),
      ),
    )
  })

  test('the occasion follows the work: drying before all, ready when done, late when the plan is past the promise', () => {
    const job = { done: false, dryingUntil: null, readyAt: 90, due: 100, now: 50 }
    expect(occasionOf(job)).toBe('due')
    expect(occasionOf({ ...job, readyAt: 101 })).toBe('late')
    expect(occasionOf({ ...job, readyAt: null, now: 101 })).toBe('late')
    expect(occasionOf({ ...job, done: true })).toBe('ready')
    expect(occasionOf({ ...job, done: true, dryingUntil: 60 })).toBe('drying')
    expect(occasionOf({ ...job, done: true, dryingUntil: 40 })).toBe('ready')
  })
})
