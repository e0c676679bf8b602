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
  /** Turn of the pin about the PAP axis at release, from straight above it. */
  readonly pinPhaseDeg: number
}

export const motionDefaults: MotionModel = { spinPatchMm: 0.8, flareCoupling: 0.3, flareWidthIn: 0.25, pinPhaseDeg: 0 }

interface CoverFriction {
  readonly dry: number
  readonly film: number
  readonly oil: number
}

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
/** Turn of direction at which a ball has read the lane, degrees. */
export const firstReadDeg = 0.5
