import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { type Said, type SaidKey, inWords, said, wrong } from '../said.ts'
import { english } from './english.ts'
import { words } from './index.ts'

const root = join(import.meta.dirname, '..', '..')
const sources = ['contract', 'core', 'server', 'cli', 'ops', 'web']
  .flatMap((folder) =>
    readdirSync(join(root, folder), { recursive: true, encoding: 'utf8' })
      .filter((file) => !/(^|\/)(dist|node_modules|words|test)\//.test(file))
      .filter((file) => /\.(ts|vue)$/.test(file) && !file.endsWith('.test.ts'))
      .map((file) => join(folder, file)),
  )
  .map((file) => ({ file, text: readFileSync(join(root, file), 'utf8') }))
const everything = sources.map(({ text }) => text).join('\n')

const groups = Object.entries(words) as [string, Readonly<Record<string, string>>][]
const keys = groups.flatMap(([group, texts]) => Object.keys(texts).map((key) => [group, key] as const))
/** Names in the places of a text. */
const placesOf = (text: string) => [...text.matchAll(/\{(\w+)\}/g)].map((match) => match[1]!)

describe('the words for what is said by a key', () => {
  test('none is there that nobody says', () => {
    const unsaid = keys.filter(([group, key]) => {
      const picked = everything.includes(`\`${group}.\${`)
      const ways = [`${group}.${key}'`, `'${key}'`]
      // A group that is picked from by a code still holds only codes that are written somewhere.
      return !ways.some((way) => everything.includes(way)) && !(picked && everything.includes(key))
    })
    expect(unsaid).toEqual([])
  })

  test('none is empty, and no two of a group say the same', () => {
    for (const [group, texts] of groups) {
      const said = Object.values(texts)
      expect({ group, empty: said.filter((text) => text.trim() === '') }).toEqual({ group, empty: [] })
      expect({ group, distinct: new Set(said).size }).toEqual({ group, distinct: said.length })
    }
  })

  test('every place of every text is filled by what is given for it, figures and words alike', () => {
    for (const [group, key] of keys) {
      const text = words[group as keyof typeof words][key as never] as string
      // One and many have the same places.
      const places = [...new Set(placesOf(text))]
      const values = Object.fromEntries(
        places.map((place, index) => [place, index % 2 ? said('units.mph') : 4711 + index]),
      )
      const spoken = english({ key: `${group}.${key}` as SaidKey, with: values })
      expect({ key, open: /[{}]/.test(spoken) }).toEqual({ key, open: false })
      places.forEach((_, index) => expect(spoken).toContain(index % 2 ? 'mph' : String(4711 + index)))
    }
  })

  test('a saying within a saying is put into words first, and several are listed', () => {
    expect(english(wrong('ballSpeed', 'rangeIn', { min: 8, max: 30, unit: said('units.mph') }))).toBe(
      'Ball speed: 8 to 30 mph',
    )
    const uses = [said('uses.trials', { count: 3 }), said('uses.photos', { count: 1 })]
    expect(english(said('refused.stillUsed', { uses, instead: said('instead.mergeBall') }))).toBe(
      'Still used by 3 trials, 1 photo. Merge this ball with its twin, or retire it.',
    )
  })

  test('what somebody typed is shown as typed, whatever signs are in it', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', minLength: 1 }), (name) => {
        expect(english(wrong('name', 'called', { name }))).toBe(`Name: there is one called ${name} already`)
      }),
    )
  })

  test('another catalogue says the same thing in its own order', () => {
    const other = (key: string, values: Record<string, unknown>) =>
      key === 'input.range' ? `von ${values['min']} bis ${values['max']}: ${values['field']}` : `<${key}>`
    const saying: Said = wrong('grit', 'range', { min: 1, max: 2 })
    expect(inWords(saying, other)).toBe('von 1 bis 2: <fields.grit>')
  })
})

describe('sentences', () => {
  /** Three words or more, the first of them large: what a person would read. What only a developer reads is thrown or logged. */
  const sentence = /(['"`])([A-Z][\p{L}’]+(?:[ ,:;]+[\p{L}\p{N}’]+){2,}[^'"`\n]*)\1/gu
  const forDevelopers = /new (Type|Range)?Error\(|logger\.|console\.|\.title\(|expect\(/
  test('stand in the catalogues, not in the server, the schemas, the core or the commands', () => {
    const found = sources
      .filter(({ file }) => /^(contract|core|server|cli)\//.test(file))
      .flatMap(({ file, text }) =>
        text
          .replace(/\/\*[\s\S]*?\*\/|\/\/.*/g, '')
          .split('\n')
          .filter((line) => !forDevelopers.test(line))
          .flatMap((line) => [...line.matchAll(sentence)].map((match) => `${file}: ${match[2]}`)),
      )
    expect(found).toEqual([])
  })
})
