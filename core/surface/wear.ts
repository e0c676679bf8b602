import type { CoverFamily } from '../ball/covers.ts'
import { type SurfaceConstants, surfaceDefaults, wearSlowness } from './defaults.ts'

/** Bound once: looked up on every use, globals cost more than the arithmetic. */
const { exp } = Math

export interface WearParameters {
  readonly f: number
  readonly tau1: number
  readonly tau2: number
  readonly raInf: number
}

export function wearParameters(cover: CoverFamily, constants: SurfaceConstants = surfaceDefaults): WearParameters {
  const slowness = wearSlowness[cover]
  return {
    f: constants.wearFastShare,
    tau1: constants.wearFastGames * slowness,
    tau2: constants.wearSlowGames * slowness,
    raInf: constants.laneShineUm,
  }
}

/** Share of the way to lane shine still to go after n games: f·exp(−n/τ1) + (1−f)·exp(−n/τ2). */
export const wearLeft = (p: WearParameters, games: number) =>
  p.f * exp(-games / p.tau1) + (1 - p.f) * exp(-games / p.tau2)

/** Roughness after n games: Ra_inf + (Ra_0 − Ra_inf)·wearLeft(n). Rough surfaces smooth, polished ones dull. */
export const wornRaUm = (p: WearParameters, startRaUm: number, games: number) =>
  p.raInf + (startRaUm - p.raInf) * wearLeft(p, games)

/**
 * Roughness after `more` games for a surface seen at `raUm` when it had `gamesOnSurface` games on it: the curve
 * that passes through that reading.
 */
export const wornOnUm = (p: WearParameters, raUm: number, gamesOnSurface: number, more: number) =>
  p.raInf + ((raUm - p.raInf) * wearLeft(p, gamesOnSurface + more)) / wearLeft(p, gamesOnSurface)

/**
 * Age on the curve of a surface whose peaks were cut anew in part: the part that was cut begins its fast wear, the rest goes on where it
 * was, so e^(−age/τ1) is the mean of both. All of them cut: 0; none: the age that it had.
 */
export const ageAfterCut = (p: WearParameters, games: number, share: number) =>
  share >= 1 ? 0 : -p.tau1 * Math.log(share + (1 - share) * exp(-games / p.tau1))

/** Start of the curve, at no games, that passes through a roughness at an age. */
export const startThrough = (p: WearParameters, raUm: number, age: number) =>
  p.raInf + (raUm - p.raInf) / wearLeft(p, age)

/**
 * Games until the roughness leaves the window, from a surface seen at `raUm` with `gamesOnSurface` games on
 * it. 0 when it is outside now, null when lane shine lies inside the window (it never leaves).
 */
export function gamesUntilOutside(
  p: WearParameters,
  raUm: number,
  gamesOnSurface: number,
  window: { readonly minRaUm: number; readonly maxRaUm: number },
): number | null {
  const outside = (games: number) => {
    const ra = wornOnUm(p, raUm, gamesOnSurface, games)
    return ra < window.minRaUm || ra > window.maxRaUm
  }
  return firstGame(outside)
}

/** Beyond so many games nobody asks. */
const horizonGames = 2000
/** Number of games after which something that stays true once it is so becomes so; 0 when it is, null when it never does. */
export function firstGame(is: (games: number) => boolean): number | null {
  if (is(0)) return 0
  if (!is(horizonGames)) return null
  let [not, yes] = [0, horizonGames]
  while (yes - not > 0.01) {
    const middle = (not + yes) / 2
    if (is(middle)) yes = middle
    else not = middle
  }
  return not
}
