import { spoken } from '../i18n.ts'

const formats = new Map<string, Intl.NumberFormat>()
function formatOf(options: Intl.NumberFormatOptions): Intl.NumberFormat {
  const key = spoken.value + JSON.stringify(options)
  const known = formats.get(key) ?? new Intl.NumberFormat(spoken.value, { signDisplay: 'negative', ...options })
  formats.set(key, known)
  return known
}

/**
 * Figures below this are written without the browser's formats, whose tables take the first page fifty to ninety milliseconds to read; a test holds both to
 * each other.
 */
const most = 1e9
const marks = { en: '.', de: ',' } as const

/** Digits of a figure that is not negative, rounded as it is written in decimals: 1.005 to two places is 1.01, though the machine holds a little less. */
function rounded(value: number, decimals: number): string {
  const [digits, power = '0'] = String(value).split('e')
  const whole = Math.round(Number(`${digits}e${Number(power) + decimals}`))
  return Number(`${whole}e-${decimals}`).toFixed(decimals)
}

/** A figure with so many decimals, as the chosen language writes it: `3.50` or `3,50`. No signs between thousands. */
export function fixed(value: number, decimals = 0): string {
  const size = Math.abs(value)
  if (!(size < most))
    return formatOf({
      minimumFractionDigits: decimals,
      maximumFractionDigits: decimals,
      useGrouping: false,
    }).format(value)
  const digits = rounded(size, decimals)
  // What rounds to nothing has no sign.
  return `${value < 0 && Number(digits) !== 0 ? '-' : ''}${digits.replace('.', marks[spoken.value])}`
}

/** A figure with as many decimals as it needs, at most so many: `3`, `3.5`. */
export const plain = (value: number, decimals: number): string =>
  Number.isInteger(value)
    ? fixed(value)
    : fixed(value, decimals).replace(/[.,]?0+$/, (zeros) => (decimals === 0 ? zeros : ''))

/** A count, with the signs between thousands: `1,250,000` or `1.250.000`. */
export const counted = (count: number): string =>
  Math.abs(count) < 1000 ? fixed(count) : formatOf({ maximumFractionDigits: 0 }).format(count)

/** A figure as somebody noted it, a dash where nobody did. */
export const noted = (value: number | null | undefined): string => (value == null ? '–' : plain(value, 3))
