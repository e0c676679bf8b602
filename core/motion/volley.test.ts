import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { coverFamilies } from '../ball/covers.ts'
import { filmRows, boardCount } from '../lane/film.ts'
import { motionDefaults } from './defaults.ts'
import { entryAt } from './entries.ts'
import type { Course } from './ground.ts'
import { launchAngleDeg } from './deviation.ts'
import { courseOf } from './simulate.ts'
import { kernel } from './simd/kernel.ts'
import { type Thrown, volley, volleyWithinBoards } from './volley.ts'

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const layout = { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 35 }

/** A film of any kind: even, tapering off, or rough from cell to cell. */
const films = fc.record({ peakUm: between(0, 45), endFt: between(5, 59), rough: between(0, 1), seed: fc.nat(1000) })
const courses = fc.record({
  rgIn: between(2.46, 2.75),
  differentialIn: between(0.001, 0.06),
  intermediate: between(0, 1),
  raUm: between(0.1, 4),
  cover: fc.constantFrom(...coverFamilies),
  film: films,
  flareCoupling: fc.constantFrom(0, motionDefaults.flareCoupling),
})
type Made<T> = T extends fc.Arbitrary<infer U> ? U : never
/** Made within the property, so that a failure prints the few figures and not the film. */
function courseFrom({
  rgIn,
  differentialIn,
  intermediate,
  raUm,
  cover,
  film,
  flareCoupling,
}: Made<typeof courses>): Course {
  const { peakUm, endFt, rough, seed } = film
  const filmUm = Float64Array.from({ length: filmRows * boardCount }, (_, at) => {
    const foot = Math.floor(at / boardCount) / 4
    const noise = 1 + rough * Math.sin(seed + 12.9898 * at)
    return foot > endFt ? 0 : peakUm * noise * (1 - foot / endFt)
  })
  const intermediateDifferentialIn = intermediate * differentialIn
  return courseOf(
    { weightLb: 15, diameterIn: 8.595, rgIn, differentialIn, intermediateDifferentialIn },
    { kind: 'film', loads: [], filmUm, residueUm: 0.2, raUm, cover },
    'right',
    { ...motionDefaults, flareCoupling },
  )
}
const shots: fc.Arbitrary<Thrown> = fc
  .record({
    speedMph: between(8, 24),
    revRpm: between(0, 600),
    axisRotationDeg: between(-20, 90),
    axisTiltDeg: between(-5, 80),
    laydown: between(8, 36),
    target: between(4, 24),
  })
  .map(({ laydown, target, ...delivery }) => ({
    delivery,
    release: { laydownBoard: laydown, launchAngleDeg: launchAngleDeg(laydown, target) },
  }))
const many = fc.array(shots, { minLength: 2, maxLength: 9 })

const thrown = (of: Made<typeof courses>, all: readonly Thrown[], stepS: number, vectors = kernel()) =>
  volley(courseFrom(of), all, layout, motionDefaults, stepS, vectors)

describe('many shots at a time', () => {
  test('this machine runs them four at a time: otherwise the tests below hold the plain loop to itself', () => {
    expect(kernel()).not.toBeNull()
  })

  test('come to what each of them comes to in the plain loop, on any film, with any ball and release', () => {
    const off: number[] = []
    let rolls = 0
    fc.assert(
      fc.property(courses, many, fc.constantFrom(0.01, 0.025), (course, all, stepS) => {
        const [fast, plain] = [thrown(course, all, stepS), thrown(course, all, stepS, null)]
        for (const at of all.keys()) {
          const [a, b] = [entryAt(fast, at), entryAt(plain, at)]
          const boards = Math.abs(a.entryBoard - b.entryBoard)
          off.push(boards)
          rolls += Number(a.rolledOut !== b.rolledOut)
          // A ball that rolls, slips and rolls again on thin friction takes each turn a step sooner or later.
          expect(boards).toBeLessThan(0.15)
          expect(Math.abs(a.entryAngleDeg - b.entryAngleDeg)).toBeLessThan(0.15)
          expect(Math.abs(a.entrySpeedMph - b.entrySpeedMph)).toBeLessThan(0.02)
          // A ball within a hair of the edge may be on either side of it.
          if (Math.abs(Math.abs(a.entryBoard - 20) - 19.5) > 0.2) expect(a.gutter).toBe(b.gutter)
        }
      }),
      { numRuns: 120 },
    )
    expect(off.filter((boards) => boards < volleyWithinBoards).length).toBeGreaterThan(0.97 * off.length)
    expect(rolls).toBeLessThanOrEqual(off.length / 100)
  })

  test('a ball all but without spin is no exception', () => {
    fc.assert(
      fc.property(courses, many, between(0, 3), (course, all, revRpm) => {
        const slow = all.map((one) => ({ ...one, delivery: { ...one.delivery, revRpm } }))
        const [fast, plain] = [thrown(course, slow, 0.025), thrown(course, slow, 0.025, null)]
        for (const at of slow.keys()) {
          expect(Math.abs(plain.angleDeg[at]!)).toBeLessThan(20)
          expect(Math.abs(fast.board[at]! - plain.board[at]!)).toBeLessThan(0.15)
        }
      }),
      { numRuns: 40 },
    )
  })

  test('do not depend on their neighbours, nor on how many are thrown', () => {
    fc.assert(
      fc.property(courses, many, shots, (course, all, other) => {
        const alone = thrown(course, all, 0.025)
        const among = thrown(course, [other, ...all, other, other], 0.025)
        for (const at of all.keys()) expect(entryAt(among, at + 1)).toEqual(entryAt(alone, at))
      }),
      { numRuns: 50 },
    )
  })

  test('more than fit into the memory at once are thrown in turns', () => {
    const course = fc.sample(courses, { numRuns: 1, seed: 3 })[0]!
    const [first, last] = fc.sample(shots, { numRuns: 2, seed: 4 }) as [Thrown, Thrown]
    const all = Array.from({ length: 601 }, (_, at) => (at === 600 ? last : first))
    const entries = thrown(course, all, 0.025)
    expect(new Set(entries.board.subarray(0, 600)).size).toBe(1)
    expect(entries.board[600]).toBe(thrown(course, [last, last], 0.025).board[0])
  })

  test('friction without a film runs in the plain loop, where its step is met exactly', () => {
    const film = courseFrom(fc.sample(courses, { numRuns: 1, seed: 5 })[0]!)
    const course: Course = { ...film, step: { muBefore: 0.04, muAfter: 0.2, atM: 12 } }
    const all = fc.sample(shots, { numRuns: 5, seed: 6 })
    expect(volley(course, all, layout, motionDefaults)).toEqual(volley(course, all, layout, motionDefaults, 0.01, null))
  })
})
