import { type SurfaceConstants, surfaceDefaults } from '@sleetfall/core'
import * as yup from 'yup'
import { requiredText } from './fields.ts'
import type { Stored } from './stored.ts'

const ranges: Record<keyof SurfaceConstants, readonly [label: string, min: number, max: number]> = {
  wearFastShare: ['Share that wears fast', 0.05, 0.95],
  wearFastGames: ['Fast wear, games', 0.1, 10],
  wearSlowGames: ['Slow wear, games', 2, 100],
  laneShineUm: ['Lane shine, µm', 0.1, 0.6],
  windowShare: ['Wanted window, share of the target', 0.05, 0.6],
  oilPerGameUl: ['Oil a game, µL', 1, 60],
  oilCapacityUl: ['Oil capacity, µL', 200, 3000],
  oilSoakHours: ['Soak-in time, hours', 1, 100],
  settlingGames: ['Games to settle', 0, 20],
}
export const surfaceConstantRanges = ranges

const constant = (name: keyof SurfaceConstants) => {
  const [label, min, max] = ranges[name]
  const message = `${label}: ${min} to ${max}`
  return yup.number().label(label).typeError(message).min(min, message).max(max, message).default(surfaceDefaults[name])
}

export const shopSchema = yup.object({
  name: requiredText('Shop name', 80),
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
