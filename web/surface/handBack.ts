import { openPaper } from '../print/paper.ts'

/** What goes back to the customer with the ball, in words ready to print. */
export interface HandBack {
  readonly shop: string
  readonly title: string
  readonly customer: string
  readonly lines: readonly string[]
  readonly care: string
}

/** Saves a card of A6 size as a PDF; the package comes only when it is asked for. */
export async function saveHandBack({ shop, title, customer, lines, care }: HandBack): Promise<void> {
  const paper = await openPaper([shop, title, customer, ...lines, care], { unit: 'mm', format: 'a6' })
  const left = 8
  const width = 105 - 2 * left
  let y = 14
  const write = (text: string, size: number, bold = false) => {
    for (const line of paper.linesOf(text, width, { size, bold })) {
      paper.write(line, left, y, { size, bold })
      y += size * 0.45
    }
    y += 1.5
  }
  write(shop, 9)
  write(title, 17, true)
  write(customer, 11)
  paper.pdf.line(left, y - 2, left + width, y - 2)
  y += 3
  for (const line of lines) write(line, 11)
  y = Math.max(y, 122)
  write(care, 9)
  paper.save(`${title}.pdf`)
}
