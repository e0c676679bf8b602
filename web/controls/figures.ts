import { spoken } from '../i18n.ts'

const formats = new Map<string, Intl.NumberFormat>()
function formatOf(options: Intl.NumberFormatOptions): Intl.NumberFormat {
  const key = spoken.value + JSON.stringify(options)
  const known = formats.get(key) ?? new Intl.NumberFormat(spoken.value, { signDisplay: 'negative', ...options })
  formats.set(key, known)
  return known
}

/** Whole numbers that both languages write with their digits alone; asking the browser's formats costs the first page some forty milliseconds. */
const isDigits = (value: number, below = 1e15) => Number.isInteger(value) && value >= 0 && value < below
/** Without the sign that a zero may carry. */
const digits = (value: number) => String(Math.abs(value))

/** A figure with so many decimals, as the chosen language writes it: `3.50` or `3,50`. No signs between thousands. */
export const fixed = (value: number, decimals = 0): string =>
  decimals === 0 && isDigits(value)
    ? digits(value)
    : formatOf({ minimumFractionDigits: decimals, maximumFractionDigits: decimals, useGrouping: false }).format(value)

/** A figure with as many decimals as it needs, at most so many: `3`, `3.5`. */
export const plain = (value: number, decimals: number): string =>
  isDigits(value) ? digits(value) : formatOf({ maximumFractionDigits: decimals, useGrouping: false }).format(value)

/** A count, with the signs between thousands: `1,250,000` or `1.250.000`. */
export const counted = (count: number): string =>
  isDigits(count, 1000) ? digits(count) : formatOf({ maximumFractionDigits: 0 }).format(count)

/** A figure as somebody noted it, a dash where nobody did. */
export const noted = (value: number | null | undefined): string => (value == null ? '–' : plain(value, 3))
