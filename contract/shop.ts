import { type SurfaceConstants, surfaceDefaults } from '@sleetfall/core'
import * as yup from 'yup'
import { ranged, requiredText } from './fields.ts'
import type { Stored } from './stored.ts'
import { type FieldName } from './said.ts'

const ranges: Record<keyof SurfaceConstants, readonly [field: FieldName, min: number, max: number]> = {
  wearFastShare: ['shareThatWearsFast', 0.05, 0.95],
  wearFastGames: ['fastWearGames', 0.1, 10],
  wearSlowGames: ['slowWearGames', 2, 100],
  laneShineUm: ['laneShineUm', 0.1, 0.6],
  windowShare: ['wantedWindowShareOfTheTarget', 0.05, 0.6],
  oilPerGameUl: ['oilAGameUL', 1, 60],
  oilCapacityUl: ['oilCapacityUL', 200, 3000],
  oilSoakHours: ['soakInTimeHours', 1, 100],
  settlingGames: ['gamesToSettle', 0, 20],
}
export const surfaceConstantRanges = ranges

const constant = (name: keyof SurfaceConstants) => {
  const [field, min, max] = ranges[name]
  return ranged(field, min, max).default(surfaceDefaults[name])
}

export const shopSchema = yup.object({
  name: requiredText('shopName', 80),
  constants: yup.object({
    wearFastShare: constant('wearFastShare'),
    wearFastGames: constant('wearFastGames'),
    wearSlowGames: constant('wearSlowGames'),
    laneShineUm: constant('laneShineUm'),
    windowShare: constant('windowShare'),
    oilPerGameUl: constant('oilPerGameUl'),
    oilCapacityUl: constant('oilCapacityUl'),
    oilSoakHours: constant('oilSoakHours'),
    settlingGames: constant('settlingGames'),
  }),
})
export type ShopInput = yup.InferType<typeof shopSchema>
export type Shop = ShopInput & Stored
