import { type WearBand, type WearFit, type WearPrior, startingPrior } from './fit.ts'
import type { CoverFamily } from '../ball/covers.ts'
import { type SurfaceConstants, surfaceDefaults } from './defaults.ts'
import { type WearParameters, wearParameters, wornRaUm } from './wear.ts'

/** A fit as a few numbers: parameters, and the curve at fixed games. What a database keeps instead of thousands of samples. */
export interface KeptFit {
  readonly fit: WearParameters
  readonly posterior: WearPrior
  readonly effective: number
  /** Median, 5 % and 95 % point at `keptGames`, µm. */
  readonly raUm: readonly number[]
  readonly low: readonly number[]
  readonly high: readonly number[]
}

/**
 * Games of the kept points: 0 to over 2,000, a tenth of a game apart at first, later ever further (growing by e^0.12).
 * Between them the curve is taken as straight in its logarithm over this scale; of an exponential that is off by at most
 * h²/8 · max|f''| = 0.06 % of the whole change, h = 0.12.
 */
const scale = 0.25
const step = 0.12
const gamesAt = (place: number) => scale * (Math.exp(step * place) - 1)
const placeOf = (games: number) => Math.log(games / scale + 1) / step
export const keptGames: readonly number[] = Array.from({ length: 77 }, (_, place) => gamesAt(place))

const rounded = (value: number) => Number(value.toPrecision(6))

export function keepFit(fitted: WearFit): KeptFit {
  const bands = keptGames.map((games) => fitted.at(games))
  return {
    fit: fitted.fit,
    posterior: fitted.posterior,
    effective: Math.round(fitted.effective),
    raUm: bands.map((band) => rounded(band.raUm)),
    low: bands.map((band) => rounded(band.low)),
    high: bands.map((band) => rounded(band.high)),
  }
}

/** A kept fit as one that can be asked; past the last point it stays there. */
export function fitOfKept({ fit, posterior, effective, raUm, low, high }: KeptFit): WearFit {
  const at = (games: number): WearBand => {
    const place = Math.min(keptGames.length - 1, placeOf(Math.max(0, games)))
    const below = Math.min(keptGames.length - 2, Math.floor(place))
    const share = place - below
    const between = (values: readonly number[]) =>
      Math.exp((1 - share) * Math.log(values[below]!) + share * Math.log(values[below + 1]!))
    return { games, raUm: between(raUm), low: between(low), high: between(high) }
  }
  return { fit, posterior, effective, at }
}

/** The starting values as a fit without readings and without a band, for folds whose answer does not ask for the wear. */
export function assumedFit(
  cover: CoverFamily,
  startRaUm: number,
  constants: SurfaceConstants = surfaceDefaults,
): WearFit {
  const fit = wearParameters(cover, constants)
  const at = (games: number): WearBand => {
    const raUm = wornRaUm(fit, startRaUm, games)
    return { games, raUm, low: raUm, high: raUm }
  }
  return { fit, posterior: startingPrior(cover, constants), effective: 0, at }
}
