import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { compile } from '@intlify/core-base'
import { fixed, counted, plain } from './controls/figures.ts'
import { dayText, fromToday } from './controls/days.ts'
import { quantityText, shown } from './controls/quantities.ts'
import { catalogue as german, dates } from './german.ts'
import { i18n, speakWith } from './i18n.ts'
import './test/allTexts.ts'
import { catalogue as english } from './messages.ts'

/** Every text with its path. */
function texts(value: unknown, path = ''): (readonly [string, string])[] {
  if (typeof value === 'string') return [[path, value]]
  return Object.entries(value as object).flatMap(([key, inner]) => texts(inner, path === '' ? key : `${path}.${key}`))
}
const placesOf = (text: string) => [...new Set(text.match(/\{\w+\}/g))].toSorted()
const formsOf = (text: string) => text.split(' | ').length

describe('the German catalogue', () => {
  const own = new Map(texts(german))
  const pairs = texts(english).map(([path, text]) => ({ path, text, own: own.get(path) }))

  test('has each text of the English one, and no other', () => {
    expect([...own.keys()].toSorted()).toEqual(pairs.map(({ path }) => path).toSorted())
  })

  test('says the same figures and names, in as many forms of number', () => {
    const wrong = pairs.filter(
      (one) =>
        placesOf(one.text).join() !== placesOf(one.own!).join() ||
        formsOf(one.text) !== formsOf(one.own!) ||
        (one.text === '') !== (one.own === ''),
    )
    expect(wrong).toEqual([])
  })

  test('is written so that every text can be said', () => {
    for (const { own: text } of pairs)
      expect(() => compile(text!, { locale: 'de', key: text!, warnHtmlMessage: false })).not.toThrow()
  })

  test('leaves nothing English', () => {
    const left = pairs.filter(
      ({ text, own: mine }) =>
        text === mine && /\b(the|and|of|with|is|not|this|from|it|by|for)\b/i.test(text.replace(/\{\w+\}/g, '')),
    )
    expect(left.map(({ path }) => path)).toEqual([])
  })

  test.each([
    ['Ölbild', /Ölmuster|Ölprofil|Bahnbild|\bPattern\b/],
    ['Schale', /Coverstock|Außenhaut|Hülle/],
    ['Laufspur', /Laufring|Rollspur|\bTrack\b/],
    ['Gasse', /\bPocket\b/],
    ['Werkbank', /Werkstatt|Arbeitsbank/],
    ['Variante', /Versuchsarm|\bArm\b/],
    ['Urteil', /Verdikt|Befundung/],
  ])('says %s for one thing, and no other word', (word, others) => {
    expect(pairs.some(({ own: text }) => text!.includes(word))).toBe(true)
    expect(pairs.filter(({ own: text }) => others.test(text!)).map(({ path }) => path)).toEqual([])
  })

  test('keeps each caution: the same temperatures and times in both', () => {
    // A figure in a sentence about water, dust or pins is a fact, not a way of speaking.
    const figures = (text: string) =>
      [...text.matchAll(/\d+(?:[.,]\d+)?/g)].map(([one]) => one.replace(',', '.')).toSorted()
    const wrong = pairs.filter((one) => figures(one.text).join() !== figures(one.own!).join())
    expect(wrong.map(({ path, text, own: mine }) => ({ path, text, mine }))).toEqual([])
  })
})

describe('a screen in German', () => {
  beforeAll(() => speakWith('de', { catalogue: german, dates }))
  afterAll(() => speakWith('en', null))
  const t = (key: string, values: Record<string, unknown>, n?: number) =>
    n === undefined ? i18n.global.t(key, values) : i18n.global.t(key, values, n)

  test('counts as German does', () => {
    expect([0, 1, 2].map((n) => t('balls.count', { n }, n))).toEqual(['0 Bälle', '1 Ball', '2 Bälle'])
  })

  test('writes figures with a comma, and reads them either way', () => {
    expect([fixed(3.25, 1), fixed(-0.04, 1), plain(3.5, 2), counted(1_250_000)]).toEqual([
      '3,3',
      '0,0',
      '3,5',
      '1.250.000',
    ])
    const speed = shown('speedMph', true)
    expect(speed.format(17)).toBe('27,4')
    expect([speed.parse('27,4'), speed.parse('27.4')]).toEqual([speed.parse('27.4'), speed.parse('27.4')])
    expect(quantityText('revRpm', 350, false)).toBe('350 U/min')
  })

  test('writes days', () => {
    expect(dayText('2001-11-24')).toBe('24. Nov 2001')
    expect(dayText(`${new Date().getFullYear()}-11-24`)).toMatch(/^[A-Z][a-z] 24\. Nov$/)
    expect(fromToday(new Date().toISOString())).toBe('heute')
  })
})
