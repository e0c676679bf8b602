import { type Load, boardCount, cellsPerFoot, filmRows } from './film.ts'

export type LengthClass = 'short' | 'medium' | 'long'
export type VolumeClass = 'light' | 'medium' | 'heavy'
export type Shape = 'house' | 'challenge' | 'sport'
export type Condition = 'heavy' | 'medium-heavy' | 'medium' | 'medium-dry' | 'dry'

export interface PatternFigures {
  readonly lengthFt: number
  readonly volumeMl: number
  /** Oil on boards 18–22 over boards 3–7, board for board; null when nothing lies outside. */
  readonly ratio: number | null
  /** Exit board by the length rule, length − 31, at least 1. A rule of thumb. */
  readonly exitBoard: number
  readonly lengthClass: LengthClass
  readonly volumeClass: VolumeClass
  readonly shape: Shape
  readonly condition: Condition
}

const volumeOn = (loads: readonly Load[], from: number, to: number) =>
  loads.reduce((sum, load) => {
    const boards = Math.max(0, Math.min(to, load.toBoard) - Math.max(from, load.fromBoard) + 1)
    return sum + boards * load.loads * load.microlitresPerBoard
  }, 0)

/** Oil that a load table lays down in all, mL. */
export const loadsVolumeMl = (loads: readonly Load[]) => volumeOn(loads, 1, boardCount) / 1000

/** Figures that people quote for a pattern, straight from its load table. Zero loads give an empty, dry lane. */
export function patternFigures(loads: readonly Load[]): PatternFigures {
  const lengthFt = loads.reduce((longest, load) => Math.max(longest, load.startFt, load.endFt), 0)
  const volumeMl = loadsVolumeMl(loads)
  const middle = volumeOn(loads, 18, 22)
  const outside = volumeOn(loads, 3, 7)
  const ratio = outside > 0 ? middle / outside : null
  return {
    lengthFt,
    volumeMl,
    ratio,
    exitBoard: Math.max(1, lengthFt - 31),
    lengthClass: lengthFt < 38 ? 'short' : lengthFt < 42 ? 'medium' : 'long',
    volumeClass: volumeMl < 20 ? 'light' : volumeMl < 25 ? 'medium' : 'heavy',
    shape: ratio === null || ratio >= 5 ? 'house' : ratio > 3 ? 'challenge' : 'sport',
    condition: conditionOf(lengthFt, volumeMl),
  }
}

/**
 * Column of the starting-surface table that a pattern falls in. Our own rule: volume, moved by half a mL for each
 * foot away from 40 ft (a longer pattern plays heavier). Steps of 3 mL; assumed, see docs/decisions/0005.
 */
export function conditionOf(lengthFt: number, volumeMl: number): Condition {
  const score = volumeMl + 0.5 * (lengthFt - 40)
  if (score >= 28) return 'heavy'
  if (score >= 25) return 'medium-heavy'
  if (score >= 22) return 'medium'
  return score >= 19 ? 'medium-dry' : 'dry'
}

export interface ZoneRatio {
  readonly fromFt: number
  readonly toFt: number
  /** Film on boards 18–22 over boards 3–7 in this zone; null when nothing lies outside there. */
  readonly ratio: number | null
}

/** Ratio by zone along the lane: up to the arrows, to the middle of the lane, and to the end of the oil. */
export function zoneRatios(film: Float64Array, lengthFt: number): ZoneRatio[] {
  const edges = [0, 15, 30, lengthFt].filter((ft, index) => index === 0 || ft <= lengthFt)
  const bounds = [...new Set(edges)]
  return bounds.slice(1).map((toFt, index) => {
    const fromFt = bounds[index]!
    let [middle, outside] = [0, 0]
    for (let row = Math.floor(fromFt * cellsPerFoot); row < Math.min(filmRows, toFt * cellsPerFoot); row += 1) {
      for (let board = 0; board < 5; board += 1) {
        middle += film[row * boardCount + 17 + board]!
        outside += film[row * boardCount + 2 + board]!
      }
    }
    return { fromFt, toFt, ratio: outside > 0 ? middle / outside : null }
  })
}
