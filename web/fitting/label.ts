/** What a ball's label says. */
export interface Label {
  readonly ball: string
  readonly customer: string
  readonly place: string
  /** Address that opens the ball. */
  readonly url: string
}

/** Address of a ball on its customer's rack, for the label. */
export const ballUrl = (customerId: string, ballId: string) => `${location.origin}/rack/${customerId}?ball=${ballId}`

/** Labels of 60 × 30 mm, one a page, each with a QR code that opens the ball; packages are loaded only now. */
export async function saveLabels(labels: readonly Label[]): Promise<void> {
  const [{ jsPDF }, qr] = await Promise.all([import('jspdf'), import('qrcode')])
  const [width, height] = [60, 30]
  const pdf = new jsPDF({ unit: 'mm', format: [width, height], orientation: 'landscape' })
  for (const [index, label] of labels.entries()) {
    if (index > 0) pdf.addPage([width, height], 'landscape')
    pdf.addImage(await qr.toDataURL(label.url, { margin: 0, width: 400 }), 'PNG', 3, 3, 24, 24)
    pdf.setFont('helvetica', 'bold').setFontSize(12)
    pdf.text((pdf.splitTextToSize(label.ball, 28) as string[]).slice(0, 2), 30, 8)
    pdf.setFont('helvetica', 'normal').setFontSize(9)
    pdf.text((pdf.splitTextToSize(label.customer, 28) as string[]).slice(0, 2), 30, 18)
    pdf.text(label.place, 30, 27)
  }
  const link = document.createElement('a')
  link.href = URL.createObjectURL(pdf.output('blob'))
  link.download = labels.length === 1 ? `${labels[0]!.ball}.pdf` : 'labels.pdf'
  link.click()
  URL.revokeObjectURL(link.href)
}
