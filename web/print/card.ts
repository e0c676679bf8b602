import { type StartLine, sketchOf } from '../bags/startSketch.ts'
import { paperDay } from '../controls/days.ts'
import { type Paper, openPaper } from './paper.ts'

/** A page for the customer to take along, in words ready to print. */
export interface Card {
  readonly format: 'a5' | 'a6'
  readonly shop: string
  readonly title: string
  readonly customer: string
  /** A bold line heads those after it. */
  readonly lines: readonly { readonly text: string; readonly bold?: boolean }[]
  /** Start lines, drawn beside each other after the lines. */
  readonly starts?: readonly (StartLine & { readonly title: string; readonly left: boolean })[]
  /** At the foot: what to mind. */
  readonly care: string
}

const pages = {
  a5: { widthMm: 148, heightMm: 210, footMm: 180 },
  a6: { widthMm: 105, heightMm: 148, footMm: 122 },
} as const
const marginMm = 8
/** How far capitals rise over their line. */
const riseMmPerPoint = 0.25

/** Saves a card as a PDF; the package comes only when it is asked for. */
export async function saveCard({ format, shop, title, customer, lines, starts = [], care }: Card): Promise<void> {
  const texts = [...lines, ...starts.map((start) => ({ text: start.title }))].map(({ text }) => text)
  const paper = await openPaper([shop, title, customer, ...texts, care], { unit: 'mm', format })
  const { widthMm, heightMm, footMm } = pages[format]
  const width = widthMm - 2 * marginMm
  let y = 14
  const write = (text: string, size: number, bold = false) => {
    // Letters stand on their line: a taller one begins further below what was before it.
    y += size * riseMmPerPoint
    for (const line of paper.linesOf(text, width, { size, bold })) {
      // What does not fit goes on the next page.
      if (y > heightMm - marginMm) {
        paper.pdf.addPage(format)
        y = 14
      }
      paper.write(line, marginMm, y, { size, bold })
      y += size * 0.45
    }
    y += 1.5 - size * riseMmPerPoint
  }
  write([shop, paperDay()].filter(Boolean).join(' · '), 9)
  write(title, 17, true)
  write(customer, 11)
  paper.pdf.line(marginMm, y - 2, marginMm + width, y - 2)
  y += 3
  for (const { text, bold } of lines) {
    if (bold) y += 2
    write(text, 11, bold)
  }
  const tall = sketchMm.height + 7
  for (let i = 0; i < starts.length; i += aRow) {
    if (y + tall > heightMm - marginMm) {
      paper.pdf.addPage(format)
      y = 14
    }
    starts
      .slice(i, i + aRow)
      .forEach((start, n) => drawStart(paper, start, marginMm + n * (width / aRow), y, width / aRow - 4))
    y += tall + 3
  }
  y = Math.max(y, footMm)
  write(care, 9)
  paper.save(`${title}.pdf`)
}

const sketchMm = { height: 24 }
/** Start lines beside each other. */
const aRow = 3

/** A start line as the bowler sees it from behind, with its name above. */
function drawStart(
  paper: Paper,
  { title, left, ...line }: NonNullable<Card['starts']>[number],
  xMm: number,
  yMm: number,
  widthMm: number,
): void {
  const { pdf } = paper
  paper.write(title, xMm, yMm, { size: 9, bold: true }, widthMm)
  const { from, aim, past, arrows } = sketchOf(line, left)
  const at = ({ x, y }: typeof from) => [xMm + x * widthMm, yMm + 3 + y * sketchMm.height] as const
  pdf.setLineWidth(0.2)
  pdf.rect(xMm, yMm + 3, widthMm, sketchMm.height * 0.95)
  for (const arrow of arrows) {
    const [x, y] = at(arrow)
    pdf.triangle(x, y - 1, x - 0.6, y + 0.8, x + 0.6, y + 0.8, 'F')
  }
  pdf.setLineWidth(0.6)
  pdf.line(...at(from), ...at(aim))
  pdf.setLineDashPattern([1, 1], 0)
  pdf.line(...at(aim), ...at(past))
  pdf.setLineDashPattern([], 0)
  pdf.circle(...at(from), 0.9, 'F')
  pdf.setLineWidth(0.2)
}
