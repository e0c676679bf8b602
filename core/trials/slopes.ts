import { keptSlopes } from './slopesKept.ts'

/** How a shot was off its line: boards at the target and at the laydown, mph. */
export const covariateNames = ['targetDeviationBoards', 'laydownDeviationBoards', 'speedDeviationMph'] as const
export type CovariateName = (typeof covariateNames)[number]

/** Measures whose change with the line the motion core can foretell. */
export const foretoldMeasures = ['entryBoard', 'firstReadFt', 'entryAngleDeg'] as const
export type ForetoldMeasure = (typeof foretoldMeasures)[number]

export interface Slope {
  readonly mean: number
  readonly sd: number
  /** What a straight slope leaves out, per unit squared: root mean square over usual set-ups. */
  readonly bend: number
}
export type Slopes = Readonly<Record<CovariateName, Slope>>

/** What a set-up that is none of ours may do beside what ours do: a share of the slope, and in the measure's own unit. */
const beyondShare = 0.3
const beyond: Readonly<Record<ForetoldMeasure, number>> = { entryBoard: 0.25, firstReadFt: 0.5, entryAngleDeg: 0.15 }

/**
 * What is believed of the slopes of a measure before any shot: their mean over usual set-ups of the motion core, and how far those
 * differ among themselves and may differ from yours. Null for a measure that the core does not foretell.
 */
export function usualSlopes(measure: string): Slopes | null {
  const name = foretoldMeasures.find((one) => one === measure)
  if (name === undefined) return null
  const slope = (covariate: CovariateName): Slope => {
    const all = keptSlopes.map((one) => one[covariate][name]).filter(Number.isFinite)
    const mean = all.reduce((sum, one) => sum + one, 0) / all.length
    const among = all.reduce((sum, one) => sum + (one - mean) ** 2, 0) / all.length
    const bends = keptSlopes.map((one) => one[covariate].bend[name]).filter(Number.isFinite)
    const bend = Math.sqrt(bends.reduce((sum, one) => sum + one ** 2, 0) / bends.length)
    return { mean, sd: Math.sqrt(among + (beyondShare * mean) ** 2 + beyond[name] ** 2), bend }
  }
  return {
    targetDeviationBoards: slope('targetDeviationBoards'),
    laydownDeviationBoards: slope('laydownDeviationBoards'),
    speedDeviationMph: slope('speedDeviationMph'),
  }
}

/** Boards that the entry moves with a move of feet and eyes, over the same usual set-ups: mean and how far they differ. */
export function usualMove(feet: number, eyes: number): Omit<Slope, 'bend'> {
  const all = keptSlopes.map(
    (one) => feet * one.laydownDeviationBoards.entryBoard + eyes * one.targetDeviationBoards.entryBoard,
  )
  const mean = all.reduce((sum, one) => sum + one, 0) / all.length
  const among = all.reduce((sum, one) => sum + (one - mean) ** 2, 0) / all.length
  return { mean, sd: Math.sqrt(among + (beyondShare * mean) ** 2) }
}
