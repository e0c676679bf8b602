import type { CoverFamily } from '../ball/covers.ts'

/**
 * Starting values of the friction law and the motion model (our own, see docs/decisions/0008); to be calibrated to
 * trials ball by ball.
 */
export interface MotionModel {
  /** Radius of the patch that brakes spin about the vertical, mm. */
  readonly spinPatchMm: number
  /** Share of friction that a ball rolling on its own oil loses, and the flare (in per revolution) that restores it. */
  readonly flareCoupling: number
  readonly flareWidthIn: number
  /** Turn of the pin about the PAP axis at release, from straight above it; null: as the layout and the hand put it (`pinPhaseOf`). */
  readonly pinPhaseDeg: number | null
}

export const motionDefaults: MotionModel = {
  spinPatchMm: 0.8,
  flareCoupling: 0.3,
  flareWidthIn: 0.25,
  pinPhaseDeg: null,
}

interface CoverFriction {
  readonly dry: number
  readonly film: number
  readonly oil: number
}

/**
 * Friction law: µ in oil and on the dry, and the film (µm) that a cover displaces, each linear in Ra (µm). Starting values, fitted by hill
 * climbing to the starting-surface table, to where balls of three grits are seen to read, and to the boards between a solid and
 * a polished pearl; see `practiceAgreement`. Shots replace them.
 */
export const frictionStart = {
  muOil: { at0: 0.032, perUm: 0.011 },
  muDry: { at0: 0.24, perUm: -0.015, fromUm: 0.16 },
  filmUm: { at0: 0.18, perUm: 0.85 },
  /** Film that lies everywhere, past the pattern's end too (buffer, wipe-off, other balls), µm for a pattern of 25 mL. */
  residueUmPer25Ml: 0.22,
} as const

/** Half-width of the striking zone about the ideal board, boards: a flat entry strikes from a sliver. */
export const strikingZone = { at0: 0.055, perDeg: 0.3 } as const

/** Factors on friction on the dry, on the film a cover can displace, and on friction in oil. */
export const coverFriction: Readonly<Record<CoverFamily, CoverFriction>> = {
  solid: { dry: 1, film: 1, oil: 1 },
  hybrid: { dry: 1.04, film: 0.95, oil: 0.98 },
  pearl: { dry: 1.08, film: 0.9, oil: 0.96 },
  urethane: { dry: 0.82, film: 1.5, oil: 1.1 },
  polyester: { dry: 0.55, film: 0.5, oil: 0.55 },
}

/** Standard acceleration of gravity, m/s². */
export const gravity = 9.80665
/** Slip below which Coulomb friction is smoothed, m/s: small beside the 8 m/s of a shot, large enough to integrate. */
export const slipSmoothing = 0.01
/** Rolling is where the slip is below this, m/s. */
export const rollingSlip = 0.06
/** Spin about the vertical below which its braking is smoothed, rad²/s². */
export const spinSmoothing = 0.25
/** Distance of the ball's centre from the foul line at first contact with the head pin, m: 60 ft less 6.05 in. */
export const entryM = 60 * 0.3048 - 6.05 * 0.0254
/** Turn of direction at which an observer at the foul line says that a ball has read the lane, degrees. */
export const firstReadDeg = 1.5
/** Rolling for more than this before the pins is rolled out, ft. */
export const rolledOutFt = 13
