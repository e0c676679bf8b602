import { boardCount, filmRows } from '@sleetfall/core'
import { rgb } from 'd3-color'
import { interpolateLab, piecewise } from 'd3-interpolate'

/** Thickest film that the scale tells apart; more is drawn like it. Typical patterns stay below. */
export const scaleTopUm = 6

/**
 * Oil colours between the theme's four stops, interpolated in Lab: even steps of lightness, so that the scale can be
 * read without telling hues apart.
 */
export function oilScale(stops: readonly string[]): (filmUm: number) => string {
  const along = piecewise(interpolateLab, [...stops])
  // The square root shows thin films, which decide where a ball reads, apart from none.
  return (filmUm) => along(Math.sqrt(Math.min(1, Math.max(0, filmUm / scaleTopUm))))
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
