import jstat from 'jstat'
import { Matrix, QrDecomposition, inverse } from 'ml-matrix'
import { holm } from './holm.ts'

/** Where a shot belongs beside its arm: shots of one lane share that lane's ways. */
export const blockNames = ['bowler', 'lane', 'day', 'line'] as const
export type BlockName = (typeof blockNames)[number]

export interface ComparedShot {
  readonly variant: string
  readonly value: number
  readonly targetDeviationBoards?: number | undefined
  readonly laydownDeviationBoards?: number | undefined
  readonly speedDeviationMph?: number | undefined
  /** Number of the shot on the lane; carries the drift of the oil. */
  readonly sequence?: number | undefined
  readonly blocks?: Readonly<Partial<Record<BlockName, string | undefined>>> | undefined
}

export interface Effect {
  readonly from: string
  readonly to: string
  readonly estimate: number
  readonly low: number
  readonly high: number
  readonly p: number
}

/** A difference between two variants, with its p adjusted for all pairs being looked at together. */
export interface PairedEffect extends Effect {
  readonly pHolm: number
}

export interface Comparison {
  /** Each variant against the control. */
  readonly effects: readonly Effect[]
  readonly pairs: readonly PairedEffect[]
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
 * every covariate present in all shots and blocks as fixed effects, with two-sided 95 % Student-t intervals on n − k degrees of freedom. Covariates
 * that do not vary, or that cannot be told from the columns before them, are left out. The verdict counts all pairs, adjusted by Holm.
 * Shots that are all alike, noted in halves, keep the scatter that the notes hide. With no degree of freedom
 * left, or a variant of a single shot and nothing to estimate spread from, the verdict is 'too-few-shots'.
 */
export function compareVariants(shots: readonly ComparedShot[]): Comparison {
  const variants = [...new Set(shots.map((shot) => shot.variant))]
  const nothing = {
    effects: [],
    pairs: [],
    covariates: [],
    residualSd: null,
    n: shots.length,
    verdict: 'too-few-shots',
  } as const
  if (variants.length < 2) return nothing

  const columns: number[][] = [shots.map(() => 1)]
  for (const variant of variants.slice(1)) columns.push(shots.map((shot) => Number(shot.variant === variant)))
  const used: string[] = []
  for (const name of covariateNames) {
    const values = shots.map((shot) => shot[name])
    if (!values.every((value): value is number => value !== undefined)) continue
    const centred = values.map((value) => value - values.reduce((a, b) => a + b, 0) / values.length)
    if (take(centred)) used.push(name)
  }
  for (const name of blockNames)
    for (const level of [...new Set(shots.map((shot) => shot.blocks?.[name]))].slice(1))
      take(shots.map((shot) => Number(shot.blocks?.[name] === level)))
  /** Takes a column in unless it does not vary or cannot be told from those before it. */
  function take(column: readonly number[]): boolean {
    if (column.every((value) => Math.abs(value) < 1e-12)) return false
    const wider = new Matrix([...columns, [...column]]).transpose()
    if (wider.columns >= shots.length || rank(wider) < wider.columns) return false
    columns.push([...column])
    return true
  }
  const freedom = shots.length - columns.length
  if (freedom < 1) return nothing

  const x = new Matrix(columns).transpose()
  const y = Matrix.columnVector(shots.map((shot) => shot.value))
  const beta = new QrDecomposition(x).solve(y)
  const residual = Matrix.sub(y, x.mmul(beta))
  const variance = residualVariance(residual.to1DArray(), shots, freedom)
  const spread = inverse(x.transpose().mmul(x)).mul(variance)
  const t = studentt.inv(0.975, freedom)
  const se = (column: number) => Math.sqrt(spread.get(column, column))

  /** Difference of two variants; the control has no column of its own. */
  const between = (from: number, to: number): Effect => {
    const [estimateOf, parts] = [(of: number) => (of === 0 ? 0 : beta.get(of, 0)), [from, to].filter((of) => of > 0)]
    const estimate = estimateOf(to) - estimateOf(from)
    const covariance = parts.length === 2 ? spread.get(from, to) : 0
    const error = Math.sqrt(Math.max(0, parts.reduce((sum, of) => sum + spread.get(of, of), 0) - 2 * covariance))
    // Shots without any scatter: the estimate is exact, not infinitely significant by accident.
    const p = error === 0 ? Number(estimate === 0) : 2 * (1 - studentt.cdf(Math.abs(estimate) / error, freedom))
    const names = { from: variants[from]!, to: variants[to]! }
    return { ...names, estimate, low: estimate - t * error, high: estimate + t * error, p }
  }
  const raw = variants.flatMap((_, from) => variants.slice(from + 1).map((__, i) => between(from, from + 1 + i)))
  const adjusted = holm(raw.map(({ p }) => p))
  const pairs = raw.map((pair, i) => ({ ...pair, pHolm: adjusted[i]! }))
  const offset = variants.length
  return {
    effects: raw.filter(({ from }) => from === variants[0]),
    pairs,
    covariates: used.map((name, index) => ({ name, slope: beta.get(offset + index, 0), se: se(offset + index) })),
    residualSd: Math.sqrt(variance),
    n: shots.length,
    verdict: pairs.some(({ pHolm }) => pHolm < 0.05) ? 'different' : 'no-difference-shown',
  }
}

/** Notes are taken to half a unit: shots that are all alike scatter by what that hides (uniform, a twelfth of its square). */
const noteStep = 0.5
function residualVariance(residuals: readonly number[], shots: readonly ComparedShot[], freedom: number): number {
  const squares = residuals.reduce((sum, r) => sum + r * r, 0)
  const size = Math.max(...shots.map((shot) => Math.abs(shot.value)))
  const alike = squares <= shots.length * (1e-10 * size) ** 2
  const noted = shots.every((shot) => Number.isInteger(shot.value / noteStep))
  return alike && noted ? noteStep ** 2 / 12 : squares / freedom
}
