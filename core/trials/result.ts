import * as d3 from 'd3-array'
import type { BlockName, ComparedShot } from './compare.ts'
import { type CrossedEffect, crossedContrasts } from './crossed.ts'
import { type DesignName, designs } from './design/index.ts'
import { type Judgement, judge } from './judge.ts'
import { holm } from './holm.ts'
import { type OrderedDifference, orderedDifference } from './ordered.ts'
import { chanceOfRun, longestRun } from './shares.ts'
import { type Read, type Shot, counts, crossedAt, hitPocket, reads } from './shot.ts'
import { sittingsOf } from './sittings.ts'

/** Fewer counted shots per arm than this give no verdict in most designs: the least that a reaction test needs. */
export const leastShots = 4

/** What a trial asks, as far as its result depends on it. */
export interface TrialAsked {
  readonly design: DesignName
  /** The first is the control; numbers from 1. */
  readonly arms: readonly ResultArm[]
}
export interface ResultArm {
  readonly arm: number
  readonly bowlerId?: string | null | undefined
  readonly lane?: string | undefined
  readonly levels: readonly string[]
}

export interface ArmSummary {
  readonly arm: number
  readonly counted: number
  readonly setAside: number
  readonly warmUps: number
  readonly meanEntryBoard: number | null
  readonly meanFeetBoard: number | null
  readonly meanFirstReadFt: number | null
  readonly reads: Readonly<Record<Read, number>>
  readonly pocket: { readonly hits: number; readonly of: number }
  readonly strikes: { readonly hits: number; readonly of: number }
  /** The longest run of strikes, and how often so long a one, or longer, comes by chance in as many shots that strike as often as these. */
  readonly run: { readonly strikes: number; readonly chance: number } | null
}

export interface TrialResult {
  readonly measure: 'entryBoard' | 'boardsMoved'
  readonly arms: readonly ArmSummary[]
  /** Shots still needed of each arm before a verdict on it, by its place; 0 when there are enough. */
  readonly missing: readonly number[]
  /** Arms that have enough, judged by the measure with aim, feet, speed and the lane's drift; null below two of them. */
  readonly judged: Judgement | null
  /** Of arms that are combinations: what each factor does, and whether that depends on the other. */
  readonly crossed: readonly (CrossedEffect & Judgement['contrasts'][number])[]
  /** The same with the set-aside shots counted in, when that changes the verdict. */
  readonly withSetAside: Judgement | null
}

/** A run shorter than this is nothing to speak of. */
const leastRun = 3
function runOf(struck: readonly (boolean | null)[]): ArmSummary['run'] {
  const known = struck.filter((one) => one !== null)
  const strikes = longestRun(known)
  if (strikes < leastRun) return null
  // A strike and a miss more than were thrown: a row of strikes alone does not say that every shot strikes.
  const p = (known.filter(Boolean).length + 1) / (known.length + 2)
  return { strikes, chance: chanceOfRun(known.length, p, strikes) }
}

const meanOf = (values: readonly (number | null | undefined)[]) =>
  d3.mean(values.filter((value): value is number => value != null)) ?? null
const struck = ({ leave }: Pick<Shot, 'leave'>) => (leave === null ? null : leave.length === 0)
const share = (hits: readonly (boolean | null)[]) => {
  const known = hits.filter((hit) => hit !== null)
  return { hits: known.filter(Boolean).length, of: known.length }
}

/** Counts and means of one arm's shots; warm-ups and those set aside are only counted. */
export function summariseArm(arm: number, all: readonly Shot[]): ArmSummary {
  const own = all.filter((shot) => shot.arm === arm)
  const counted = own.filter(counts)
  const readCount = (read: Read) => counted.filter((shot) => shot.read === read).length
  return {
    arm,
    counted: counted.length,
    setAside: own.filter(({ setAsideReason }) => setAsideReason !== null).length,
    warmUps: own.filter(({ warmUp }) => warmUp === true).length,
    meanEntryBoard: meanOf(counted.map(({ entryBoard }) => entryBoard)),
    meanFeetBoard: meanOf(counted.map(({ feetBoard }) => feetBoard)),
    meanFirstReadFt: meanOf(counted.map(({ firstReadFt }) => firstReadFt)),
    reads: Object.fromEntries(reads.map((read) => [read, readCount(read)])) as Record<Read, number>,
    pocket: share(counted.map(hitPocket)),
    strikes: share(counted.map(struck)),
    run: runOf(counted.map(struck)),
  }
}

/** Measures beside the entry board, where somebody noted them or a tracker saw them. */
export const otherMeasures = ['firstReadFt', 'breakpointBoard', 'entryAngleDeg'] as const
export type OtherMeasure = (typeof otherMeasures)[number]
type Measure = TrialResult['measure'] | OtherMeasure

/** The measure of a shot that tells; null where it does not. */
function valueOf(shot: Shot, measure: Measure): number | null {
  if (measure !== 'boardsMoved') return shot[measure] ?? null
  // A line that did not hit is not yet its own line.
  return shot.feetBoard !== null && (hitPocket(shot) === true || shot.read === 'right') ? shot.feetBoard : null
}

/** Shots as the judge takes them, arms in their order; null when fewer than two arms have enough. */
function comparedOf(
  asked: TrialAsked,
  shots: readonly Shot[],
  measure: Measure = designs[asked.design].measure,
): readonly (ComparedShot & { shot: Shot })[] | null {
  const design = designs[asked.design]
  const usable = shots.filter((shot) => shot.warmUp !== true && valueOf(shot, measure) !== null)
  const enough = asked.arms.filter(
    ({ arm }) => usable.filter((shot) => shot.arm === arm).length >= Math.max(2, design.least),
  )
  if (enough.length < 2) return null
  const judged = usable
    .filter((shot) => enough.some(({ arm }) => arm === shot.arm))
    .sort((a, b) => a.arm - b.arm || a.sequence - b.sequence)
  const sittings = new Map(sittingsOf(judged).flatMap((part, i) => part.map((shot) => [shot, String(i)] as const)))
  const off = (read: (shot: Shot) => number | null | undefined) => {
    const mean = meanOf(judged.map(read))
    return (shot: Shot) => {
      const value = read(shot)
      return value == null || mean === null ? undefined : value - mean
    }
  }
  const aims = measure !== 'boardsMoved'
  const [target, feet] = [off(crossedAt), off(({ feetBoard }) => feetBoard)]
  const speed = off(({ speedMph }) => speedMph)
  // What the arms themselves are is not taken out of them again.
  const ofArms = (name: 'bowlerId' | 'lane') => asked.arms.some((arm) => Boolean(arm[name]))
  const blocks = (shot: Shot): Partial<Record<BlockName, string>> => ({
    ...(ofArms('bowlerId') ? {} : { bowler: shot.bowlerId ?? '' }),
    ...(ofArms('lane') ? {} : { lane: shot.lane ?? '' }),
    day: sittings.get(shot)!,
  })
  return judged.map((shot) => ({
    shot,
    variant: String(shot.arm),
    value: valueOf(shot, measure)!,
    targetDeviationBoards: aims ? target(shot) : undefined,
    laydownDeviationBoards: aims ? feet(shot) : undefined,
    speedDeviationMph: speed(shot),
    sequence: shot.sequence,
    blocks: blocks(shot),
  }))
}

/** Contrasts whose arms are all among those judged. */
function contrastsFor(asked: TrialAsked, compared: readonly ComparedShot[]) {
  const judged = new Set(compared.map(({ variant }) => variant))
  return crossedContrasts(asked.arms).filter(({ contrast }) =>
    Object.keys(contrast.weights).every((arm) => judged.has(arm)),
  )
}

function judgeShots(asked: TrialAsked, shots: readonly Shot[]) {
  const compared = comparedOf(asked, shots)
  if (!compared) return null
  const crossed = contrastsFor(asked, compared)
  const judged = judge(compared, {
    measure: designs[asked.design].measure,
    contrasts: crossed.map(({ contrast }) => contrast),
    influence: false,
  })
  return {
    judged,
    crossed: crossed.flatMap(({ effect }, i) => (judged.contrasts[i] ? [{ ...effect, ...judged.contrasts[i] }] : [])),
  }
}

export interface ShotWeight {
  /** Number of the shot in the trial. */
  readonly sequence: number
  /** The first difference, boards, with the shot left out. */
  readonly without: number
  /** Without it the verdict would be another. */
  readonly flips: boolean
}

/** The counted shots on which the first difference hangs most, those that turn the verdict first; empty without a verdict. A fit a shot: ask when somebody wants to know. */
export function weightOfShots(asked: TrialAsked, shots: readonly Shot[], most = 3): ShotWeight[] {
  const compared = comparedOf(asked, shots.filter(counts))
  if (!compared) return []
  const { influence, pairs } = judge(compared, { measure: designs[asked.design].measure })
  return [...influence]
    .sort((a, b) => Number(b.flips) - Number(a.flips) || Math.abs(b.change) - Math.abs(a.change))
    .slice(0, most)
    .map(({ shot, change, flips }) => ({
      ...{ sequence: compared[shot]!.shot.sequence, flips },
      without: pairs[0]!.estimate - change,
    }))
}

/** What a trial says, with and without the shots set aside. */
export function trialResult(asked: TrialAsked, shots: readonly Shot[]): TrialResult {
  const { least, measure } = designs[asked.design]
  const arms = asked.arms.map(({ arm }) => summariseArm(arm, shots))
  const counted = shots.filter(counts)
  const now = judgeShots(asked, counted)
  const setAside = shots.some(({ setAsideReason }) => setAsideReason !== null)
  const everything = setAside ? (judgeShots(asked, shots)?.judged ?? null) : null
  return {
    measure,
    arms,
    missing: arms.map((arm) => Math.max(0, least - arm.counted)),
    judged: now?.judged ?? null,
    crossed: now?.crossed ?? [],
    withSetAside: everything && everything.verdict !== now?.judged.verdict ? everything : null,
  }
}

/** A pair of arms by another measure; its p is adjusted for all pairs of all other measures being looked at together. */
export interface OtherPair {
  readonly from: number
  readonly to: number
  readonly estimate: number
  readonly low: number
  readonly high: number
  readonly shown: boolean
}
export interface OtherVerdicts {
  readonly measures: readonly {
    readonly measure: OtherMeasure
    readonly shots: number
    readonly pairs: readonly OtherPair[]
  }[]
  /** By the reads as somebody saw them, early, right or late: against the control. */
  readonly reads: readonly ({ readonly from: number; readonly to: number } & OrderedDifference)[]
}

/**
 * What a trial says beside its main measure: first read, breakpoint and entry angle by the same model, and the reads as ordered words. Looking
 * at many measures finds something by chance, so all their pairs are adjusted together. Some fits: ask when somebody wants to know.
 */
export function otherVerdicts(asked: TrialAsked, shots: readonly Shot[]): OtherVerdicts {
  const counted = shots.filter(counts)
  const judged = otherMeasures.flatMap((measure) => {
    const compared = comparedOf(asked, counted, measure)
    return compared ? [{ measure, compared, judgement: judge(compared, { measure, influence: false }) }] : []
  })
  const adjusted = holm(judged.flatMap(({ judgement }) => judgement.pairs.map(({ p }) => p)))
  let at = 0
  const measures = judged.map(({ measure, compared, judgement }) => ({
    ...{ measure, shots: compared.length },
    pairs: judgement.pairs.map(({ from, to, estimate, low, high }): OtherPair => {
      at += 1
      return { from: Number(from), to: Number(to), estimate, low, high, shown: adjusted[at - 1]! < 0.05 }
    }),
  }))
  const [control, ...others] = asked.arms
  const readsOf = (arm: number) =>
    reads.map((read) => counted.filter((shot) => shot.arm === arm && shot.read === read).length)
  return {
    measures,
    reads: others.flatMap(({ arm }) => {
      const difference = orderedDifference(readsOf(control!.arm), readsOf(arm))
      return difference ? [{ from: control!.arm, to: arm, ...difference }] : []
    }),
  }
}
