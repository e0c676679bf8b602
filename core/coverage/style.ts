import { metresPerInch, metresPerSecondPerMph } from '../units/convert.ts'

export const styleBands = [
  'strongly-speed-dominant',
  'speed-dominant',
  'matched',
  'rev-dominant',
  'strongly-rev-dominant',
] as const
export type StyleBand = (typeof styleBands)[number]

/** Dominance at which each band but the first begins; a shop may set its own. */
export interface StyleEnds {
  readonly speedDominantFrom: number
  readonly matchedFrom: number
  readonly revDominantFrom: number
  readonly stronglyRevDominantFrom: number
}
/** Starting values of ours, see docs/decisions/0004. */
export const styleDefaults: StyleEnds = {
  speedDominantFrom: 0.38,
  matchedFrom: 0.45,
  revDominantFrom: 0.53,
  stronglyRevDominantFrom: 0.61,
}
export const styleEndNames = Object.keys(styleDefaults) as readonly (keyof StyleEnds)[]
/** The borders in their order; what a shop has not set is the starting value. */
export const bandEndsOf = (ends: Partial<StyleEnds> = {}): number[] =>
  styleEndNames.map((name) => ends[name] ?? styleDefaults[name])

const ballRadiusM = (8.595 / 2) * metresPerInch
/** Tilt taken when none is on record, in degrees: the middle of what is usually met. */
export const assumedTiltDeg = 13

/**
 * Surface speed of the spin across the axis over the ball's speed: R·Ω·cos(tilt) / v, without unit. Needs a speed
 * above zero; a tilt of null counts as the assumed one.
 */
export function dominance(release: {
  readonly speedMph: number
  readonly revRpm: number
  readonly axisTiltDeg: number | null
}): number {
  const spin = (release.revRpm * 2 * Math.PI) / 60
  const tilt = ((release.axisTiltDeg ?? assumedTiltDeg) * Math.PI) / 180
  return (ballRadiusM * spin * Math.cos(tilt)) / (release.speedMph * metresPerSecondPerMph)
}

/** Band of a dominance; a value on a border belongs to the band above it. */
export const styleBand = (value: number, ends?: Partial<StyleEnds>): StyleBand =>
  styleBands[bandEndsOf(ends).filter((end) => value >= end).length]!
