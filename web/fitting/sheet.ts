import { type Paper, openPaper, saveBlob } from '../print/paper.ts'
import { type Hole, type Layout, type Pap, type SheetFigures, formatInchFraction, formatLayout } from '@sleetfall/core'
import { fixed } from '../controls/figures.ts'
import { inchForm, layoutText } from '../controls/quantities.ts'
import { sheetDrawing } from './sheetDrawing.ts'

export interface SheetContent {
  readonly title: string
  readonly ball: string
  readonly customer: string
  readonly left: boolean
  /** Whose hand, and for a left-hander that the drawing is the mirror image. */
  readonly hand: string
  /** Units of the figures. */
  readonly metric: boolean
  readonly layout: Layout
  readonly pap: Pap
  readonly figures: SheetFigures
  readonly holes: readonly Hole[]
  /** Rows of label and figure, as the screen shows them. */
  readonly rows: readonly (readonly [label: string, value: string])[]
  readonly steps: readonly string[]
  readonly cautions: readonly string[]
  readonly madeOn: string
  /** What the marks are called in the drawing. */
  readonly marks: { readonly pin: string; readonly psa: string; readonly pap: string }
}

/** A length as screen and drill sheet give it: to the nearest 1/16 in, or to the thousandth, as the member writes inches; or in mm. */
export const markText = (inches: number, metric: boolean) => lengthText(inches, metric, 16)
/** A bore or a pitch, of which bits and gauges have every 1/64. */
export const fineText = (inches: number, metric: boolean) => lengthText(inches, metric, 64)
const lengthText = (inches: number, metric: boolean, parts: number) =>
  metric
    ? `${fixed(inches * 25.4, 1)} mm`
    : inchForm.value === 'fractions'
      ? `${formatInchFraction(inches, parts)} in`
      : `${fixed(inches, 3)} in`

const fileName = (content: SheetContent, kind: string) =>
  `${content.ball} ${content.customer}`.replace(/[^\p{L}\p{N} -]/gu, '').trim() + `.${kind}`

/** As wide as A4 and as high as a letter, less what printers leave at the edges: it comes out whole on either. */
const page = { leftMm: 15, rightMm: 195, footMm: 262 }
/** Where the drawing stands, at the upper right; what is written beside it is narrower. */
const box = { leftMm: 141, topMm: 13, widthMm: 54, heightMm: 62 }

function drawMarks({ pdf, write }: Paper, content: SheetContent): void {
  const { lines, circles, labels } = sheetDrawing(content, box, content.marks)
  const on = ([x, y]: readonly [number, number]) => [box.leftMm + x, box.topMm + y] as const
  pdf.setLineWidth(0.2)
  for (const { from, to, dashed } of lines) {
    pdf.setLineDashPattern(dashed ? [1, 1] : [], 0)
    pdf.line(...on(from), ...on(to))
  }
  pdf.setLineWidth(0.35)
  for (const { at, radiusMm, filled, plugged } of circles) {
    pdf.setLineDashPattern(plugged ? [1, 1] : [], 0)
    pdf.circle(...on(at), radiusMm, filled ? 'F' : 'S')
  }
  pdf.setLineDashPattern([], 0)
  for (const { at, text } of labels) write(text, ...on(at), { size: 8, bold: true })
}

/** Drill sheet as PDF, with the package loaded only now. */
export async function savePdf(content: SheetContent): Promise<void> {
  const { title, ball, customer, hand, madeOn, cautions, steps, rows } = content
  const layout = layoutText(content.layout)
  const paper = await openPaper(
    [title, ball, customer, hand, madeOn, ...cautions, ...steps, ...rows.flat(), ...Object.values(content.marks)],
    {
      unit: 'mm',
      format: 'a4',
    },
  )
  let y = 20
  const line = (text: string, size: number, bold = false, x = page.leftMm) => {
    const right = y < box.topMm + box.heightMm + 4 ? box.leftMm - 4 : page.rightMm
    for (const row of paper.linesOf(text, right - x, { size, bold })) {
      if (y > page.footMm) {
        paper.pdf.addPage()
        y = 20
      }
      paper.write(row, x, y, { size, bold })
      y += size * 0.5
    }
  }
  drawMarks(paper, content)
  line(title, 18, true)
  y += 2
  line(`${ball}, ${customer}`, 13)
  line(hand, 11, true)
  line(layout, 13, true)
  line(madeOn, 9)
  y += 3
  for (const caution of cautions) line(caution, 10, true)
  y += 3
  steps.forEach((step, index) => line(`${index + 1}. ${step}`, 11))
  y += 3
  for (const [label, value] of rows) {
    line(label, 10)
    y -= 5
    line(value, 10, true, 74)
  }
  paper.save(fileName(content, 'pdf'))
}

const svgNs = 'http://www.w3.org/2000/svg'
const escape = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/"/g, '&quot;')

/**
 * Strips of surface distances at 1:1, to be laid along the ball with a flexible scale: from the grip centre over and up to each
 * mark, from the pin to PAP and PSA. A ruler at the top tells whether the printer kept the size.
 */
export function stripSvg(content: SheetContent): string {
  const { figures, pap, layout } = content
  const strips: readonly (readonly [string, number])[] = [
    ['PAP over', pap.overIn],
    ['PAP up', pap.upIn],
    ['Pin over', figures.pin.overIn],
    ['Pin up', figures.pin.upIn],
    ['Pin - PAP', layout.pinToPapIn],
    ['Pin - grip centre', figures.pinToGripCentreIn],
    ['PSA - PAP', figures.psaToPapIn],
    ['Pin - VAL', figures.pinBufferIn],
  ]
  const mm = (inches: number) => inches * 25.4
  const [left, height] = [12, 16]
  const widest = Math.max(mm(6), ...strips.map(([, inches]) => mm(Math.abs(inches))))
  const ruler = Array.from({ length: 6 * 16 + 1 }, (_, i) => {
    const x = left + mm(i / 16)
    const tall = i % 16 === 0 ? 8 : i % 8 === 0 ? 6 : i % 4 === 0 ? 4 : 2.5
    const number = i % 16 === 0 ? `<text x="${x}" y="22" font-size="3.5" text-anchor="middle">${i / 16}</text>` : ''
    return `<line x1="${x}" x2="${x}" y1="10" y2="${10 + tall}"/>${number}`
  }).join('')
  const bars = strips
    .map(([name, inches], index) => {
      const y = 34 + index * height
      const end = left + mm(Math.abs(inches))
      return `<line x1="${left}" x2="${end}" y1="${y}" y2="${y}"/><line x1="${left}" x2="${left}" y1="${y - 3}" y2="${y + 3}"/><line x1="${end}" x2="${end}" y1="${y - 3}" y2="${y + 3}"/><text x="${left}" y="${y + 6}" font-size="4">${escape(`${name}: ${markText(inches, content.metric)}`)}</text>`
    })
    .join('')
  const [width, total] = [left * 2 + widest, 40 + strips.length * height]
  return `<svg xmlns="${svgNs}" width="${width}mm" height="${total}mm" viewBox="0 0 ${width} ${total}" font-family="sans-serif" stroke-width="0.25"><title>${escape(`${content.ball}, ${content.customer}, ${formatLayout(layout)}`)}</title><text x="${left}" y="6" font-size="4">${escape(`${content.ball}, ${content.customer}, ${content.hand}: ${formatLayout(layout)}; 1:1, the ruler must measure 6 in (152.4 mm)`)}</text><g stroke="black" fill="none">${ruler.replace(/<text/g, '<text stroke="none" fill="black"')}${bars.replace(/<text/g, '<text stroke="none" fill="black"')}</g></svg>`
}
export const saveSvg = (content: SheetContent) =>
  saveBlob(new Blob([stripSvg(content)], { type: 'image/svg+xml' }), fileName(content, 'svg'))

/** The page's own drill sheet, by the browser's printer. */
export const printPage = () => window.print()
