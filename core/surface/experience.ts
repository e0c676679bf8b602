import { EigenvalueDecomposition, Matrix, inverse } from 'ml-matrix'
import type { CoverFamily } from '../ball/covers.ts'
import { type SurfaceConstants, surfaceDefaults } from './defaults.ts'
import { type WearPrior, startingPrior } from './fit.ts'

/** Part of the starting values' variance that all balls of a cover in one shop share; the rest is each ball's own. */
const sharedPart = 0.5

/**
 * Prior of a new ball's wear from what the shop's other balls of its cover have shown (normal hierarchical model on the
 * parameters' logarithms; Gelman et al., Bayesian Data Analysis, ch. 5, in information form). `posteriors` are those balls' own
 * fits, each made with the starting prior. Without any, this is the starting prior itself; many balls that agree leave
 * only the spread between balls.
 */
export const sharedPrior = (
  cover: CoverFamily,
  posteriors: readonly WearPrior[],
  constants: SurfaceConstants = surfaceDefaults,
): WearPrior => sharedPriors(cover, posteriors, constants)()

/** The same for each of many balls, with the ball itself left out: what each one says is worked out once. */
export function sharedPriors(
  cover: CoverFamily,
  posteriors: readonly WearPrior[],
  constants: SurfaceConstants = surfaceDefaults,
): (leftOut?: number) => WearPrior {
  const start = startingPrior(cover, constants)
  const all = matrixOf(start.covariance)
  const centre = Matrix.columnVector([...start.mean])
  const between = Matrix.mul(all, 1 - sharedPart)
  const betweenInverse = inverse(between)
  const allInverse = inverse(all)
  const said = posteriors.map(({ mean, covariance }) => {
    // What the readings alone say: posterior less prior, as precision and precision times mean (about the centre).
    const own = inverse(matrixOf(covariance))
    const { kept, readings } = informed(Matrix.sub(own, allInverse), allInverse)
    const shift = kept.mmul(own.mmul(Matrix.sub(Matrix.columnVector([...mean]), centre)))
    // Seen through the spread between balls.
    const through = inverse(Matrix.add(readings, betweenInverse))
    return {
      precision: Matrix.sub(readings, readings.mmul(through).mmul(readings)),
      weighted: betweenInverse.mmul(through).mmul(shift),
    }
  })
  const sumOf = (key: 'precision' | 'weighted', empty: Matrix) =>
    said.reduce((sum, one) => Matrix.add(sum, one[key]), empty)
  const precision = sumOf('precision', inverse(Matrix.mul(all, sharedPart)))
  const weighted = sumOf('weighted', Matrix.zeros(4, 1))
  return (leftOut) => {
    const own = leftOut === undefined ? undefined : said[leftOut]
    if (said.length === (own ? 1 : 0)) return start
    const uncertain = inverse(own ? Matrix.sub(precision, own.precision) : precision)
    const moved = uncertain.mmul(own ? Matrix.sub(weighted, own.weighted) : weighted)
    return {
      mean: Matrix.add(centre, moved).to1DArray(),
      covariance: Matrix.add(between, uncertain).to2DArray(),
    }
  }
}

/** Share of the starting precision under which a direction counts as one that the readings said nothing about. */
const leastSaid = 0.05

/**
 * What readings say, without the directions about which they say nothing: there the difference of two sampled precisions is noise of
 * either sign, alike in balls that are alike, so that forty of them would outweigh the prior. `kept` projects onto the rest.
 */
function informed(difference: Matrix, start: Matrix): { readonly kept: Matrix; readonly readings: Matrix } {
  const even = Matrix.add(difference, difference.transpose()).mul(0.5)
  const { eigenvectorMatrix: vectors, realEigenvalues: values } = new EigenvalueDecomposition(even, {
    assumeSymmetric: true,
  })
  const least = leastSaid * start.get(0, 0)
  const told = Matrix.diag(values.map((value) => (value > least ? 1 : 0)))
  const kept = vectors.mmul(told).mmul(vectors.transpose())
  const readings = vectors
    .mmul(Matrix.diag(values.map((value) => (value > least ? value : 0))))
    .mmul(vectors.transpose())
  return { kept, readings }
}

const matrixOf = (rows: readonly (readonly number[])[]) => new Matrix(rows.map((row) => [...row]))
