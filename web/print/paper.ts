import type { jsPDF, jsPDFOptions } from 'jspdf'

/** Characters that the PDF's standard fonts have (Windows-1252): everything else is drawn with the page's own fonts. */
const standard = /^[\x20-\x7e\xa0-\xff€‚ƒ„…†‡ˆ‰Š‹ŒŽ‘’“”•–—˜™š›œžŸ]*$/
export const isStandardText = (text: string) => standard.test(text)

/** Signs of ours that stand for themselves better in words on paper. */
const plain = (text: string) => text.replace(/−/g, '–').replace(/→/g, '›')

const pixelsPerMm = 24
const mmPerPoint = 25.4 / 72
const families = "'Atkinson Hyperlegible', 'Noto Sans JP Variable', sans-serif"

export interface TextStyle {
  /** Points. */
  readonly size: number
  readonly bold?: boolean
}

/** Paper to write on: any name prints right, whatever its letters, in the width given. */
export interface Paper {
  readonly pdf: jsPDF
  /** Text broken into lines of at most so many mm. */
  linesOf(text: string, widthMm: number, style: TextStyle): string[]
  /** One line with its foot at y; wider than `mostMm` it is drawn smaller. */
  write(text: string, xMm: number, yMm: number, style: TextStyle, mostMm?: number): void
  save(name: string): void
}

/** Opens a PDF. Packages and fonts are loaded only now; `texts` is everything that will be written, so that its letters are at hand. */
export async function openPaper(texts: readonly string[], options: jsPDFOptions): Promise<Paper> {
  const { jsPDF: Pdf } = await import('jspdf')
  const pdf = new Pdf(options)
  const foreign = [...new Set(texts.filter((text) => !isStandardText(plain(text))).join(''))].join('')
  if (foreign !== '') {
    // Letters beyond western and eastern Europe come in pieces; only those of these texts are loaded.
    await import('@fontsource-variable/noto-sans-jp/wght.css')
    await Promise.all(
      ["16px 'Atkinson Hyperlegible'", "16px 'Noto Sans JP Variable'"].map((font) =>
        document.fonts.load(font, foreign),
      ),
    )
  }
  const context = document.createElement('canvas').getContext('2d')!
  const fontOf = ({ size, bold }: TextStyle) => `${bold ? 700 : 400} ${size * mmPerPoint * pixelsPerMm}px ${families}`

  function widthMm(text: string, style: TextStyle): number {
    if (!isStandardText(text)) {
      context.font = fontOf(style)
      return context.measureText(text).width / pixelsPerMm
    }
    pdf.setFont('helvetica', style.bold ? 'bold' : 'normal').setFontSize(style.size)
    return pdf.getTextWidth(text)
  }

  /** Words, or single signs of a script that writes without blanks. */
  const piecesOf = (text: string) =>
    text.match(/[\u2e80-\u9fff\uac00-\ud7af\u3040-\u30ff]|[^\s\u2e80-\u9fff\uac00-\ud7af\u3040-\u30ff]+\s*|\s+/gu) ?? []

  function linesOf(raw: string, mostMm: number, style: TextStyle): string[] {
    const lines: string[] = []
    for (const paragraph of plain(raw).split('\n')) {
      let line = ''
      for (const piece of piecesOf(paragraph)) {
        if (line !== '' && widthMm((line + piece).trimEnd(), style) > mostMm) {
          lines.push(line.trimEnd())
          line = ''
        }
        line += piece
      }
      lines.push(line.trimEnd())
    }
    return lines
  }

  function draw(text: string, x: number, y: number, style: TextStyle): void {
    context.font = fontOf(style)
    const { width, actualBoundingBoxAscent: up, actualBoundingBoxDescent: down } = context.measureText(text)
    const canvas = document.createElement('canvas')
    canvas.width = Math.max(1, Math.ceil(width) + 4)
    canvas.height = Math.max(1, Math.ceil(up + down) + 4)
    const own = canvas.getContext('2d')!
    own.font = fontOf(style)
    own.fillText(text, 2, up + 2)
    const [widthOf, heightOf] = [canvas.width / pixelsPerMm, canvas.height / pixelsPerMm]
    pdf.addImage(canvas.toDataURL('image/png'), 'PNG', x, y - (up + 2) / pixelsPerMm, widthOf, heightOf)
  }

  return {
    pdf,
    linesOf,
    write(raw, x, y, style, mostMm) {
      const text = plain(raw)
      if (text === '') return
      const fit = mostMm === undefined ? 1 : Math.min(1, mostMm / widthMm(text, style))
      const fitted = { ...style, size: style.size * fit }
      if (isStandardText(text)) {
        pdf.setFont('helvetica', style.bold ? 'bold' : 'normal').setFontSize(fitted.size)
        pdf.text(text, x, y)
      } else draw(text, x, y, fitted)
    },
    save(name) {
      saveBlob(pdf.output('blob'), name)
    },
  }
}

/** Hands a file to the browser's downloads. */
export function saveBlob(blob: Blob, name: string): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(blob)
  link.download = name
  link.click()
  URL.revokeObjectURL(link.href)
}
