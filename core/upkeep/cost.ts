import { procedureFor } from '../bench/procedure.ts'
import { assumedGamesPerWeek } from '../bench/promise.ts'
import { type Finish, type RecipeStep, applyRecipe, cutShare, handRefresh } from '../surface/recipe.ts'
import { gritOfRa } from '../surface/grit.ts'
import { type WearParameters, ageAfterCut, startThrough, wornRaUm } from '../surface/wear.ts'
import { type School, type UpkeepPolicy, schools } from './policy.ts'

export interface SchoolCost {
  readonly school: School
  /** Over a year of this customer's play. */
  readonly resurfaces: number
  readonly touchUps: number
  readonly gamesPerResurface: number | null
  readonly minutes: number
  readonly coverMm: number
  readonly daysAway: number
  /** Share of games with the surface inside its window. */
  readonly inWindow: number
  /** Median equivalent grit that was played. */
  readonly playedGrit: number
  /** Roughness played in each of the next games, µm. */
  readonly nextGamesUm: readonly number[]
}

/**
 * Cover that may come off the radius before the diameter leaves what is allowed and common balls allow, mm: from 8.595 to 8.500 in
 * is 1.2 mm of radius. A school that takes a third of that in a year, or a resurface a fortnight, is pointed out. Ours, assumed.
 */
export const coverToSpareMm = 1.2
export const mostCoverMm = 0.4
export const mostResurfaces = 26

/** Games ahead that are kept one by one, for drawing. */
const drawnGames = 40

export interface CostQuestion {
  readonly wear: WearParameters
  readonly now: Finish
  readonly gamesOnSurface: number
  /** Where the present curve started, µm. */
  readonly startRaUm: number
  readonly recipe: readonly RecipeStep[]
  readonly window: { readonly targetGrit: number; readonly minRaUm: number; readonly maxRaUm: number }
  readonly gamesPerWeek: number | null
  /** Events a year. */
  readonly events: number
}

const weeksAYear = 52
/** A resurface keeps the ball for a day, usually until the next visit; a touch-up is done at the lane. */
const daysAwayPerResurface = 2

/** What each school would cost over a year of this play, game by game from the surface as it is now. */
export const schoolCosts = (question: CostQuestion, policy: UpkeepPolicy): SchoolCost[] =>
  schools.map((school) => yearUnder(question, { ...policy, school }))

function yearUnder(question: CostQuestion, policy: UpkeepPolicy): SchoolCost {
  const { wear, recipe, window } = question
  const perWeek = question.gamesPerWeek && question.gamesPerWeek > 0 ? question.gamesPerWeek : assumedGamesPerWeek
  const games = Math.round(perWeek * weeksAYear)
  const untilEvent = question.events > 0 ? Math.round(games / question.events) : Infinity
  const touch = handRefresh(window.targetGrit > 3000 ? 3000 : window.targetGrit)
  let base = question.now.raBaseUm
  let start = question.startRaUm
  let age = question.gamesOnSurface
  let sinceTouched = question.gamesOnSurface
  let [resurfaces, touchUps, coverMm, inside] = [0, 0, 0, 0]
  const played: number[] = []
  const apply = (steps: readonly RecipeStep[], topUm: number) => {
    const done = applyRecipe({ raTopUm: topUm, raBaseUm: Math.max(base, topUm) }, steps)
    coverMm += done.coverRemovedMm
    base = done.raBaseUm
    // By hand only a part of the peaks is cut anew, as in a ball's own history.
    age = ageAfterCut(wear, age, cutShare(steps))
    start = age === 0 ? done.raTopUm : startThrough(wear, done.raTopUm, age)
  }
  for (let game = 0; game < games; game += 1) {
    const topUm = wornRaUm(wear, start, age)
    const outside = topUm < window.minRaUm || topUm > window.maxRaUm
    const full =
      (policy.school === 'fixed-games' && age >= policy.fixedGames) ||
      (policy.school === 'by-measurement' && outside && age > 0) ||
      (policy.school === 'before-events' && (game + policy.gamesBeforeEvent) % untilEvent === 0 && game > 0)
    if (full) {
      apply(recipe, topUm)
      resurfaces += 1
    } else if (policy.school === 'every-series' && sinceTouched >= policy.seriesGames) {
      apply([touch], topUm)
      touchUps += 1
      sinceTouched = 0
    }
    const playedUm = wornRaUm(wear, start, age)
    played.push(playedUm)
    if (playedUm >= window.minRaUm && playedUm <= window.maxRaUm) inside += 1
    age += 1
    sinceTouched += 1
  }
  const nextGamesUm = played.slice(0, drawnGames)
  played.sort((a, b) => a - b)
  const minutesOf = (kind: 'resurface' | 'refresh', steps: readonly RecipeStep[]) =>
    procedureFor(kind, steps).reduce((sum, step) => sum + step.minutes, 0)
  return {
    school: policy.school,
    resurfaces,
    touchUps,
    gamesPerResurface: resurfaces + touchUps > 0 ? games / (resurfaces + touchUps) : null,
    minutes: resurfaces * minutesOf('resurface', recipe) + touchUps * minutesOf('refresh', [touch]),
    coverMm,
    daysAway: resurfaces * daysAwayPerResurface,
    inWindow: games === 0 ? 0 : inside / games,
    nextGamesUm,
    playedGrit: gritOfRa(played[Math.floor(played.length / 2)] ?? start),
  }
}
