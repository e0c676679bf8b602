import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { clockText, secondsLeft } from './timer.ts'

const startedAt = '2026-11-26T10:00:00.000Z'
const at = (seconds: number) => Date.parse(startedAt) + 1000 * seconds

describe('the clock of a step', () => {
  test('counts down to nothing and then says by how much it is over', () => {
    expect([0, 1, 599, 600, 601].map((s) => secondsLeft(startedAt, 10, at(s)))).toEqual([600, 599, 1, 0, -1])
  })
  test('stands while paused, however long the pause', () => {
    const pausedAt = new Date(at(60)).toISOString()
    fc.assert(
      fc.property(fc.integer({ min: 60, max: 100_000 }), (now) => {
        expect(secondsLeft(startedAt, 10, at(now), { pausedAt })).toBe(540)
      }),
    )
  })
  test('a pause that is over gives its time back', () => {
    expect(secondsLeft(startedAt, 10, at(400), { pausedSeconds: 300, pausedAt: null })).toBe(500)
  })
})

test('a time is read as minutes and seconds, with hours from one on', () => {
  expect([0, 7, 67, 599, 3600, 3750, -67].map(clockText)).toEqual([
    '0:00',
    '0:07',
    '1:07',
    '9:59',
    '1:00:00',
    '1:02:30',
    '1:07',
  ])
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 86_399 }), (seconds) => {
      const back = clockText(seconds)
        .split(':')
        .reduce((sum, part) => sum * 60 + Number(part), 0)
      expect(back).toBe(seconds)
    }),
  )
})
