import { Matrix, inverse } from 'ml-matrix'
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
export function sharedPrior(
  cover: CoverFamily,
  posteriors: readonly WearPrior[],
  constants: SurfaceConstants = surfaceDefaults,
): WearPrior {
  const start = startingPrior(cover, constants)
  if (posteriors.length === 0) return start
  const all = matrixOf(start.covariance)
  const centre = Matrix.columnVector([...start.mean])
  const between = Matrix.mul(all, 1 - sharedPart)
  const betweenInverse = inverse(between)
  const allInverse = inverse(all)
  let precision = inverse(Matrix.mul(all, sharedPart))
  let weighted = Matrix.zeros(4, 1)
  for (const { mean, covariance } of posteriors) {
    // What the readings alone say: posterior less prior, as precision and precision times mean (about the centre).
    const own = inverse(matrixOf(covariance))
    const readings = Matrix.sub(own, allInverse)
    const shift = own.mmul(Matrix.sub(Matrix.columnVector([...mean]), centre))
    // Seen through the spread between balls.
    const through = inverse(Matrix.add(readings, betweenInverse))
    precision = Matrix.add(precision, Matrix.sub(readings, readings.mmul(through).mmul(readings)))
    weighted = Matrix.add(weighted, betweenInverse.mmul(through).mmul(shift))
  }
  const uncertain = inverse(precision)
  return {
    mean: Matrix.add(centre, uncertain.mmul(weighted)).to1DArray(),
    covariance: Matrix.add(between, uncertain).to2DArray(),
  }
}

const matrixOf = (rows: readonly (readonly number[])[]) => new Matrix(rows.map((row) => [...row]))
