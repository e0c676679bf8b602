import jstat from 'jstat'
import { Matrix, QrDecomposition, inverse } from 'ml-matrix'

export interface ComparedShot {
  readonly variant: string
  readonly value: number
  readonly targetDeviationBoards?: number | undefined
  readonly laydownDeviationBoards?: number | undefined
  readonly speedDeviationMph?: number | undefined
  /** Number of the shot on the lane; carries the drift of the oil. */
  readonly sequence?: number | undefined
}

export interface Effect {
  readonly from: string
  readonly to: string
  readonly estimate: number
  readonly low: number
  readonly high: number
  readonly p: number
}

export interface Comparison {
  readonly effects: readonly Effect[]
  readonly covariates: readonly { readonly name: string; readonly slope: number; readonly se: number }[]
  readonly residualSd: number | null
  readonly n: number
  readonly verdict: 'different' | 'no-difference-shown' | 'too-few-shots'
}

const covariateNames = ['targetDeviationBoards', 'laydownDeviationBoards', 'speedDeviationMph', 'sequence'] as const

const { studentt } = jstat.jStat

function rank(x: Matrix): number {
  const r = new QrDecomposition(x).upperTriangularMatrix
  const scale = Math.abs(r.get(0, 0))
  return r.diagonal().filter((d) => Math.abs(d) > 1e-9 * scale).length
}

/**
 * Compares variants with the first one seen as control: ordinary least squares of the measure on variant and on
 * every covariate present in all shots, with two-sided 95 % Student-t intervals on n − k degrees of freedom. Covariates
 * that do not vary, or that cannot be told from the columns before them, are left out. With no degree of freedom
 * left, or a variant of a single shot and nothing to estimate spread from, the verdict is 'too-few-shots'.
 */
export function compareVariants(shots: readonly ComparedShot[]): Comparison {
  const variants = [...new Set(shots.map((shot) => shot.variant))]
  const nothing = { effects: [], covariates: [], residualSd: null, n: shots.length, verdict: 'too-few-shots' } as const
  if (variants.length < 2) return nothing

  const columns: number[][] = [shots.map(() => 1)]
  for (const variant of variants.slice(1)) columns.push(shots.map((shot) => Number(shot.variant === variant)))
  const used: string[] = []
  for (const name of covariateNames) {
    const values = shots.map((shot) => shot[name])
    if (!values.every((value): value is number => value !== undefined)) continue
    const centred = values.map((value) => value - values.reduce((a, b) => a + b, 0) / values.length)
    if (centred.every((value) => Math.abs(value) < 1e-12)) continue
    const candidate = Matrix.columnVector(centred)
    const wider = new Matrix([...columns, candidate.to1DArray()]).transpose()
    if (wider.columns >= shots.length || rank(wider) < wider.columns) continue
    columns.push(centred)
    used.push(name)
  }
  const freedom = shots.length - columns.length
  if (freedom < 1) return nothing

  const x = new Matrix(columns).transpose()
  const y = Matrix.columnVector(shots.map((shot) => shot.value))
  const beta = new QrDecomposition(x).solve(y)
  const residual = Matrix.sub(y, x.mmul(beta))
  const variance = residual.to1DArray().reduce((sum, r) => sum + r * r, 0) / freedom
  const spread = inverse(x.transpose().mmul(x)).mul(variance)
  const t = studentt.inv(0.975, freedom)
  const se = (column: number) => Math.sqrt(spread.get(column, column))

  const effects = variants.slice(1).map((to, index) => {
    const estimate = beta.get(index + 1, 0)
    const error = se(index + 1)
    // Shots without any scatter: the estimate is exact, not infinitely significant by accident.
    const p = error === 0 ? Number(estimate === 0) : 2 * (1 - studentt.cdf(Math.abs(estimate) / error, freedom))
    return { from: variants[0]!, to, estimate, low: estimate - t * error, high: estimate + t * error, p }
  })
  const offset = variants.length
  return {
    effects,
    covariates: used.map((name, index) => ({ name, slope: beta.get(offset + index, 0), se: se(offset + index) })),
    residualSd: Math.sqrt(variance),
    n: shots.length,
    verdict: effects.some((effect) => effect.low > 0 || effect.high < 0) ? 'different' : 'no-difference-shown',
  }
}
