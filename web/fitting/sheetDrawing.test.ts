import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { type Hole, sheetFigures } from '@sleetfall/core'
import { sheetDrawing } from './sheetDrawing.ts'

const names = { pin: 'pin', psa: 'PSA', pap: 'PAP' }
const box = { widthMm: 54, heightMm: 62 }
const holes: readonly Hole[] = [
  { name: 'ring', overIn: 0.6, upIn: 2.2, diameterIn: 0.97, depthIn: 1.75 },
  { name: 'middle', overIn: -0.6, upIn: 2.2, diameterIn: 0.97, depthIn: 1.75 },
  { name: 'thumb', overIn: 0, upIn: -2.2, diameterIn: 1, depthIn: 2.75 },
  { name: 'old', overIn: 0.4, upIn: -2, diameterIn: 1, depthIn: 2.75, plug: {} },
]
const contents = fc
  .record({
    drillingAngleDeg: fc.integer({ min: 10, max: 90 }),
    pinToPapIn: fc.integer({ min: 4, max: 24 }).map((quarter) => quarter / 4),
    valAngleDeg: fc.integer({ min: 5, max: 85 }),
    overIn: fc.integer({ min: 12, max: 24 }).map((quarter) => quarter / 4),
    upIn: fc.integer({ min: -4, max: 4 }).map((quarter) => quarter / 4),
    left: fc.boolean(),
  })
  .map(({ left, overIn, upIn, ...layout }) => {
    const pap = { overIn, upIn }
    return { left, pap, holes, figures: sheetFigures(layout, pap, { diameterIn: 8.595, holes }) }
  })

describe('the drawing on a drill sheet', () => {
  test('everything lies within its box, and distances are true to one scale', () => {
    fc.assert(
      fc.property(contents, (content) => {
        const { lines, circles, labels } = sheetDrawing(content, box, names)
        for (const [x, y] of [...lines.flatMap(({ from, to }) => [from, to]), ...circles.map(({ at }) => at)]) {
          expect(x).toBeGreaterThanOrEqual(-1e-9)
          expect(y).toBeGreaterThanOrEqual(-1e-9)
          expect(x).toBeLessThanOrEqual(box.widthMm + 1e-9)
          expect(y).toBeLessThanOrEqual(box.heightMm + 1e-9)
        }
        expect(labels.map(({ text }) => text)).toEqual(['PAP', 'pin', 'PSA'])
        const [ring, middle, thumb] = circles
        const scale = ring!.radiusMm / (0.97 / 2)
        expect(Math.abs(ring!.at[0] - middle!.at[0])).toBeCloseTo(1.2 * scale, 9)
        expect(thumb!.at[1] - ring!.at[1]).toBeCloseTo(4.4 * scale, 9)
      }),
    )
  })
  test('a left-hander’s is the mirror image', () => {
    fc.assert(
      fc.property(contents, (content) => {
        const [one, other] = [true, false].map((left) => sheetDrawing({ ...content, left }, box, names))
        const width = one!.lines[0]!.to[0] + one!.lines[0]!.from[0]
        one!.circles.forEach(({ at: [x, y], radiusMm, plugged }, i) => {
          const there = other!.circles[i]!
          expect(x).toBeCloseTo(width - there.at[0], 9)
          expect([y, radiusMm, plugged]).toEqual([there.at[1], there.radiusMm, there.plugged])
        })
      }),
    )
  })
  test('closed holes are told from open ones, marks from holes, the VAL from the lines of the grip', () => {
    const content = { left: false, pap: { overIn: 5, upIn: 0.5 }, holes }
    const layout = { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 35 }
    const figures = sheetFigures(layout, content.pap, { diameterIn: 8.595, holes })
    const { lines, circles } = sheetDrawing({ ...content, figures }, box, names)
    expect(circles.map(({ plugged }) => plugged)).toEqual([false, false, false, true, false, false, false])
    expect(circles.map(({ filled }) => filled)).toEqual([false, false, false, false, true, true, true])
    expect(lines.map(({ dashed }) => dashed)).toEqual([false, false, true])
    // The PAP lies on the VAL.
    expect(circles[4]!.at[0]).toBeCloseTo(lines[2]!.from[0], 9)
  })
})
