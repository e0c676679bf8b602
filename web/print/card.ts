import { openPaper } from './paper.ts'

/** A page for the customer to take along, in words ready to print. */
export interface Card {
  readonly format: 'a5' | 'a6'
  readonly shop: string
  readonly title: string
  readonly customer: string
  /** A bold line heads those after it. */
  readonly lines: readonly { readonly text: string; readonly bold?: boolean }[]
  /** At the foot: what to mind. */
  readonly care: string
}

const pages = {
  a5: { widthMm: 148, heightMm: 210, footMm: 180 },
  a6: { widthMm: 105, heightMm: 148, footMm: 122 },
} as const
const marginMm = 8

/** Saves a card as a PDF; the package comes only when it is asked for. */
export async function saveCard({ format, shop, title, customer, lines, care }: Card): Promise<void> {
  const texts = lines.map(({ text }) => text)
  const paper = await openPaper([shop, title, customer, ...texts, care], { unit: 'mm', format })
  const { widthMm, heightMm, footMm } = pages[format]
  const width = widthMm - 2 * marginMm
  let y = 14
  const write = (text: string, size: number, bold = false) => {
    for (const line of paper.linesOf(text, width, { size, bold })) {
      // What does not fit goes on the next page.
      if (y > heightMm - marginMm) {
        paper.pdf.addPage(format)
        y = 14
      }
      paper.write(line, marginMm, y, { size, bold })
      y += size * 0.45
    }
    y += 1.5
  }
  write(shop, 9)
  write(title, 17, true)
  write(customer, 11)
  paper.pdf.line(marginMm, y - 2, marginMm + width, y - 2)
  y += 3
  for (const { text, bold } of lines) {
    if (bold) y += 2
    write(text, 11, bold)
  }
  y = Math.max(y, footMm)
  write(care, 9)
  paper.save(`${title}.pdf`)
}
