import type { CoverFamily } from '../ball/covers.ts'
import { coverFriction } from './defaults.ts'

/** µ(h) = oil + (dry − oil)·exp(−h / filmUm), h in µm. */
export interface FrictionLaw {
  readonly muOil: number
  readonly muDry: number
  readonly filmUm: number
}

export interface Cover {
  readonly cover: CoverFamily
  /** Roughness that the lane feels, µm. */
  readonly raUm: number
  /** Fitted strength of this ball's cover, 1 when not known. */
  readonly coverStrength?: number | undefined
  /** Surface factor of the lane, 1 when not known. */
  readonly lane?: number | undefined
}

/**
 * Friction law of a cover: rough covers find friction inside the oil and lose some on the dry, smooth ones the other
 * way round. Strength acts on the film that is displaced and on what the dry adds.
 */
export function frictionLaw({ cover, raUm, coverStrength = 1, lane = 1 }: Cover): FrictionLaw {
  const factor = coverFriction[cover]
  const muOil = (0.028 + 0.014 * raUm) * factor.oil
  const muDry = (0.24 - (0.055 * (raUm - 0.16)) / 0.94) * factor.dry
  return {
    muOil: lane * muOil,
    muDry: lane * (muOil + coverStrength * (muDry - muOil)),
    filmUm: coverStrength * (0.22 + 1.15 * raUm) * factor.film,
  }
}
