import { describe, expect, test } from '@jest/globals'
import { randomLcg } from 'd3-random'
import fc from 'fast-check'
import { designOf, designs, shotsToTell } from '@sleetfall/core'

/** Arms as a design orders them when it is kept to. */
function ordered(name: keyof typeof designs, arms: number, shots: number): number[] {
  const thrown: number[] = []
  for (let i = 0; i < shots; i += 1) thrown.push(designs[name].next(thrown, arms))
  return thrown
}
const text = (thrown: readonly number[]) => thrown.map((arm) => 'ABC'[arm]).join('')

describe('arms in turns', () => {
  test('go there and back', () => {
    expect(text(ordered('turns', 2, 8))).toBe('ABBAABBA')
    expect(text(ordered('turns', 3, 12))).toBe('ABCCBAABCCBA')
  })

  test('an even drift of the lane moves every arm alike after each there and back, whatever their number', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 12 }), fc.integer({ min: 1, max: 4 }), (arms, rounds) => {
        const thrown = ordered('turns', arms, 2 * arms * rounds)
        const numbers = Array.from({ length: arms }, (_, arm) =>
          thrown.reduce((sum, one, i) => sum + (one === arm ? i : 0), 0),
        )
        expect(new Set(numbers).size).toBe(1)
      }),
    )
  })

  test('whatever was thrown instead, the arms come level again and stay so', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(0, 1, 2), { maxLength: 12 }), (odd) => {
        const thrown: number[] = [...odd]
        for (let i = 0; i < 40; i += 1) thrown.push(designs.turns.next(thrown, 3))
        const counts = [0, 1, 2].map((arm) => thrown.filter((one) => one === arm).length)
        expect(Math.max(...counts) - Math.min(...counts)).toBeLessThanOrEqual(1)
      }),
    )
  })
})

describe('control, then the change', () => {
  test('asks for four controls, then as many of the variant and on', () => {
    expect(text(ordered('change', 2, 10))).toBe('AAAABBBBBB')
  })
  test('never goes back to what was ground away', () => {
    expect(designs.change.next([0, 0, 1], 2)).toBe(1)
    expect(designs.change.next([0, 0, 0, 0, 0, 1], 2)).toBe(1)
  })
  test('says that the lane’s part cannot be told, which turns can', () => {
    expect(designs.change.cannotTell).toContain('lane-drift')
    expect(designs.turns.cannotTell).not.toContain('lane-drift')
  })
})

test('two balls are thrown in turns, one ball before and after', () => {
  expect(designOf('a', 'b').name).toBe('turns')
  expect(designOf('a', 'a').name).toBe('change')
})

describe('shots that tell a difference', () => {
  test('are what the tables of a two-sample t test say (Cohen 1988: 17 a side for 1 sd, 6 for 2 sd at 80 % and 5 %)', () => {
    expect(Math.abs(shotsToTell([{ weight: 1, scatter: 1 }], 1) - 17)).toBeLessThanOrEqual(1)
    expect(Math.abs(shotsToTell([{ weight: 1, scatter: 1 }], 2) - 6)).toBeLessThanOrEqual(1)
  })
  test('deliver: so many shots at the usual scatter tell a difference that matters in four of five cases', () => {
    const n = designs.turns.shotsAnArm(1.5)
    const uniform = randomLcg(20_311)
    const gauss = () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform())
    let told = 0
    const cases = 4000
    for (let i = 0; i < cases; i += 1) {
      const arms = [0, 1.5].map((at) => Array.from({ length: n }, () => at + gauss()))
      const [a, b] = arms.map((values) => values.reduce((sum, one) => sum + one, 0) / n) as [number, number]
      const squares = arms
        .flatMap((values, arm) => values.map((one) => (one - [a, b][arm]!) ** 2))
        .reduce((s, x) => s + x, 0)
      const t = (b - a) / Math.sqrt(((squares / (2 * n - 2)) * 2) / n)
      // Student's t at 97.5 % (tables): 2.145 with 14 degrees, 2.120 with 16, 2.101 with 18.
      told += Number(t > ({ 14: 2.145, 16: 2.12, 18: 2.101 }[2 * n - 2] ?? Number.NaN))
    }
    expect(told / cases).toBeGreaterThan(0.78)
    expect(told / cases).toBeLessThan(0.87)
  })
})
