import type { Condition } from '../lane/figures.ts'
import type { Read } from '../trials/shot.ts'
import { leastShots } from '../trials/result.ts'
import type { EngineAnswer } from './engine.ts'
import { type StartingSurface, startingSurface } from './startingSurface.ts'
import { type ReadingBall, equivalentRaUm } from './strength.ts'
import type { StyleBand } from './style.ts'

/** What a ball does there; it falls short where neither more nor less surface would help much. */
export type CoverageVerdict = 'rolls-out' | 'too-early' | 'fits' | 'late' | 'never-reads' | 'falls-short' | 'unknown'
/** Covered: shown by shots to strike nearly as often as anything could. Likely: so by the models alone. */
export type Standing = 'covered' | 'likely' | 'open' | 'unknown'
export const partSources = ['engine', 'table', 'trials'] as const
export type PartSource = (typeof partSources)[number]

/** What a reaction test showed of one ball on one pattern. */
export interface Evidence {
  readonly ballId: string
  readonly targetId: string
  /** Surface and oil when the test was made. */
  readonly effectiveRaUm: number | null
  readonly oilShare: number
  /** Shots on the lane when it was made, about; null where nobody noted the games since oiling: taken as fresh. */
  readonly shots: number | null
  readonly pocketHits: number
  readonly pocketOf: number
  readonly reads: Readonly<Record<Read, number>>
  readonly atMs: number
}

/** A pattern in a phase: after so many shots on it. */
export interface CoverageState {
  readonly targetId: string
  readonly shots: number
  readonly condition: Condition
}

/** One kind of evidence for a cell. */
export interface CellPart {
  readonly source: PartSource
  /** Chance of a strike by it alone, with a 90 % band. */
  readonly p: number
  readonly low: number
  readonly high: number
  /** Its share in the answer, by precision; the shares add up to one. */
  readonly share: number
}

export interface CoverageCell {
  readonly ballId: string
  readonly targetId: string
  readonly shots: number
  readonly standing: Standing
  readonly verdict: CoverageVerdict
  /** Chance of a strike with a 90 % band; null when nothing is known. */
  readonly strikes: { readonly p: number; readonly low: number; readonly high: number } | null
  /** Strikes in a hundred that the best ball of any kind would make more often here; null when nothing is known. */
  readonly givenAway: number | null
  readonly provenance: 'measured' | 'fitted' | 'assumed' | 'unknown'
  readonly parts: readonly CellPart[]
  /** Shots and models say what cannot both be true. */
  readonly contradicts: boolean
  /** The motion core and the table of starting surfaces say what cannot both be true; the doubt of both is widened by it. */
  readonly modelsApart: boolean
  /** Shots of which the pocket was noted. */
  readonly thrown: number
  /** The surface or oil has moved since the test, so that it counts for less. */
  readonly changedSince: boolean
  /** Distance from the wanted surface in log Ra: + reads too early, − too late, 0 within; null when unknown or not of this phase. */
  readonly offBy: number | null
  readonly seldomNeeded: boolean
  /** The line that strikes most, and what the ball does on it; null without the engine, or where no line reaches the pocket. */
  readonly engine: EngineAnswer['cell']
}

export interface CoverageBall {
  readonly id: string
  readonly reading: Omit<ReadingBall, 'effectiveRaUm'> & { readonly effectiveRaUm: number | null }
}

/** What a cell is weighed with. */
export interface CellContext {
  readonly band: StyleBand | null
  /** Strikes in a hundred that the customer gives away before a ball counts as no cover. */
  readonly tolerance: number
  /** Chance of a strike by the engine with the best ball of any kind in this state; null where it has not answered. */
  readonly best: number | null
  /** The same judged as this cell is; as `best` where not given. */
  readonly yard?: number | null | undefined
  readonly engine: EngineAnswer | null
}

/**
 * What is left of the engine's doubt beside strength and release, on the logit: where a ball was fitted to its shots, and where not (assumed). Unfitted it is
 * wide: the engine's own best surface and the practice's are a grit step or two apart (`practiceAgreement`).
 */
const engineSd = { fitted: 0.2, assumed: 0.6 }
/** The table of starting surfaces knows neither core nor line; however far a surface is off, it says no more than that it does badly. */
const tableSd = 0.8
const mostOff = 2.5
/** Doubt of a cell whose own slope was not asked for. */
const usualLogitSd = 0.3
/** Strikes of the shots in the pocket, where the engine says nothing better (assumed). */
const usualCarry = 0.75
const mostCarry = 0.85
/** Chance of a strike with the best of any kind, where the engine has not answered (assumed). */
const usualBest = 0.5
/** A surface this far off (log Ra) costs one unit of logit; one finish step is 0.2 to 0.35. */
const toleranceLogRa = 0.3
/** A log unit of roughness is so much strength, as in `equivalentRaUm`; and the slope where the engine has not answered (assumed). */
const strengthPerLogRa = 1 / 1.2
const usualSlope = 3
/** A test is carried over to another surface by so much at most, and so much of that is in doubt (assumed). */
const mostShift = 2.5
const doubtOfShift = 0.5
/** A slope below this says of no direction that it helps. */
const tellingSlope = 0.5
/** A single named grit means about this much to either side. */
const halfStep = 0.12
/** Beyond these a ball has rolled out before the pins, or is still sliding. */
const rollsOutFrom = 0.75
const neverReadsFrom = -0.95
/** Standard normal quantiles of 95 % and 97.5 %. */
const z95 = 1.645
const z975 = 1.96

const logistic = (x: number) => 1 / (1 + Math.exp(-x))
const logit = (p: number) => {
  const inside = Math.min(0.99, Math.max(0.01, p))
  return Math.log(inside / (1 - inside))
}

/** Distance of a ball's equivalent roughness from the wanted range, in log Ra. */
export function distanceFrom(wanted: StartingSurface, ball: ReadingBall): number {
  const at = Math.log(equivalentRaUm(ball))
  const rough = Math.log(wanted.roughRaUm) + halfStep
  const smooth = Math.log(wanted.smoothRaUm) - halfStep
  return at > rough ? at - rough : at < smooth ? at - smooth : 0
}

interface Part {
  readonly source: PartSource
  readonly logit: number
  readonly variance: number
}
interface Pooled extends Part {
  readonly thrown: number
  readonly reads: Readonly<Record<Read, number>>
  readonly changedSince: boolean
}

/** Main direction of noted reads; null below the least number of shots or without a majority. */
function readVerdict(reads: Readonly<Record<Read, number>>): CoverageVerdict | null {
  const total = reads.early + reads.right + reads.late
  if (total < leastShots) return null
  if (reads.early > total / 2) return 'too-early'
  if (reads.late > total / 2) return 'late'
  return reads.right > total / 2 ? 'fits' : null
}

/** Whether reads ask for more strength (late), for less (early), or say nothing of it. */
function leaningOf(reads: Evidence['reads']): -1 | 0 | 1 {
  const verdict = readVerdict(reads)
  return verdict === 'late' ? 1 : verdict === 'too-early' ? -1 : 0
}

/** A test made so many shots after oiling speaks of the phase that is nearest to it. */
const speaksOf = (test: Evidence, shots: number, phases: readonly number[]) => {
  const at = test.shots ?? 0
  const nearest = phases.reduce((best, one) => (Math.abs(one - at) < Math.abs(best - at) ? one : best), phases[0] ?? 0)
  return nearest === shots
}

/** Logit of the chance of a strike by shots of which the pocket was counted (half a hit and half a miss before any), its variance by the delta method. */
function countedLogit(hits: number, of: number, carry: number) {
  const share = (hits + 0.5) / (of + 1)
  const p = Math.min(0.98, carry * share)
  const variance = (share * (1 - share)) / (of + 2)
  return { at: logit(p), variance: (carry ** 2 * variance) / (p * (1 - p)) ** 2 }
}

/**
 * Tests of one ball in one state as one logit of the chance of a strike: the pocket was counted, the carry is
 * the engine's. A surface that has moved since carries the test along by what the engine says that the change does, and adds the variance of that.
 */
function trialsPart(evidence: readonly Evidence[], ball: CoverageBall, engine: EngineAnswer | null): Pooled | null {
  let [weighted, precision, thrown, changedSince] = [0, 0, 0, false]
  const reads = { early: 0, right: 0, late: 0 }
  const cell = engine?.cell
  // By the model a steep entry strikes from beside the pocket too; of shots in it no more strike than the best do.
  const carry = cell && cell.pocket > 0.05 ? Math.min(mostCarry, cell.strikes / cell.pocket) : usualCarry
  const slope = Math.max(usualSlope / 2, Math.abs(engine?.slope ?? usualSlope))
  const { effectiveRaUm } = ball.reading
  const now = effectiveRaUm === null ? null : equivalentRaUm({ ...ball.reading, effectiveRaUm })
  for (const test of evidence) {
    if (test.pocketOf === 0) continue
    const then =
      test.effectiveRaUm === null
        ? null
        : equivalentRaUm({ ...ball.reading, effectiveRaUm: test.effectiveRaUm, oilShare: test.oilShare })
    const by = then === null || now === null ? null : Math.log(now / then)
    const moved = by === null ? toleranceLogRa : Math.abs(by)
    // What the change of the surface should have done: the shots themselves say which way it was off, else the engine.
    const leaning = leaningOf(test.reads)
    const lean = leaning === 0 ? (engine?.slope ?? 0) : leaning * Math.max(usualSlope, slope)
    const shift = Math.min(mostShift, Math.max(-mostShift, lean * strengthPerLogRa * (by ?? 0)))
    const { at, variance: counted } = countedLogit(test.pocketHits, test.pocketOf, carry)
    const variance = counted + (slope * strengthPerLogRa * moved * doubtOfShift) ** 2
    weighted += (at + shift) / variance
    precision += 1 / variance
    thrown += test.pocketOf
    changedSince ||= moved > toleranceLogRa / 2
    if (moved <= toleranceLogRa) {
      reads.early += test.reads.early
      reads.right += test.reads.right
      reads.late += test.reads.late
    }
  }
  if (precision === 0) return null
  return { source: 'trials', logit: weighted / precision, variance: 1 / precision, thrown, reads, changedSince }
}

const pooled = (parts: readonly Part[]) => {
  const precision = parts.reduce((sum, part) => sum + 1 / part.variance, 0)
  return {
    logit: parts.reduce((sum, part) => sum + part.logit / part.variance, 0) / precision,
    variance: 1 / precision,
  }
}

/**
 * What a ball does in a state, from three kinds of evidence: the engine on the line that strikes most, the table of starting surfaces (of a fresh
 * lane), and what tests counted, combined by precision on the logit of the chance of a strike. Where tests contradict the models by more than both
 * explain, the excess (method of moments, DerSimonian and Laird 1986) is laid on the models alone: measured beats assumed.
 */
export function coverageCell(
  ball: CoverageBall,
  state: CoverageState,
  evidence: readonly Evidence[],
  phases: readonly number[],
  { band, tolerance, best, yard, engine }: CellContext,
): CoverageCell {
  const { effectiveRaUm, fitted } = ball.reading
  const wanted = band && state.shots === 0 ? startingSurface(band, state.condition) : null
  const offBy = wanted && effectiveRaUm !== null ? distanceFrom(wanted, { ...ball.reading, effectiveRaUm }) : null
  const models: Part[] = []
  if (engine && effectiveRaUm !== null) {
    const sd = Math.hypot(engine.logitSd ?? usualLogitSd, fitted ? engineSd.fitted : engineSd.assumed)
    models.push({ source: 'engine', logit: logit(engine.cell?.strikes ?? 0), variance: sd ** 2 })
  }
  if (offBy !== null)
    models.push({
      ...{ source: 'table', variance: tableSd ** 2 },
      logit: logit(best ?? usualBest) - Math.min(mostOff, (offBy / toleranceLogRa) ** 2),
    })
  const own = evidence.filter(
    (test) => test.ballId === ball.id && test.targetId === state.targetId && speaksOf(test, state.shots, phases),
  )
  const measured = trialsPart(own, ball, engine)
  const base = {
    ...{ ballId: ball.id, targetId: state.targetId, shots: state.shots, offBy },
    ...{ seldomNeeded: wanted?.seldomNeeded ?? false, engine: engine?.cell ?? null },
    ...{ thrown: measured?.thrown ?? 0, changedSince: measured?.changedSince ?? false },
  }
  if (models.length === 0 && !measured)
    return {
      ...base,
      ...{ standing: 'unknown', verdict: 'unknown', strikes: null, givenAway: null, provenance: 'unknown' },
      ...{ parts: [], contradicts: false, modelsApart: false },
    }

  // Two models that differ by more than both allow: the excess is laid on both alike.
  const [one, other] = models
  const between = one && other ? (one.logit - other.logit) ** 2 : 0
  const within = one && other ? one.variance + other.variance : 0
  const modelsApart = between > z975 ** 2 * within
  const beside = models.map((part) => ({ ...part, variance: part.variance + Math.max(0, between - within) / 2 }))
  const assumed = models.length > 0 ? pooled(beside) : null
  const apart = assumed && measured ? assumed.logit - measured.logit : 0
  const excess = assumed && measured ? Math.max(0, apart ** 2 - assumed.variance - measured.variance) : 0
  const contradicts =
    assumed !== null && measured !== null && Math.abs(apart) > z975 * Math.sqrt(assumed.variance + measured.variance)
  // The excess widens the models as a whole: each keeps its share of what they weigh.
  const wider = assumed ? (assumed.variance + excess) / assumed.variance : 1
  const all: Part[] = [
    ...beside.map((part) => ({ ...part, variance: part.variance * wider })),
    ...(measured ? [measured] : []),
  ]
  const sum = pooled(all)
  const band90 = (of: { readonly logit: number; readonly variance: number }) => ({
    p: logistic(of.logit),
    low: logistic(of.logit - z95 * Math.sqrt(of.variance)),
    high: logistic(of.logit + z95 * Math.sqrt(of.variance)),
  })
  const strikes = band90(sum)
  const parts = all.map((part): CellPart => ({
    source: part.source,
    ...band90(part),
    share: sum.variance / part.variance,
  }))
  // A test that says little beside the models does not make the cell 'measured'.
  const counts = measured !== null && measured.thrown >= leastShots && measured.variance < 10 * sum.variance
  const measuredBy = yard ?? best ?? usualBest
  const reach = measuredBy - tolerance / 100
  const standing: Standing =
    strikes.low >= reach && (counts || Boolean(fitted)) ? 'covered' : strikes.p >= reach ? 'likely' : 'open'
  return {
    ...base,
    standing,
    verdict:
      standing !== 'open'
        ? 'fits'
        : ((counts ? notFits(readVerdict(measured.reads)) : null) ?? direction(engine, offBy)),
    strikes,
    givenAway: 100 * Math.max(0, measuredBy - strikes.p),
    provenance: counts ? 'measured' : models.length === 0 ? 'unknown' : fitted ? 'fitted' : 'assumed',
    parts,
    ...{ contradicts, modelsApart },
  }
}

/** A cell that is open does not fit, whatever the reads were called. */
const notFits = (verdict: CoverageVerdict | null) => (verdict === 'fits' ? null : verdict)

/** Whether a ball that does not fit reads too early or too late: by whether more strength would help, else by the table. */
function direction(engine: EngineAnswer | null, offBy: number | null): CoverageVerdict {
  const byTable =
    offBy === null || offBy === 0
      ? null
      : offBy >= rollsOutFrom
        ? 'rolls-out'
        : offBy <= neverReadsFrom
          ? 'never-reads'
          : offBy > 0
            ? 'too-early'
            : 'late'
  if (!engine?.cell || engine.slope === null) return byTable ?? 'unknown'
  if (Math.abs(engine.slope) < tellingSlope) return byTable ?? 'falls-short'
  if (engine.slope > 0) return engine.cell.neverRead ? 'never-reads' : 'late'
  return engine.cell.rolledOut ? 'rolls-out' : 'too-early'
}
