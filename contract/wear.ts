import { coverFamilies } from '@sleetfall/core'
import * as yup from 'yup'
import { oneOf, quantity } from './fields.ts'

const number = (label: string, min: number, max: number, unit: string) => {
  const message = `${label}: ${min} to ${max} ${unit}`
  return yup.number().label(label).typeError(message).min(min, message).max(max, message).required(message)
}

/** Input of the headless command `wear`. */
export const wearSchema = yup.object({
  cover: oneOf('Cover family', coverFamilies),
  startRaUm: number('Start', 0.05, 3, 'µm'),
  readings: yup
    .array(
      yup.object({
        games: number('Games', 0, 2000, 'games'),
        grit: quantity('scannedGrit', 'Scanner reading').required('Scanner reading: 180 to 10000 grit'),
      }),
    )
    .max(200, 'Readings: at most 200')
    .default([]),
  gamesPerWeek: quantity('gamesPerWeek', 'Games a week').default(3),
  window: yup
    .object({
      minRaUm: number('Smoothest wanted', 0.01, 3, 'µm'),
      maxRaUm: number('Roughest wanted', 0.01, 3, 'µm').test(
        'order',
        'Roughest wanted: not below the smoothest wanted; are the two swapped?',
        (value, context) => !(value < context.parent.minRaUm),
      ),
    })
    .default(undefined)
    .optional(),
  at: yup
    .array(number('At', 0, 2000, 'games'))
    .max(500, 'At: at most 500')
    .default([]),
})
