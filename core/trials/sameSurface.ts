interface Surface {
  readonly effectiveRaUm: number | null
  readonly oilShare: number
}

/** Differences that no test of a few shots could show: a twentieth of the roughness, two hundredths of the oil that it can hold. */
const sameRoughness = Math.log(1.05)
const sameOil = 0.02

/** Whether a ball at two times is the same thing to the lane; two unknown surfaces of one ball are. */
export function sameSurface(a: Surface, b: Surface): boolean {
  if (Math.abs(a.oilShare - b.oilShare) > sameOil) return false
  if (a.effectiveRaUm === null || b.effectiveRaUm === null) return a.effectiveRaUm === b.effectiveRaUm
  return Math.abs(Math.log(a.effectiveRaUm / b.effectiveRaUm)) <= sameRoughness
}
