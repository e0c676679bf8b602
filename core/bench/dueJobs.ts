import { type RecipeStep, handRefresh, recipeByKey } from '../surface/recipe.ts'
import type { Due } from '../upkeep/due.ts'
import type { JobKind } from './procedure.ts'
import { type ProposalBall, includesCleaning, proposedRecipe } from './proposal.ts'

/** Bench work that does what is due; a reading needs none. */
export const jobFor: Readonly<Partial<Record<Due['work'], JobKind>>> = {
  clean: 'clean',
  'touch-up': 'refresh',
  resurface: 'resurface',
  extract: 'extract',
}

/** How bench work for something due stands: it waits already, another waiting job does it too, it can be put on, or none is needed. */
export type DueJobState = 'waits' | 'part-of-other' | 'possible' | 'none'
export function dueJobState(work: Due['work'], openJobs: readonly string[]): DueJobState {
  const kind = jobFor[work]
  if (kind === undefined) return 'none'
  if (openJobs.includes(kind)) return 'waits'
  // Cleaning is part of most other work: it is not put on the bench beside that.
  return work === 'clean' && openJobs.some((open) => includesCleaning(open as JobKind)) ? 'part-of-other' : 'possible'
}

/** What of everything due is put on the bench in one go: the larger work first, and no cleaning beside work that cleans. */
export function dueTogether<D extends Pick<Due, 'work'>>(due: readonly D[], openJobs: readonly string[]): D[] {
  const wanted = due.filter((one) => dueJobState(one.work, openJobs) === 'possible')
  const larger = wanted.filter((one) => one.work !== 'clean')
  const cleaned = larger.some((one) => includesCleaning(jobFor[one.work]!))
  return [...larger, ...(cleaned ? [] : wanted.filter((one) => one.work === 'clean'))]
}

/** Finest pad of a refresh by hand; what is smoother is made on the spinner. */
const finestByHand = 3000

/** The work itself, with its steps where it has some: what the ball is kept at decides. Null when nothing due needs the bench. */
export function dueJob(
  ball: ProposalBall,
  work: Due['work'],
): { readonly kind: JobKind; readonly recipeKey: string | null; readonly steps: readonly RecipeStep[] | null } | null {
  const kind = jobFor[work]
  if (kind === undefined) return null
  if (kind !== 'resurface' && kind !== 'refresh') return { kind, recipeKey: null, steps: null }
  const recipe = proposedRecipe(ball)
  if (kind === 'resurface') return { kind, recipeKey: recipeByKey(recipe.key) ? recipe.key : null, steps: recipe.steps }
  const grit = Math.min(finestByHand, recipe.steps.at(-1)?.grit ?? finestByHand)
  return { kind, recipeKey: null, steps: [handRefresh(grit)] }
}

const dayMs = 86_400_000
/** Until when it should be done: the day it is due, and no sooner than tomorrow. */
export const dueJobAtMs = (due: Pick<Due, 'atMs'>, nowMs: number) => Math.max(nowMs + dayMs, due.atMs)
