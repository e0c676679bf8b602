import * as d3 from 'd3-array'
import { type BlockName, type ComparedShot, type Comparison, blockNames } from './compare.ts'
import { holm } from './holm.ts'
import { type Influence, influenceOf } from './influence.ts'
import { measures } from './measures.ts'
import { shotsToTell } from './power.ts'
import { type Believed, type CoefficientPrior, believed, posteriorOf, scatterOf } from './posterior.ts'
import { type CovariateName, covariateNames, usualSlopes } from './slopes.ts'

/** What cannot be told from the arms because it changed together with them. */
export type Confounder = 'drift' | BlockName

export interface Pair extends Believed {
  readonly from: string
  readonly to: string
  readonly estimate: number
  /** For all pairs being looked at together. */
  readonly pHolm: number
}

export interface Judgement extends Omit<Comparison, 'verdict'> {
  readonly pairs: readonly Pair[]
  /** Asked for beside the pairs: sums of arms, each times its weight, with Holm's adjustment among themselves. */
  readonly contrasts: readonly (Believed & { readonly name: string; readonly pHolm: number })[]
  readonly influence: readonly Influence[]
  /** 'confounded': a difference shows, but what changed along with the arms would explain it as well. */
  readonly verdict: Comparison['verdict'] | 'confounded'
  readonly confoundedWith: readonly Confounder[]
  /** Each arm's shots come in turns with the others', so that the lane's drift can be told from them. */
  readonly alternating: boolean
  /** Shots whose figure is missing, of each covariate that others have: reckoned at their arm's mean with more scatter. */
  readonly missing: Readonly<Partial<Record<CovariateName, number>>>
  /** What was believed before the first shot. */
  readonly priors: readonly { readonly name: string; readonly mean: number; readonly sd: number }[]
  /** A difference worth acting on, in the measure's unit. */
  readonly matters: number
  /** More shots of each arm, thrown in turns, that would tell a difference that matters in four of five cases; 0 when these do. */
  readonly moreShots: number
}

/** A sum of arms, each times its weight; the weights of a difference add up to nothing. */
export interface Contrast {
  readonly name: string
  readonly weights: Readonly<Record<string, number>>
}

export interface JudgeOptions {
  readonly measure: string
  /** A difference worth acting on, in the measure's unit. */
  readonly matters?: number | undefined
  readonly contrasts?: readonly Contrast[] | undefined
  /** Leave-one-out costs a fit a shot. */
  readonly influence?: boolean | undefined
}

/** The usual scatter is worth as many shots as this. */
const scatterWorth = 2
/** Boards a shot by which a lane may drift, one standard deviation: ten shots move the entry by a board (assumed). */
const driftSd = { entryBoard: 0.1 } as Readonly<Record<string, number>>
/** Scatter of what was not noted. */
const usualDeviation: Readonly<Record<CovariateName, number>> = {
  targetDeviationBoards: 0.8,
  laydownDeviationBoards: 0.4,
  speedDeviationMph: 0.35,
}
/** Wider than this because of drift or blocks, and the arms are not told from them. */
const widened = 1.3

/** Figures of a measure; one that is none of ours is judged by its own spread. */
function measureOf(name: string, values: readonly number[]) {
  const known = measures[name]
  if (known) return { ...known, drift: driftSd[name] ?? known.scatter / 10 }
  const spread = Math.max(1e-6, sd(values))
  return { scatter: spread, matters: spread, note: 0, drift: spread / 10 }
}
const mean = (values: readonly number[]) => d3.mean(values) ?? 0
const sd = (values: readonly number[]) => d3.deviation(values) ?? 0
const distinct = <T>(values: readonly T[]): T[] => [...new Set(values)]

interface Column {
  readonly name: string
  readonly about: 'arm' | 'covariate' | Confounder
  readonly prior: CoefficientPrior
  readonly values: readonly number[]
}

/** Columns of the design, and the variance that missing figures add to their shots. */
function designOf(
  shots: readonly ComparedShot[],
  arms: readonly string[],
  measure: string,
  own: ReturnType<typeof measureOf>,
) {
  const columns: Column[] = arms.map((arm) => ({
    ...{ name: arm, about: 'arm', prior: { mean: 0, sd: null } },
    values: shots.map((shot) => Number(shot.variant === arm)),
  }))
  const extraVariance = shots.map(() => 0)
  const missing: Partial<Record<CovariateName, number>> = {}
  const slopes = usualSlopes(measure)
  for (const name of covariateNames) {
    const given = shots.map((shot) => shot[name])
    const known = given.filter((value) => value !== undefined)
    if (known.length === 0) continue
    const prior = slopes?.[name] ?? { mean: 0, sd: own.scatter / usualDeviation[name], bend: 0 }
    const meanOf = (arm: string) => {
      const ofArm = shots.flatMap((shot) => (shot.variant === arm ? (shot[name] ?? []) : []))
      return ofArm.length > 0 ? mean(ofArm) : mean(known)
    }
    const scatter = Math.max(usualDeviation[name], known.length > 2 ? sd(known) : 0)
    const values = given.map((value, i) => {
      if (value !== undefined) {
        // Off the line by much, a shot does not follow the straight slope any more.
        extraVariance[i]! += (prior.bend * value ** 2) ** 2
        return value
      }
      extraVariance[i]! += (prior.mean ** 2 + prior.sd ** 2) * scatter ** 2
      return meanOf(shots[i]!.variant)
    })
    if (known.length < shots.length) missing[name] = shots.length - known.length
    // Everybody on the line says nothing of what being off it does.
    if (values.some((value) => value !== 0)) columns.push({ name, about: 'covariate', prior, values })
  }
  const lanes = shots.map((shot) => `${shot.blocks?.lane ?? ''} ${shot.blocks?.day ?? ''}`)
  for (const lane of distinct(lanes)) {
    const numbers = shots.flatMap((shot, i) => (lanes[i] === lane ? (shot.sequence ?? []) : []))
    if (distinct(numbers).length < 2) continue
    const middle = mean(numbers)
    columns.push({
      ...{ name: 'sequence', about: 'drift', prior: { mean: 0, sd: own.drift } },
      values: shots.map((shot, i) => (lanes[i] === lane && shot.sequence !== undefined ? shot.sequence - middle : 0)),
    })
  }
  const components: number[] = []
  for (const name of blockNames) {
    const levels = distinct(shots.map((shot) => shot.blocks?.[name] ?? ''))
    if (levels.length < 2) continue
    components.push(2 * own.scatter)
    for (const level of levels)
      columns.push({
        ...{ name: level, about: name, prior: { mean: 0, sd: { component: components.length - 1 } } },
        values: shots.map((shot) => Number((shot.blocks?.[name] ?? '') === level)),
      })
  }
  return { columns, extraVariance, missing, components }
}

/** Arms in turns: at least two changes of the arm for each arm beyond the first, in the order thrown. */
function inTurns(shots: readonly ComparedShot[], arms: readonly string[]): boolean {
  const order = [...shots].sort((a, b) => (a.sequence ?? 0) - (b.sequence ?? 0)).map((shot) => shot.variant)
  const changes = order.filter((arm, i) => i > 0 && arm !== order[i - 1]).length
  return changes >= 2 * (arms.length - 1)
}

/**
 * Judges arms of a trial on one measure: a Bayesian mixed model with arms, the line's and the speed's deviations (priors from the motion
 * core), drift on each lane and blocks as components of variance. Shots in the order of the arms' naming; the first arm is the control.
 * All pairs are told with Holm's adjustment. What changed along with the arms widens the intervals, and where that is what hides a
 * difference the verdict is 'confounded'.
 */
export function judge(shots: readonly ComparedShot[], options: JudgeOptions): Judgement {
  const arms = distinct(shots.map((shot) => shot.variant))
  const own = measureOf(
    options.measure,
    shots.map((shot) => shot.value),
  )
  const matters = options.matters ?? own.matters
  const { columns, extraVariance, missing, components } = designOf(shots, arms, options.measure, own)
  const alternating = inTurns(shots, arms)
  const priors = columns.flatMap(({ name, about, prior }) =>
    about === 'covariate' || about === 'drift' ? [{ name, mean: prior.mean, sd: prior.sd as number }] : [],
  )
  const counted = { n: shots.length, alternating, matters, missing, priors: distinctBy(priors, (prior) => prior.name) }
  const fewest = Math.min(...arms.map((arm) => shots.filter((shot) => shot.variant === arm).length))
  if (arms.length < 2 || fewest < 2)
    return {
      ...{ effects: [], pairs: [], contrasts: [], covariates: [], influence: [], residualSd: null, confoundedWith: [] },
      ...{ ...counted, verdict: 'too-few-shots', moreShots: Math.max(0, 2 - fewest) },
    }

  const fit = (without: readonly Confounder[] = []) => {
    const used = columns.filter(({ about }) => !(without as readonly string[]).includes(about))
    const posterior = posteriorOf({
      rows: shots.map((_, i) => used.map(({ values }) => values[i]!)),
      values: shots.map(({ value }) => value),
      extraVariance,
      priors: used.map(({ prior }) => prior),
      scatter: {
        usual: own.scatter,
        worth: scatterWorth,
        floor: Math.max(own.note / Math.sqrt(12), 1e-3 * own.scatter),
      },
      components,
    })
    const factors = (from: string, to: string) =>
      used.map(({ about, name }) => (about !== 'arm' ? 0 : Number(name === to) - Number(name === from)))
    const sumOf = (weights: Contrast['weights']) =>
      believed(
        posterior,
        used.map(({ about, name }) => (about === 'arm' ? (weights[name] ?? 0) : 0)),
      )
    return { posterior, used, sumOf, between: (from: string, to: string) => believed(posterior, factors(from, to)) }
  }
  const pairsOf = ({ between }: ReturnType<typeof fit>): Pair[] => {
    const raw = arms.flatMap((from, i) => arms.slice(i + 1).map((to) => ({ from, to, ...between(from, to) })))
    const adjusted = holm(raw.map(({ p }) => p))
    return raw.map((pair, i) => ({ ...pair, estimate: pair.mean, pHolm: adjusted[i]! }))
  }
  const shown = (pairs: readonly Pair[]) => pairs.some(({ pHolm }) => pHolm < 0.05)

  const whole = fit()
  const pairs = pairsOf(whole)
  const confoundedWith = shown(pairs) ? [] : hidesBehind()
  const verdict = shown(pairs) ? 'different' : confoundedWith.length > 0 ? 'confounded' : 'no-difference-shown'

  /** What, left out of the model, would let a difference show, and widens the intervals so much that it hides it. */
  function hidesBehind(): Confounder[] {
    const present = distinct(columns.map(({ about }) => about)).filter(
      (about): about is Confounder => about !== 'arm' && about !== 'covariate',
    )
    return present.filter((about) => {
      const bare = pairsOf(fit([about]))
      return shown(bare) && bare.some((pair, i) => pair.pHolm < 0.05 && pairs[i]!.sd > widened * pair.sd)
    })
  }

  const asked = (options.contrasts ?? []).map(({ name, weights }) => ({ name, ...whole.sumOf(weights) }))
  const adjusted = holm(asked.map(({ p }) => p))
  const influence =
    options.influence === false
      ? []
      : influenceOf(shots, (rest) => (rest === shots ? { pairs } : judge(rest, { ...options, influence: false })))
  const scatters = scatterOf(whole.posterior)
  const needed = shotsToTell(scatters, matters)
  return {
    effects: pairs
      .filter((pair) => pair.from === arms[0])
      .map(({ from, to, estimate, low, high, p }) => ({ from, to, estimate, low, high, p })),
    pairs,
    contrasts: asked.map((one, i) => ({ ...one, pHolm: adjusted[i]! })),
    covariates: whole.used.flatMap(({ name, about }, i) => {
      if (about !== 'covariate' && about !== 'drift') return []
      const slope = believed(
        whole.posterior,
        whole.used.map((_, j) => Number(i === j)),
      )
      return [{ name, slope: slope.mean, se: slope.sd }]
    }),
    residualSd: scatters.reduce((sum, { weight, scatter }) => sum + weight * scatter, 0),
    ...counted,
    influence,
    verdict,
    confoundedWith,
    moreShots: Math.max(0, needed - fewest),
  }
}

const distinctBy = <T>(values: readonly T[], key: (value: T) => string): T[] => [
  ...new Map(values.map((value) => [key(value), value])).values(),
]
