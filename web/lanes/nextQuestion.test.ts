import { describe, expect, test } from '@jest/globals'
import type { Ball, BowlingEvent, Pattern } from '@sleetfall/contract'
import { nextQuestion } from './nextQuestion.ts'

const event = (nextOn: string, customerIds: string[], patternIds: string[]) =>
  ({ nextOn, customerIds, patternIds }) as unknown as BowlingEvent
const ball = (id: string, customerId: string) => ({ id, customerId }) as unknown as Ball
const balls = [ball('a1', 'anna'), ball('a2', 'anna'), ball('b1', 'bo')]
const eventsOf = [
  event('2026-11-28', ['anna'], []),
  event('2026-11-30', ['nobody'], ['house']),
  event('2026-12-02', ['bo', 'anna'], ['long']),
  event('2026-12-20', ['anna'], ['house']),
]
/** The shop as the server tells it, with how many racks were asked for. */
function shopOf(
  all: readonly Ball[] = balls,
  events: readonly BowlingEvent[] = eventsOf,
  patterns = ['house', 'long'],
) {
  const asked: string[] = []
  return {
    asked,
    patterns: patterns.map((id) => ({ id })) as unknown as Pattern[],
    eventsAhead: async (id: string | null) => events.filter((one) => id === null || one.customerIds.includes(id)),
    async rackOf(id: string) {
      asked.push(id)
      return all.filter((one) => one.customerId === id)
    },
    anyBall: async () => all[0] ?? null,
    ownerOf: async (id: string) => all.find((one) => one.id === id)?.customerId ?? null,
  }
}
const nothing = { customerId: null, ballId: null, patternId: null }

describe('what a what-if opens on', () => {
  test('with nobody chosen: the nearest event of somebody with a ball here; few racks are looked into', async () => {
    const shop = shopOf()
    expect(await nextQuestion(nothing, shop)).toEqual({ customerId: 'bo', ballId: 'b1', patternId: 'long' })
    expect(shop.asked).toEqual(['nobody', 'bo', 'bo'])
  })
  test('with a bowler: the own next event that has a pattern, and the first ball', async () => {
    expect(await nextQuestion({ ...nothing, customerId: 'anna' }, shopOf())).toEqual({
      customerId: 'anna',
      ballId: 'a1',
      patternId: 'long',
    })
  })
  test('a ball brings its owner, and what is given stays', async () => {
    expect(await nextQuestion({ customerId: null, ballId: 'a2', patternId: 'house' }, shopOf())).toEqual({
      customerId: 'anna',
      ballId: 'a2',
      patternId: 'house',
    })
  })
  test('an empty shop asks nothing, one without events its first pattern', async () => {
    expect(await nextQuestion(nothing, shopOf([], [], []))).toEqual(nothing)
    expect(await nextQuestion(nothing, shopOf(balls, []))).toEqual({
      customerId: 'anna',
      ballId: 'a1',
      patternId: 'house',
    })
  })
})
