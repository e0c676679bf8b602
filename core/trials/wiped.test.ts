import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { changesBall, wipedAtChanges } from '@sleetfall/core'

const arms = [
  { arm: 1, ballId: 'a' },
  { arm: 2, ballId: 'b' },
  { arm: 3, ballId: 'b', plannedGrit: 500 },
  { arm: 4, ballId: 'b', plannedGrit: 500 },
]

test('another ball is a change, and the same one sanded between; another line of the same is none', () => {
  expect(changesBall(arms, 1, 2)).toBe(true)
  expect(changesBall(arms, 2, 3)).toBe(true)
  expect(changesBall(arms, 3, 4)).toBe(false)
  expect(changesBall(arms, 2, 2)).toBe(false)
  expect(changesBall(arms, 2, 9)).toBe(false)
})

test('a tick counts at the first shot after a change of ball and nowhere else', () => {
  expect(wipedAtChanges(arms, [])).toEqual({ changes: 0, wiped: 0 })
  const shots = [
    { arm: 1, wiped: true },
    { arm: 2, wiped: true },
    { arm: 2, wiped: true },
    { arm: 1, wiped: false },
    { arm: 2 },
  ]
  expect(wipedAtChanges(arms, shots)).toEqual({ changes: 3, wiped: 1 })
})

test('in turns of one shot each everything after the first is a change', () => {
  fc.assert(
    fc.property(fc.array(fc.boolean(), { minLength: 1, maxLength: 30 }), (ticks) => {
      const { changes, wiped } = wipedAtChanges(
        arms,
        ticks.map((one, i) => ({ arm: 1 + (i % 2), wiped: one })),
      )
      expect(changes).toBe(ticks.length - 1)
      expect(wiped).toBe(ticks.slice(1).filter(Boolean).length)
    }),
  )
})
