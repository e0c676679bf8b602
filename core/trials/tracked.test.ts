import { describe, expect, test } from '@jest/globals'
import { randomLcg, randomNormal } from 'd3-random'
import fc from 'fast-check'
import { type ShotInput, type TrackedShot, launchAngleDeg, readTracked, simulate } from '@sleetfall/core'

const loads = [
  { fromBoard: 2, toBoard: 38, loads: 2, microlitresPerBoard: 50, startFt: 0, endFt: 36 },
  { fromBoard: 8, toBoard: 32, loads: 3, microlitresPerBoard: 50, startFt: 0, endFt: 39 },
]
const shot = (laydownBoard: number, target: number, raUm = 0.5): ShotInput => ({
  bowler: { hand: 'right', speedMph: 17.5, revRpm: 330, axisRotationDeg: 50, axisTiltDeg: 13 },
  ball: { weightLb: 15, diameterIn: 8.595, rgIn: 2.5, differentialIn: 0.045, intermediateDifferentialIn: 0 },
  layout: { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 40 },
  release: { laydownBoard, launchAngleDeg: launchAngleDeg(laydownBoard, target) },
  friction: { kind: 'film', loads, raUm, cover: 'solid' },
})
const seen = (of: ShotInput, noise = () => 0): TrackedShot => ({
  ...{ id: 'one', at: '2031-01-01T00:00:00Z', speedMph: 17.5 },
  points: simulate(of)
    .path.filter(([ft]) => ft >= 1)
    .map(([ft, board]) => [ft, board + noise()] as const),
})
const figuresOf = (tracked: TrackedShot) => {
  const read = readTracked(tracked)
  if (!read.ok) throw new Error(read.why)
  return read.figures
}

describe('a tracked shot', () => {
  test('without noise says what the motion core says of it, within what is noted at the lane', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 18, max: 24, noNaN: true }),
        fc.double({ min: 9, max: 13, noNaN: true }),
        (laydown, target) => {
          const truth = simulate(shot(laydown, target))
          const figures = figuresOf(seen(shot(laydown, target)))
          expect(Math.abs(figures.arrowsBoard - truth.boardAtArrows)).toBeLessThan(0.3)
          expect(Math.abs(figures.entryBoard - truth.entryBoard)).toBeLessThan(0.3)
          expect(Math.abs(figures.entryAngleDeg - truth.entryAngleDeg)).toBeLessThan(0.4)
          expect(Math.abs(figures.breakpointBoard - truth.breakpointBoard)).toBeLessThan(0.5)
          // The direction of the first feet is not seen: what turned before stays unseen, so the read comes out later, never far before.
          if (truth.firstReadFt !== null) expect(figures.firstReadFt!).toBeGreaterThan(truth.firstReadFt - 2)
        },
      ),
      { seed: 20_311, numRuns: 25 },
    )
  })

  test('with a quarter of a board of noise the entry stays within a third of a board, one standard deviation', () => {
    const noise = randomNormal.source(randomLcg(20_311))(0, 0.25)
    const off = Array.from({ length: 60 }, () => {
      const truth = simulate(shot(21, 11)).entryBoard
      return figuresOf(seen(shot(21, 11), noise)).entryBoard - truth
    })
    const sd = Math.sqrt(off.reduce((sum, one) => sum + one ** 2, 0) / off.length)
    expect(sd).toBeLessThan(1 / 3)
  })

  test.each([
    ['no-path', (one: TrackedShot) => ({ ...one, points: one.points.slice(0, 5) })],
    ['no-path', (one: TrackedShot) => ({ ...one, points: null }) as unknown as TrackedShot],
    [
      'broken-path',
      (one: TrackedShot) => ({
        ...one,
        points: one.points.map(([ft, b], i) => [ft, i % 7 === 3 ? b + 25 : b] as const),
      }),
    ],
    ['broken-path', (one: TrackedShot) => ({ ...one, points: [...one.points].reverse() })],
    ['broken-path', (one: TrackedShot) => ({ ...one, points: one.points.filter(([ft]) => ft < 40) })],
    ['broken-path', (one: TrackedShot) => ({ ...one, points: [...one.points, [58.5, Number.NaN] as const] })],
    ['speed', (one: TrackedShot) => ({ ...one, speedMph: 0 })],
  ])('that is garbled is told as %s, never read', (why, garble) => {
    expect(readTracked(garble(seen(shot(21, 11))))).toEqual({ ok: false, why })
  })

  test('whatever comes down the line is read or refused, never thrown over', () => {
    fc.assert(
      fc.property(fc.anything(), fc.anything(), (points, speedMph) => {
        expect(typeof readTracked({ id: 'x', at: '', points, speedMph } as unknown as TrackedShot).ok).toBe('boolean')
      }),
    )
  })
})
