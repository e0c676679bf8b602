import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { type Hole, sheetFigures, toDistances } from '@sleetfall/core'
import { i18n } from '../i18n.ts'
import '../test/allTexts.ts'
import { type DrillFacts, derivedRows, drillSheetOf } from './drillSheet.ts'

const t = (key: string, values: Record<string, unknown> = {}) => i18n.global.t(key, values)
const holes: readonly Hole[] = [
  { name: 'ring', overIn: 0.625, upIn: 2.25, diameterIn: 0.96875, depthIn: 1.75, forwardPitchIn: 0.125 },
  { name: 'thumb', overIn: 0, upIn: -2.25, diameterIn: 1, depthIn: 2.75 },
  { name: 'old thumb', overIn: 0.2, upIn: -2, diameterIn: 1, depthIn: 2.75, plug: true },
]
function facts(change: Partial<DrillFacts> = {}): DrillFacts {
  const layout = change.layout ?? { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 40 }
  const pap = change.pap ?? { overIn: 5, upIn: 0.5 }
  return {
    ball: 'Gannetry',
    customer: 'Łucja Ů',
    left: false,
    metric: false,
    layout,
    pap,
    distances: toDistances(layout, 8.595),
    figures: sheetFigures(layout, pap, { diameterIn: 8.595, holes }),
    holes,
    clearances: [{ name: 'ring', inches: 0.8 }],
    madeOn: '26 Nov 2026',
    ...change,
  }
}
const wordsOf = (change: Partial<DrillFacts> = {}) => {
  const sheet = drillSheetOf(facts(change), t)
  return [sheet.title, sheet.hand, ...sheet.rows.flat(), ...sheet.steps, ...sheet.cautions].join('\n')
}

describe('the drill sheet in words', () => {
  test('a right-hander goes right and turns clockwise', () => {
    const sheet = drillSheetOf(facts(), t)
    expect(sheet.hand).toBe('Right-hander')
    expect(sheet.steps[0]).toContain('to the right along the midline')
    expect(sheet.steps[3]).toContain('turn 50° clockwise from the line to the PAP')
  })
  test('a left-hander goes left and turns counter-clockwise, and the sheet says that it is mirrored', () => {
    const sheet = drillSheetOf(facts({ left: true }), t)
    expect(sheet.hand).toBe('Left-hander: drawn mirrored, all turns are for the left hand')
    expect(sheet.steps[0]).toContain('to the left along the midline')
    expect(sheet.steps[3]).toContain('turn 50° counter-clockwise from the line to the PAP')
    expect(wordsOf({ left: true })).not.toMatch(/[^-]clockwise/)
  })
  test('both hands have the same figures: only words of side and turn differ', () => {
    fc.assert(
      fc.property(
        fc.record({
          drillingAngleDeg: fc.integer({ min: 10, max: 90 }),
          pinToPapIn: fc.integer({ min: 4, max: 24 }).map((quarter) => quarter / 4),
          valAngleDeg: fc.integer({ min: 5, max: 85 }),
        }),
        (layout) => {
          const figuresOf = (left: boolean) => wordsOf({ left, layout }).match(/\d[\d./ ]*/g)
          expect(figuresOf(true)).toEqual(figuresOf(false))
        },
      ),
    )
  })
  test('metric is metric: no inch is left on the sheet, and a pitch is read to a tenth of a millimetre', () => {
    const words = wordsOf({ metric: true })
    expect(words).not.toMatch(/\d in\b/)
    expect(words).toContain('size 24.6 mm')
    expect(words).toContain('forward 3.2 mm')
    expect(wordsOf()).toContain('size 31/32 in, 1 3/4 in deep; forward 1/8 in')
  })
  test('every hole is listed; only open ones are counted, measured to the pin and drilled', () => {
    const sheet = drillSheetOf(facts(), t)
    for (const { name } of holes) expect(sheet.rows.map(([label]) => label)).toContain(name)
    expect(sheet.steps.at(-1)).toContain('Drill 2 holes')
    const labels = derivedRows(facts(), t).map(([label]) => label)
    expect(labels.filter((label) => /thumb/.test(label)).join()).not.toContain('old thumb')
  })
  test('the cautions of drilling stand on the sheet', () => {
    const { cautions } = drillSheetOf(facts(), t)
    expect(cautions.join(' ')).toMatch(/eye protection.*ball clamped.*gloves.*sanctioning body/s)
  })
})
