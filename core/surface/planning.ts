import { finishRaUm, polishRaUm } from './defaults.ts'
import { raOfGrit } from './grit.ts'
import {
  type Finish,
  type Recipe,
  type RecipeStep,
  applyRecipe,
  effectiveRaUm,
  spinnerStep,
  stepEffect,
  stepTargetRaUm,
} from './recipe.ts'

export const orderProblems = [
  'coarse-over-fine',
  'polish-over-rough',
  'fine-by-hand',
  'worn-pad',
  'few-strokes',
  'dry',
] as const
export type OrderProblem = (typeof orderProblems)[number]

/** Least share of its whole work below which a step hardly does anything. */
const hardlyAnyEffect = 0.3
/** Polish over peaks rougher than 1000 grit shines the tips only. */
const roughUnderPolishUm = raOfGrit(1000) * 1.05

/** What is doubtful in a recipe, each with the position of its step; empty when nothing is. */
export function recipeDoubts(
  steps: readonly RecipeStep[],
): { readonly position: number; readonly problem: OrderProblem }[] {
  return steps.flatMap((step, position) => {
    const before = position > 0 ? stepTargetRaUm(steps[position - 1]!) : null
    const target = stepTargetRaUm(step)
    const fine = (step.grit ?? Infinity) > 3000
    const problems: OrderProblem[] = []
    if (before !== null && target > before * 1.001) problems.push('coarse-over-fine')
    if (step.abrasive === 'polish' && before !== null && before > roughUnderPolishUm) problems.push('polish-over-rough')
    if (step.method === 'hand' && fine) problems.push('fine-by-hand')
    if (stepEffect({ ...step, padUses: 0 }) - stepEffect(step) > hardlyAnyEffect) problems.push('worn-pad')
    if (step.secondsPerSide < 6 || step.passesPerSide < 2) problems.push('few-strokes')
    if (step.medium === 'dry' && step.abrasive !== 'polish' && step.abrasive !== 'compound') problems.push('dry')
    return problems.map((problem) => ({ position, problem }))
  })
}

/** Finish after each step of a recipe, for showing what a scanner would read and what stays underneath. */
export function finishByStep(start: Finish, steps: readonly RecipeStep[]) {
  return steps.map((step, index) => {
    const done = applyRecipe(start, steps.slice(0, index + 1))
    return { ...done, feltUm: effectiveRaUm(done), effect: stepEffect(step) }
  })
}

/** Abrasives a shop works with, coarse to fine. */
const shelf: readonly RecipeStep[] = [
  ...finishRaUm.map(([grit]) => spinnerStep('pad', grit)),
  spinnerStep('compound'),
  spinnerStep('polish'),
]
export interface FoundRecipe extends Finish {
  readonly steps: readonly RecipeStep[]
  readonly coverRemovedMm: number
  /** Distance of peaks and valleys from what was wanted, as a factor: 1 is exact. */
  readonly offBy: number
}

/** Roughness within this factor counts as reached: half the way from one pad to the next. */
const reachedFactor = 1.15
/** Recipes that differ by less than this in where they end are equally near. */
const equallyNear = 0.02

/**
 * Shortest recipe from a surface to a wanted one: every coarse-to-fine row of the shelf is tried (2¹¹), so the answer is
 * exact; fewest steps first, then nearest, then least cover taken off. `wanted.raBaseUm` null leaves the valleys free. Empty steps
 * when nothing needs doing; null when none reaches it.
 */
export function shortestRecipe(
  start: Finish,
  wanted: { readonly raTopUm: number; readonly raBaseUm: number | null },
  available: readonly RecipeStep[] = shelf,
): FoundRecipe | null {
  let best: FoundRecipe | null = null
  for (let mask = 0; mask < 2 ** available.length; mask += 1) {
    const steps = available.filter((_, index) => (mask >> index) & 1)
    if (best && steps.length > best.steps.length) continue
    const done = applyRecipe(start, steps)
    const off = (a: number, b: number) => Math.exp(Math.abs(Math.log(a / b)))
    const offBy = Math.max(
      off(done.raTopUm, wanted.raTopUm),
      // Valleys matter less to the lane and cannot be met as closely.
      wanted.raBaseUm === null ? 1 : off(done.raBaseUm, wanted.raBaseUm) ** 0.5,
    )
    if (offBy > reachedFactor) continue
    const found = { ...done, steps, offBy }
    if (!best || isBetter(found, best)) best = found
  }
  return best
}

function isBetter(a: FoundRecipe, b: FoundRecipe): boolean {
  if (a.steps.length !== b.steps.length) return a.steps.length < b.steps.length
  if (Math.abs(a.offBy - b.offBy) > equallyNear) return a.offBy < b.offBy
  return a.coverRemovedMm < b.coverRemovedMm
}

/**
 * A maker's finish as a recipe from bare: grits up to the stated one, or polish over 1500 for a finish finer than pads give.
 * What it approximates is the reading, not the maker's process.
 */
export function factoryRecipe(factoryGrit: number): Recipe {
  const wantedUm = raOfGrit(factoryGrit)
  if (wantedUm <= polishRaUm * 1.2)
    return { key: 'factory', steps: [spinnerStep('pad', 500), spinnerStep('pad', 1500), spinnerStep('polish')] }
  const nearest = finishRaUm.reduce((best, one) =>
    Math.abs(Math.log(one[0] / factoryGrit)) < Math.abs(Math.log(best[0] / factoryGrit)) ? one : best,
  )[0]
  const up = [500, 1000, 2000].filter((grit) => grit < nearest * 0.75)
  return { key: 'factory', steps: [...up, nearest].map((grit) => spinnerStep('pad', grit)) }
}
