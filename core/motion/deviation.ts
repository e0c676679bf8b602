import { boardWidthM } from '../lane/film.ts'
import { metresPerFoot } from '../units/convert.ts'
import { pocketBoards } from '../trials/shot.ts'
import type { Entry } from './carry.ts'
import { motionDefaults } from './defaults.ts'
import type { Entries } from './entries.ts'
import type { Course } from './ground.ts'
import { baseStepS } from './integrate.ts'
import type { Release } from './release.ts'
import { type ShotInput, courseOf, entryOf, traceShot } from './simulate.ts'
import { type Thrown, volley } from './volley.ts'

/** The bowler's own repeatability: standard deviations. */
export interface Spread {
  readonly targetBoards: number
  readonly speedMph: number
  readonly revRpm: number
  readonly launchAngleDeg?: number | undefined
}

/** Starting values (assumed) until a bowler's own shots give better ones. */
export const usualSpread: Spread = { targetBoards: 0.8, speedMph: 0.35, revRpm: 15 }

const arrowsM = 15 * metresPerFoot
/** Launch angle from a laydown board that aims at a board at the arrows, straight. */
export const launchAngleDeg = (laydownBoard: number, targetBoard: number) =>
  (Math.atan(((laydownBoard - targetBoard) * boardWidthM) / arrowsM) * 180) / Math.PI
/** Board at the arrows that a release aims at. */
export const targetBoardOf = (release: Release) =>
  release.laydownBoard - (Math.tan((release.launchAngleDeg * Math.PI) / 180) * arrowsM) / boardWidthM

/** Boards at the arrows for one degree of launch angle. */
export const boardsPerLaunchDegree =
  targetBoardOf({ laydownBoard: 0, launchAngleDeg: 0 }) - targetBoardOf({ laydownBoard: 0, launchAngleDeg: 1 })

/** Deviations of one shot from what was meant. */
export interface Deviation {
  readonly targetBoards: number
  readonly speedMph: number
  readonly revRpm: number
  readonly angleDeg: number
}

/** What is thrown with a deviation from the meant shot. */
function thrownOf({ bowler, release }: ShotInput, by: Deviation): Thrown {
  const aimed = launchAngleDeg(release.laydownBoard, targetBoardOf(release) + by.targetBoards)
  return {
    delivery: {
      ...bowler,
      speedMph: Math.max(5, bowler.speedMph + by.speedMph),
      revRpm: Math.max(0, bowler.revRpm + by.revRpm),
    },
    release: { ...release, launchAngleDeg: aimed + by.angleDeg },
  }
}

/** Runs a shot that deviates from the meant one. */
export function deviate(input: ShotInput, course: Course, by: Deviation, stepS = baseStepS): Entry {
  const model = { ...motionDefaults, ...input.model }
  const { delivery, release } = thrownOf(input, by)
  return entryOf(traceShot(course, delivery, release, input.layout, model, stepS))
}

/** The same of many shots at once. */
export const deviateAll = (input: ShotInput, course: Course, all: readonly Deviation[], stepS = baseStepS): Entries =>
  volley(
    course,
    all.map((by) => thrownOf(input, by)),
    input.layout,
    { ...motionDefaults, ...input.model },
    stepS,
  )

export const none: Deviation = { targetBoards: 0, speedMph: 0, revRpm: 0, angleDeg: 0 }

export const courseFor = (input: ShotInput) =>
  courseOf(input.ball, input.friction, input.bowler.hand, { ...motionDefaults, ...input.model })

export const inPocket = ({ entryBoard, gutter }: Pick<Entry, 'entryBoard' | 'gutter'>) =>
  !gutter && entryBoard >= pocketBoards.low && entryBoard <= pocketBoards.high
