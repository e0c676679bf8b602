import { describe, expect, test } from '@jest/globals'
import type { Ball, BowlingEvent, Pattern } from '@sleetfall/contract'
import { nextQuestion } from './nextQuestion.ts'

const event = (nextOn: string | null, customerIds: string[], patternIds: string[]) =>
  ({ nextOn, customerIds, patternIds }) as unknown as BowlingEvent
const ball = (id: string, customerId: string) => ({ id, customerId }) as unknown as Ball
const shop = {
  balls: [ball('a1', 'anna'), ball('a2', 'anna'), ball('b1', 'bo')],
  patterns: [{ id: 'house' }, { id: 'long' }] as unknown as Pattern[],
  events: [
    event('2026-12-20', ['anna'], ['house']),
    event('2026-12-02', ['bo', 'anna'], ['long']),
    event('2026-11-30', ['nobody'], ['house']),
    event(null, ['anna'], ['house']),
    event('2026-11-28', ['anna'], []),
  ],
}
const nothing = { customerId: null, ballId: null, patternId: null }

describe('what a what-if opens on', () => {
  test('with nobody chosen: the nearest event of somebody with a ball here', () => {
    expect(nextQuestion(nothing, shop)).toEqual({ customerId: 'bo', ballId: 'b1', patternId: 'long' })
  })
  test('with a bowler: the own next event that has a pattern, and the first ball', () => {
    expect(nextQuestion({ ...nothing, customerId: 'anna' }, shop)).toEqual({
      customerId: 'anna',
      ballId: 'a1',
      patternId: 'long',
    })
  })
  test('a ball brings its owner, and what is given stays', () => {
    expect(nextQuestion({ customerId: null, ballId: 'a2', patternId: 'house' }, shop)).toEqual({
      customerId: 'anna',
      ballId: 'a2',
      patternId: 'house',
    })
  })
  test('an empty shop asks nothing, one without events its first pattern', () => {
    expect(nextQuestion(nothing, { balls: [], patterns: [], events: [] })).toEqual(nothing)
    expect(nextQuestion(nothing, { ...shop, events: [] })).toEqual({
      customerId: 'anna',
      ballId: 'a1',
      patternId: 'house',
    })
  })
})
