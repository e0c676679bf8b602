import { openPaper } from '../print/paper.ts'

/** What a ball's label says. */
export interface Label {
  readonly ball: string
  readonly customer: string
  readonly contact: string
  /** What the customer complains of; empty when of nothing. */
  readonly complaint: string
  readonly place: string
  /** Day it was taken in, as it is read. */
  readonly date: string
  /** Address that opens the ball. */
  readonly url: string
}

/** Address of a ball on its customer's rack, for the label. */
export const ballUrl = (customerId: string, ballId: string) => `${location.origin}/rack/${customerId}?ball=${ballId}`

/** Labels of 60 × 40 mm, one a page, each with a QR code that opens the ball; packages are loaded only now. */
export async function saveLabels(labels: readonly Label[]): Promise<void> {
  const qr = await import('qrcode')
  const [width, height] = [60, 40]
  const texts = labels.flatMap(({ url: _url, ...rest }) => Object.values(rest))
  const paper = await openPaper(texts, { unit: 'mm', format: [width, height], orientation: 'landscape' })
  for (const [index, label] of labels.entries()) {
    if (index > 0) paper.pdf.addPage([width, height], 'landscape')
    paper.pdf.addImage(await qr.toDataURL(label.url, { margin: 0, width: 400 }), 'PNG', 3, 3, 22, 22)
    const right = width - 28 - 2
    let y = 7
    for (const line of paper.linesOf(label.ball, right, { size: 12, bold: true }).slice(0, 2)) {
      paper.write(line, 28, y, { size: 12, bold: true }, right)
      y += 4.8
    }
    for (const line of paper.linesOf(label.customer, right, { size: 9 }).slice(0, 2)) {
      paper.write(line, 28, y, { size: 9 }, right)
      y += 3.8
    }
    paper.write(label.contact, 28, y, { size: 8 }, right)
    paper.write([label.date, label.place].filter(Boolean).join(' · '), 3, 29, { size: 9, bold: true }, width - 6)
    for (const [at, line] of paper
      .linesOf(label.complaint, width - 6, { size: 8 })
      .slice(0, 2)
      .entries())
      paper.write(line, 3, 33.5 + at * 3.6, { size: 8 }, width - 6)
  }
  paper.save(labels.length === 1 ? `${labels[0]!.ball}.pdf` : 'labels.pdf')
}
