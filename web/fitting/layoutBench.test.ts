import { afterEach, describe, expect, test } from '@jest/globals'
import type { GripSheet } from '@sleetfall/contract'
import { type DrillingProblem, arcBetween, placeOf } from '@sleetfall/core'
import fc from 'fast-check'
import { effectScope, nextTick, ref } from 'vue'
import { i18n } from '../i18n.ts'
import '../test/allTexts.ts'
import { inLiveApp, serveWith } from '../test/inApp.ts'
import { drillWarnings } from './drillWarnings.ts'
import { useGlobe } from './useGlobe.ts'
import { useGripSheets } from './useGripSheets.ts'
import { useLayoutOnBench, usualLayout } from './useLayoutOnBench.ts'

const odda = '0b6f2f0e-3f52-4c1c-9d0a-5a1b7c1d2e3f'
const ends: (() => void)[] = []
afterEach(() => ends.splice(0).forEach((end) => end()))
function live<T>(setup: () => T): T {
  const { given, end } = inLiveApp(setup)
  ends.push(end)
  return given
}
const t = i18n.global.t as (key: string, values?: Record<string, unknown>) => string

describe('the layout on the bench', () => {
  test('every change can be taken back, one after the other, until the ball that was taken up', () => {
    const bench = live(useLayoutOnBench)
    bench.begin({ drillingAngleDeg: 30, pinToPapIn: 3, valAngleDeg: 20 })
    expect(bench.canUndo.value).toBe(false)
    bench.change({ ...bench.layout.value, pinToPapIn: 4 })
    bench.change({ ...bench.layout.value, valAngleDeg: 50 })
    bench.undo()
    expect(bench.layout.value).toEqual({ drillingAngleDeg: 30, pinToPapIn: 4, valAngleDeg: 20 })
    bench.undo()
    expect(bench.layout.value.pinToPapIn).toBe(3)
    expect(bench.canUndo.value).toBe(false)
  })

  test('a figure half typed changes nothing; a whole one does', () => {
    const bench = live(useLayoutOnBench)
    bench.figure('pinToPapIn')['onUpdate:modelValue'](null)
    bench.figure('pinToPapIn')['onUpdate:modelValue'](NaN)
    expect(bench.layout.value).toEqual(usualLayout)
    bench.figure('pinToPapIn')['onUpdate:modelValue'](5)
    expect(bench.layout.value.pinToPapIn).toBe(5)
  })

  test('a distance that cannot be is told at its field with its range, and a right one clears it', () => {
    const bench = live(useLayoutOnBench)
    bench.distance('psaToPapIn')['onUpdate:modelValue'](0.5)
    expect(bench.layout.value).toEqual(usualLayout)
    expect(bench.distance('psaToPapIn').errorMessages).toMatch(/\d+\.\d\d to \d+\.\d\d in/)
    expect(bench.distance('pinBufferIn').errorMessages).toBe('')
    bench.distance('psaToPapIn')['onUpdate:modelValue'](5)
    expect(bench.distance('psaToPapIn').errorMessages).toBe('')
    expect(bench.distances.value.psaToPapIn).toBeCloseTo(5, 6)
  })

  test('distances typed back as they stand leave the layout where it is', () => {
    const bench = live(useLayoutOnBench)
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 160 }),
        fc.integer({ min: 16, max: 96 }),
        fc.integer({ min: 10, max: 80 }),
        (drillingAngleDeg, sixteenths, valAngleDeg) => {
          bench.begin({ drillingAngleDeg, pinToPapIn: sixteenths / 16, valAngleDeg })
          bench.distance('psaToPapIn')['onUpdate:modelValue'](bench.distances.value.psaToPapIn)
          expect(bench.layout.value.drillingAngleDeg).toBeCloseTo(drillingAngleDeg, 4)
          expect(bench.layout.value.valAngleDeg).toBeCloseTo(valAngleDeg, 4)
        },
      ),
      { numRuns: 40 },
    )
  })
})

describe('grip sheets', () => {
  let server: ReturnType<typeof serveWith> | null = null
  afterEach(() => server?.restore())
  const sheet = (id: string, overIn: number): Partial<GripSheet> => ({
    id,
    customerId: odda,
    hand: 'right',
    spanKind: 'full',
    holes: [{ name: 'thumb', overIn, upIn: -2, diameterIn: 1, depthIn: 2.5 }] as never,
    createdAt: '2031-05-04T10:00:00Z',
    takenBy: 'Tamsa',
  })
  const opened = async (body: unknown) => {
    server = serveWith(() => ({ status: 200, body }))
    const grip = live(() => useGripSheets(ref(odda), () => 'right'))
    for (let tries = 0; tries < 20; tries += 1) await nextTick()
    await new Promise((resolve) => setTimeout(resolve, 20))
    return grip
  }

  test('the newest sheet lies on the bench; another is compared; the usual holes come back', async () => {
    const grip = await opened([sheet('new', 0.2), sheet('old', 0.1)])
    expect(grip.sheetId.value).toBe('new')
    expect(grip.spanKind.value).toBe('full')
    expect(grip.holes.value.map((hole) => hole.overIn)).toEqual([0.2])
    grip.compare('old')
    expect(grip.compared.value!.map((hole) => hole.overIn)).toEqual([0.1])
    expect(grip.named.value[0]!.title).toContain('Tamsa')
    grip.use(null)
    expect(grip.holes.value).toHaveLength(3)
  })

  test('a hole that is being typed waits and is not kept: the error stands at its field', async () => {
    const grip = await opened([])
    grip.put([...grip.holes.value.slice(0, 2), { ...grip.holes.value[2]!, depthIn: NaN }])
    expect(grip.sound.value).toHaveLength(2)
    await grip.keep()
    expect(Object.keys(grip.errors.value)).toEqual(['holes[2].depthIn'])
    expect(server!.asked.filter((one) => one.method === 'POST')).toEqual([])
  })
})

describe('what speaks against a drilling, in words', () => {
  const cases: readonly (readonly [DrillingProblem, string])[] = [
    [{ kind: 'overlap', holes: ['ring', 'middle'], byIn: 0.25 }, 'ring and middle run into each other by 1/4 in'],
    [{ kind: 'meet', holes: ['ring', 'middle'], share: 0.3 }, 'ring and middle meet inside: 30 %'],
    [{ kind: 'near-pin', hole: 'ring', distanceIn: 0.125 }, 'ring lies close to the pin: 1/8 in'],
    [{ kind: 'cuts-pin', hole: 'ring', distanceIn: 0 }, 'ring cuts the pin'],
    [{ kind: 'cuts-cg', hole: 'thumb', distanceIn: 0 }, 'thumb cuts the CG mark'],
    [{ kind: 'too-deep', hole: 'thumb', maxIn: 4 }, 'thumb is deeper than the middle of the ball'],
    [{ kind: 'differential', differentialIn: 0.07, limitIn: 0.06 }, 'Differential 0.070 in is over 0.060 in'],
    [{ kind: 'static', side: 'sideOz', ounces: 3.44, limitOz: 3 }, 'Side weight 3.4 oz is over 3 oz'],
  ]
  test.each(cases)('%j', (problem, words) => {
    const { warnings, asides } = drillWarnings([problem], [], false, t)
    expect(warnings).toHaveLength(1)
    expect(warnings[0]!.replace(/\s+/g, ' ')).toContain(words)
    expect(asides).toEqual([])
  })

  test('fingers that meet a little are a line beside, not a warning; a ring near a hole is a warning', () => {
    const little: DrillingProblem = { kind: 'meet', holes: ['ring', 'middle'], share: 0.04 }
    const near = [
      { name: 'thumb', inches: 0.2 },
      { name: 'ring', inches: 0.3 },
    ]
    const { warnings, asides } = drillWarnings([little], near, false, t)
    expect(asides).toHaveLength(1)
    expect(warnings).toHaveLength(1)
    expect(warnings[0]).toContain('thumb')
  })
})

describe('the ball as a globe', () => {
  const globeOf = (left: boolean, flat = false) =>
    effectScope().run(() =>
      useGlobe(() => ({ layout: usualLayout, pap: { overIn: 5, upIn: 0.5 }, left, diameterIn: 8.595, flat })),
    )!
  const pap = placeOf(5, 0.5, 8.595 / 2)

  test.each([
    [false, false],
    [true, false],
    [false, true],
    [true, true],
  ])('what lies under the drawn mark is the mark (left %s, flat %s)', (left, flat) => {
    const globe = globeOf(left, flat)
    globe.look('pap')
    const [x, y] = globe.at(globe.marks.value.pap)
    const under = globe.placeUnder(x, y)!
    expect(under.longitude).toBeCloseTo(pap.longitude, 6)
    expect(under.latitude).toBeCloseTo(pap.latitude, 6)
  })

  test('for a left-hander the drawing is mirrored and the hand turns it the same way on screen', () => {
    const [right, left] = [globeOf(false), globeOf(true)]
    const centre = right.size.value.width / 2
    const mark = (globe: typeof right) => globe.at(globe.marks.value.pap)[0]! - centre
    for (const globe of [right, left]) globe.look('front')
    expect(mark(left)).toBeCloseTo(-mark(right), 6)
    const [before, beforeLeft] = [mark(right), mark(left)]
    for (const globe of [right, left]) globe.turnFrom(globe.turn.value, 20, 0)
    expect(mark(right)).toBeGreaterThan(before)
    expect(mark(left)).toBeGreaterThan(beforeLeft)
    expect(right.view.value).toBeNull()
  })

  test('beside the ball lies its edge; behind it nothing is seen', () => {
    const globe = globeOf(false)
    globe.look('front')
    const edge = globe.placeUnder(2, 2)!
    expect(arcBetween(edge, { longitude: 0, latitude: 0 })).toBeCloseTo(Math.PI / 2, 6)
    expect(globe.seen([0, 0])).toBe(true)
    expect(globe.seen([170, 0])).toBe(false)
    globe.turnByKeys(0, 100)
    expect(globe.turn.value[1]).toBe(90)
  })
})
