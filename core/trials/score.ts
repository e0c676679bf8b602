import jstat from 'jstat'

export interface Score {
  readonly shots: number
  readonly measured: number
  /** Measured minus predicted, boards, with a 95 % Student-t interval; null bounds below two shots. */
  readonly off: number
  readonly low: number | null
  readonly high: number | null
  /** Whether the prediction lies outside what the shots allow; null when they cannot tell. */
  readonly missed: boolean | null
}

/** Holds a predicted entry board against the entry boards of counted shots; null without any. */
export function scorePrediction(predictedEntryBoard: number, entryBoards: readonly number[]): Score | null {
  const n = entryBoards.length
  if (n === 0) return null
  const measured = entryBoards.reduce((sum, one) => sum + one, 0) / n
  const off = measured - predictedEntryBoard
  if (n < 2) return { shots: n, measured, off, low: null, high: null, missed: null }
  const variance = entryBoards.reduce((sum, one) => sum + (one - measured) ** 2, 0) / (n - 1)
  const reach = jstat.jStat.studentt.inv(0.975, n - 1) * Math.sqrt(variance / n)
  return { shots: n, measured, off, low: off - reach, high: off + reach, missed: off - reach > 0 || off + reach < 0 }
}
