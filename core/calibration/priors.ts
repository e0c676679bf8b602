import { CholeskyDecomposition, Matrix } from 'ml-matrix'
import { type CoverFamily, coverFamilies } from '../ball/covers.ts'
import { assumedRelease } from '../motion/prepare.ts'
import { calibrationStart } from './start.ts'
import type { FigureCertainty, ReleaseDoubt } from './types.ts'

/** One standard deviation of a release figure by where it comes from; the record's own counts where it has one. */
export const releaseSd: Readonly<
  Record<'speedMph' | 'revRpm' | 'axisRotationDeg' | 'axisTiltDeg', Record<FigureCertainty, number>>
> = {
  speedMph: { measured: 0.3, stated: 0.7, guessed: 1.2 },
  revRpm: { measured: 12, stated: 25, guessed: 45 },
  axisRotationDeg: { measured: 4, stated: 8, guessed: 12 },
  axisTiltDeg: { measured: 2.5, stated: 4, guessed: 6 },
}

type Known = number | null | undefined
/** Release figures of a record, with where they come from and how sure they are. */
export interface ReleaseRecord {
  readonly speedMph?: Known
  readonly revRpm?: Known
  readonly axisRotationDeg?: Known
  readonly axisTiltDeg?: Known
  readonly speedSource?: string | null | undefined
  readonly revSource?: string | null | undefined
  readonly axisRotationSource?: string | null | undefined
  readonly axisTiltSource?: string | null | undefined
  readonly speedSdMph?: Known
  readonly revSdRpm?: Known
  readonly axisTiltSdDeg?: Known
}

/** How far a record's release figures may be off: by what it says itself, else by where they come from; what it lacks was guessed. */
export function releaseDoubt(bowlerId: string, record: ReleaseRecord): ReleaseDoubt {
  const assumed = assumedRelease({ hand: 'right', ...record })
  const sure = (source: string | null | undefined, missing: boolean): FigureCertainty =>
    missing || source === 'guessed' ? 'guessed' : source === 'measured' ? 'measured' : 'stated'
  return {
    bowlerId,
    speedMph: record.speedSdMph ?? releaseSd.speedMph[sure(record.speedSource, assumed.includes('speed'))],
    revRpm: record.revSdRpm ?? releaseSd.revRpm[sure(record.revSource, assumed.includes('revs'))],
    axisRotationDeg: releaseSd.axisRotationDeg[sure(record.axisRotationSource, assumed.includes('rotation'))],
    axisTiltDeg: record.axisTiltSdDeg ?? releaseSd.axisTiltDeg[sure(record.axisTiltSource, assumed.includes('tilt'))],
  }
}

/** Calibrated balls of one cover, as two sums: of the weights, and of weight times strength (log). */
export interface CoverStrength {
  readonly cover: CoverFamily
  readonly weight: number
  readonly weighted: number
}
/** Mean and standard deviation of a ball's strength (log) before its own shots. */
export interface StrengthPrior {
  readonly mean: number
  readonly sd: number
}

/** What one calibrated ball weighs in its cover's sums: its strength (log) scatters about the cover by itself and is known so well. */
export const strengthWeight = (sd: number) => 1 / (calibrationStart.ballSd ** 2 + sd ** 2)

/**
 * What the shop's calibrated balls say of another one's strength: normal in three layers, shop, cover, ball, with the spreads of
 * `calibrationStart`. The covers' means are told by their balls and, less, by the other covers' (best linear prediction).
 */
export function strengthPrior(cover: CoverFamily, learnt: readonly CoverStrength[]): StrengthPrior {
  const { ballSd, coverSd, shopSd } = calibrationStart
  const told = learnt.filter(({ weight }) => weight > 0)
  const own = shopSd ** 2 + coverSd ** 2
  const between = (a: CoverFamily, b: CoverFamily) => (a === b ? own : shopSd ** 2)
  if (told.length === 0) return { mean: 0, sd: Math.sqrt(own + ballSd ** 2) }
  const seen = new Matrix(
    told.map((one, i) => told.map((other, j) => between(one.cover, other.cover) + (i === j ? 1 / one.weight : 0))),
  )
  const toNew = told.map((one) => between(cover, one.cover))
  const solved = new CholeskyDecomposition(seen).solve(
    new Matrix(told.map((one, i) => [one.weighted / one.weight, toNew[i]!])),
  )
  const mean = toNew.reduce((sum, c, i) => sum + c * solved.get(i, 0), 0)
  const told2 = toNew.reduce((sum, c, i) => sum + c * solved.get(i, 1), 0)
  return { mean, sd: Math.sqrt(own - told2 + ballSd ** 2) }
}

/** Every cover with nothing learnt. */
export const nothingCalibrated: readonly CoverStrength[] = coverFamilies.map((cover) => ({
  cover,
  weight: 0,
  weighted: 0,
}))
