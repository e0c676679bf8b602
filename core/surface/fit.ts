import { CholeskyDecomposition, Matrix } from 'ml-matrix'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import jstat from 'jstat'
import type { CoverFamily } from '../ball/covers.ts'
import { type SurfaceConstants, scannerTopGrit, surfaceDefaults } from './defaults.ts'
import { gritOfRa, raOfGrit } from './grit.ts'
import { type WearParameters, wearParameters, wornRaUm } from './wear.ts'

/** Bound once: looked up on every use, globals cost more than the arithmetic. */
const { PI, cos, exp, floor, log, max, sqrt } = Math

/** A scanner reading after a number of games on the surface. One at or above the device's top is only a bound. */
export interface WearReading {
  readonly games: number
  readonly grit: number
}

export interface WearBand {
  readonly games: number
  /** Posterior median, and the 5 % and 95 % points. */
  readonly raUm: number
  readonly low: number
  readonly high: number
}

/** What is believed of a ball's wear before its own readings: a normal distribution of the parameters' logarithms. */
export interface WearPrior {
  /** Logarithms of f, τ1, τ2 and Ra_inf. */
  readonly mean: readonly number[]
  /** Four rows of four. */
  readonly covariance: readonly (readonly number[])[]
}

export interface WearFit {
  /** Posterior medians of the parameters, each on its own. */
  readonly fit: WearParameters
  /** Mean and covariance of the parameters' logarithms, for sharing with other balls. */
  readonly posterior: WearPrior
  /** Effective number of samples behind the figures. */
  readonly effective: number
  /** Median and 90 % band of the roughness after a number of games. */
  at(games: number): WearBand
}

/** Standard deviation of each parameter's logarithm: independent log-normal priors about the starting values. */
export const priorSd = sqrt(log(1.25))
/** Reading noise on the logarithm of Ra. */
export const readingSd = 0.1
const sampleCount = 20_000
/** Samples of the rounds that only look for the proposal. */
const searchCount = 5_000
/** Draws of equal weight that a curve's points are taken from, thinned evenly along the roughness at `thinnedAt` games. */
const curveDraws = 1_500
/** Past the fast wear, before lane shine: curves that are apart here are apart nearly everywhere. */
const thinnedAt = 20
/** Draws of the prior itself, when there is no reading to hold it against. */
const priorCount = 10_000
/** Rounds in which the proposal is moved to where the last one found the posterior. */
const rounds = 3
/** Share of the samples that always come from the prior, so that no part of it is left out. */
const fromPrior = 0.25
/** Proposals are wider than what was found: tails must not be missed. */
const widening = 1.3

type Logs = readonly [f: number, tau1: number, tau2: number, raInf: number]
const keys = ['f', 'tau1', 'tau2', 'raInf'] as const
const size = keys.length

const logOf = (p: WearParameters) => keys.map((key) => log(p[key])) as unknown as Logs
/** Independent log-normal prior about a cover's starting values. */
export const startingPrior = (cover: CoverFamily, constants: SurfaceConstants = surfaceDefaults): WearPrior => ({
  mean: logOf(wearParameters(cover, constants)),
  covariance: Matrix.eye(size, size, priorSd ** 2).to2DArray(),
})
export const parametersOf = (logs: ArrayLike<number>): WearParameters => ({
  f: exp(logs[0]!),
  tau1: exp(logs[1]!),
  tau2: exp(logs[2]!),
  raInf: exp(logs[3]!),
})

const halfLogTwoPi = 0.5 * log(2 * PI)
const logNormalDensity = (x: number, mean: number, sd: number) => -0.5 * ((x - mean) / sd) ** 2 - log(sd) - halfLogTwoPi
/** Logarithm of the normal distribution function; by its tail's series where the function underflows. */
function logNormalBelow(z: number): number {
  if (z < -12) return -0.5 * z * z - log(-z) - halfLogTwoPi
  return log(jstat.jStat.normal.cdf(z, 0, 1))
}

/** Degrees of freedom of readings whose noise has heavy tails: one slip in a dozen must not move the curve. */
const tailFreedom = 4
/** Student's t about the expected value, less what does not depend on it. */
const logHeavyDensity = (x: number, mean: number, sd: number) =>
  -((tailFreedom + 1) / 2) * log(1 + ((x - mean) / sd) ** 2 / tailFreedom)

function logLikelihood(
  p: WearParameters,
  startRaUm: number,
  readings: readonly WearReading[],
  density: typeof logNormalDensity,
): number {
  let sum = 0
  for (const { games, grit } of readings) {
    const expected = log(wornRaUm(p, startRaUm, games))
    sum +=
      grit >= scannerTopGrit
        ? // At least this smooth: the reading's roughness is anywhere below the device's floor.
          logNormalBelow((log(raOfGrit(scannerTopGrit)) - expected) / readingSd)
        : density(log(raOfGrit(grit)), expected, readingSd)
  }
  return sum
}

/** What is believed of the readings and of where a curve begins. */
export interface FitBeliefs {
  /** Standard deviation of the start's logarithm: a recipe leaves what it says within so much. 0: the start is known. */
  readonly startSd?: number | undefined
  /** Noise of a reading: log-normal, or with the heavy tails of slips and of a scanner held askew. */
  readonly tails?: 'normal' | 'heavy' | undefined
}
/** Beliefs about what happens in a shop; starting values of ours (handbook: a recipe leaves its figure within 10 to 15 %). */
export const shopBeliefs: FitBeliefs = { startSd: 0.12, tails: 'heavy' }

/** A fit of wear to readings, however it is made or kept; null while it is not made yet. */
export type FitFunction = (
  cover: CoverFamily,
  startRaUm: number,
  readings: readonly WearReading[],
  constants?: SurfaceConstants,
  prior?: WearPrior,
) => WearFit | null
/** The fit as the shop's balls are fitted: the start is uncertain too, and a reading may be a slip. */
export const fitBall = (
  cover: CoverFamily,
  startRaUm: number,
  readings: readonly WearReading[],
  constants?: SurfaceConstants,
  prior?: WearPrior,
): WearFit => fitWear(cover, startRaUm, readings, constants, prior, shopBeliefs)

interface Normal {
  readonly mean: readonly number[]
  /** Lower triangular root of the covariance, row by row. */
  readonly lower: Float64Array
  readonly logDet: number
}
function normalOf(mean: readonly number[], covariance: Matrix): Normal {
  // Rounding may leave the two halves a bit apart.
  const even = Matrix.add(covariance, covariance.transpose()).mul(0.5)
  const root = new CholeskyDecomposition(even).lowerTriangularMatrix
  const lower = Float64Array.from(root.to1DArray())
  let logDet = 0
  for (let i = 0; i < mean.length; i += 1) logDet += log(lower[i * mean.length + i]!)
  return { mean, lower, logDet }
}
function logDensity({ mean, lower, logDet }: Normal, x: ArrayLike<number>): number {
  // Forward substitution: L·z = x − mean.
  const wide = mean.length
  let squares = 0
  for (let i = 0; i < wide; i += 1) {
    let rest = x[i]! - mean[i]!
    for (let j = 0; j < i; j += 1) rest -= lower[i * wide + j]! * solved[j]!
    solved[i] = rest / lower[i * wide + i]!
    squares += solved[i]! * solved[i]!
  }
  return -0.5 * squares - logDet - wide * halfLogTwoPi
}
/** Room for the largest: the four of the wear and the start. */
const solved = new Float64Array(size + 1)

/** Indices drawn in proportion to weights that sum to 1, evenly spaced (systematic resampling): each stands for one sample. */
function resample(weights: Float64Array): Uint32Array {
  const drawn = new Uint32Array(weights.length)
  let index = 0
  let sum = weights[0]!
  for (let s = 0; s < drawn.length; s += 1) {
    const place = (s + 0.5) / drawn.length
    while (sum < place && index < weights.length - 1) sum += weights[(index += 1)]!
    drawn[s] = index
  }
  return drawn
}
/** Weighted mean and covariance of the samples, one column a parameter. */
function momentsOf(samples: readonly Float64Array[], weights: Float64Array): WearPrior {
  const mean = samples.map((column) => column.reduce((sum, x, s) => sum + x * weights[s]!, 0))
  const covariance = samples.map((a, i) =>
    samples.map((b, j) => a.reduce((sum, x, s) => sum + weights[s]! * (x - mean[i]!) * (b[s]! - mean[j]!), 0)),
  )
  return { mean, covariance }
}
const quantile = (sorted: Float64Array, share: number) => sorted[floor(share * sorted.length)]!

/**
 * Posterior of a ball's own wear curve: independent log-normal priors about the starting values (f under 1), log-normal reading
 * noise, by adaptive importance sampling with a fixed seed: the same readings give the same figures everywhere. `prior` may
 * stand in for the starting values, such as what other balls of this cover have shown.
 */
export function fitWear(
  cover: CoverFamily,
  startRaUm: number,
  readings: readonly WearReading[],
  constants: SurfaceConstants = surfaceDefaults,
  prior: WearPrior = startingPrior(cover, constants),
  { startSd = 0, tails = 'normal' }: FitBeliefs = {},
): WearFit {
  const density = tails === 'heavy' ? logHeavyDensity : logNormalDensity
  const whole = startSd > 0 ? withStart(prior, startSd) : prior
  const likelihood = (point: readonly number[]) =>
    logLikelihood(parametersOf(point), startRaUm * exp(point[size] ?? 0), readings, density)
  const { columns, posterior, effective } = readings.length === 0 ? drawPrior(whole) : drawPosterior(whole, likelihood)
  const medians = columns.map((column) => quantile(column.slice().sort(), 0.5))
  const curves = thinned(columns, startRaUm)
  const worn = new Float64Array(curveDraws)
  return {
    fit: parametersOf(medians),
    // The start is this surface's own: other balls learn of the wear alone.
    posterior: {
      mean: posterior.mean.slice(0, size),
      covariance: posterior.covariance.slice(0, size).map((row) => row.slice(0, size)),
    },
    effective,
    at(games) {
      wearAll(curves, games, worn)
      worn.sort()
      return { games, raUm: quantile(worn, 0.5), low: quantile(worn, 0.05), high: quantile(worn, 0.95) }
    },
  }
}

/** A prior with the start's logarithm, as a factor on what the recipe says, for its fifth parameter. */
const withStart = ({ mean, covariance }: WearPrior, startSd: number): WearPrior => ({
  mean: [...mean, 0],
  covariance: [...covariance.map((row) => [...row, 0]), [0, 0, 0, 0, startSd ** 2]],
})

/** Draws of equal weight, one column a parameter, with mean and covariance of what they are drawn from. */
interface Draws {
  readonly columns: readonly Float64Array[]
  readonly posterior: WearPrior
  readonly effective: number
}

/** Standard normal deviates from a fixed seed: the same question gives the same figures everywhere. */
function seededGauss(): () => number {
  const generator = xoroshiro128plus(20_311)
  const uniform = () => ((generator.next() >>> 0) + 1) / 4_294_967_296
  return () => sqrt(-2 * log(uniform())) * cos(2 * PI * uniform())
}

/** Curves side by side, one column a figure: where each starts and how it wears. */
interface Curves {
  readonly start: Float64Array
  readonly f: Float64Array
  readonly tau1: Float64Array
  readonly tau2: Float64Array
  readonly raInf: Float64Array
}

/** Every so-many-th curve in the order of their roughness, so that few of them still lie as all of them do. */
function thinned(columns: readonly Float64Array[], startRaUm: number): Curves {
  const count = columns[0]!.length
  const [f, tau1, tau2, raInf] = columns.slice(0, size).map((column) => column.map(exp)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ]
  const start = Float64Array.from({ length: count }, (_, s) => startRaUm * exp(columns[size]?.[s] ?? 0))
  const worn = new Float64Array(count)
  wearAll({ start, f, tau1, tau2, raInf }, thinnedAt, worn)
  const order = Uint32Array.from({ length: count }, (_, s) => s).sort((a, b) => worn[a]! - worn[b]!)
  const chosen = Uint32Array.from(
    { length: curveDraws },
    (_, place) => order[floor(((place + 0.5) * count) / curveDraws)]!,
  )
  const of = (column: Float64Array) => Float64Array.from(chosen, (s) => column[s]!)
  return { start: of(start), f: of(f), tau1: of(tau1), tau2: of(tau2), raInf: of(raInf) }
}

/** Roughness of every curve after games, as `wornRaUm` tells it for one; written flat, since a page asks for sixty points. */
function wearAll({ start, f, tau1, tau2, raInf }: Curves, games: number, worn: Float64Array): void {
  for (let s = 0; s < worn.length; s += 1) {
    const left = f[s]! * exp(-games / tau1[s]!) + (1 - f[s]!) * exp(-games / tau2[s]!)
    worn[s] = raInf[s]! + (start[s]! - raInf[s]!) * left
  }
}

/** Deviates for the draws of any prior, made once: they are the same from the same seed. */
let deviates: Float64Array | null = null

function drawPrior(prior: WearPrior): Draws {
  const { mean, lower } = normalOf([...prior.mean], new Matrix(prior.covariance.map((row) => [...row])))
  const wide = mean.length
  const perDraw = size + 1
  // Some draws fall away: f must stay under 1.
  deviates ??= Float64Array.from({ length: perDraw * 2 * priorCount }, seededGauss())
  const columns = Array.from({ length: wide }, () => new Float64Array(priorCount))
  let kept = 0
  for (let s = 0; s < 2 * priorCount && kept < priorCount; s += 1) {
    for (let i = 0; i < wide; i += 1) {
      let x = mean[i]!
      for (let j = 0; j <= i; j += 1) x += lower[i * wide + j]! * deviates[s * perDraw + j]!
      columns[i]![kept] = x
    }
    if (columns[0]![kept]! < 0) kept += 1
  }
  // A prior that holds f to be 1 or more nearly always is not met; what was not drawn is as the last one that was.
  return { columns: columns.map((column) => column.subarray(0, Math.max(1, kept))), posterior: prior, effective: kept }
}

/** One draw of a normal distribution into `point`; `z` is room for its deviates. */
function draw({ mean, lower }: Normal, gauss: () => number, z: Float64Array, point: number[]): void {
  const wide = mean.length
  for (let i = 0; i < wide; i += 1) z[i] = gauss()
  for (let i = 0; i < wide; i += 1) {
    let x = mean[i]!
    for (let j = 0; j <= i; j += 1) x += lower[i * wide + j]! * z[j]!
    point[i] = x
  }
}

function drawPosterior(prior: WearPrior, likelihoodOf: (point: readonly number[]) => number): Draws {
  const wide = prior.mean.length
  const gauss = seededGauss()
  const priorNormal = normalOf([...prior.mean], new Matrix(prior.covariance.map((row) => [...row])))
  let samples: Float64Array[] = []
  let weights = new Float64Array()
  let proposal = priorNormal
  let found = prior
  const point = Array.from({ length: wide }, () => 0)
  const z = new Float64Array(wide)
  for (let round = 0; round < rounds; round += 1) {
    const count = round === rounds - 1 ? sampleCount : searchCount
    samples = Array.from({ length: wide }, () => new Float64Array(count))
    weights = new Float64Array(count)
    const logWeights = new Float64Array(count)
    let highest = Number.NEGATIVE_INFINITY
    for (let s = 0; s < count; s += 1) {
      const source = s < fromPrior * count ? priorNormal : proposal
      draw(source, gauss, z, point)
      for (let i = 0; i < wide; i += 1) samples[i]![s] = point[i]!
      // f must stay under 1.
      if (point[0]! >= 0) {
        logWeights[s] = Number.NEGATIVE_INFINITY
        continue
      }
      const ofPrior = logDensity(priorNormal, point)
      const mixture = log(fromPrior * exp(ofPrior) + (1 - fromPrior) * exp(logDensity(proposal, point)) + 1e-300)
      logWeights[s] = ofPrior + likelihoodOf(point) - mixture
      highest = max(highest, logWeights[s]!)
    }
    let total = 0
    for (let s = 0; s < count; s += 1) total += weights[s] = exp(logWeights[s]! - highest)
    for (let s = 0; s < count; s += 1) weights[s] = weights[s]! / total
    found = momentsOf(samples, weights)
    if (round === rounds - 1) break
    // A floor keeps the proposal from closing in on a few samples.
    proposal = normalOf(
      [...found.mean],
      new Matrix(found.covariance.map((row) => row.map((x) => x * widening ** 2))).add(Matrix.eye(wide, wide, 1e-5)),
    )
  }
  const drawn = resample(weights)
  return {
    columns: samples.map((column) => Float64Array.from(drawn, (index) => column[index]!)),
    posterior: found,
    effective: 1 / weights.reduce((sum, w) => sum + w * w, 0),
  }
}

/** Equivalent grit of a band's median, as a scanner would read it. */
export const gritOfBand = (band: WearBand) => gritOfRa(band.raUm)

const horizonGames = 2000
/**
 * Games at which the median curve leaves a window; 0 when it starts outside, null when it never does. Curves go one way, so
 * the place is found by halving.
 */
export function leavesWindowAt(
  fit: Pick<WearFit, 'at'>,
  window: { readonly minRaUm: number; readonly maxRaUm: number },
): number | null {
  const outside = (games: number) => {
    const { raUm } = fit.at(games)
    return raUm < window.minRaUm || raUm > window.maxRaUm
  }
  if (outside(0)) return 0
  if (!outside(horizonGames)) return null
  let [low, high] = [0, horizonGames]
  while (high - low > 0.02) {
    const middle = (low + high) / 2
    if (outside(middle)) high = middle
    else low = middle
  }
  return (low + high) / 2
}
