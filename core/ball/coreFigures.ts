import { limits } from '../units/limits.ts'

export type CoreFigureName = 'rgIn' | 'differentialIn' | 'intermediateDifferentialIn'

export type CoreFigureReading =
  | {
      readonly ok: true
      readonly valueIn: number
      /** True when a decimal point was supplied by the reader. */ readonly pointAdded: boolean
    }
  | {
      readonly ok: false
      readonly reason: 'not-a-number' | 'out-of-range' | 'looks-like-differential' | 'looks-like-rg'
    }

const within = (name: CoreFigureName, value: number) => value >= limits[name].min && value <= limits[name].max

/**
 * Reads a core figure as it is said at the counter: RG `2.51`, `251` or `2510`, differential `.056`,
 * `0.056`, `56` or `056`. Whole numbers get their decimal point from the figure's range; anything
 * else is taken as written. Figures that fit the other field better are named as swapped.
 */
export function readCoreFigure(name: CoreFigureName, text: string): CoreFigureReading {
  const plain = text
    .trim()
    .replace(',', '.')
    .replace(/\s*(in|")$/i, '')
  if (!/^(\d+(\.\d*)?|\.\d+)$/.test(plain)) return { ok: false, reason: 'not-a-number' }
  const written = Number(plain)
  const scales = plain.includes('.') ? [1] : name === 'rgIn' ? [1, 100, 1000] : [1, 1000]
  const scale = scales.find((divisor) => within(name, written / divisor))
  if (scale !== undefined) return { ok: true, valueIn: written / scale, pointAdded: scale !== 1 }
  if (
    name === 'rgIn' &&
    written > 0 &&
    (written <= limits.differentialIn.max || (!plain.includes('.') && written <= 80))
  ) {
    return { ok: false, reason: 'looks-like-differential' }
  }
  const rgLike = plain.includes('.') ? written : [written, written / 100, written / 1000].find((v) => within('rgIn', v))
  if (name !== 'rgIn' && rgLike !== undefined && within('rgIn', rgLike)) return { ok: false, reason: 'looks-like-rg' }
  return { ok: false, reason: 'out-of-range' }
}
