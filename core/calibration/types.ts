import type { CoverFamily } from '../ball/covers.ts'
import type { FittedCover, FittedLane } from '../motion/friction.ts'
import type { ShotInput } from '../motion/simulate.ts'
import type { Shot } from '../trials/shot.ts'
import type { StrengthPrior } from './priors.ts'

/** How a release figure is known. */
export type FigureCertainty = 'measured' | 'stated' | 'guessed'

/** A ball as it was, thrown by somebody on a pattern in a state: what the core would foretell with the starting values. */
export interface SetUp {
  readonly ballId: string
  readonly cover: CoverFamily
  readonly patternId: string
  readonly bowlerId: string
  /** Shots of one trial share how far the feet as noted are off. */
  readonly trialId: string
  /** Friction of a film at strength, lane and residue as they start; the oil in the cover is given apart. */
  readonly shot: Omit<ShotInput, 'release'>
  readonly oilShare: number
}
/** A counted shot of a set-up. */
export interface CalibrationShot extends Pick<
  Shot,
  | 'feetBoard'
  | 'targetBoard'
  | 'arrowsBoard'
  | 'speedMph'
  | 'entryBoard'
  | 'firstReadFt'
  | 'breakpointBoard'
  | 'entryAngleDeg'
> {
  readonly id: string
  /** Place of its set-up in the question. */
  readonly setUp: number
  /** Feet and boards where a tracker saw it. */
  readonly path: readonly (readonly [ft: number, board: number])[] | null
}

/** One standard deviation of each part of a bowler's release as the record has it. */
export interface ReleaseDoubt {
  readonly bowlerId: string
  readonly speedMph: number
  readonly revRpm: number
  readonly axisRotationDeg: number
  readonly axisTiltDeg: number
}

export interface CalibrationQuestion {
  readonly setUps: readonly SetUp[]
  readonly shots: readonly CalibrationShot[]
  readonly bowlers: readonly ReleaseDoubt[]
  /** By ball: what other balls of the shop say of its strength (log). */
  readonly strengths: Readonly<Record<string, StrengthPrior>>
}

/** A fitted figure with its 90 % interval, in the figure's own unit. */
export interface Told {
  readonly value: number
  readonly low: number
  readonly high: number
  /** What it was before the shots. */
  readonly start: number
  /** Standard deviation left, in the logarithm for a factor, else in the figure's unit. */
  readonly sd: number
  /** Share of the doubt (variance) that the shots took away, 0–1. */
  readonly learnt: number
}

export const parameterKinds = [
  'strength',
  'oil',
  'lane',
  'residue',
  'speed',
  'revs',
  'rotation',
  'tilt',
  'laydown',
] as const
export type ParameterKind = (typeof parameterKinds)[number]
/** A parameter of the fit: of a ball, a pattern, a bowler or a trial. */
export interface FittedParameter extends Told {
  readonly kind: ParameterKind
  readonly of: string
}

export interface FittedShot {
  readonly id: string
  /** Root mean square of what the path is off, boards, with the figures before and after; of an entered shot the entry board. */
  readonly before: number
  readonly after: number
  /** Path as fitted, with the shot's own aim and speed. */
  readonly path: readonly (readonly [ft: number, board: number])[]
  /** So far off that it was left out of the fit. */
  readonly leftOut: boolean
}

/** What shots are off with the figures before, and after. */
export interface Off {
  readonly before: number
  readonly after: number
}

export interface CalibrationFit {
  readonly parameters: readonly FittedParameter[]
  readonly shots: readonly FittedShot[]
  readonly tracked: number
  /** Root mean square over the shots that were gone by, boards: of tracked paths, and of entered entry boards; null without such shots. */
  readonly off: { readonly tracked: Off | null; readonly entered: Off | null }
  /** How many times further off the shots are than the model's own scatter allows; its intervals are widened by it where it is above 1. */
  readonly misfit: number
  /** Pairs that these shots cannot tell apart: one may stand for the other. */
  readonly tangled: readonly { readonly a: number; readonly b: number; readonly correlation: number }[]
}

/** What a calibration left of a ball, as it is taken over. */
export interface FittedBall extends FittedCover {
  readonly calibrationId: string
  readonly cover: CoverFamily
  /** 90 % interval of the strength. */
  readonly low: number
  readonly high: number
  readonly shots: number
  /** What it adds to its cover's sums. */
  readonly weight: number
  readonly weighted: number
}
/** What a calibration left of a pattern. */
export interface FittedPattern extends FittedLane {
  readonly calibrationId: string
  readonly shots: number
}
