import { boardCount, filmRows } from '@sleetfall/core'
import { rgb } from 'd3-color'
import { contours } from 'd3-contour'
import { interpolateLab, piecewise } from 'd3-interpolate'

/** Names of the theme's stops, thin to thick. */
export const oilTokens = ['--oil-0', '--oil-1', '--oil-2', '--oil-3', '--oil-4', '--oil-5', '--oil-6'] as const

/** Thickest film that the scale tells apart; more is drawn like it. Typical patterns stay below. */
export const scaleTopUm = 6

/**
 * Oil colours between the theme's stops (`oilTokens`), from bare lane over straw and olive to deep pine: even steps of lightness,
 * so that the scale is read without telling hues apart, and in grey.
 */
export function oilScale(stops: readonly string[]): (filmUm: number) => string {
  const along = piecewise(interpolateLab, [...stops])
  // The square root shows thin films, which decide where a ball reads, apart from none.
  return (filmUm) => along(Math.sqrt(Math.min(1, Math.max(0, filmUm / scaleTopUm))))
}

/** Films at which a line is drawn, µm: round values, the same that the legend shows. */
export const isolineUm = [0.5, 1, 2, 4] as const

export interface Isoline {
  readonly um: number
  /** SVG path in cells: feet × 4 along, boards across from the foot. */
  readonly path: string
  /** Where its number stands: the point furthest down the lane, in the same units. */
  readonly label: readonly [x: number, y: number]
}

/** Cells along within which two numbers touch, and boards by which the next one is moved then. */
const crowded = 14
const apart = 3.2

/** Lines of equal film over the drawing. */
export function isolines(film: Float64Array): Isoline[] {
  const size = [filmRows, boardCount] as const
  // Rows of the grid are boards, seen with board 1 at the foot.
  const grid = new Float64Array(filmRows * boardCount)
  for (let row = 0; row < filmRows; row += 1)
    for (let board = 0; board < boardCount; board += 1)
      grid[(boardCount - 1 - board) * filmRows + row] = film[row * boardCount + board]!
  return contours()
    .size([...size])
    .thresholds([...isolineUm])(grid as unknown as number[])
    .flatMap(({ value, coordinates }) => {
      const rings = coordinates.flat()
      if (rings.length === 0) return []
      const path = rings
        .map((ring) => `M${ring.map(([x, y]) => `${x!.toFixed(1)} ${y!.toFixed(1)}`).join('L')}Z`)
        .join('')
      const far = rings.flat().reduce((best, point) => (point[0]! > best[0]! ? point : best))
      return [{ um: value, path, label: [far[0]!, far[1]!] as const }]
    })
    .map((line, index, all) => {
      // Lines that end at the same foot would write their numbers over each other: they stand apart across the boards.
      const before = all.slice(0, index).filter((other) => Math.abs(other.label[0] - line.label[0]) < crowded)
      return { ...line, label: [line.label[0], line.label[1] - before.length * apart] as const }
    })
}

/** Film as RGBA pixels, 240 × 39, foul line left and board 1 at the foot; dry cells show the lane. */
export function filmPixels(
  film: Float64Array,
  scale: (filmUm: number) => string,
  dry: string,
): Uint8ClampedArray<ArrayBuffer> {
  const pixels = new Uint8ClampedArray(filmRows * boardCount * 4)
  const lane = rgb(dry)
  const colours = Array.from({ length: 257 }, (_, step) => rgb(scale((step / 256) * scaleTopUm)))
  for (let row = 0; row < filmRows; row += 1) {
    for (let board = 0; board < boardCount; board += 1) {
      const thickness = film[row * boardCount + board]!
      const colour = thickness < 0.005 ? lane : colours[Math.min(256, Math.round((thickness / scaleTopUm) * 256))]!
      const at = ((boardCount - 1 - board) * filmRows + row) * 4
      pixels[at] = colour.r
      pixels[at + 1] = colour.g
      pixels[at + 2] = colour.b
      pixels[at + 3] = 255
    }
  }
  return pixels
}
