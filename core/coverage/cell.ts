import type { Condition } from '../lane/figures.ts'
import type { Read } from '../trials/shot.ts'
import { leastShots } from '../trials/result.ts'
import { type StartingSurface, startingSurface } from './startingSurface.ts'
import { type ReadingBall, equivalentRaUm } from './strength.ts'
import type { StyleBand } from './style.ts'

export type CoverageVerdict = 'rolls-out' | 'too-early' | 'fits' | 'late' | 'never-reads' | 'unknown'

/** What a reaction test showed of one ball on one pattern. */
export interface Evidence {
  readonly ballId: string
  readonly targetId: string
  /** Surface and oil when the test was made. */
  readonly effectiveRaUm: number | null
  readonly oilShare: number
  readonly pocketHits: number
  readonly pocketOf: number
  readonly reads: Readonly<Record<Read, number>>
  readonly atMs: number
}

export interface CoverageCell {
  readonly ballId: string
  readonly targetId: string
  readonly verdict: CoverageVerdict
  /** Share of shots in the pocket with a 90 % band; null when nothing is known. */
  readonly pocket: { readonly p: number; readonly low: number; readonly high: number } | null
  /** Fitted: by the assumption, of a ball whose strength its own shots told. */
  readonly provenance: 'measured' | 'fitted' | 'assumed' | 'unknown'
  /** True when the lower end of the band clears the customer's threshold. */
  readonly covered: boolean
  /** Shots of which the pocket was noted. */
  readonly shots: number
  /** The surface or oil has moved since the test, so that it counts for less. */
  readonly changedSince: boolean
  /** Distance from the wanted surface in log Ra: + reads too early, − too late, 0 within; null when unknown. */
  readonly offBy: number | null
  readonly seldomNeeded: boolean
}

export interface CoverageBall {
  readonly id: string
  readonly reading: Omit<ReadingBall, 'effectiveRaUm'> & { readonly effectiveRaUm: number | null }
}

/** Logit of the pocket share that a well-chosen surface is assumed to give, and how sure that is. */
const fittingLogit = 1
const assumedSd = 0.6
/** A surface this far off (log Ra) costs one unit of logit; one finish step is 0.2 to 0.35. */
const toleranceLogRa = 0.3
/** A single named grit means about this much to either side. */
const halfStep = 0.12
/** Beyond these a ball has rolled out before the pins, or is still sliding. */
const rollsOutFrom = 0.75
const neverReadsFrom = -0.95
/** Standard normal quantile of 95 %. */
const z95 = 1.645

const logistic = (x: number) => 1 / (1 + Math.exp(-x))

/** Distance of a ball's equivalent roughness from the wanted range, in log Ra. */
export function distanceFrom(wanted: StartingSurface, ball: ReadingBall): number {
  const at = Math.log(equivalentRaUm(ball))
  const rough = Math.log(wanted.roughRaUm) + halfStep
  const smooth = Math.log(wanted.smoothRaUm) - halfStep
  return at > rough ? at - rough : at < smooth ? at - smooth : 0
}

const verdictOf = (offBy: number): CoverageVerdict =>
  offBy >= rollsOutFrom ? 'rolls-out' : offBy <= neverReadsFrom ? 'never-reads' : offBy > 0 ? 'too-early' : 'late'

/** Main direction of noted reads; null below the least number of shots or without a majority. */
function readVerdict(reads: Readonly<Record<Read, number>>): CoverageVerdict | null {
  const total = reads.early + reads.right + reads.late
  if (total < leastShots) return null
  if (reads.early > total / 2) return 'too-early'
  if (reads.late > total / 2) return 'late'
  return reads.right > total / 2 ? 'fits' : null
}

interface Pooled {
  readonly logit: number
  readonly precision: number
  readonly shots: number
  readonly reads: Readonly<Record<Read, number>>
  readonly changedSince: boolean
}

/**
 * Tests of one ball on one pattern as one logit (Haldane–Anscombe: half a shot added to both sides). A surface
 * that has moved since by a finish step doubles a test's variance, one that moved by far makes it worth nothing.
 */
function pool(evidence: readonly Evidence[], ball: CoverageBall): Pooled | null {
  let weighted = 0
  let precision = 0
  let shots = 0
  let changedSince = false
  const reads = { early: 0, right: 0, late: 0 }
  for (const test of evidence) {
    if (test.pocketOf === 0) continue
    const { effectiveRaUm } = ball.reading
    const then =
      test.effectiveRaUm === null
        ? null
        : equivalentRaUm({ ...ball.reading, effectiveRaUm: test.effectiveRaUm, oilShare: test.oilShare })
    const now = effectiveRaUm === null ? null : equivalentRaUm({ ...ball.reading, effectiveRaUm })
    const moved = then === null || now === null ? toleranceLogRa : Math.abs(Math.log(now / then))
    const hits = test.pocketHits + 0.5
    const misses = test.pocketOf - test.pocketHits + 0.5
    const variance = 1 / hits + 1 / misses + 4 * (moved / toleranceLogRa) ** 4
    weighted += Math.log(hits / misses) / variance
    precision += 1 / variance
    shots += test.pocketOf
    changedSince ||= moved > toleranceLogRa / 2
    if (moved <= toleranceLogRa) {
      reads.early += test.reads.early
      reads.right += test.reads.right
      reads.late += test.reads.late
    }
  }
  return precision === 0 ? null : { logit: weighted / precision, precision, shots, reads, changedSince }
}

/**
 * Precision left to the assumption beside a measurement. Where the two contradict each other by more than their
 * spreads explain, the excess (method of moments, DerSimonian and Laird 1986) is laid on the assumption alone:
 * measured beats assumed.
 */
function assumedPrecision(assumedLogit: number, measured: Pooled | null): number {
  const variance = assumedSd ** 2
  if (!measured) return 1 / variance
  const excess = (assumedLogit - measured.logit) ** 2 - variance - 1 / measured.precision
  return 1 / (variance + Math.max(0, excess))
}

/**
 * One cell of the map: the assumption of the starting-surface table and what tests measured, combined by precision
 * weighting on the logit of the pocket share. Without the bowler's style only measurements count.
 */
export function coverageCell(
  ball: CoverageBall,
  target: { readonly id: string; readonly condition: Condition },
  band: StyleBand | null,
  evidence: readonly Evidence[],
  threshold: number,
): CoverageCell {
  const { effectiveRaUm } = ball.reading
  const measured = pool(
    evidence.filter((test) => test.ballId === ball.id && test.targetId === target.id),
    ball,
  )
  const wanted = band && startingSurface(band, target.condition)
  const offBy = wanted && effectiveRaUm !== null ? distanceFrom(wanted, { ...ball.reading, effectiveRaUm }) : null
  const base = { ballId: ball.id, targetId: target.id, offBy, seldomNeeded: wanted?.seldomNeeded ?? false }
  const assumedLogit = offBy === null ? null : fittingLogit - (offBy / toleranceLogRa) ** 2
  const assumed =
    assumedLogit === null ? null : { logit: assumedLogit, precision: assumedPrecision(assumedLogit, measured) }
  if (!assumed && !measured) {
    return {
      ...base,
      verdict: 'unknown',
      pocket: null,
      provenance: 'unknown',
      covered: false,
      shots: 0,
      changedSince: false,
    }
  }
  const precision = (assumed?.precision ?? 0) + (measured?.precision ?? 0)
  const logit =
    ((assumed?.logit ?? 0) * (assumed?.precision ?? 0) + (measured?.logit ?? 0) * (measured?.precision ?? 0)) /
    precision
  const sd = Math.sqrt(1 / precision)
  const pocket = { p: logistic(logit), low: logistic(logit - z95 * sd), high: logistic(logit + z95 * sd) }
  const covered = pocket.low >= threshold
  // A test that says little beside the assumption does not make the cell 'measured'.
  const counts = measured !== null && measured.shots >= leastShots && measured.precision > 0.1 * precision
  const seen = counts ? readVerdict(measured.reads) : null
  const direction = offBy === null || offBy === 0 ? null : verdictOf(offBy)
  const verdict = covered ? 'fits' : (seen ?? direction ?? (pocket.p >= threshold ? 'fits' : 'unknown'))
  return {
    ...base,
    verdict,
    pocket,
    provenance: counts ? 'measured' : !assumed ? 'unknown' : ball.reading.fitted ? 'fitted' : 'assumed',
    covered,
    shots: measured?.shots ?? 0,
    changedSince: measured?.changedSince ?? false,
  }
}
