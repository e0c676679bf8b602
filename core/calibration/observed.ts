import { metresPerFoot } from '../units/convert.ts'
import { launchAngleDeg } from '../motion/deviation.ts'
import { type ShotInput, type ShotOutcome, simulate } from '../motion/simulate.ts'
import { coverStrengthOf, residueUmOf } from '../motion/friction.ts'
import { loadsVolumeMl } from '../lane/figures.ts'
import { entryM } from '../motion/defaults.ts'
import { feetToLaydown } from '../trials/score.ts'
import { crossedAt } from '../trials/shot.ts'
import type { CalibrationShot, SetUp } from './types.ts'

/** What is the same for all shots of a set-up, beside the starting values: factors, and what is added to the release. */
export interface Common {
  readonly strength: number
  readonly oil: number
  readonly lane: number
  readonly residue: number
  readonly speed: number
  readonly revs: number
  readonly rotation: number
  readonly tilt: number
  readonly laydown: number
}
/** What differs from shot to shot about what was meant and noted. */
export const ownNames = ['laydown', 'target', 'speed', 'revs', 'rotation', 'lane'] as const
export type OwnName = (typeof ownNames)[number]
export type Own = readonly number[]

/** Where a shot was aimed as far as it was seen; speed null where nobody noted it. */
export interface Meant {
  readonly laydownBoard: number
  readonly targetBoard: number
  readonly speedMph: number | null
}

/** One standard deviation of each of `ownNames`, boards, mph, rpm, degrees, log friction: a tracker sees aim by itself, an eye to half a board. All assumed. */
const trackedSd: Own = [1, 1, 0.12, 10, 2.5, 0.02]
const notedSd: Own = [0.4, 0.5, 0.2, 10, 2.5, 0.03]
/** A bowler's speed from shot to shot where nobody noted it, mph. */
const unnotedSpeedSd = 0.35
export const ownSd = (shot: CalibrationShot): Own =>
  (shot.path ? trackedSd : notedSd).map((sd, i) =>
    ownNames[i] === 'speed' && shot.speedMph == null ? unnotedSpeedSd : sd,
  )

/** Noise of a tracker's place, and of what an eye notes: entry, first read, breakpoint, entry angle. Assumed. */
const trackedNoise = 0.3
const notedNoise = { entryBoard: 0.6, firstReadFt: 2.5, breakpointBoard: 1, entryAngleDeg: 0.8 } as const
const notedNames = ['entryBoard', 'firstReadFt', 'breakpointBoard', 'entryAngleDeg'] as const

/** A tracked path is gone by every so many feet; what lies between says the same again. */
const everyFt = 2
/** In the oil, before the ball has turned, a path is straight. */
const straightToFt = 13
/** Steps of the fit's shots, s: what they are off beside the usual ones is small beside what a shot is off. */
const fitStepS = 0.02
const pinsFt = entryM / metresPerFoot

/** Where a shot was aimed: from the straight part of its path, else as noted; null where neither is known. */
export function meantOf(shot: CalibrationShot): Meant | null {
  if (!shot.path) {
    const targetBoard = crossedAt(shot)
    if (targetBoard === null || shot.feetBoard === null) return null
    return {
      laydownBoard: shot.feetBoard - feetToLaydown,
      targetBoard,
      speedMph: shot.speedMph ?? null,
    }
  }
  const straight = shot.path.filter(([ft]) => ft <= straightToFt)
  if (straight.length < 3) return null
  const n = straight.length
  const [mx, my] = [0, 1].map((k) => straight.reduce((sum, point) => sum + point[k]!, 0) / n) as [number, number]
  const slope =
    straight.reduce((sum, [ft, board]) => sum + (ft - mx) * (board - my), 0) /
    straight.reduce((sum, [ft]) => sum + (ft - mx) ** 2, 0)
  return { laydownBoard: my - slope * mx, targetBoard: my + slope * (15 - mx), speedMph: shot.speedMph ?? null }
}

/** What was seen of a shot, with its noise; one figure a row. */
export interface Seen {
  readonly values: readonly number[]
  readonly noise: readonly number[]
  /** The same figures of a shot as foretold. */
  of(outcome: ShotOutcome): readonly number[]
}

/** Board of a path at a distance, straight between its places; past its end as at its end. */
export function boardOn(path: ShotOutcome['path'], ft: number): number {
  const next = path.findIndex(([at]) => at >= ft)
  if (next === -1) return path.at(-1)![1]
  if (next === 0) return path[0]![1]
  const [[a, from], [b, to]] = [path[next - 1]!, path[next]!]
  return from + ((ft - a) / (b - a)) * (to - from)
}

/** What a shot says; null where it says nothing. */
export function seenOf(shot: CalibrationShot): Seen | null {
  if (shot.path) {
    const places = shot.path.filter(([ft], i) => ft <= pinsFt && i % everyFt === 0)
    return {
      values: places.map(([, board]) => board),
      noise: places.map(() => trackedNoise),
      of: ({ path }) => places.map(([ft]) => boardOn(path, ft)),
    }
  }
  const noted = notedNames.filter((name) => shot[name] != null)
  if (noted.length === 0) return null
  return {
    values: noted.map((name) => shot[name]!),
    noise: noted.map((name) => notedNoise[name]),
    // A ball that never reads is first seen to turn past the pins.
    of: (outcome) => noted.map((name) => (name === 'firstReadFt' ? (outcome.firstReadFt ?? pinsFt) : outcome[name])),
  }
}

/** A shot of a set-up as the core foretells it, with common and own deviations. */
export function foretold({ shot, oilShare }: SetUp, meant: Meant, common: Common, own: Own): ShotOutcome {
  const [laydown, target, speed, revs, rotation, lane] = own as [number, number, number, number, number, number]
  const { bowler, friction } = shot
  const off = laydown + common.laydown
  const release = {
    laydownBoard: meant.laydownBoard + off,
    launchAngleDeg: launchAngleDeg(meant.laydownBoard + off, meant.targetBoard + target),
  }
  const input: ShotInput = {
    ...shot,
    bowler: {
      ...bowler,
      // A noted speed is the shot's own; how far the record is off does not touch it.
      speedMph: Math.max(8, (meant.speedMph ?? bowler.speedMph + common.speed) + speed),
      revRpm: Math.max(20, bowler.revRpm + common.revs + revs),
      axisRotationDeg: bowler.axisRotationDeg + common.rotation + rotation,
      axisTiltDeg: Math.max(0, bowler.axisTiltDeg + common.tilt),
    },
    friction:
      friction.kind !== 'film'
        ? friction
        : {
            ...friction,
            coverStrength: coverStrengthOf(common, oilShare),
            lane: common.lane * Math.exp(lane),
            residueUm: residueUmOf(loadsVolumeMl(friction.loads)) * common.residue,
          },
    release,
  }
  return simulate(input, fitStepS)
}

/** Boards that a shot is off, root mean square over its path; of an entered shot at the pins, NaN where nobody noted the entry. */
export function offBy(shot: CalibrationShot, { path, entryBoard }: ShotOutcome): number {
  if (!shot.path) return shot.entryBoard === null ? Number.NaN : Math.abs(entryBoard - shot.entryBoard)
  const places = shot.path.filter(([ft]) => ft <= pinsFt)
  return Math.sqrt(places.reduce((sum, [ft, board]) => sum + (boardOn(path, ft) - board) ** 2, 0) / places.length)
}
