import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  type Drilling,
  type Hole,
  type Layout,
  arcBetween,
  combine,
  cross,
  drilledBall,
  drillingProblems,
  fromDistances,
  fromMarks,
  holeAxis,
  layoutMarks,
  normalised,
  papFromRing,
  placeOf,
  placeOfVector,
  readingOf,
  revsFromDistance,
  revsFromFrames,
  clearanceIn,
  flareRings,
  sheetFigures,
  simulate,
  speedFromTimes,
  tiltFromTrack,
  toDistances,
  trackDiameterIn,
  vectorOf,
} from '@sleetfall/core'
import cases from '../fixtures/layout.json' with { type: 'json' }

const anyLayout = fc.record({
  drillingAngleDeg: fc.double({ min: 1, max: 179, noNaN: true }),
  pinToPapIn: fc.double({ min: 0.25, max: 6.5, noNaN: true }),
  valAngleDeg: fc.double({ min: 1, max: 179, noNaN: true }),
})
const anyPap = fc.record({
  overIn: fc.double({ min: 3, max: 6.5, noNaN: true }),
  upIn: fc.double({ min: -2, max: 2, noNaN: true }),
})
const close = (a: Layout, b: Layout) =>
  Math.max(
    Math.abs(a.drillingAngleDeg - b.drillingAngleDeg),
    Math.abs(a.pinToPapIn - b.pinToPapIn) * 10,
    Math.abs(a.valAngleDeg - b.valAngleDeg),
  )

describe('layout, every way there and back', () => {
  test('three distances give the layout back, or its twin on the other side of the square', () => {
    fc.assert(
      fc.property(anyLayout, (layout) => {
        const result = fromDistances(toDistances(layout))
        if (!result.ok) throw new Error('not possible')
        expect(Math.min(...result.layouts.map((one) => close(one, layout)))).toBeLessThan(0.01)
        if (result.layouts.length === 2)
          expect(result.layouts[0]!.valAngleDeg + result.layouts[1]!.valAngleDeg).toBeCloseTo(180, 6)
      }),
    )
  })

  test('marks on the ball give the layout back, for any PAP', () => {
    fc.assert(
      fc.property(anyLayout, anyPap, (layout, pap) => {
        const marks = layoutMarks(layout, pap)
        const result = fromMarks(
          {
            pin: { overIn: marks.pinOverIn, upIn: marks.pinUpIn },
            other: { overIn: marks.psaOverIn, upIn: marks.psaUpIn },
            kind: 'psa',
          },
          pap,
        )
        if (!result.ok) throw new Error('not possible')
        expect(close(result.layouts[0]!, layout)).toBeLessThan(0.001)
        // The two distances of the other notation are the arcs between these marks.
        const radius = 8.595 / 2
        const psa = placeOf(marks.psaOverIn, marks.psaUpIn, radius)
        expect(radius * arcBetween(placeOf(pap.overIn, pap.upIn, radius), psa)).toBeCloseTo(marks.psaToPapIn, 6)
      }),
    )
  })

  test('what cannot be is told with the range that could be', () => {
    const possible = toDistances({ drillingAngleDeg: 50, pinToPapIn: 3, valAngleDeg: 40 })
    expect(fromDistances({ ...possible, psaToPapIn: 1 })).toMatchObject({
      ok: false,
      problem: { reason: 'psa-to-pap', minIn: expect.closeTo(3.75, 1) },
    })
    expect(fromDistances({ ...possible, pinBufferIn: 3.5 })).toMatchObject({
      ok: false,
      problem: { reason: 'pin-buffer', maxIn: expect.closeTo(3, 6) },
    })
    expect(fromDistances({ ...possible, pinToPapIn: 0 })).toMatchObject({ problem: { reason: 'pin-on-pap' } })
    const pap = { overIn: 5, upIn: 0 }
    const pin = { overIn: 2, upIn: 2 }
    expect(fromMarks({ pin, other: { overIn: 2, upIn: 0 }, kind: 'psa' }, pap)).toMatchObject({
      problem: { reason: 'psa-not-square' },
    })
    expect(fromMarks({ pin, other: { overIn: 2, upIn: 0 }, kind: 'cg' }, pap).ok).toBe(true)
    expect(fromMarks({ pin: pap, other: pin, kind: 'cg' }, pap)).toMatchObject({ problem: { reason: 'pin-on-pap' } })
  })

  test('sheet figures and trade reading', () => {
    const layout = { drillingAngleDeg: 30, pinToPapIn: 3.375, valAngleDeg: 70 }
    const sheet = sheetFigures(layout, { overIn: 5, upIn: 0.5 }, { cg: { overIn: 0.5, upIn: 0 } })
    const marks = layoutMarks(layout, { overIn: 5, upIn: 0.5 })
    expect(sheet).toMatchObject({ pinToGripCentreIn: marks.pinToGripCentreIn, pinBufferIn: marks.pinBufferIn })
    expect(sheet.cgToGripCentreIn).toBeCloseTo(0.5, 9)
    expect(sheet.pinAboveMidlineIn).toBeCloseTo(marks.pinUpIn, 9)
    expect(readingOf(layout)).toEqual({ roll: 'early', flare: 'most', change: 'slow' })
    expect(readingOf({ drillingAngleDeg: 80, pinToPapIn: 6.4, valAngleDeg: 20 })).toEqual({
      roll: 'late',
      flare: 'little',
      change: 'quick',
    })
  })
})

const drillingOf = (input: (typeof cases.cases)[number]['input'], change: Partial<Drilling> = {}): Drilling => ({
  ball: input.ball,
  layout: input,
  pap: { overIn: input.papOverIn, upIn: input.papUpIn },
  holes: input.holes,
  diameterIn: input.diameterIn,
  coverDensityGcc: input.coverDensityGcc,
  ...change,
})
const { input } = cases.cases[0]!

describe('drilled ball', () => {
  test.each(cases.cases.map((one) => [one.name, one] as const))('%s agrees with an independent program', (_, one) => {
    // The reference takes every hole off as a whole cylinder, what two share twice.
    const drilled = drilledBall(drillingOf(one.input, { wholeCylinders: true }))
    expect(Math.abs(drilled.weightLb - one.expected.drilled.weightLb)).toBeLessThan(0.0005)
    for (const name of ['rgIn', 'differentialIn', 'intermediateDifferentialIn'] as const)
      expect(Math.abs(drilled[name] - one.expected.drilled[name])).toBeLessThan(0.0005)
  })

  test('without holes it is the blank, along its own marks', () => {
    fc.assert(
      fc.property(anyLayout, anyPap, (layout, pap) => {
        const blank = { weightLb: 15, rgIn: 2.48, differentialIn: 0.05, intermediateDifferentialIn: 0.02 }
        const drilled = drilledBall({ ball: blank, layout, pap, holes: [], diameterIn: 8.595 })
        for (const name of ['weightLb', 'rgIn', 'differentialIn', 'intermediateDifferentialIn'] as const)
          expect(drilled[name]).toBeCloseTo(blank[name], 9)
        drilled.axes.forEach((axis, index) => expect(axis[index]).toBeCloseTo(1, 6))
        expect(Math.hypot(...Object.values(drilled.statics))).toBeCloseTo(0, 9)
      }),
    )
  })

  test('a hole plugged with what was drilled out is no hole; a sleeve puts part of it back', () => {
    const refilled = input.holes.map((hole): Hole => ({ ...hole, plug: { densityGcc: input.coverDensityGcc } }))
    expect(drilledBall(drillingOf(input, { holes: refilled })).weightLb).toBeCloseTo(input.ball.weightLb, 9)
    const sleeved = input.holes.map((hole): Hole => ({ ...hole, insert: { boreIn: 0.75, lengthIn: 2 } }))
    const [bare, with_] = [drilledBall(drillingOf(input)), drilledBall(drillingOf(input, { holes: sleeved }))]
    expect(with_.weightLb).toBeGreaterThan(bare.weightLb)
    expect(with_.weightLb).toBeLessThan(input.ball.weightLb)
    // Denser inside: the same holes take more away.
    const dense = drilledBall(drillingOf(input, { shells: [{ belowRadiusIn: 3, densityGcc: 2 }] }))
    expect(dense.weightLb).toBeLessThan(bare.weightLb)
  })

  test('static weights: what is drilled out is missing on its side', () => {
    const { statics, weightLb } = drilledBall(drillingOf(input))
    expect(statics.topOz).toBeCloseTo((weightLb - input.ball.weightLb) * 16, 6)
    expect(statics.sideOz).toBeCloseTo(0, 2)
    expect(statics.fingerOz).toBeLessThan(0)
    const topped = drillingOf(input, { ball: { ...input.ball, topWeightOz: 3.5 } })
    expect(drilledBall(topped).statics.topOz).toBeCloseTo(statics.topOz + 3.5, 6)
    const apart = {
      ...topped,
      holes: topped.holes.map((hole) => ({ ...hole, overIn: 1.5 * hole.overIn, depthIn: Math.min(1.2, hole.depthIn) })),
    }
    expect(drillingProblems(apart, drilledBall(apart))).toEqual([])
  })

  test('overlaps, a cut pin and a depth past the middle are named', () => {
    const marks = layoutMarks(input, { overIn: input.papOverIn, upIn: input.papUpIn })
    const bad: Hole[] = [
      { name: 'ring', overIn: 0.4, upIn: 2.15, diameterIn: 1, depthIn: 2.5 },
      { name: 'middle', overIn: -0.4, upIn: 2.15, diameterIn: 1, depthIn: 2.5 },
      { name: 'stray', overIn: marks.pinOverIn + 0.5, upIn: marks.pinUpIn, diameterIn: 0.75, depthIn: 4.3 },
    ]
    const drilling = drillingOf(input, { holes: bad, ball: { ...input.ball, differentialIn: 0.065, topWeightOz: 9 } })
    const problems = drillingProblems(drilling, drilledBall(drilling))
    expect([...new Set(problems.map((problem) => problem.kind))]).toEqual([
      'meet',
      'overlap',
      'cuts-pin',
      'too-deep',
      'differential',
      'static',
    ])
  })

  test('holes that meet inside are taken off once: two that cross at right angles share Steinmetz’s solid', () => {
    const quarter = (Math.PI / 2) * (input.diameterIn / 2)
    const long = { diameterIn: 1, depthIn: input.diameterIn / 2 + 1 }
    const [one, other]: [Hole, Hole] = [
      { name: 'one', overIn: 0, upIn: 0, ...long },
      { name: 'other', overIn: quarter, upIn: 0, ...long },
    ]
    const off = (...holes: Hole[]) => input.ball.weightLb - drilledBall(drillingOf(input, { holes })).weightLb
    // 16 r³ / 3 (Archimedes), in pounds of cover.
    const shared = ((16 / 3) * 0.5 ** 3 * 2.54 ** 3 * input.coverDensityGcc) / 453.59237
    expect(Math.abs((off(one) + off(other) - off(one, other)) / shared - 1)).toBeLessThan(0.03)
    const both = drillingOf(input, { holes: [one, other] })
    const meets = drillingProblems(both, drilledBall(both)).find((problem) => problem.kind === 'meet')
    expect(meets).toMatchObject({ holes: ['one', 'other'] })
    expect((meets as { share: number }).share).toBeCloseTo(((16 / 3) * 0.5 ** 3) / ((Math.PI / 4) * long.depthIn), 2)
  })

  test('holes that keep a wall between them share nothing, in whatever order they stand', () => {
    const deep = (depthIn: number): Hole[] => [
      { name: 'ring', overIn: 0.7, upIn: 2.15, diameterIn: 0.9, depthIn },
      { name: 'middle', overIn: -0.7, upIn: 2.15, diameterIn: 0.9, depthIn },
    ]
    const meets = (holes: Hole[]) => {
      const drilling = drillingOf(input, { holes })
      return drillingProblems(drilling, drilledBall(drilling)).filter((problem) => problem.kind === 'meet')
    }
    expect(meets(deep(1.2))).toEqual([])
    // They point at the centre, so that deeper they come together: 1.4 in apart at the surface, 0.9 at 1.5 in of depth.
    expect(meets(deep(2.5))).toHaveLength(1)
    const [a, b] = [deep(2.5), deep(2.5).reverse()].map((holes) => drilledBall(drillingOf(input, { holes })))
    expect(a!.weightLb).toBeCloseTo(b!.weightLb, 4)
  })

  test('a hole across the middle counts on each side by the part that lies there', () => {
    const thumb: Hole = { name: 'thumb', overIn: 0.3, upIn: -2.15, diameterIn: 1, depthIn: 2.75, lateralPitchIn: 0.2 }
    const radiusIn = input.diameterIn / 2
    const { start, inward } = holeAxis(thumb, radiusIn)
    const across = normalised(cross(inward, [0, 0, 1]))
    const other = cross(inward, across)
    let side = 0
    const [discs, rings, around] = [120, 40, 90]
    for (let d = 0; d < discs; d += 1)
      for (let ring = 0; ring < rings; ring += 1)
        for (let k = 0; k < around; k += 1) {
          const r = 0.5 * Math.sqrt((ring + 0.5) / rings) * 0.0254
          const angle = (2 * Math.PI * (k + 0.5)) / around
          const at = combine(1, start, (thumb.depthIn * 0.0254 * (d + 0.5)) / discs, inward)
          side += Math.sign(at[1] + r * (Math.cos(angle) * across[1] + Math.sin(angle) * other[1]))
        }
    const ounces = ((Math.PI / 4) * thumb.depthIn * 2.54 ** 3 * input.coverDensityGcc) / 28.349523
    const drilled = drilledBall(drillingOf(input, { holes: [thumb] }))
    expect(drilled.statics.sideOz).toBeCloseTo((-ounces * side) / (discs * rings * around), 2)
  })

  test('holes that point past the centre move the ball’s balance toward where they lean', () => {
    const thumb: Hole = { name: 'thumb', overIn: 0, upIn: -2.15, diameterIn: 1, depthIn: 2.75 }
    const side = (lateralPitchIn: number) =>
      drilledBall(drillingOf(input, { holes: [{ ...thumb, lateralPitchIn }] })).statics.sideOz
    expect(side(0.5)).toBeLessThan(0)
    expect(side(-0.5)).toBeCloseTo(-side(0.5), 9)
  })

  test('fed to the motion core: the blank’s own axes change nothing, a drilled symmetric ball flares like an asymmetric one', () => {
    const drilled = drilledBall(drillingOf(input))
    const shot = (ball: object) =>
      simulate({
        bowler: { hand: 'right', speedMph: 17, revRpm: 350, axisRotationDeg: 50, axisTiltDeg: 13 },
        ball: { ...input.ball, diameterIn: input.diameterIn, ...ball },
        layout: input,
        release: { laydownBoard: 20, launchAngleDeg: 2 },
        friction: { kind: 'step', muBefore: 0.04, muAfter: 0.2, atFt: 40 },
      })
    const own = [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
    ] as const
    expect(shot({ axes: own }).entryBoard).toBeCloseTo(shot({}).entryBoard, 9)
    const [bare, holed] = [shot({}), shot(drilled)]
    expect(Math.abs(holed.entryBoard - bare.entryBoard)).toBeGreaterThan(0.01)
    expect(Math.abs(holed.entryBoard - bare.entryBoard)).toBeLessThan(3)
  })
})

describe('finders', () => {
  test('PAP and tilt come back from marks on a ring, two with its size or more without', () => {
    fc.assert(
      fc.property(anyPap, fc.double({ min: 3, max: 30, noNaN: true }), (pap, tiltDeg) => {
        const radius = 8.595 / 2
        const axis = vectorOf(placeOf(pap.overIn, pap.upIn, radius))
        const across = vectorOf(placeOf(pap.overIn, pap.upIn + radius * (Math.PI / 2), radius))
        const along = cross(axis, across)
        const ring = ((90 + tiltDeg) * Math.PI) / 180
        const marks = [0, 0.9, 1.8, 2.5, 4].map((turn) => {
          const out = combine(Math.cos(turn), across, Math.sin(turn), along)
          const place = placeOfVector(combine(Math.cos(ring), axis, Math.sin(ring), out))
          return { overIn: place.longitude * radius, upIn: place.latitude * radius }
        })
        for (const result of [papFromRing(marks), papFromRing(marks.slice(0, 3))]) {
          if (!result.ok) throw new Error(result.reason)
          expect(result.found.pap.overIn).toBeCloseTo(pap.overIn, 4)
          expect(result.found.pap.upIn).toBeCloseTo(pap.upIn, 4)
          expect(result.found.tiltDeg).toBeCloseTo(tiltDeg, 4)
          expect(result.found.residualIn).toBeLessThan(1e-6)
        }
      }),
    )
    expect(papFromRing([{ overIn: 1, upIn: 1 }])).toEqual({ ok: false, reason: 'too-few' })
    const near = [0, 0.01, 0.02].map((upIn) => ({ overIn: -1, upIn }))
    expect(papFromRing(near)).toEqual({ ok: false, reason: 'too-near' })
  })

  test('two marks and the ring’s size: the axis lies on the PAP’s side at that distance from both', () => {
    const marks = [
      { overIn: 0.5, upIn: 2 },
      { overIn: 0.5, upIn: -2 },
    ]
    const result = papFromRing(marks, 8.595, 11)
    if (!result.ok) throw new Error(result.reason)
    expect(result.found.ringIn).toBeCloseTo(11, 6)
    expect(result.found.pap.overIn).toBeGreaterThan(0)
    expect(result.found.sdIn).toBeGreaterThan(0.02)
    expect(papFromRing(marks, 8.595, 1)).toEqual({ ok: false, reason: 'ring-too-small' })
  })

  test('tilt, speed and rev rate with what they are worth', () => {
    expect(tiltFromTrack({ value: trackDiameterIn(14), sd: 0.125 })).toEqual({
      value: expect.closeTo(14, 9),
      sd: expect.closeTo(0.833, 3),
    })
    // 60 ft in 2.4 s are 25 ft/s.
    expect(speedFromTimes(60, 0.1, 2.5, 1 / 60)).toEqual({
      value: expect.closeTo(17.045, 3),
      sd: expect.closeTo(0.167, 3),
    })
    expect(revsFromFrames(5, 50, 60)).toMatchObject({ value: 360 })
    const revs = revsFromDistance(15, 60, { value: 17.045, sd: 0.17 })
    expect(revs.value).toBeCloseTo(375, 0)
    expect(revs.sd).toBeCloseTo(375 * Math.hypot(0.25 / 15, 0.17 / 17.045), 1)
  })
})

describe('flare rings', () => {
  const rings = (differentialIn: number, pinToPapIn = 3.375) => {
    const pap = { overIn: 5, upIn: 0.5 }
    return flareRings(
      {
        bowler: { hand: 'right', speedMph: 17, revRpm: 350, axisRotationDeg: 50, axisTiltDeg: 13 },
        ball: { weightLb: 15, diameterIn: 8.595, rgIn: 2.48, differentialIn, intermediateDifferentialIn: 0 },
        layout: { drillingAngleDeg: 45, pinToPapIn, valAngleDeg: 40 },
        release: { laydownBoard: 20, launchAngleDeg: 2 },
        friction: { kind: 'step', muBefore: 0.04, muAfter: 0.2, atFt: 38 },
      },
      pap,
    )
  }
  const radius = 8.595 / 2
  const wander = (of: ReturnType<typeof rings>) =>
    radius * arcBetween(placeOfVector(of[0]!.axis), placeOfVector(of.at(-1)!.axis))

  test('the first lies about the PAP at 90° plus the tilt; a ball without differential does not flare', () => {
    const [first] = rings(0.05)
    const place = placeOfVector(first!.axis)
    expect([place.longitude * radius, place.latitude * radius]).toEqual([expect.closeTo(5, 6), expect.closeTo(0.5, 6)])
    expect(first!.arcDeg).toBeCloseTo(103, 6)
    // Friction turns the axis of a plain sphere a little within each revolution; that is no flare.
    expect(wander(rings(0))).toBeLessThan(0.1)
    expect(wander(rings(0.05))).toBeGreaterThan(2)
    expect(wander(rings(0.05, 6.6))).toBeLessThan(wander(rings(0.05)))
  })

  test('clearance is measured from the hole’s edge to the nearest ring', () => {
    const flat = rings(0).slice(0, 1)
    const onTrack = placeOfVector(
      combine(Math.cos((103 * Math.PI) / 180), flat[0]!.axis, Math.sin((103 * Math.PI) / 180), [0, 0, 1]),
    )
    const away = (flat[0]!.arcDeg * Math.PI) / 180 - arcBetween(onTrack, placeOfVector(flat[0]!.axis))
    const hole = { overIn: onTrack.longitude * radius, upIn: onTrack.latitude * radius, diameterIn: 1 }
    expect(clearanceIn(hole, flat)).toBeCloseTo(radius * Math.abs(away) - 0.5, 6)
    expect(clearanceIn({ overIn: 5, upIn: 0.5, diameterIn: 1 }, flat)).toBeCloseTo(
      (radius * 103 * Math.PI) / 180 - 0.5,
      6,
    )
  })
})
