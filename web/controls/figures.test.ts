import { afterEach, describe, expect, test } from '@jest/globals'
import { type Language, languages } from '@sleetfall/contract'
import { type LimitName, limits, parseLayout } from '@sleetfall/core'
import { addDays, format } from 'date-fns'
import fc from 'fast-check'
import { catalogue, dates } from '../german.ts'
import { speakWith } from '../i18n.ts'
import '../test/allTexts.ts'
import { agoText, dayText, daysText, fromToday, shortDay, timeText } from './days.ts'
import { counted, fixed, noted, plain } from './figures.ts'
import { inchForm, inchText, layoutText, lengthText, quantityText, shown } from './quantities.ts'

const speak = (language: Language) => speakWith(language, language === 'de' ? { catalogue, dates } : null)
afterEach(() => {
  speak('en')
  inchForm.value = 'fractions'
})
const language = fc.constantFrom(...languages)
const figure = fc.double({ min: -20_000, max: 20_000, noNaN: true })
const decimals = fc.integer({ min: 0, max: 4 })

describe('a figure', () => {
  test('has the same digits in every language; only its mark between them differs', () => {
    fc.assert(
      fc.property(figure, decimals, (value, n) => {
        const [english, german] = languages.map((one) => {
          speak(one)
          return fixed(value, n)
        })
        expect(german!.replace(',', '.')).toBe(english)
        // Read back it is the value, to half of its last place.
        expect(Math.abs(Number(english) - value)).toBeLessThanOrEqual(0.5000001 * 10 ** -n)
      }),
    )
  })

  test('keeps the places that it was given, and never shows a zero with a sign', () => {
    fc.assert(
      fc.property(figure, decimals, (value, n) => {
        const text = fixed(value, n)
        expect(text.split('.')[1]?.length ?? 0).toBe(n)
        expect(text).not.toMatch(/^-0(\.0*)?$/)
        expect(plain(value, n).length).toBeLessThanOrEqual(text.length)
        expect(Number(plain(value, n))).toBe(Number(text))
      }),
    )
  })

  test('that is whole is written as the formats of the language write it', () => {
    fc.assert(
      fc.property(fc.oneof(fc.integer(), fc.constant(-0)), fc.constantFrom(...languages), (value, language) => {
        speak(language)
        const format = (useGrouping: boolean) =>
          new Intl.NumberFormat(language, { signDisplay: 'negative', useGrouping }).format(value)
        expect([fixed(value), plain(value, 2), counted(value)]).toEqual([format(false), format(false), format(true)])
      }),
    )
  })

  test('is written as the formats of the language write it, to the last half', () => {
    const halves = fc
      .tuple(fc.integer({ min: -40_000, max: 40_000 }), fc.constantFrom(2, 8, 1000))
      .map(([n, by]) => n / by)
    fc.assert(
      fc.property(
        fc.oneof(figure, halves, fc.double({ noNaN: true, noDefaultInfinity: true })),
        decimals,
        fc.constantFrom(...languages),
        (value, n, language) => {
          speak(language)
          const format = (minimumFractionDigits: number) =>
            new Intl.NumberFormat(language, {
              ...{ signDisplay: 'negative', useGrouping: false, minimumFractionDigits, maximumFractionDigits: n },
            }).format(value)
          expect([fixed(value, n), plain(value, n)]).toEqual([format(n), format(0)])
        },
      ),
      { numRuns: 1000 },
    )
  })

  test.each<[Language, string[]]>([
    ['en', ['1234.5', '1234.5', '1,234,567', '–', '0.125']],
    ['de', ['1234,5', '1234,5', '1.234.567', '–', '0,125']],
  ])('in %s', (one, texts) => {
    speak(one)
    expect([fixed(1234.5, 1), plain(1234.5, 3), counted(1_234_567), noted(null), noted(0.125)]).toEqual(texts)
  })
})

describe('what is shown can be typed again', () => {
  const names = Object.keys(limits) as LimitName[]
  const quantity = fc.constantFrom(...names).chain((name) =>
    fc.record({
      name: fc.constant(name),
      metric: fc.boolean(),
      value: fc.double({ min: limits[name].min, max: limits[name].max, noNaN: true }),
      inches: fc.constantFrom('fractions' as const, 'decimals' as const),
      as: language,
    }),
  )

  test('in every language, unit and form of inches, and then shows the same', () => {
    fc.assert(
      fc.property(quantity, ({ name, metric, value, inches, as }) => {
        speak(as)
        inchForm.value = inches
        const unit = shown(name, metric)
        const text = unit.format(value)
        const typed = unit.parse(text)
        expect(typed).toBeDefined()
        expect(unit.format(typed!)).toBe(text)
        expect(quantityText(name, value, metric).startsWith(text)).toBe(true)
      }),
      { numRuns: 500 },
    )
  })

  test('whoever types in the manner of another language is understood too', () => {
    fc.assert(
      fc.property(quantity, language, ({ name, metric, value, as }, other) => {
        inchForm.value = 'decimals'
        speak(as)
        const text = shown(name, metric).format(value)
        const mine = shown(name, metric).parse(text)
        speak(other)
        expect(shown(name, metric).parse(text)).toBe(mine)
      }),
    )
  })

  test('a layout is read back from either form: to the sixteenth, or to the thousandth', () => {
    const layout = fc.record({
      drillingAngleDeg: fc.integer({ min: 0, max: 180 }),
      pinToPapIn: fc.double({ min: 0, max: 6.75, noNaN: true }),
      valAngleDeg: fc.integer({ min: 0, max: 180 }),
    })
    fc.assert(
      fc.property(layout, language, (one, as) => {
        speak(as)
        for (const [form, within] of [
          ['fractions', 1 / 32],
          ['decimals', 0.0005],
        ] as const) {
          inchForm.value = form
          const read = parseLayout(layoutText(one))
          expect(read).toMatchObject({ drillingAngleDeg: one.drillingAngleDeg, valAngleDeg: one.valAngleDeg })
          expect(Math.abs(read!.pinToPapIn - one.pinToPapIn)).toBeLessThanOrEqual(within + 1e-9)
        }
      }),
    )
  })

  test('inches as fractions and as decimals', () => {
    expect([inchText(4.25), inchText(-0.125), lengthText(4.25, false)]).toEqual(['4 1/4', '-1/8', '4.3 in'])
    inchForm.value = 'decimals'
    expect([inchText(4.25), inchText(-0.125), lengthText(4.25, true)]).toEqual(['4.25', '-0.125', '108 mm'])
    speak('de')
    expect([inchText(4.25), lengthText(4.25, false)]).toEqual(['4,25', '4,3 in'])
  })
})

describe('a day', () => {
  const day = fc.date({ min: new Date(2020, 0, 1), max: new Date(2040, 11, 31), noInvalidDate: true })
  const iso = (date: Date) => date.toISOString()

  test('has its number and its month in either language, and no stop after a word', () => {
    fc.assert(
      fc.property(day, language, (date, as) => {
        speak(as)
        for (const text of [dayText(iso(date)), shortDay(date)]) {
          expect(text).toContain(String(date.getDate()))
          expect(text).not.toMatch(/\p{L}\./u)
        }
        expect(dayText(iso(date)).startsWith(shortDay(date)) || dayText(iso(date)).endsWith(shortDay(date))).toBe(true)
      }),
    )
  })

  test('spans and distances are told in the language that is spoken', () => {
    const [first, last] = ['2001-03-08', '2001-05-20']
    const yesterday = new Date(Date.now() - 86_400_000).toISOString()
    const told = () => [daysText(first, first), daysText(first, last), fromToday(yesterday), agoText(yesterday)]
    expect(told()).toEqual(['8 Mar 2001', '8 Mar 2001 – 20 May 2001', 'yesterday', '1 day ago'])
    speak('de')
    expect(told()).toEqual(['8. März 2001', '8. März 2001 – 20. Mai 2001', 'gestern', 'vor 1 Tag'])
    expect(timeText('2001-03-08T09:05:00')).toBe('09:05')
  })

  test('how long ago something was agrees with the day that stands beside it', () => {
    const midnight = (date: Date) => Date.UTC(date.getFullYear(), date.getMonth(), date.getDate())
    fc.assert(
      fc.property(fc.integer({ min: 24 * 60, max: 27 * 24 * 60 }), (minutes) => {
        const at = new Date(Date.now() - minutes * 60_000)
        const days = (midnight(new Date()) - midnight(at)) / 86_400_000
        expect(agoText(at.toISOString())).toBe(days === 1 ? '1 day ago' : `${days} days ago`)
      }),
    )
    expect(agoText(new Date(Date.now() - 20 * 60_000).toISOString())).toBe('20 minutes ago')
    expect(agoText(new Date(Date.now() - 90 * 86_400_000).toISOString())).toBe('3 months ago')
  })

  test.each<[Language, string[]]>([
    ['en', ['300 days ago', '2 days ago', 'yesterday', 'today', 'tomorrow', 'in 2 days', 'in 300 days']],
    ['de', ['vor 300 Tagen', 'vor 2 Tagen', 'gestern', 'heute', 'morgen', 'in 2 Tagen', 'in 300 Tagen']],
  ])('a day is told by how it lies to today, over changes of the clock too, in %s', (one, texts) => {
    speak(one)
    const days = [-300, -2, -1, 0, 1, 2, 300].map((by) => format(addDays(new Date(), by), 'yyyy-MM-dd'))
    expect(days.map(fromToday)).toEqual(texts)
  })
})
