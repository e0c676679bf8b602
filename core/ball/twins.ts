import type { CoverFamily } from './covers.ts'

type Known = number | null | undefined
/** What two balls are compared by; a figure that one of them lacks tells nothing and is passed over. */
export interface Comparable {
  readonly id: string
  readonly cover: CoverFamily
  readonly rgIn?: Known
  readonly differentialIn?: Known
  readonly drillingAngleDeg?: Known
  readonly pinToPapIn?: Known
  readonly valAngleDeg?: Known
  /** Roughness that the lane feels, µm. */
  readonly raUm: number | null
}

/** Differences that a bowler of usual repeatability does not see: starting values (assumed). */
const near = { rgIn: 0.015, differentialIn: 0.005, drillingAngleDeg: 10, pinToPapIn: 0.5, valAngleDeg: 12 } as const
/** Roughness within this ratio is one surface to the lane. */
const sameSurface = 1.25

/** Pairs of balls that do nearly the same: same cover, and alike in core, surface and whatever of the layout both records know. */
export function twins<T extends Comparable>(balls: readonly T[]): (readonly [T, T])[] {
  return balls.flatMap((a, index) =>
    balls.slice(index + 1).flatMap((b): (readonly [T, T])[] => (alike(a, b) ? [[a, b]] : [])),
  )
}

function alike(a: Comparable, b: Comparable): boolean {
  if (a.cover !== b.cover) return false
  let known = 0
  for (const [key, within] of Object.entries(near) as [keyof typeof near, number][]) {
    const [one, other] = [a[key], b[key]]
    if (one == null || other == null) continue
    if (Math.abs(one - other) > within) return false
    known += 1
  }
  if (a.raUm !== null && b.raUm !== null) {
    if (Math.max(a.raUm, b.raUm) / Math.min(a.raUm, b.raUm) > sameSurface) return false
    known += 1
  }
  // What is not known may well differ: core and surface of both have to be on record before anybody is told they are twins.
  const core = a.rgIn != null && b.rgIn != null && a.differentialIn != null && b.differentialIn != null
  return core && a.raUm !== null && b.raUm !== null && known >= 3
}
