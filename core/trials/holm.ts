/** Holm's adjustment of p values for being looked at together (Holm 1979): each at least as large as those before it, never over 1. */
export function holm(ps: readonly number[]): number[] {
  const order = ps.map((p, index) => ({ p, index })).sort((a, b) => a.p - b.p)
  const adjusted = new Array<number>(ps.length).fill(1)
  let least = 0
  order.forEach(({ p, index }, rank) => {
    least = Math.max(least, Math.min(1, p * (ps.length - rank)))
    adjusted[index] = least
  })
  return adjusted
}
