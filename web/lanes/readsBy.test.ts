import type { Ball, Customer, Pattern } from '@sleetfall/contract'
import { raOfGrit } from '@sleetfall/core'
import { describe, expect, test } from '@jest/globals'
import { readsBy } from './readsBy.ts'

const customer = { hand: 'right', speedMph: 17, revRpm: 350, axisRotationDeg: 50, axisTiltDeg: 14 } as Customer
const pattern = {
  loads: [
    { fromBoard: 2, toBoard: 38, loads: 2, microlitresPerBoard: 40, startFt: 0, endFt: 20 },
    { fromBoard: 9, toBoard: 31, loads: 3, microlitresPerBoard: 40, startFt: 0, endFt: 40 },
  ],
  fitted: null,
} as unknown as Pattern
const ball = (grit: number, target: number | null): Ball =>
  ({
    cover: 'solid',
    surface: {
      effectiveRaUm: raOfGrit(grit),
      oilShare: 0,
      finish: null,
      window:
        target === null
          ? null
          : { targetGrit: target, minRaUm: 0.8 * raOfGrit(target), maxRaUm: raOfGrit(target) / 0.8 },
    },
  }) as unknown as Ball

describe('how far off a worn ball reads', () => {
  test('smoother than its target it reads later, rougher earlier, and by more the further it is off', () => {
    const [late, later, early] = [
      readsBy(customer, ball(2500, 1000), pattern),
      readsBy(customer, ball(4500, 1000), pattern),
      readsBy(customer, ball(500, 2000), pattern),
    ]
    expect(late).toBeGreaterThanOrEqual(1)
    expect(later).toBeGreaterThan(late!)
    expect(early).toBeLessThanOrEqual(-1)
  })

  test('a left-hander’s ball is off by the same', () => {
    expect(readsBy({ ...customer, hand: 'left' }, ball(4500, 1000), pattern)).toBe(
      readsBy(customer, ball(4500, 1000), pattern),
    )
  })

  test('on its target, or without one, there is nothing to tell', () => {
    expect(readsBy(customer, ball(1000, 1000), pattern)).toBeNull()
    expect(readsBy(customer, ball(1000, null), pattern)).toBeNull()
  })
})
