import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, test } from '@jest/globals'
import { filmOf } from '@sleetfall/core'
import { rgb } from 'd3-color'
import { isolineUm, isolines, oilScale, oilTokens, scaleTopUm } from './film.ts'

const css = readFileSync(join(import.meta.dirname, '..', 'theme', 'tokens.css'), 'utf8')
const themes = ['light', 'dark'] as const
/** Value of a token in a theme's own block. */
function token(theme: (typeof themes)[number], name: string): string {
  const block = css.slice(css.indexOf(`.v-theme--${theme} {`)).split('}')[0]!
  return new RegExp(`${name}: (#[0-9a-f]{6});`).exec(block)![1]!
}
type Linear = readonly [number, number, number]
const linear = (colour: string): Linear => {
  const { r, g, b } = rgb(colour)
  return [r, g, b].map((v) =>
    v / 255 <= 0.04045 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4,
  ) as unknown as Linear
}
/** Lightness of OKLab (Ottosson 2020). */
function lightness([r, g, b]: Linear): number {
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b)
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b)
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b)
  return 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s
}
/** What dichromats see of a colour (Viénot, Brettel and Mollon 1999; tritanopia by Machado et al. 2009, severity 1). */
const vision: Readonly<Record<string, readonly Linear[]>> = {
  protan: [
    [0.11238, 0.88762, 0],
    [0.11238, 0.88762, 0],
    [0.00401, -0.00401, 1],
  ],
  deutan: [
    [0.29275, 0.70725, 0],
    [0.29275, 0.70725, 0],
    [-0.02234, 0.02234, 1],
  ],
  tritan: [
    [1.255528, -0.076749, -0.178779],
    [-0.078411, 0.930809, 0.147602],
    [0.004733, 0.691367, 0.3039],
  ],
  grey: [
    [0.2126, 0.7152, 0.0722],
    [0.2126, 0.7152, 0.0722],
    [0.2126, 0.7152, 0.0722],
  ],
}
const seen = (colour: Linear, by: readonly Linear[]): Linear =>
  by.map((row) => Math.max(0, row[0] * colour[0] + row[1] * colour[1] + row[2] * colour[2])) as unknown as Linear
const contrast = (a: string, b: string) => {
  const [one, other] = [a, b].map((colour) => {
    const [r, g, bl] = linear(colour)
    return 0.2126 * r + 0.7152 * g + 0.0722 * bl
  })
  return (Math.max(one!, other!) + 0.05) / (Math.min(one!, other!) + 0.05)
}

describe.each(themes)('colours of oil, %s', (theme) => {
  const stops = oilTokens.map((name) => token(theme, name))

  test('go down in even steps of lightness, and none of them is blue', () => {
    const steps = stops.slice(1).map((stop, index) => lightness(linear(stops[index]!)) - lightness(linear(stop)))
    const mean = steps.reduce((sum, step) => sum + step, 0) / steps.length
    for (const step of steps) expect(Math.abs(step / mean - 1)).toBeLessThan(0.12)
    for (const stop of stops) {
      const { r, g, b } = rgb(stop)
      expect(b).toBeLessThanOrEqual(Math.max(r, g))
    }
  })

  test.each(Object.keys(vision))('more oil is darker all the way for %s eyes', (kind) => {
    const scale = oilScale(stops)
    const seenLightness = Array.from({ length: 25 }, (_, step) =>
      lightness(seen(linear(scale((step / 24) ** 2 * scaleTopUm)), vision[kind]!)),
    )
    for (const [index, now] of seenLightness.slice(1).entries()) expect(now).toBeLessThan(seenLightness[index]!)
    expect(seenLightness[0]! - seenLightness.at(-1)!).toBeGreaterThan(0.3)
  })

  test('a path stands out from every tone by its core or its edge', () => {
    for (const tone of [...stops, token(theme, '--lane-dry')])
      expect(
        Math.max(contrast(tone, token(theme, '--path')), contrast(tone, token(theme, '--path-edge'))),
      ).toBeGreaterThan(3)
  })
})

test('lines of equal film stand at round values and end where the film does', () => {
  const film = filmOf([{ fromBoard: 2, toBoard: 38, loads: 10, microlitresPerBoard: 50, startFt: 0, endFt: 40 }])
  const lines = isolines(film)
  const thickest = film.reduce((most, one) => Math.max(most, one), 0)
  expect(lines.map((line) => line.um)).toEqual(isolineUm.filter((um) => um < thickest))
  for (const { label } of lines) expect(label[0]).toBeLessThanOrEqual(40 * 4 + 1)
})
