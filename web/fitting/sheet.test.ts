import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { parseInches } from '@sleetfall/core'
import { inchForm } from '../controls/quantities.ts'
import { type SheetContent, fineText, markText, stripSvg } from './sheet.ts'

const content = (change: Partial<SheetContent> = {}): SheetContent => ({
  title: 'Drill sheet',
  ball: 'Gannet <2> & "wife"',
  customer: 'Łucja Ů',
  left: false,
  hand: 'right-hander',
  metric: false,
  layout: { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 35 },
  pap: { overIn: 5, upIn: 0.5 },
  figures: {
    pin: { overIn: 1.25, upIn: 2 },
    pinToGripCentreIn: 2.36,
    psaToPapIn: 5.2,
    pinBufferIn: 2.5,
  } as unknown as SheetContent['figures'],
  holes: [],
  rows: [],
  steps: [],
  cautions: [],
  madeOn: '26 Nov',
  marks: { pin: 'pin', psa: 'PSA', pap: 'PAP' },
  ...change,
})

describe('lengths on paper', () => {
  test('inches read back as what was written, to the nearest sixteenth', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 13, noNaN: true }), (inches) => {
        const read = (text: string) => parseInches(text.replace(/ in$/, ''))!
        expect(Math.abs(read(markText(inches, false)) - inches)).toBeLessThanOrEqual(1 / 32 + 1e-9)
        expect(Math.abs(read(fineText(inches, false)) - inches)).toBeLessThanOrEqual(1 / 128 + 1e-9)
        inchForm.value = 'decimals'
        expect(Math.abs(read(markText(inches, false)) - inches)).toBeLessThanOrEqual(0.0005 + 1e-9)
        inchForm.value = 'fractions'
      }),
    )
  })
  test('metric is metric', () => {
    expect(markText(4.5, true)).toBe('114.3 mm')
    expect(stripSvg(content({ metric: true }))).not.toMatch(/: [\d /]+ in</)
  })
})

describe('strips at 1:1', () => {
  /** End points of horizontal bars below the ruler, in mm. */
  const barsOf = (svg: string) =>
    [...svg.matchAll(/<line x1="([\d.]+)" x2="([\d.]+)" y1="(\d+)" y2="(\d+)"\/>/g)]
      .map((match) => match.slice(1).map(Number))
      .filter(([x1, x2, y1, y2]) => y1 === y2 && x1 !== x2 && y1! > 30)
      .map(([x1, x2]) => x2! - x1!)

  test('every bar is as long as what it stands for, and the page as wide as the longest', () => {
    const svg = stripSvg(content())
    const inches = [5, 0.5, 1.25, 2, 4.5, 2.36, 5.2, 2.5]
    expect(barsOf(svg)).toHaveLength(inches.length)
    barsOf(svg).forEach((mm, index) => expect(mm).toBeCloseTo(inches[index]! * 25.4, 6))
    const [, width] = /width="([\d.]+)mm"/.exec(svg)!
    const [, box] = /viewBox="0 0 ([\d.]+) /.exec(svg)!
    expect(width).toBe(box)
    expect(Number(width)).toBeCloseTo(24 + 6 * 25.4, 6)
  })

  test('the ruler is six inches long', () => {
    const ticks = [...stripSvg(content()).matchAll(/<line x1="([\d.]+)" x2="\1" y1="10"/g)].map((match) =>
      Number(match[1]),
    )
    expect(ticks).toHaveLength(97)
    expect(ticks.at(-1)! - ticks[0]!).toBeCloseTo(152.4, 6)
  })

  test('names may hold any sign, and a sheet says whose hand it is for', () => {
    const svg = stripSvg(content({ hand: 'left-hander, drawn mirrored', left: true }))
    expect(svg).toContain('Gannet &lt;2> &amp; &quot;wife&quot;, Łucja Ů, left-hander, drawn mirrored')
    expect(svg).not.toContain('Gannet <2>')
  })
})
