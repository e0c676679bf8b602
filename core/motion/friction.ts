import type { CoverFamily } from '../ball/covers.ts'
import { coverFriction, frictionStart } from './defaults.ts'

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

/** Thin film that lies everywhere on a lane with so much oil, µm: a polished cover rides on it, a rough one cuts through. */
export const residueUmOf = (volumeMl: number) => (frictionStart.residueUmPer25Ml * volumeMl) / 25

/**
 * Friction law of a cover: rough covers find friction inside the oil and lose some on the dry, smooth ones the other
 * way round. Strength acts on the film that is displaced and on what the dry adds.
 */
export function frictionLaw({ cover, raUm, coverStrength = 1, lane = 1 }: Cover): FrictionLaw {
  const factor = coverFriction[cover]
  const { muOil: oil, muDry: dry, filmUm: film } = frictionStart
  const muOil = (oil.at0 + oil.perUm * raUm) * factor.oil
  const muDry = (dry.at0 + dry.perUm * (raUm - dry.fromUm)) * factor.dry
  return {
    muOil: lane * muOil,
    muDry: lane * (muOil + coverStrength * (muDry - muOil)),
    filmUm: coverStrength * (film.at0 + film.perUm * raUm) * factor.film,
  }
}
