import { gritOfRa } from '../surface/grit.ts'
import { factoryRecipe } from '../surface/planning.ts'
import { type Recipe, type RecipeStep, readyRecipes, stepTargetRaUm } from '../surface/recipe.ts'
import type { JobKind } from './procedure.ts'

export interface ProposalBall {
  /** Grit that the ball is kept at; null when nobody said. */
  readonly targetGrit: number | null
  /** Surface work that was last put on it by a full recipe. */
  readonly lastRecipe: { readonly recipeKey: string | null; readonly steps: readonly RecipeStep[] } | null
}

/** Grits this near are the same target. */
const sameTarget = 1.1
const usualGrit = 2000

const same = (a: readonly RecipeStep[], b: readonly RecipeStep[]) =>
  a.length === b.length &&
  a.every((step, index) => step.abrasive === b[index]!.abrasive && step.grit === b[index]!.grit)

/** The ready recipe of these steps, by its key; else the steps under a key of their own. */
const named = (steps: readonly RecipeStep[], key = 'own'): Recipe =>
  readyRecipes.find((recipe) => same(recipe.steps, steps)) ?? { key, steps }

/**
 * Recipe that brings a ball back to what it is kept at: the one it had last when that leads there, else grits up to the target,
 * polish included. Without target and history the usual 2000.
 */
export function proposedRecipe({ targetGrit, lastRecipe }: ProposalBall): Recipe {
  const last = lastRecipe?.steps.at(-1)
  const lastGrit = last ? gritOfRa(stepTargetRaUm(last)) : null
  const leads =
    lastGrit !== null && (targetGrit === null || Math.exp(Math.abs(Math.log(lastGrit / targetGrit))) <= sameTarget)
  if (lastRecipe && leads) return named(lastRecipe.steps.map((step) => ({ ...step, padUses: 0 })))
  return named(factoryRecipe(targetGrit ?? usualGrit).steps, 'target')
}

/** Work whose procedure cleans the ball: cleaning it beside that would be done twice. */
const cleans: readonly JobKind[] = ['extract', 'bath', 'resurface', 'polish']
export const includesCleaning = (kind: JobKind) => cleans.includes(kind)
