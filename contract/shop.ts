import { type StyleEnds, type SurfaceConstants, styleDefaults, styleEndNames, surfaceDefaults } from '@sleetfall/core'
import * as yup from 'yup'
import { ranged, requiredText } from './fields.ts'
import { later } from './later.ts'
import type { Stored } from './stored.ts'
import { type FieldName, wrong } from './said.ts'

/** The constants that a shop may set: of its models of surface and oil, and the borders between styles. */
export type ShopConstants = SurfaceConstants & StyleEnds
export const shopDefaults: ShopConstants = { ...surfaceDefaults, ...styleDefaults }

const ranges: Record<keyof ShopConstants, readonly [field: FieldName, min: number, max: number]> = {
  wearFastShare: ['shareThatWearsFast', 0.05, 0.95],
  wearFastGames: ['fastWearGames', 0.1, 10],
  wearSlowGames: ['slowWearGames', 2, 100],
  laneShineUm: ['laneShineUm', 0.1, 0.6],
  windowShare: ['wantedWindowShareOfTheTarget', 0.05, 0.6],
  oilPerGameUl: ['oilAGameUL', 1, 60],
  oilCapacityUl: ['oilCapacityUL', 200, 3000],
  oilSoakHours: ['soakInTimeHours', 1, 100],
  settlingGames: ['gamesToSettle', 0, 20],
  speedDominantFrom: ['speedDominantFrom', 0.2, 1],
  matchedFrom: ['matchedFrom', 0.2, 1],
  revDominantFrom: ['revDominantFrom', 0.2, 1],
  stronglyRevDominantFrom: ['stronglyRevDominantFrom', 0.2, 1],
}
export const shopConstantRanges = ranges

const constant = (name: keyof ShopConstants) => {
  const [field, min, max] = ranges[name]
  return ranged(field, min, max).default(shopDefaults[name])
}

export const shopSchema = later(() =>
  yup.object({
    name: requiredText('shopName', 80),
    constants: yup
      .object({
        wearFastShare: constant('wearFastShare'),
        wearFastGames: constant('wearFastGames'),
        wearSlowGames: constant('wearSlowGames'),
        laneShineUm: constant('laneShineUm'),
        windowShare: constant('windowShare'),
        oilPerGameUl: constant('oilPerGameUl'),
        oilCapacityUl: constant('oilCapacityUl'),
        oilSoakHours: constant('oilSoakHours'),
        settlingGames: constant('settlingGames'),
        speedDominantFrom: constant('speedDominantFrom'),
        matchedFrom: constant('matchedFrom'),
        revDominantFrom: constant('revDominantFrom'),
        stronglyRevDominantFrom: constant('stronglyRevDominantFrom'),
      })
      .test('order', (constants, { createError }) => {
        // Each style begins where the one before it has begun.
        const at = styleEndNames.findIndex((name, i) => i > 0 && !(constants[name] > constants[styleEndNames[i - 1]!]))
        if (at === -1) return true
        const [name, before] = [styleEndNames[at]!, styleEndNames[at - 1]!]
        const said = wrong(ranges[name][0], 'aboveTheBorderBefore', { least: constants[before] })
        return createError({ path: `constants.${name}`, message: said as never })
      }),
  }),
)
export type ShopInput = yup.InferType<typeof shopSchema>
export type Shop = ShopInput & Stored
