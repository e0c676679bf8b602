import type { InchForm } from '@sleetfall/contract'
import {
  type Layout,
  type Limit,
  type LimitName,
  type UnitName,
  celsiusToFahrenheit,
  fahrenheitToCelsius,
  formatInchFraction,
  formatLayout,
  inchesToMillimetres,
  kmhToMph,
  limits,
  millimetresToInches,
  mphToKmh,
  parseInches,
} from '@sleetfall/core'
import { shallowRef } from 'vue'
import { unitText } from '../i18n.ts'
import { fixed, plain } from './figures.ts'

/** How the member writes inches. */
export const inchForm = shallowRef<InchForm>('fractions')
/** Inches of a layout or a hole: `4 1/2` to the sixteenth, or `4.5` to the thousandth. */
export const inchText = (valueIn: number): string =>
  inchForm.value === 'fractions' ? formatInchFraction(valueIn) : plain(valueIn, 3)
/** A layout's three figures, as the member writes inches. */
export const layoutText = (layout: Layout): string => formatLayout(layout, inchText)

/** How a stored quantity is shown and typed in the wanted units. */
export interface Shown {
  readonly unit: string
  readonly min: string
  readonly max: string
  format(value: number): string
  /** Undefined when the text is not a number. */
  parse(text: string): number | undefined
  /** One step of the arrow keys, in the stored unit. */
  readonly step: number
}

function number(text: string): number | undefined {
  // Devices write a bound as '> 5500': it is typed and kept as that figure, which counts as a bound.
  const written = text
    .trim()
    .replace(/^[>≥]\s*/, '')
    .replace(',', '.')
  return /^[+-]?(\d+(\.\d*)?|\.\d+)$/.test(written) ? Number(written) : undefined
}

function converted(
  limit: Limit,
  unit: UnitName,
  decimals: number,
  out: (v: number) => number,
  back: (v: number) => number,
): Shown {
  const format = (value: number) => plain(out(value), decimals)
  return {
    unit: unitText(unit),
    format,
    min: format(limit.min),
    max: format(limit.max),
    parse: (text) => {
      const value = number(text)
      return value === undefined ? undefined : back(value)
    },
    step: limit.step,
  }
}

/** Quantities whose inches are read as fractions of sixteenths. */
const isFraction = (limit: Limit) => limit.unit === 'in' && limit.step === 0.0625

/** Field units by setting: metric shows mm, km/h and °C, imperial in, mph and °F. Boards, feet of lane and pounds stay. */
export function shown(name: LimitName, metric: boolean): Shown {
  const limit: Limit = limits[name]
  if (metric && limit.unit === 'mph') return converted(limit, 'kmh', 1, mphToKmh, kmhToMph)
  if (metric && isFraction(limit)) return converted(limit, 'mm', 0, inchesToMillimetres, millimetresToInches)
  if (!metric && limit.unit === 'degC') return converted(limit, 'degF', 0, celsiusToFahrenheit, fahrenheitToCelsius)
  if (isFraction(limit)) {
    return {
      unit: unitText('in'),
      format: inchText,
      min: inchText(limit.min),
      max: inchText(limit.max),
      parse: parseInches,
      step: limit.step,
    }
  }
  return converted(
    limit,
    limit.unit,
    limit.decimals,
    (v) => v,
    (v) => v,
  )
}

/** A length of a ball or a layout in the wanted unit: tenths of an inch, or millimetres. */
export const lengthText = (inches: number, metric: boolean, decimals = 1) =>
  metric ? `${fixed(inchesToMillimetres(inches), 0)} mm` : `${fixed(inches, decimals)} in`

/** Text of a stored quantity with its unit, e.g. `4 1/2 in` or `114 mm`. */
export function quantityText(name: LimitName, value: number, metric: boolean): string {
  const { format, unit } = shown(name, metric)
  return unit === unitText('deg') ? `${format(value)}°` : `${format(value)} ${unit}`
}
