import jstat from 'jstat'

/** A share with its 95 % interval. */
export interface Share {
  readonly hits: number
  readonly of: number
  readonly low: number
  readonly high: number
}

/** A share with the interval of Jeffreys (beta with half a hit and half a miss; Brown, Cai & DasGupta 2001); its ends are 0 and 1 where nothing, or everything, was hit. Null of nothing. */
export function shareOf(hits: number, of: number): Share | null {
  if (of === 0) return null
  const { inv } = jstat.jStat.beta
  const [a, b] = [hits + 0.5, of - hits + 0.5]
  return { hits, of, low: hits === 0 ? 0 : inv(0.025, a, b), high: hits === of ? 1 : inv(0.975, a, b) }
}

/** The longest run of hits in a row of shots. */
export function longestRun(hits: readonly boolean[]): number {
  let [run, longest] = [0, 0]
  for (const hit of hits) {
    run = hit ? run + 1 : 0
    longest = Math.max(longest, run)
  }
  return longest
}

/** Chance that a row of so many shots, each a hit with chance p on its own, holds a run of at least so many (by the place of the first such run; Feller, vol. I, XIII.7). */
export function chanceOfRun(shots: number, p: number, run: number): number {
  if (run <= 0) return 1
  if (run > shots) return 0
  // Chance that no such run has come after n shots.
  const without: number[] = []
  for (let n = 0; n <= shots; n += 1) {
    if (n < run) without.push(1)
    else if (n === run) without.push(1 - p ** run)
    // The run ends just here: a miss before it, and none earlier.
    else without.push(without[n - 1]! - without[n - run - 1]! * (1 - p) * p ** run)
  }
  return 1 - without[shots]!
}
