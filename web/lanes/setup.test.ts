import { describe, expect, test } from '@jest/globals'
import type { Customer } from '@sleetfall/contract'
import fc from 'fast-check'
import { type Setup, emptySetup, fromQuery, releaseOf, toQuery } from './setup.ts'

const hundredth = (min: number, max: number) =>
  fc.integer({ min: min * 100, max: max * 100 }).map((value) => value / 100)
const maybe = <T>(arbitrary: fc.Arbitrary<T>) => fc.option(arbitrary, { nil: null })
const setup: fc.Arbitrary<Setup> = fc.record({
  customerId: maybe(fc.uuid()),
  ballId: maybe(fc.uuid()),
  patternId: maybe(fc.uuid()),
  surface: fc.constantFrom('now', 'to-1000', 'polish-1500'),
  shots: fc.integer({ min: 0, max: 200 }),
  lane: hundredth(0.7, 1.3),
  laydown: hundredth(1, 39),
  target: hundredth(1, 39),
  speedMph: maybe(hundredth(8, 30)),
  revRpm: maybe(fc.integer({ min: 20, max: 700 })),
  axisRotationDeg: maybe(fc.integer({ min: 0, max: 120 })),
  axisTiltDeg: maybe(fc.integer({ min: 0, max: 60 })),
})

describe('a what-if in the address', () => {
  test('a link opens what it was made from', () => {
    fc.assert(fc.property(setup, (one) => expect(fromQuery(toQuery(one))).toEqual(one)))
  })
  test('nothing set is an empty address', () => {
    expect(toQuery(emptySetup)).toEqual({})
  })
  test('whatever stands in an address, figures are figures', () => {
    fc.assert(
      fc.property(
        fc.dictionary(
          fc.constantFrom(...Object.keys(emptySetup)),
          fc.oneof(fc.string(), fc.constant(null), fc.array(fc.string())),
        ),
        (query) => {
          const read = fromQuery(query)
          for (const key of ['shots', 'lane', 'laydown', 'target'] as const)
            expect(Number.isFinite(read[key])).toBe(true)
          expect(Object.keys(read).sort()).toEqual(Object.keys(emptySetup).sort())
        },
      ),
    )
  })
})

test('a release is what was set, else the record’s, else assumed', () => {
  const record = {
    hand: 'right',
    speedMph: 18,
    revRpm: null,
    axisRotationDeg: 60,
    axisTiltDeg: null,
  } as unknown as Customer
  const assumed = releaseOf(emptySetup, undefined)
  for (const value of Object.values(assumed)) expect(value).toBeGreaterThan(0)
  expect(releaseOf({ ...emptySetup, speedMph: 15 }, record)).toEqual({
    speedMph: 15,
    revRpm: assumed.revRpm,
    axisRotationDeg: 60,
    axisTiltDeg: assumed.axisTiltDeg,
  })
})
