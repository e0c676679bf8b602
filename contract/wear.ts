import { coverFamilies } from '@sleetfall/core'
import * as yup from 'yup'
import { needed, neededQuantity, oneOf, quantity } from './fields.ts'
import { later } from './later.ts'
import { wrong } from './said.ts'

/** Input of the headless command `wear`. */
export const wearSchema = later(() =>
  yup.object({
    cover: oneOf('coverFamily', coverFamilies),
    startRaUm: needed('start', 0.05, 3, 'um'),
    readings: yup
      .array(
        yup.object({
          games: needed('games', 0, 2000, 'games'),
          grit: neededQuantity('scannedGrit', 'scannerReading'),
        }),
      )
      .max(200, wrong('readings', 'atMost', { count: 200 }))
      .default([]),
    gamesPerWeek: quantity('gamesPerWeek', 'gamesAWeek').default(3),
    window: yup
      .object({
        minRaUm: needed('smoothestWanted', 0.01, 3, 'um'),
        maxRaUm: needed('roughestWanted', 0.01, 3, 'um').test(
          'order',
          wrong('roughestWanted', 'notBelowSmoothest'),
          (value, context) => !(value < context.parent.minRaUm),
        ),
      })
      .default(undefined)
      .optional(),
    at: yup
      .array(needed('at', 0, 2000, 'games'))
      .max(500, wrong('at', 'atMost', { count: 500 }))
      .default([]),
  }),
)
