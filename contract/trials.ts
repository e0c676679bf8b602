import { type CoverFamily, type TrialDoubt, type Read, armsOfDesign, designNames, reads } from '@sleetfall/core'
import * as yup from 'yup'
import {
  identifier,
  oneOf,
  optionalOneOf,
  optionalText,
  pastTime,
  quantity,
  ranged,
  requiredText,
  text,
  versioned,
  whole,
} from './fields.ts'
import { later } from './later.ts'
import type { Stored } from './stored.ts'
import { type FieldName, type Said, wrong } from './said.ts'

/** The most arms that one trial compares. */
export const mostArms = 12
/** What may be kept as it is from shot to shot. */
export const holdables = ['line', 'speed'] as const
export type Holdable = (typeof holdables)[number]

const pins = () =>
  yup
    .array(yup.number().integer().min(1, wrong('leave', 'pinNumbers')).max(10, wrong('leave', 'pinNumbers')).required())
    .test('unique', wrong('leave', 'eachOnce'), (value) => !value || new Set(value).size === value.length)
    .nullable()
    .default(null)
const armNumber = (field: FieldName = 'arm') => whole(field, 1, mostArms)

/** One of the things that a trial compares: a ball as it is, or as it is to be made, thrown by somebody on a line. */
export const armSchema = later(() =>
  yup.object({
    label: requiredText('nameOfTheArm', 60),
    ballId: identifier('ball'),
    /** Who throws it, where it is not the bowler of the trial. */
    bowlerId: identifier('bowler').nullable().default(null).notRequired(),
    feetBoard: quantity('feetBoard', 'feet').nullable().default(null),
    targetBoard: quantity('board', 'targetBoard').nullable().default(null),
    lane: optionalText('lane', 40),
    /** Grit that the ball is to be brought to for it. */
    plannedGrit: quantity('grit', 'plannedGrit').nullable().default(null),
    /** Its level of each factor of the trial, in the factors' order. */
    levels: yup.array(requiredText('level', 40)).max(2).default([]),
  }),
)
export type ArmInput = yup.InferType<typeof armSchema>

/** What somebody expects of an arm before its shots. */
export const foretoldSchema = later(() =>
  yup.object({
    arm: armNumber().required(wrong('arm', 'missing')),
    read: optionalOneOf('read', reads),
    entryBoard: quantity('entryBoard', 'entryBoard').nullable().default(null),
    leave: pins(),
  }),
)
export type Foretold = yup.InferType<typeof foretoldSchema>

export const trialSchema = later(() =>
  yup
    .object({
      id: identifier(),
      customerId: identifier('bowler'),
      patternId: identifier('pattern'),
      question: requiredText('question', 200),
      startedAt: pastTime('when'),
      gamesSinceOiling: quantity('gamesSinceOiling', 'gamesSinceOiling').nullable().default(null),
      design: oneOf('design', designNames).default('turns'),
      /** Names of what the arms differ in, where they are combinations. */
      factors: yup.array(requiredText('factor', 40)).max(2).default([]),
      /** Whoever throws does not know which arm it is until the verdict. */
      blind: yup.boolean().default(false),
      lane: optionalText('lane', 40),
      feetBoard: quantity('feetBoard', 'feet').nullable().default(null),
      targetBoard: quantity('board', 'targetBoard').nullable().default(null),
      held: yup.array(oneOf('held', holdables)).max(holdables.length).default([]),
      foretold: yup.array(foretoldSchema).max(mostArms).default([]),
      /** The first is the control. */
      arms: yup
        .array(armSchema)
        .min(1, wrong('arms', 'atLeastOne'))
        .max(mostArms, wrong('arms', 'atMost', { count: mostArms }))
        .required(wrong('arms', 'atLeastOne')),
    })
    .test('design', (trial, { createError }) => {
      const wrongIn = (path: string, said: Said) => createError({ path, message: said as never })
      const { design, arms, factors } = trial
      if (!Array.isArray(arms) || !designNames.includes(design)) return true
      const { fewest, most } = armsOfDesign[design]
      if (arms.length < fewest || arms.length > most)
        return wrongIn('arms', wrong('arms', 'ofTheDesign', { min: fewest, max: most }))
      const names = new Set<string>()
      for (const [i, arm] of arms.entries()) {
        if (!arm) continue
        if ((arm.levels ?? []).length !== factors.length)
          return wrongIn(`arms[${i}].levels`, wrong('level', 'oneAFactor', { count: factors.length }))
        if (names.has(arm.label)) return wrongIn(`arms[${i}].label`, wrong('nameOfTheArm', 'eachOnce'))
        names.add(arm.label)
      }
      for (const [i, { arm }] of (trial.foretold ?? []).entries())
        if (arm > arms.length) return wrongIn(`foretold[${i}].arm`, wrong('arm', 'ofTheTrial', { count: arms.length }))
      return true
    }),
)
export type TrialInput = yup.InferType<typeof trialSchema>

export const shapes = ['smooth', 'medium', 'sharp'] as const
export type Shape = (typeof shapes)[number]
/** How it was thrown; everything but good explains what came of it. */
export const executions = ['good', 'inside', 'wide', 'fast', 'slow', 'release', 'stuck'] as const
/** What says nothing of the ball whatever it did: such a shot is set aside by itself. */
export const asideByRule: readonly Execution[] = ['stuck']
export type Execution = (typeof executions)[number]
/** What was seen at the pins. */
export const shotFlags = ['flatCorner', 'ringing', 'messenger', 'light', 'high', 'nose'] as const
export type ShotFlag = (typeof shotFlags)[number]

export const shotSchema = later(() =>
  yup.object({
    id: identifier(),
    arm: armNumber().required(wrong('arm', 'missing')),
    thrownAt: pastTime('when'),
    /** Not counted. */
    warmUp: yup.boolean().default(false),
    /** At a change of ball or surface: wiped, the dust off, the hand dry. */
    wiped: yup.boolean().default(false),
    bowlerId: identifier('bowler').nullable().default(null).notRequired(),
    lane: optionalText('lane', 40),
    feetBoard: quantity('feetBoard', 'feet').nullable().default(null),
    targetBoard: quantity('board', 'targetBoard').nullable().default(null),
    /** Where a tracker saw it cross the arrows. */
    arrowsBoard: quantity('board', 'arrowsBoard').nullable().default(null),
    speedMph: quantity('speedMph', 'ballSpeed').nullable().default(null),
    firstReadFt: quantity('distanceFt', 'firstRead').nullable().default(null),
    breakpointBoard: quantity('board', 'breakpointBoard').nullable().default(null),
    breakpointFt: quantity('distanceFt', 'breakpointFt').nullable().default(null),
    entryAngleDeg: quantity('entryAngleDeg', 'entryAngle').nullable().default(null),
    read: optionalOneOf('read', reads),
    shape: optionalOneOf('shape', shapes),
    entryBoard: quantity('entryBoard', 'entryBoard').nullable().default(null),
    leave: pins(),
    flags: yup.array(oneOf('flag', shotFlags)).max(shotFlags.length).default([]),
    execution: optionalOneOf('execution', executions),
    /** Feet from the foul line and boards, where a tracker saw the ball. */
    path: yup
      .array(
        yup
          .array(ranged('path', -3, 62).required(wrong('path', 'wrongly')))
          .length(2, wrong('path', 'wrongly'))
          .required(wrong('path', 'wrongly')),
      )
      .max(80, wrong('path', 'atMost', { count: 80 }))
      .test('lane', wrong('path', 'wrongly'), (path) => !path || path.every((point) => !((point?.[1] ?? 0) > 42)))
      .nullable()
      .default(null),
    moveReason: optionalText('moveReason', 120),
    note: optionalText('note', 400),
  }),
)
/** What was seen of a shot, put right. */
export const shotCorrectionSchema = later(() => shotSchema.omit(['id', 'thrownAt']).concat(versioned))
export type ShotCorrection = yup.InferType<typeof shotCorrectionSchema>

/** What may be changed of a trial once it runs: words and the state of the lane, not who threw what on what. */
export const trialEditSchema = later(() =>
  yup
    .object(trialSchema.fields)
    .pick(['question', 'gamesSinceOiling', 'lane', 'startedAt'])
    .shape({
      /** Names of the arms, in their order. */
      labels: yup.array(requiredText('nameOfTheArm', 60)).max(mostArms).required(),
    })
    .concat(versioned),
)
/** What is foretold, as long as no shot was thrown that counts. */
export const foretellSchema = later(() =>
  versioned.shape({ foretold: yup.array(foretoldSchema).max(mostArms).required() }),
)
export type TrialEdit = yup.InferType<typeof trialEditSchema>

/** A shot as it stood before it was corrected or taken out. */
export interface ShotBefore {
  readonly shotId: string
  readonly what: 'corrected' | 'removed'
  readonly was: Omit<TrialShotInput, 'id'> & { readonly sequence: number; readonly setAsideReason: string | null }
  readonly at: string
  readonly by: string | null
}

export type TrialShotInput = yup.InferType<typeof shotSchema>

export const setAsideSchema = later(() =>
  yup.object({
    version: yup.number().integer().required(),
    /** Empty or null counts the shot again. */
    reason: text('reason')
      .max(120, wrong('reason', 'atMostCharacters', { count: 120 }))
      .nullable()
      .default(null),
  }),
)

export const verdictWords = ['held', 'keep', 'change', 'retire'] as const
/** What a miss did, in the bowler's eyes. */
export const missWords = ['holds', 'comesBack', 'goesHigh', 'flat'] as const
export const roomWords = ['much', 'enough', 'little'] as const
/** Explanations are kept apart from what was seen. */
export const explanations = ['carrydown', 'burn', 'oilInCover', 'transition', 'execution'] as const

/** What somebody makes of a trial, with the bowler's words by heading. */
export const verdictSchema = later(() =>
  yup.object({
    id: identifier(),
    says: oneOf('verdict', verdictWords),
    missIn: optionalOneOf('missIn', missWords),
    missOut: optionalOneOf('missOut', missWords),
    room: optionalOneOf('room', roomWords),
    shape: optionalOneOf('shape', shapes),
    observation: optionalText('observation', 400),
    explanations: yup.array(oneOf('explanation', explanations)).max(explanations.length).default([]),
  }),
)
export type VerdictInput = yup.InferType<typeof verdictSchema>
export interface TrialVerdict extends VerdictInput {
  /** What spoke against a verdict when it was given. */
  readonly doubts: readonly TrialDoubt[]
  readonly at: string
  readonly by: string | null
}

/** Where shots on a pattern that hit the pocket were seen to turn. */
export interface ExitSeen {
  /** Mean breakpoint board. */
  readonly board: number
  /** Standard deviation; null of one shot. */
  readonly sd: number | null
  readonly shots: number
  readonly trials: number
}

export interface StoredShot extends TrialShotInput, Stored {
  readonly trialId: string
  readonly sequence: number
  readonly setAsideReason: string | null
  readonly read: Read | null
  /** Who threw it, where that was somebody other than the bowler whose trial it is. */
  readonly bowlerName?: string | null | undefined
}

/** Surface of a ball as it was thrown: of the day the trial began, or taken over since, before its first shot. */
export interface FrozenSurface {
  readonly effectiveRaUm: number | null
  readonly grit: number | null
  readonly oilShare: number
  readonly settled: boolean
}

export interface TrialArm extends ArmInput, Pick<Stored, 'version'> {
  readonly id: string
  /** Its number in the trial; the first is the control. */
  readonly arm: number
  readonly ballName: string
  readonly cover: CoverFamily
  readonly surface: FrozenSurface
  /** Name of who throws it, where it is not the bowler of the trial. */
  readonly bowlerName: string | null
}

export interface Trial extends Omit<TrialInput, 'arms'>, Stored {
  readonly customerName: string
  readonly customerHand: 'right' | 'left'
  readonly patternName: string
  readonly arms: readonly TrialArm[]
  /** When whoever throws was told which arm is which, of a blind trial. */
  readonly revealedAt: string | null
  readonly shots: readonly StoredShot[]
  readonly shotsBefore: readonly ShotBefore[]
  /** What was made of it, the first first; the last one stands. */
  readonly verdicts: readonly TrialVerdict[]
}
