import { type Share, shareOf } from '../trials/shares.ts'

/** What the map said of a ball before a trial, and what the trial showed: strikes among first shots whose leave was noted. */
export interface ScoredForecast {
  readonly p: number
  /** Nine times in ten, as it was said. */
  readonly low: number
  readonly high: number
  readonly strikes: number
  readonly of: number
}

/** Forecasts of about one height, and what came of them. */
export interface ForecastBin {
  /** Mean of what was said, weighed by shots. */
  readonly said: number
  readonly seen: Share
  readonly forecasts: number
}
export interface ForecastScore {
  readonly forecasts: number
  readonly shots: number
  /** Share of the forecasts whose band and the shots' own interval have anything in common. */
  readonly agree: number
  /** Strikes in a hundred that were said too many (+) or too few (−), over all shots. */
  readonly bias: number
  /** Standard deviation of that by chance alone, if every forecast were right. */
  readonly biasSd: number
  /** Mean squared error a shot (Brier 1950), and that of always saying the mean that was seen. */
  readonly brier: number
  readonly brierOfMean: number
  readonly bins: readonly ForecastBin[]
}

/** Edges of the bins. */
const edges = [0, 0.2, 0.3, 0.4, 0.5, 0.6, 0.8, 1.01]

/** Holds forecasts against the shots that came after them; null without any. */
export function scoreForecasts(forecasts: readonly ScoredForecast[]): ForecastScore | null {
  const told = forecasts.filter(({ of }) => of > 0)
  const sum = (by: (one: ScoredForecast) => number, of = told) => of.reduce((all, one) => all + by(one), 0)
  const shots = sum(({ of }) => of)
  if (shots === 0) return null
  const mean = sum(({ strikes }) => strikes) / shots
  const squared = (said: (one: ScoredForecast) => number) =>
    sum((one) => one.strikes * (1 - said(one)) ** 2 + (one.of - one.strikes) * said(one) ** 2) / shots
  const agrees = ({ low, high, strikes, of }: ScoredForecast) => {
    const seen = shareOf(strikes, of)!
    return seen.low <= high && seen.high >= low
  }
  return {
    ...{ forecasts: told.length, shots, agree: told.filter(agrees).length / told.length },
    bias: (100 * sum(({ p, strikes, of }) => p * of - strikes)) / shots,
    biasSd: (100 * Math.sqrt(sum(({ p, of }) => p * (1 - p) * of))) / shots,
    ...{ brier: squared(({ p }) => p), brierOfMean: squared(() => mean) },
    bins: edges.slice(1).flatMap((to, i): ForecastBin[] => {
      const own = told.filter(({ p }) => p >= edges[i]! && p < to)
      const seen = shareOf(
        sum(({ strikes }) => strikes, own),
        sum(({ of }) => of, own),
      )
      return seen ? [{ said: sum(({ p, of }) => p * of, own) / seen.of, seen, forecasts: own.length }] : []
    }),
  }
}
