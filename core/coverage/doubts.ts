import { calibrationStart } from '../calibration/start.ts'
import type { BowlerRecord, LanePattern } from '../motion/prepare.ts'
import type { PatternTrust } from './trust.ts'

const { ballSd, coverSd, shopSd } = calibrationStart
/** Log strength of a ball that no shots have shown anything of. */
export const unfittedSd = Math.hypot(ballSd, coverSd, shopSd)

export type KnownPattern = LanePattern & {
  readonly trust?: PatternTrust | undefined
  /** The load table is a guess from length, volume and ratio. */
  readonly estimated?: boolean | undefined
}
/** What a lane's doubt rests on; a lane that was fitted to shots on it needs no sheet. */
export const laneKnownBy = ({ trust, estimated, fitted }: KnownPattern): PatternTrust | 'fitted' =>
  fitted ? 'fitted' : estimated ? 'unsure' : (trust ?? 'sheet')

/**
 * How far a lane may be off its record, one standard deviation of the factor on the ball's strength (log, assumed): what the sheet leaves open (the machine, the
 * surface under the oil, an hour since it was oiled) is half a grit step, a pattern by word of mouth a whole one.
 */
export const laneDoubt = { measured: 0.04, fitted: 0.05, sheet: 0.1, unsure: 0.22 } as const

/** A bowler's release with where its figures come from; one standard deviation of them where it was measured. */
export interface KnownBowler extends BowlerRecord {
  readonly speedSource?: string | null | undefined
  readonly speedSdMph?: number | null | undefined
  readonly revSource?: string | null | undefined
  readonly revSdRpm?: number | null | undefined
}
/** Standard deviations by the source of a figure (assumed); a figure that is missing is as good as guessed. */
const usualSd = {
  rev: { measured: 12, fitted: 12, stated: 30, guessed: 60 },
  speed: { measured: 0.3, fitted: 0.3, stated: 0.7, guessed: 1.2 },
} as const
/** A mile an hour less does about what so many revolutions a minute more do: their ratio at 17 mph and 340 rpm (assumed). */
const rpmPerMph = 20

const sdOf = (
  usual: Readonly<Record<string, number>>,
  value: number | null | undefined,
  source: string | null | undefined,
  given: number | null | undefined,
): number => given ?? usual[value == null ? 'guessed' : (source ?? 'stated')]!

/** How far a bowler's release may be off its record, one standard deviation, as a change of the rev rate, rpm: speed and revs together. */
export const releaseDoubtRpm = ({
  speedMph,
  speedSource,
  speedSdMph,
  revRpm,
  revSource,
  revSdRpm,
}: KnownBowler): number =>
  Math.hypot(
    sdOf(usualSd.rev, revRpm, revSource, revSdRpm),
    rpmPerMph * sdOf(usualSd.speed, speedMph, speedSource, speedSdMph),
  )

/**
 * A change of the rev rate by so much changes the chance of a strike by as much as a log unit of strength does, though not the same way in every state: over 54
 * cells of three bowlers, three surfaces and six states, each on its own best line, a tenth of the strength moved the logit by 0.102, 34 rpm by 0.099.
 */
export const rpmPerStrength = 340
/** The widest of what a cell's band comes from, where something could be done about it; null where everything was measured. */
export function widestDoubt({
  fitted,
  knownBy,
  releaseDoubtRpm,
}: {
  readonly fitted: boolean
  readonly knownBy: PatternTrust | 'fitted'
  readonly releaseDoubtRpm: number
}): 'ball' | 'lane' | 'release' | null {
  const all = [
    ['ball', fitted ? 0 : unfittedSd],
    ['lane', knownBy === 'sheet' || knownBy === 'unsure' ? laneDoubt[knownBy] : 0],
    ['release', releaseDoubtRpm > 25 ? releaseDoubtRpm / rpmPerStrength : 0],
  ] as const
  const [widest, sd] = all.reduce((most, one) => (one[1] > most[1] ? one : most))
  return sd > 0 ? widest : null
}
