import { metresPerInch, metresPerSecondPerMph } from '../units/convert.ts'

export const styleBands = [
  'strongly-speed-dominant',
  'speed-dominant',
  'matched',
  'rev-dominant',
  'strongly-rev-dominant',
] as const
export type StyleBand = (typeof styleBands)[number]

/** Dominance at which each band ends and the next begins; starting values of ours, see docs/decisions/0004. */
export const bandEnds: readonly number[] = [0.38, 0.45, 0.53, 0.61]

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
export const styleBand = (value: number): StyleBand => styleBands[bandEnds.filter((end) => value >= end).length]!
