import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { type TimedStep, learnPace, pacedMinutes } from './pace.ts'

const timed = (realMinutes: number, change: Partial<TimedStep> = {}): TimedStep => ({
  ...{ key: 'sand', plannedMinutes: 10, realMinutes, staffId: 'ann' },
  ...change,
})
const many = (count: number, realMinutes: number, change?: Partial<TimedStep>) =>
  Array.from({ length: count }, () => timed(realMinutes, change))

describe('how long steps take for each minute planned', () => {
  test('nothing timed: as planned', () => {
    const pace = learnPace([])
    expect([pace.count, pacedMinutes(pace, { key: 'sand', minutes: 7 })]).toEqual([0, 7])
  })

  test('few steps change little, many nearly all, and never past what was seen', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.3, max: 3.9, noNaN: true }), fc.integer({ min: 1, max: 60 }), (ratio, count) => {
        const factor = (n: number) => learnPace(many(n, 10 * ratio)).steps.get('sand')!.factor
        const [few, more] = [factor(count), factor(count + 20)]
        expect(Math.abs(Math.log(few))).toBeLessThanOrEqual(Math.abs(Math.log(ratio)) + 1e-9)
        expect(Math.abs(Math.log(more)) - Math.abs(Math.log(few))).toBeGreaterThanOrEqual(-1e-9)
      }),
    )
    expect(learnPace(many(2, 20)).steps.get('sand')!.factor).toBeCloseTo(2 ** (2 / 8), 9)
    expect(learnPace(many(60, 20)).steps.get('sand')!.factor).toBeGreaterThan(1.85)
  })

  test('a step tapped through says nothing, and one that was forgotten not more than four times', () => {
    expect(learnPace([timed(0.5), timed(1.9)]).count).toBe(0)
    expect(learnPace(many(1, 4000)).steps.get('sand')!.factor).toBeCloseTo(4 ** (1 / 7), 9)
  })

  test('the kind of step is taken out before a person is called slow', () => {
    const steps = [
      ...many(40, 20, { key: 'sand', staffId: 'ann' }),
      ...many(40, 10, { key: 'clean', staffId: 'bo' }),
      ...many(40, 15, { key: 'scan', staffId: 'ann' }),
      ...many(40, 10, { key: 'scan', staffId: 'bo' }),
    ]
    const { people } = learnPace(steps)
    // Ann sands, which takes long for everybody; only where both do the same does she take longer.
    expect(people.get('ann')!.factor).toBeGreaterThan(people.get('bo')!.factor)
    expect(people.get('ann')!.factor).toBeLessThan(1.2)
  })

  test('the band of a single step is wide before any was timed, and follows what was seen', () => {
    const one = learnPace(many(1, 10)).steps.get('sand')!
    const alike = learnPace(many(100, 10)).steps.get('sand')!
    expect(one.high / one.low).toBeGreaterThan(alike.high / alike.low)
    expect(alike.low).toBeLessThan(1)
  })
})
