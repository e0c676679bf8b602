import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, test } from '@jest/globals'
import { rgb } from 'd3-color'

const css = readFileSync(join(import.meta.dirname, 'tokens.css'), 'utf8')
/** Roles of a theme with their colours. */
function rolesOf(theme: 'light' | 'dark'): Record<string, string> {
  const block = css.slice(css.indexOf(`.v-theme--${theme} {`)).split('}')[0]!
  return Object.fromEntries(
    [...block.matchAll(/--([\w-]+):\s*(#[0-9a-f]{6});/g)].map((match) => [match[1]!, match[2]!]),
  )
}
/** Relative luminance (WCAG 2.2). */
function luminance(colour: string): number {
  const { r, g, b } = rgb(colour)
  const linear = (value: number) =>
    value / 255 <= 0.04045 ? value / 255 / 12.92 : ((value / 255 + 0.055) / 1.055) ** 2.4
  return 0.2126 * linear(r) + 0.7152 * linear(g) + 0.0722 * linear(b)
}
const contrast = (a: string, b: string) => {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x)
  return (light! + 0.05) / (dark! + 0.05)
}

describe.each(['light', 'dark'] as const)('colours in %s', (theme) => {
  const role = rolesOf(theme)
  const grounds = ['ground', 'panel', 'panel-sunk']

  test.each(['ink', 'ink-soft', 'accent', 'good', 'warn', 'bad'])('%s is read on every ground', (ink) => {
    for (const ground of grounds)
      expect({ ground, enough: contrast(role[ink]!, role[ground]!) >= 4.5 }).toEqual({ ground, enough: true })
  })

  test('text on the accent and on its wash is read, and the accent stands out from the wash', () => {
    expect(contrast(role['accent-ink']!, role['accent']!)).toBeGreaterThanOrEqual(4.5)
    expect(contrast(role['ink']!, role['accent-wash']!)).toBeGreaterThanOrEqual(4.5)
    expect(contrast(role['accent']!, role['accent-wash']!)).toBeGreaterThanOrEqual(3)
  })

  test('what is drawn and not written stands out from its ground by three at least', () => {
    for (const ground of grounds) expect(contrast(role['line-strong']!, role[ground]!)).toBeGreaterThanOrEqual(3)
    for (const gauge of ['gauge-window', 'gauge-oil'])
      expect(contrast(role[gauge]!, role['gauge-track']!)).toBeGreaterThanOrEqual(3)
  })

  test('more oil is darker at each step, by so much that neighbours are told apart in grey', () => {
    const film = ['lane-dry', ...Array.from({ length: 7 }, (_, tone) => `oil-${tone}`)].map((name) =>
      luminance(role[name]!),
    )
    for (let tone = 1; tone < film.length; tone += 1) expect(film[tone]!).toBeLessThan(film[tone - 1]!)
    for (let tone = 2; tone < film.length; tone += 1)
      expect((film[tone - 1]! + 0.05) / (film[tone]! + 0.05)).toBeGreaterThan(1.15)
  })

  test('a path is seen over every tone of oil: by its core or by its edge, which are far apart', () => {
    expect(contrast(role['path']!, role['path-edge']!)).toBeGreaterThan(12)
    for (let tone = 0; tone < 7; tone += 1) {
      const over = Math.max(
        contrast(role['path']!, role[`oil-${tone}`]!),
        contrast(role['path-edge']!, role[`oil-${tone}`]!),
      )
      expect(over).toBeGreaterThanOrEqual(3)
    }
  })
})

test('both themes have the same roles, so that no component falls back to nothing', () => {
  expect(Object.keys(rolesOf('dark')).sort()).toEqual(Object.keys(rolesOf('light')).sort())
})

test('components name roles, never colours', () => {
  const web = join(import.meta.dirname, '..')
  const files = readdirSync(web, { withFileTypes: true })
    .filter((entry) => entry.isDirectory() && !['dist', 'node_modules'].includes(entry.name))
    .flatMap(({ name }) => readdirSync(join(web, name)).map((file) => join(web, name, file)))
    .filter((file) => file.endsWith('.vue'))
  expect(files.length).toBeGreaterThan(50)
  const literal = files.filter((file) =>
    /:\s*#[0-9a-f]{3,8}\b/i.test(readFileSync(file, 'utf8').split('<style')[1] ?? ''),
  )
  expect(literal).toEqual([])
})
