import jstat from 'jstat'

const { normal, studentt } = jstat.jStat
/** A difference that is there is told in four of five cases. */
export const power = 0.8
/** Nobody throws more. */
export const mostShots = 200

/**
 * Shots of each of two arms, thrown in turns, that tell a difference at 5 % with the wanted power, over what is believed of the scatter of a shot
 * (each scatter with its weight). Normal approximation of the power at Student's quantile.
 */
export function shotsToTell(
  scatters: readonly { readonly weight: number; readonly scatter: number }[],
  difference: number,
): number {
  for (let n = 2; n < mostShots; n += 1) {
    const t = studentt.inv(0.975, 2 * n - 2)
    const told = scatters.reduce(
      (sum, { weight, scatter }) => sum + weight * normal.cdf(difference / (scatter * Math.sqrt(2 / n)) - t, 0, 1),
      0,
    )
    if (told >= power) return n
  }
  return mostShots
}
