const vulgar: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
}

/**
 * Reads inches as a technician writes them: `4.5`, `4,5`, `4 1/2`, `4-1/2`, `4½`, `1/2`, `-1/4`, with or
 * without an inch mark. Undefined when the text is not a length.
 */
export function parseInches(text: string): number | undefined {
  const plain = text
    .trim()
    .replace(/^[−–]/, '-')
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (sign) => ` ${vulgar[sign]}`)
    .replace(/\s*(in|")\s*$/i, '')
    .replace(',', '.')
    .replace(/\s+/g, ' ')
    .trim()
  const match = /^([+-])?\s*(?:(\d+(?:\.\d*)?|\.\d+)(?![\d/]))?(?:[ -]?(\d+)\/(\d+))?$/.exec(plain)
  if (!match || (match[2] === undefined && match[3] === undefined)) return undefined
  if (match[3] !== undefined && Number(match[4]) === 0) return undefined
  const fraction = match[3] === undefined ? 0 : Number(match[3]) / Number(match[4])
  const value = Number(match[2] ?? 0) + fraction
  return match[1] === '-' ? -value : value
}

/** Inches to the nearest 1/16 as a reduced fraction, e.g. 4.5 → `4 1/2`, -0.25 → `-1/4`. */
export function formatInchFraction(valueIn: number, denominator = 16): string {
  const total = Math.round(Math.abs(valueIn) * denominator)
  const sign = valueIn < 0 && total > 0 ? '-' : ''
  const whole = Math.floor(total / denominator)
  let top = total % denominator
  if (top === 0) return `${sign}${whole}`
  let bottom = denominator
  while (top % 2 === 0) {
    top /= 2
    bottom /= 2
  }
  return `${sign}${whole > 0 ? `${whole} ` : ''}${top}/${bottom}`
}
