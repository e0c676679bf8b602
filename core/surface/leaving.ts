import { type WearBand, type WearFit, priorSd, readingSd } from './fit.ts'
import { type WearParameters, firstGame, gamesUntilOutside } from './wear.ts'

/** Wanted roughness, µm. */
interface Window {
  readonly minRaUm: number
  readonly maxRaUm: number
}
/** From so many games to so many; null where it may never come. */
export type GamesRange = readonly [from: number, to: number | null]

/** Games from now until the band's nearer edge has left the window, and until all of it has. */
export function fittedRange(fitted: WearFit, games: number, { minRaUm, maxRaUm }: Window): GamesRange {
  const left = (outside: (band: WearBand) => boolean) => firstGame((n) => outside(fitted.at(games + n)))
  const from = left(({ low, high }) => low < minRaUm || high > maxRaUm)
  return [from ?? 0, left(({ low, high }) => high < minRaUm || low > maxRaUm)]
}

/** How far out 5 % of a normal distribution lie. */
const tail = 1.645
/** The middle is looked at too: a start at its rough end may be outside the window already. */
const points = [-tail, 0, tail]
/** The same without a fit: start (a recipe or one reading, 10 %) and both time constants (the prior's 25 %) each to their 5 and 95 % points. */
export function assumedRange(wear: WearParameters, raTopUm: number, games: number, window: Window): GamesRange {
  const all = points.flatMap((start) =>
    points.map((pace) => {
      const slower = Math.exp(pace * priorSd)
      const own = { ...wear, tau1: wear.tau1 * slower, tau2: wear.tau2 * slower }
      return gamesUntilOutside(own, raTopUm * Math.exp(start * readingSd), games, window)
    }),
  )
  const known = all.filter((one) => one !== null)
  return [
    Math.min(...known, Infinity) === Infinity ? 0 : Math.min(...known),
    known.length < all.length ? null : Math.max(...known),
  ]
}
