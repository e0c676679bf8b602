import type { CoverFamily } from '../ball/covers.ts'
import { oilFrictionFactor } from '../surface/oil.ts'
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

/** What shots taught of one ball: its strength, and a factor on the oil share that takes friction away. */
export interface FittedCover {
  readonly strength: number
  readonly oil: number
}
/** What shots taught of one lane: a factor on friction, and one on the film that lies everywhere. */
export interface FittedLane {
  readonly lane: number
  readonly residue: number
}

/** Strength of a cover with oil in it: the fitted one, 1 without a fit, less what the oil takes away. */
export const coverStrengthOf = (fitted: FittedCover | null | undefined, oilShare: number) =>
  (fitted?.strength ?? 1) * oilFrictionFactor(Math.min(1, oilShare * (fitted?.oil ?? 1)))
