import type { CoverFamily } from '../ball/covers.ts'
import { type SurfaceConstants, oilUptake, surfaceDefaults } from './defaults.ts'

/** Oil in and on the cover, µL: a film on the surface and what has soaked in. Always an estimate. */
export interface OilLoad {
  readonly filmUl: number
  readonly soakedUl: number
}

export const noOil: OilLoad = { filmUl: 0, soakedUl: 0 }
export const cleaningKinds = ['towel', 'cleaner'] as const
export type CleaningKind = (typeof cleaningKinds)[number]

/** Roughness (1000 grit) above which a cover picks up a fifth more. */
const roughPickupRaUm = 0.75

/** Share of the capacity in use, 0–1. */
export const oilShare = (oil: OilLoad, constants: SurfaceConstants = surfaceDefaults) =>
  Math.min(1, (oil.filmUl + oil.soakedUl) / constants.oilCapacityUl)

/** Friction on the dry left by the oil: falls linearly to 70 % at capacity. Absorption falls alike. */
export const oilFrictionFactor = (share: number) => 1 - 0.3 * share

/** Oil after games on a pattern of the given volume. */
export function oilAfterGames(
  oil: OilLoad,
  games: number,
  volumeMl: number,
  cover: CoverFamily,
  raUm: number,
  constants: SurfaceConstants = surfaceDefaults,
): OilLoad {
  const rough = raUm > roughPickupRaUm ? 1.2 : 1
  const perGame = constants.oilPerGameUl * (volumeMl / 25) * oilUptake[cover] * rough
  const gained = games * perGame * oilFrictionFactor(oilShare(oil, constants))
  const room = Math.max(0, constants.oilCapacityUl - oil.filmUl - oil.soakedUl)
  return { filmUl: oil.filmUl + Math.min(gained, room), soakedUl: oil.soakedUl }
}

/** The film soaks in while the ball lies. */
export function oilAfterHours(oil: OilLoad, hours: number, constants: SurfaceConstants = surfaceDefaults): OilLoad {
  const moved = oil.filmUl * (1 - Math.exp(-Math.max(0, hours) / constants.oilSoakHours))
  return { filmUl: oil.filmUl - moved, soakedUl: oil.soakedUl + moved }
}

/** A towel takes 40 % of the film; cleaner 85 % of it and 3 % of what has soaked in. */
export const oilAfterCleaning = (oil: OilLoad, kind: CleaningKind): OilLoad =>
  kind === 'towel'
    ? { filmUl: oil.filmUl * 0.6, soakedUl: oil.soakedUl }
    : { filmUl: oil.filmUl * 0.15, soakedUl: oil.soakedUl * 0.97 }

/** Warm soak or bath: 1 − exp(−k·t) of the soaked oil, k = 0.05/min at 52 °C, doubling every 10 °C. */
export function oilAfterExtraction(oil: OilLoad, minutes: number, temperatureC: number): OilLoad {
  const rate = 0.05 * 2 ** ((temperatureC - 52) / 10)
  return { filmUl: 0, soakedUl: oil.soakedUl * Math.exp(-rate * minutes) }
}

/** The hot-water soak as the bench does it: 10 and 15 minutes at 52 °C. */
export const usualExtraction = { minutes: 25, temperatureC: 52 } as const
