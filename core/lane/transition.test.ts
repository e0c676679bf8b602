import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  type TrackLine,
  boardCount,
  boardOfLine,
  filmAfterShots,
  filmOf,
  filmRows,
  filmVolumeMl,
  mirrorFilm,
  transitionDefaults,
  usualLines,
} from '@sleetfall/core'

const fresh = filmOf([
  { fromBoard: 2, toBoard: 38, loads: 3, microlitresPerBoard: 45, startFt: 0, endFt: 24 },
  { fromBoard: 8, toBoard: 32, loads: 4, microlitresPerBoard: 45, startFt: 2, endFt: 40 },
])
const straight = (board: number, share = 1): TrackLine => ({
  share,
  points: [
    [0, board],
    [60, board],
  ],
})
const onBoard = (film: Float64Array, board: number) =>
  Array.from({ length: filmRows }, (_, row) => film[row * boardCount + board - 1]!).reduce((sum, one) => sum + one, 0)

describe('a line that shots run on', () => {
  test('is straight between its points and holds before the first and after the last', () => {
    const line: TrackLine = {
      share: 1,
      points: [
        [5, 20],
        [15, 10],
        [45, 6],
      ],
    }
    expect([0, 5, 10, 15, 30, 45, 60].map((ft) => boardOfLine(line, ft))).toEqual([20, 20, 15, 10, 8, 6, 6])
  })

  test('the usual ones stay on the lane and end at the pocket', () => {
    for (const line of usualLines) {
      for (let ft = 0; ft <= 60; ft += 1) {
        expect(boardOfLine(line, ft)).toBeGreaterThan(1)
        expect(boardOfLine(line, ft)).toBeLessThan(39)
      }
      expect(boardOfLine(line, 60)).toBe(17.5)
    }
  })
})

describe('a lane that is played', () => {
  test('loses oil about each line, as shots scatter: no grooves with untouched boards between them', () => {
    const { filmUm } = filmAfterShots(fresh, 120)
    const left = Array.from({ length: 7 }, (_, i) => onBoard(filmUm, 8 + i) / onBoard(fresh, 8 + i))
    for (const share of left) expect(share).toBeLessThan(0.97)
    for (const [i, share] of left.slice(1).entries()) expect(Math.abs(share - left[i]!)).toBeLessThan(0.05)
    expect(onBoard(filmUm, 30)).toBe(onBoard(fresh, 30))
  })

  test('no shot leaves it as it was; what is missing afterwards is what the balls carried away', () => {
    expect(filmAfterShots(fresh, 0)).toEqual({ filmUm: fresh, carriedAwayMl: 0 })
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 160 }), (shots) => {
        const { filmUm, carriedAwayMl } = filmAfterShots(fresh, shots)
        expect(carriedAwayMl).toBeGreaterThan(0)
        expect(filmVolumeMl(filmUm) + carriedAwayMl).toBeCloseTo(filmVolumeMl(fresh), 9)
        expect(Math.min(...filmUm)).toBeGreaterThanOrEqual(0)
      }),
      { seed: 20_311, numRuns: 30 },
    )
  })

  test('more shots never leave more oil on the lane, and the given film is not touched', () => {
    const before = Float64Array.from(fresh)
    const left = [0, 20, 40, 80, 120].map((shots) => filmVolumeMl(filmAfterShots(fresh, shots).filmUm))
    expect(left).toEqual([...left].sort((a, b) => b - a))
    expect(fresh).toEqual(before)
  })

  test('it is the played boards that lose oil; others keep theirs', () => {
    const { filmUm } = filmAfterShots(fresh, 60, [straight(12)])
    expect(onBoard(filmUm, 12)).toBeLessThan(0.95 * onBoard(fresh, 12))
    for (const board of [10, 14, 25]) expect(onBoard(filmUm, board)).toBe(onBoard(fresh, board))
  })

  test('oil is carried down: past the end of the pattern there is some where there was none', () => {
    const { filmUm } = filmAfterShots(fresh, 60, [straight(12)])
    const past = (film: Float64Array) =>
      film[(filmRows - 1) * boardCount + 11]! + film[Math.floor(filmRows * 0.72) * boardCount + 11]!
    expect(past(fresh)).toBe(0)
    expect(past(filmUm)).toBeGreaterThan(0)
    const dry = filmAfterShots(fresh, 60, [straight(12)], { ...transitionDefaults, carryShare: 0 })
    expect(past(dry.filmUm)).toBe(0)
    expect(dry.carriedAwayMl).toBeGreaterThan(filmAfterShots(fresh, 60, [straight(12)]).carriedAwayMl)
  })

  test('lines take turns by their shares, whatever those add up to', () => {
    const even = filmAfterShots(fresh, 30, [straight(10), straight(20)]).filmUm
    const scaled = filmAfterShots(fresh, 30, [straight(10, 7), straight(20, 7)]).filmUm
    expect(scaled).toEqual(even)
    const lost = (film: Float64Array, board: number) => 1 - onBoard(film, board) / onBoard(fresh, board)
    const tilted = filmAfterShots(fresh, 30, [straight(10, 2), straight(20, 1)]).filmUm
    expect(lost(tilted, 10)).toBeGreaterThan(1.6 * lost(tilted, 20))
  })

  test('between two boards both give their part', () => {
    const { filmUm } = filmAfterShots(fresh, 40, [straight(12.5)])
    const lost = [12, 13].map((board) => onBoard(fresh, board) - onBoard(filmUm, board))
    expect(lost[0]!).toBeCloseTo(lost[1]!, 6)
    expect(lost[0]!).toBeGreaterThan(0)
  })

  test('a ball at the gutter’s edge takes from the last board and from nothing outside', () => {
    const { filmUm } = filmAfterShots(fresh, 20, [straight(1), straight(39)])
    expect(filmVolumeMl(filmUm)).toBeLessThanOrEqual(filmVolumeMl(fresh))
    expect([...filmUm].every(Number.isFinite)).toBe(true)
  })
})

describe('the lane from the other side', () => {
  test('mirrored twice it is itself, and board 10 is board 30', () => {
    expect(mirrorFilm(mirrorFilm(fresh))).toEqual(fresh)
    const { filmUm } = filmAfterShots(fresh, 40, [straight(10)])
    expect(onBoard(mirrorFilm(filmUm), 30)).toBe(onBoard(filmUm, 10))
    expect(filmVolumeMl(mirrorFilm(filmUm))).toBeCloseTo(filmVolumeMl(filmUm), 12)
  })

  test('played by left-handers it wears as it does for right-handers on their side', () => {
    const right = filmAfterShots(fresh, 50, [straight(9)]).filmUm
    const left = filmAfterShots(fresh, 50, [straight(31)]).filmUm
    const off = Math.max(...mirrorFilm(left).map((one, at) => Math.abs(one - right[at]!)))
    expect(off).toBeLessThan(1e-12)
  })
})
