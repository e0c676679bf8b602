import { deviation } from 'd3-array'
import jstat from 'jstat'
import { CholeskyDecomposition, Matrix } from 'ml-matrix'

/** What is believed of a coefficient before the shots; a null spread believes nothing. */
export interface CoefficientPrior {
  readonly mean: number
  /** One standard deviation; of a block it is a component of variance that is found from the shots, by its index. */
  readonly sd: number | null | { readonly component: number }
}

export interface NormalModel {
  /** One row a shot, one column a coefficient. */
  readonly rows: readonly (readonly number[])[]
  readonly values: readonly number[]
  /** Variance of each shot beyond the common scatter. */
  readonly extraVariance: readonly number[]
  readonly priors: readonly CoefficientPrior[]
  /** Usual scatter of a shot and the degrees of freedom that this is worth; the scatter is never below the floor. */
  readonly scatter: { readonly usual: number; readonly worth: number; readonly floor: number }
  /** Usual size of each component of variance. */
  readonly components: readonly number[]
}

/** One cell of the grid: how much it weighs, and the coefficients there. */
interface Cell {
  readonly weight: number
  readonly scatter: number
  readonly mean: readonly number[]
  readonly covariance: Matrix
}
export type Posterior = readonly Cell[]

const scatterPoints = 24
const componentFactors = [0.05, 0.3, 0.8, 1.6, 3.2, 6.4] as const
const fewComponentFactors = [0.1, 0.8, 3.2] as const
/** Cells that weigh less than this share are left out. */
const leastWeight = 1e-5
const flatPrecision = 1e-9
const { normal } = jstat.jStat

/** Every combination of one factor for each component. */
function combinations(count: number): readonly (readonly number[])[] {
  const factors = count > 2 ? fewComponentFactors : componentFactors
  let all: readonly (readonly number[])[] = [[]]
  for (let i = 0; i < count; i += 1) all = all.flatMap((before) => factors.map((factor) => [...before, factor]))
  return all
}

/**
 * Posterior of a normal linear model whose scatter and components of variance are not known: exact and normal on each cell of a grid
 * over them, weighed by how well the cell explains the shots (marginal likelihood) and by its prior (scaled inverse χ² for the scatter,
 * half-Cauchy for each component; Gelman et al., Bayesian Data Analysis, 3rd ed., chapters 5 and 14). A mixture of few shots has the
 * heavy tails that Student's t has.
 */
export function posteriorOf(model: NormalModel): Posterior {
  const { rows, values, extraVariance, priors, scatter, components } = model
  const columns = priors.length
  const spread = deviation(values) ?? 0
  const [from, to] = [Math.max(scatter.floor, scatter.usual / 8), 8 * Math.max(scatter.usual, spread, scatter.floor)]
  const scatters = Array.from({ length: scatterPoints }, (_, i) => from * (to / from) ** (i / (scatterPoints - 1)))
  // Where every shot scatters alike, the sums are made once.
  const alike = extraVariance.every((one) => one === 0)
  const unit = alike ? sumsOf(() => 1) : null
  const sums = (sigma: number) => {
    if (!unit) return sumsOf((shot) => 1 / (sigma ** 2 + extraVariance[shot]!))
    const w = 1 / sigma ** 2
    return {
      xx: Matrix.mul(unit.xx, w),
      xy: unit.xy.map((one) => w * one),
      yy: w * unit.yy,
      logNoise: values.length * Math.log(w),
    }
  }
  function sumsOf(weightOf: (shot: number) => number) {
    const [xx, xy] = [Matrix.zeros(columns, columns), new Array<number>(columns).fill(0)]
    let [yy, logNoise] = [0, 0]
    rows.forEach((row, shot) => {
      const w = weightOf(shot)
      logNoise += Math.log(w)
      yy += w * values[shot]! ** 2
      for (let a = 0; a < columns; a += 1) {
        if (row[a] === 0) continue
        xy[a]! += w * row[a]! * values[shot]!
        for (let b = 0; b <= a; b += 1) if (row[b] !== 0) xx.set(a, b, xx.get(a, b) + w * row[a]! * row[b]!)
      }
    })
    return { xx, xy, yy, logNoise }
  }

  const cells: { logWeight: number; scatter: number; mean: number[]; factor: CholeskyDecomposition }[] = []
  for (const sigma of scatters) {
    const { xx, xy, yy, logNoise } = sums(sigma)
    const logScatter = -scatter.worth * Math.log(sigma) - (scatter.worth * scatter.usual ** 2) / (2 * sigma ** 2)
    for (const factors of combinations(components.length)) {
      const precision = priors.map(({ sd }) => {
        if (sd === null) return flatPrecision
        const size = typeof sd === 'number' ? sd : components[sd.component]! * factors[sd.component]!
        return 1 / size ** 2
      })
      const a = new Matrix(columns, columns)
      for (let i = 0; i < columns; i += 1)
        for (let j = 0; j <= i; j += 1) {
          const value = xx.get(i, j) + (i === j ? precision[i]! : 0)
          a.set(i, j, value)
          a.set(j, i, value)
        }
      const b = xy.map((value, i) => value + precision[i]! * priors[i]!.mean)
      const factor = new CholeskyDecomposition(a)
      const mean = factor.solve(Matrix.columnVector(b)).to1DArray()
      const logDet = 2 * factor.lowerTriangularMatrix.diagonal().reduce((sum, d) => sum + Math.log(d), 0)
      const fit =
        yy +
        priors.reduce((sum, prior, i) => sum + precision[i]! * prior.mean ** 2, 0) -
        b.reduce((sum, value, i) => sum + value * mean[i]!, 0)
      const logPrior = factors.reduce((sum, size) => sum - Math.log(1 + size ** 2) + Math.log(size), logScatter)
      const logWeight =
        logPrior + 0.5 * (logNoise - fit - logDet + precision.reduce((sum, one) => sum + Math.log(one), 0))
      cells.push({ logWeight, scatter: sigma, mean, factor })
    }
  }
  const best = Math.max(...cells.map((cell) => cell.logWeight))
  const kept = cells.filter(({ logWeight }) => logWeight - best > Math.log(leastWeight))
  const total = kept.reduce((sum, { logWeight }) => sum + Math.exp(logWeight - best), 0)
  return kept.map(({ logWeight, factor, ...cell }) => ({
    ...cell,
    covariance: factor.solve(Matrix.eye(columns)),
    weight: Math.exp(logWeight - best) / total,
  }))
}

export interface Believed {
  readonly mean: number
  readonly sd: number
  /** 95 % of the belief lie between these. */
  readonly low: number
  readonly high: number
  /** Twice the belief in the less likely sign. */
  readonly p: number
}

/** What is believed of a sum of coefficients, each times its factor; equal parts in both tails are left out of the interval. */
export function believed(posterior: Posterior, factors: readonly number[]): Believed {
  const parts = posterior.map(({ weight, mean: at, covariance }) => {
    const used = factors.flatMap((factor, i) => (factor === 0 ? [] : [[i, factor] as const]))
    const centre = used.reduce((sum, [i, factor]) => sum + factor * at[i]!, 0)
    const variance = used.reduce(
      (sum, [i, f]) => sum + used.reduce((inner, [j, g]) => inner + f * g * covariance.get(i, j), 0),
      0,
    )
    return { weight, centre, sd: Math.sqrt(Math.max(variance, 1e-18)) }
  })
  const middle = parts.reduce((sum, { weight, centre }) => sum + weight * centre, 0)
  const variance = parts.reduce((sum, { weight, centre, sd }) => sum + weight * (sd ** 2 + (centre - middle) ** 2), 0)
  const below = (x: number) =>
    parts.reduce((sum, { weight, centre, sd }) => sum + weight * normal.cdf(x, centre, sd), 0)
  const dense = (x: number) =>
    parts.reduce((sum, { weight, centre, sd }) => sum + weight * normal.pdf(x, centre, sd), 0)
  /** Newton's steps within a bracket that shrinks with each; one that would leave it goes to its middle. */
  const quantile = (share: number) => {
    const spread = Math.sqrt(variance)
    let [low, high] = [middle - 12 * spread, middle + 12 * spread]
    let x = middle + normal.inv(share, 0, 1) * spread
    for (let i = 0; i < 60; i += 1) {
      const over = below(x) - share
      if (over < 0) low = x
      else high = x
      const step = over / dense(x)
      const next = Number.isFinite(step) && x - step > low && x - step < high ? x - step : (low + high) / 2
      if (Math.abs(next - x) < 1e-10 * spread) return next
      x = next
    }
    return x
  }
  const negative = below(0)
  return {
    mean: middle,
    sd: Math.sqrt(variance),
    low: quantile(0.025),
    high: quantile(0.975),
    p: Math.min(1, 2 * Math.min(negative, 1 - negative)),
  }
}

/** Scatter of a shot as the shots leave it: each with its weight. */
export const scatterOf = (posterior: Posterior): readonly { readonly weight: number; readonly scatter: number }[] =>
  posterior
