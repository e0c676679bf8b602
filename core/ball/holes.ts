import { metresPerInch } from '../units/convert.ts'
import { placeOf } from './layout.ts'
import { type Vector, combine, cross, dot, normalised, vectorOf } from './sphere.ts'

/**
 * A hole: where its centre comes out, measured from the grip centre, how wide and how deep along its axis. Pitches are the
 * distances by which the axis passes the ball's centre: forward toward the palm, lateral toward the PAP.
 */
export interface Hole {
  readonly name: string
  readonly overIn: number
  readonly upIn: number
  readonly diameterIn: number
  readonly depthIn: number
  readonly forwardPitchIn?: number | undefined
  readonly lateralPitchIn?: number | undefined
  /** A sleeve glued in: its bore, its length from the surface and what it is made of. */
  readonly insert?:
    { readonly boreIn: number; readonly lengthIn: number; readonly densityGcc?: number | undefined } | undefined
  /** Filled up again; what is drilled into the plug afterwards is a hole of its own. */
  readonly plug?: { readonly densityGcc?: number | undefined } | undefined
}

/** Axis of a hole: start at the surface and direction inward, in metres. */
export function holeAxis(hole: Hole, radiusIn: number): { readonly start: Vector; readonly inward: Vector } {
  const place = placeOf(hole.overIn, hole.upIn, radiusIn)
  const out = vectorOf(place)
  const start = combine(radiusIn * metresPerInch, out, 0, out)
  const east: Vector = [-Math.sin(place.longitude), Math.cos(place.longitude), 0]
  const north = cross(out, east)
  // Toward the palm: from the fingers down, from the thumb up.
  const forward = (hole.forwardPitchIn ?? 0) * (hole.upIn > 0 ? -1 : 1) * metresPerInch
  const lateral = (hole.lateralPitchIn ?? 0) * metresPerInch
  const through = combine(lateral, east, forward, north)
  return { start, inward: normalised(combine(1, through, -1, start)) }
}

/** Grid over a hole: discs along it, rings of equal area in each, points around each ring. */
const discs = 48
const rings = 8
const around = 32

/** A point of a hole that lies in another as well, with its share of the hole's volume. */
interface Shared {
  readonly at: Vector
  readonly share: number
}
/** Holes are values that never change, and a layout that is dragged keeps its holes: each pair is looked at once. */
const met = new WeakMap<Hole, WeakMap<Hole, { readonly radiusIn: number; readonly points: readonly Shared[] }>>()
export function meeting(first: Hole, second: Hole, radiusIn: number): readonly Shared[] {
  const of = met.get(first) ?? new WeakMap()
  met.set(first, of)
  const known = of.get(second)
  if (known?.radiusIn === radiusIn) return known.points
  const points = findMeeting(first, second, radiusIn)
  of.set(second, { radiusIn, points })
  return points
}
/**
 * Where two holes meet inside the ball: points of the second that lie in the first as well, each with its share of the second's
 * volume. Empty where they do not meet.
 */
function findMeeting(first: Hole, second: Hole, radiusIn: number): readonly Shared[] {
  const [a, b] = [holeAxis(first, radiusIn), holeAxis(second, radiusIn)]
  const [lengthA, lengthB] = [first.depthIn * metresPerInch, second.depthIn * metresPerInch]
  const [radiusA, radiusB] = [first.diameterIn, second.diameterIn].map((width) => (width / 2) * metresPerInch) as [
    number,
    number,
  ]
  const side = normalised(cross(b.inward, Math.abs(b.inward[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0]))
  const other = cross(b.inward, side)
  const share = 1 / (discs * rings * around)
  const found: Shared[] = []
  for (let disc = 0; disc < discs; disc += 1) {
    const middle = combine(1, b.start, (lengthB * (disc + 0.5)) / discs, b.inward)
    const off = combine(1, middle, -1, a.start)
    const apart = combine(1, off, -dot(off, a.inward), a.inward)
    if (Math.hypot(...apart) > radiusA + radiusB) continue
    for (let ring = 0; ring < rings; ring += 1) {
      const r = radiusB * Math.sqrt((ring + 0.5) / rings)
      for (let k = 0; k < around; k += 1) {
        const angle = (2 * Math.PI * k) / around
        const at = combine(1, middle, r, combine(Math.cos(angle), side, Math.sin(angle), other))
        const from = combine(1, at, -1, a.start)
        const along = dot(from, a.inward)
        if (along < 0 || along > lengthA) continue
        if (Math.hypot(...combine(1, from, -along, a.inward)) < radiusA) found.push({ at, share })
      }
    }
  }
  return found
}

/** Every two open holes; what is drilled into a plug meets nothing. */
export const pairsOf = (holes: readonly Hole[]) => {
  const open = holes.filter((hole) => !hole.plug)
  return open.flatMap((first, index) => open.slice(index + 1).map((second) => ({ first, second })))
}
