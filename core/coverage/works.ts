import type { CoverFamily } from '../ball/covers.ts'
import { isReactive } from '../ball/covers.ts'
import { type JobKind, procedureFor } from '../bench/procedure.ts'
import { surfaceDefaults } from '../surface/defaults.ts'
import { type OilLoad, oilAfterCleaning, oilAfterExtraction, oilShare, usualExtraction } from '../surface/oil.ts'
import { type Finish, type RecipeStep, applyRecipe, effectiveRaUm, readyRecipes } from '../surface/recipe.ts'

/** A ball as far as work on it goes. */
export interface FixableBall {
  readonly id: string
  readonly finish: Finish | null
  readonly oil: OilLoad
}

/** Work on a ball, and what it is then. */
export interface Work {
  readonly action: 'clean' | 'extract' | 'resurface'
  readonly recipeKey: string | null
  /** What the engine was asked about. */
  readonly variant: string
  readonly reading: { readonly oilShare: number } | { readonly effectiveRaUm: number }
  readonly settlingGames: number
  readonly coverRemovedMm: number
  /** On the bench, and days without the ball. */
  readonly minutes: number
  readonly days: number
}

/** Least share of oil at which taking it out is worth a job. */
const cleanFromUl = 20
const extractFromShare = 0.3
/** Days without the ball (assumed): a clean is waited for, water dries out of the holes, a surface is fetched the day after. */
const daysOf = { clean: 0, extract: 2, resurface: 1 } as const

const minutesOf = (kind: JobKind, steps: readonly RecipeStep[] = []) =>
  procedureFor(kind, steps).reduce((sum, { minutes }) => sum + minutes, 0)
/** A recipe that ends in polish is a job of its own kind. */
const kindOf = (steps: readonly RecipeStep[]): JobKind =>
  steps.some(({ abrasive }) => abrasive === 'polish') ? 'polish' : 'resurface'

/** Works that a ball could be given: cleaning and extraction where there is oil, each ready recipe. None on the spare ball: it is not made into anything else. */
export function worksOn(cover: CoverFamily, { finish, oil }: FixableBall): Work[] {
  if (cover === 'polyester') return []
  const bare = { recipeKey: null, settlingGames: 0, coverRemovedMm: 0 }
  const works: Work[] = []
  if (oil.filmUl >= cleanFromUl)
    works.push({
      ...{ ...bare, action: 'clean', variant: 'clean', minutes: minutesOf('clean'), days: daysOf.clean },
      reading: { oilShare: oilShare(oilAfterCleaning(oil, 'cleaner')) },
    })
  if (isReactive(cover) && oilShare(oil) >= extractFromShare) {
    const after = oilAfterExtraction(oil, usualExtraction.minutes, usualExtraction.temperatureC)
    works.push({
      ...{ ...bare, action: 'extract', variant: 'extract', minutes: minutesOf('extract'), days: daysOf.extract },
      ...{ settlingGames: 1, reading: { oilShare: oilShare(after) } },
    })
  }
  for (const { key, steps } of readyRecipes) {
    const done = applyRecipe(
      finish ?? { raTopUm: surfaceDefaults.laneShineUm, raBaseUm: surfaceDefaults.laneShineUm },
      steps,
    )
    works.push({
      ...{
        action: 'resurface',
        recipeKey: key,
        variant: key,
        minutes: minutesOf(kindOf(steps), steps),
        days: daysOf.resurface,
      },
      ...{ settlingGames: surfaceDefaults.settlingGames, coverRemovedMm: done.coverRemovedMm },
      reading: { effectiveRaUm: effectiveRaUm(done) },
    })
  }
  return works
}
