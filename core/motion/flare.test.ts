import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  type FlareRing,
  type Hole,
  type ShotInput,
  arcBetween,
  clearanceIn,
  flareRings,
  placeOfVector,
  simulate,
} from '@sleetfall/core'
import cases from '../fixtures/flare.json' with { type: 'json' }

const radius = 8.595 / 2
const inches = (ring: FlareRing) => {
  const { longitude, latitude } = placeOfVector(ring.axis)
  return { overIn: longitude * radius, upIn: latitude * radius, arcIn: (ring.arcDeg * Math.PI * radius) / 180 }
}

describe('agrees with an independent integrator', () => {
  test.each(cases.cases.map((one) => [one.name, one] as const))('%s', (_, { expected, pap, holes, ...shot }) => {
    const rings = flareRings(shot as unknown as ShotInput, pap)
    expect(Math.abs(rings.length - expected.rings)).toBeLessThanOrEqual(1)
    for (const [ring, wanted] of [
      [rings[0]!, expected.first],
      [rings.at(-1)!, expected.last],
    ] as const) {
      const is = inches(ring)
      expect(Math.abs(is.overIn - wanted.axisOverIn)).toBeLessThan(0.08)
      expect(Math.abs(is.upIn - wanted.axisUpIn)).toBeLessThan(0.08)
      expect(Math.abs(is.arcIn - wanted.arcIn)).toBeLessThan(0.05)
    }
    for (const hole of holes) {
      const wanted = expected.clearanceIn[hole.name as 'thumb']
      expect(Math.abs(clearanceIn(hole, rings) - wanted)).toBeLessThan(0.08)
    }
  })
})

const house = cases.cases[0]!.friction as ShotInput['friction']
/** Fingertip grip with a 1 in thumb, the spans of most hands. */
const usualHoles: readonly Pick<Hole, 'name' | 'overIn' | 'upIn' | 'diameterIn'>[] = [
  { name: 'ring', overIn: 0.55, upIn: 2.15, diameterIn: 0.96875 },
  { name: 'middle', overIn: -0.55, upIn: 2.15, diameterIn: 0.96875 },
  { name: 'thumb', overIn: 0, upIn: -2.15, diameterIn: 1 },
]

describe('what every used ball shows', () => {
  test('on usual layouts no ring runs over a finger or thumb hole, for either hand and any core', () => {
    const between = (min: number, max: number) => fc.double({ min, max, noNaN: true })
    fc.assert(
      fc.property(
        fc.record({
          drillingAngleDeg: between(20, 75),
          pinToPapIn: between(3.5, 5.25),
          valAngleDeg: between(25, 60),
        }),
        fc.record({ overIn: between(4.25, 5.5), upIn: between(-0.5, 1.25) }),
        fc.record({
          speedMph: between(16, 19),
          revRpm: between(280, 420),
          axisRotationDeg: between(35, 60),
          axisTiltDeg: between(10, 25),
        }),
        fc.record({
          rgIn: between(2.47, 2.6),
          differentialIn: between(0.02, 0.056),
          intermediateDifferentialIn: fc.constantFrom(0, 0.008, 0.016),
        }),
        fc.constantFrom<'right' | 'left'>('right', 'left'),
        (layout, pap, delivery, core, hand) => {
          const rings = flareRings(
            {
              bowler: { hand, ...delivery },
              ball: { weightLb: 15, diameterIn: 8.595, ...core },
              layout,
              release: { laydownBoard: 24, launchAngleDeg: 3 },
              friction: house,
            },
            pap,
          )
          for (const hole of usualHoles) expect(clearanceIn(hole, rings)).toBeGreaterThan(0)
        },
      ),
      { numRuns: 40, seed: 20_311 },
    )
  })

  test('a PAP far over and low with hardly any tilt puts the bowler’s own track on the fingers, before any flare', () => {
    const pap = { overIn: 6, upIn: -1 }
    const shot = cases.cases[0] as unknown as ShotInput
    const [first] = flareRings({ ...shot, bowler: { ...shot.bowler, axisTiltDeg: 5 } }, pap)
    const middle = usualHoles[1]!
    // By the sphere alone: the hole's centre lies 7.07 in from this PAP, the contact 95° of arc, 7.13 in.
    expect(clearanceIn(middle, [first!])).toBeLessThan(0)
    expect(inches(first!).arcIn).toBeCloseTo((95 * Math.PI * radius) / 180, 6)
  })

  test('the axis goes from the PAP toward the grip, and a ball with more differential takes it further', () => {
    const along = (differentialIn: number) =>
      flareRings(
        {
          ...(cases.cases[0] as unknown as ShotInput),
          ball: { ...(cases.cases[0]!.ball as ShotInput['ball']), differentialIn },
        },
        { overIn: 5, upIn: 0.5 },
      )
    const grip = { longitude: 0, latitude: 0 }
    const toGrip = (ring: FlareRing) => arcBetween(grip, placeOfVector(ring.axis))
    for (const differentialIn of [0.02, 0.035, 0.05]) {
      const rings = along(differentialIn)
      expect(toGrip(rings.at(-1)!)).toBeLessThan(toGrip(rings[0]!))
    }
    const wander = (rings: readonly FlareRing[]) =>
      arcBetween(placeOfVector(rings[0]!.axis), placeOfVector(rings.at(-1)!.axis))
    expect(wander(along(0.05))).toBeGreaterThan(wander(along(0.02)))
  })
})

describe('where the pin is as the ball leaves the hand', () => {
  const at = (valAngleDeg: number, change: Partial<ShotInput> = {}) =>
    simulate({
      ...(cases.cases[2] as unknown as ShotInput),
      model: {},
      layout: { drillingAngleDeg: 40, pinToPapIn: 4, valAngleDeg },
      ...change,
    }).entryBoard
  test('follows from the VAL angle: it moves the entry, by less than half a board', () => {
    const entries = [20, 35, 50, 65, 80].map((val) => at(val))
    expect(new Set(entries.map((one) => one.toFixed(4))).size).toBe(entries.length)
    expect(Math.max(...entries) - Math.min(...entries)).toBeLessThan(0.72)
  })
  test('is what a stated phase of 180° and the VAL angle gives, and a stated one overrides it', () => {
    expect(at(35)).toBe(at(35, { model: { pinPhaseDeg: 215 } }))
    expect(at(35, { model: { pinPhaseDeg: 0 } })).toBe(at(70, { model: { pinPhaseDeg: 0 } }))
  })
  test('is the mirror image for a left-hander', () => {
    const { bowler } = cases.cases[2] as unknown as ShotInput
    expect(at(35, { bowler: { ...bowler, hand: 'left' } })).toBeCloseTo(at(35), 9)
  })
})
