import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { kept, staying } from './retention.ts'

const day = 86_400_000
const start = new Date(2031, 0, 1, 2, 40).getTime()
const at = (ms: number) => ({ madeAt: new Date(ms).toISOString() })
const daily = (days: number) => Array.from({ length: days }, (_, index) => at(start + index * day))

describe('what stays', () => {
  test('of two years of nights: seven days, five weeks, twelve months, the newest among them', () => {
    const all = daily(730)
    const stay = staying(all)
    expect(stay[0]).toBe(all.at(-1))
    expect(stay.slice(0, 7)).toEqual(all.slice(-7).toReversed())
    expect(stay.length).toBeLessThanOrEqual(kept.days + kept.weeks + kept.months)
    expect(stay.length).toBeGreaterThanOrEqual(kept.days + kept.months)
    // Nearly a year back, a month apart.
    const oldest = Date.parse(stay.at(-1)!.madeAt)
    expect((start + 729 * day - oldest) / day).toBeGreaterThan(300)
  })

  test('night after night nothing is let go that would be kept later, and a shop that was closed keeps what it has', () => {
    let folder: { madeAt: string }[] = []
    for (const backup of daily(400)) folder = staying([...folder, backup])
    expect(new Set(folder.map(({ madeAt }) => madeAt.slice(0, 7))).size).toBeGreaterThanOrEqual(kept.months)
    // A year later one more is made: only what is too many goes.
    const later = staying([...folder, at(start + 800 * day)])
    expect(later.length).toBeGreaterThanOrEqual(folder.length - 3)
  })

  test('the latest of a day counts; asked twice it lets nothing more go', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 900 * 24 }), { maxLength: 120 }), (hours) => {
        const all = hours.map((hour) => at(start + hour * 3_600_000))
        const stay = staying(all)
        expect(staying(stay)).toEqual(stay)
        if (all.length > 0)
          expect(stay[0]!.madeAt).toBe(
            all
              .map(({ madeAt }) => madeAt)
              .sort()
              .at(-1),
          )
        const newest = Math.max(...all.map(({ madeAt }) => Date.parse(madeAt)))
        const lately = (one: { madeAt: string }) => Date.parse(one.madeAt) > newest - kept.hours * 3_600_000
        expect(stay.filter(lately)).toHaveLength(all.filter(lately).length)
        expect(stay.filter((one) => !lately(one)).length).toBeLessThanOrEqual(kept.days + kept.weeks + kept.months)
      }),
    )
  })
})
