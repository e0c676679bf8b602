import type { ComparedShot, PairedEffect } from './compare.ts'

/** What one shot does to the first pair's estimate by being there. */
export interface Influence {
  /** Its place in the list. */
  readonly shot: number
  readonly change: number
  /** Without it the verdict would be another. */
  readonly flips: boolean
}

const shows = (pairs: readonly PairedEffect[]) => pairs.some(({ pHolm }) => pHolm < 0.05)
/** Beyond so many shots a single one decides nothing. */
const most = 200

/** Leaves each shot out in turn; `fit` compares what is left. */
export function influenceOf<T extends ComparedShot>(
  shots: readonly T[],
  fit: (shots: readonly T[]) => { readonly pairs: readonly PairedEffect[] },
): Influence[] {
  const { pairs } = fit(shots)
  if (pairs.length === 0 || shots.length > most) return []
  return shots.map((_, shot) => {
    const without = fit(shots.filter((__, i) => i !== shot)).pairs
    // The last shot of an arm takes the comparison with it.
    if (without.length < pairs.length) return { shot, change: 0, flips: shows(pairs) }
    return { shot, change: pairs[0]!.estimate - without[0]!.estimate, flips: shows(without) !== shows(pairs) }
  })
}
