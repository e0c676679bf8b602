import { parseInches, formatInchFraction } from '../units/inches.ts'
import { limits } from '../units/limits.ts'
import { type Place, arcBetween, bearing, degrees, travel, unit } from './sphere.ts'

/** Angle–distance–angle notation: drilling angle × pin-to-PAP × VAL angle. */
export interface Layout {
  readonly drillingAngleDeg: number
  readonly pinToPapIn: number
  readonly valAngleDeg: number
}

export interface Pap {
  readonly overIn: number
  readonly upIn: number
}

/** Positions as arcs from the grip centre: over along the midline (+ toward the PAP), up along a meridian. */
export interface LayoutMarks {
  readonly pinOverIn: number
  readonly pinUpIn: number
  readonly psaOverIn: number
  readonly psaUpIn: number
  readonly pinToGripCentreIn: number
  readonly psaToPapIn: number
  readonly pinBufferIn: number
}

/**
 * Where pin and PSA lie on the ball for a layout and a PAP. Right-hander's frame; a left-hander's ball is
 * the mirror image, drawn mirrored. Great-circle navigation on the ball's sphere.
 */
export function layoutMarks(layout: Layout, pap: Pap, diameterIn = 8.595): LayoutMarks {
  const radius = diameterIn / 2
  const at = placeOf(pap.overIn, pap.upIn, radius)
  const { pin, psa } = placesOf(layout, at, radius)
  const { psaToPapIn, pinBufferIn } = toDistances(layout, diameterIn)
  // Past the back of the ball it is shorter the other way round.
  const over = ({ longitude }: Place) => radius * (longitude - 2 * Math.PI * Math.round(longitude / (2 * Math.PI)))
  return {
    pinOverIn: over(pin),
    pinUpIn: pin.latitude * radius,
    psaOverIn: over(psa),
    psaUpIn: psa.latitude * radius,
    pinToGripCentreIn: radius * arcBetween(gripCentre, pin),
    psaToPapIn,
    pinBufferIn,
  }
}

export const gripCentre: Place = { longitude: 0, latitude: 0 }
/** Place of a mark measured from the grip centre along the midline and up a meridian. */
export const placeOf = (overIn: number, upIn: number, radiusIn: number): Place => ({
  longitude: overIn / radiusIn,
  latitude: upIn / radiusIn,
})

/** Pin and PSA of a layout about a PAP. */
export function placesOf(layout: Layout, pap: Place, radiusIn: number): { readonly pin: Place; readonly psa: Place } {
  const pin = travel(pap, -layout.valAngleDeg * degrees, layout.pinToPapIn / radiusIn)
  // With the pin on the PAP there is no line between them; the way back along the VAL angle stands in.
  const back = layout.pinToPapIn === 0 ? Math.PI - layout.valAngleDeg * degrees : bearing(pin, pap)
  return { pin, psa: travel(pin, back + layout.drillingAngleDeg * degrees, Math.PI / 2) }
}

/** Three-distance notation: pin to PAP, PSA to PAP, pin to VAL; arcs in inches. */
export interface Distances {
  readonly pinToPapIn: number
  readonly psaToPapIn: number
  readonly pinBufferIn: number
}

/** The three distances of a layout: cos(PSA–PAP) = sin(pin–PAP)·cos(drilling), sin(buffer) = sin(pin–PAP)·sin(VAL). */
export function toDistances(layout: Layout, diameterIn = 8.595): Distances {
  const radius = diameterIn / 2
  const sine = Math.sin(layout.pinToPapIn / radius)
  return {
    pinToPapIn: layout.pinToPapIn,
    psaToPapIn: radius * Math.acos(unit(sine * Math.cos(layout.drillingAngleDeg * degrees))),
    pinBufferIn: radius * Math.asin(unit(sine * Math.sin(layout.valAngleDeg * degrees))),
  }
}

/** Why something measured is no layout. Figures are arcs in inches. */
export type LayoutProblem =
  | { readonly reason: 'psa-to-pap'; readonly minIn: number; readonly maxIn: number }
  | { readonly reason: 'pin-buffer'; readonly minIn: 0; readonly maxIn: number }
  /** The pin lies on the PAP: both angles are undefined. */
  | { readonly reason: 'pin-on-pap' }
  /** A PSA lies a quarter of the way around from the pin; what is marked does not. */
  | { readonly reason: 'psa-not-square'; readonly offIn: number }

export type LayoutResult =
  /** One solution, or two that the figures cannot tell apart: the pin above or below the line square to the VAL. */
  { readonly ok: true; readonly layouts: readonly Layout[] } | { readonly ok: false; readonly problem: LayoutProblem }

/** Rounding at the edge of what is possible, in. */
const slackIn = 0.002
/** Marks are drawn by hand: a PSA this far from square is still one, in. */
const squareWithinIn = 0.25

/**
 * Layouts that have these three distances. The pin's side of the VAL is the grip's; whether it lies above or below the line
 * square to the VAL is not told by the distances, so there are two answers unless both are the same (VAL angle 90°).
 */
export function fromDistances(distances: Distances, diameterIn = 8.595): LayoutResult {
  const radius = diameterIn / 2
  const sine = Math.sin(distances.pinToPapIn / radius)
  if (sine < 1e-9) return { ok: false, problem: { reason: 'pin-on-pap' } }
  const nearest = radius * Math.acos(sine)
  const farthest = Math.PI * radius - nearest
  if (distances.psaToPapIn < nearest - slackIn || distances.psaToPapIn > farthest + slackIn)
    return { ok: false, problem: { reason: 'psa-to-pap', minIn: nearest, maxIn: farthest } }
  const widest = radius * Math.asin(unit(sine))
  if (distances.pinBufferIn < -slackIn || distances.pinBufferIn > widest + slackIn)
    return { ok: false, problem: { reason: 'pin-buffer', minIn: 0, maxIn: widest } }
  const drillingAngleDeg = Math.acos(unit(Math.cos(distances.psaToPapIn / radius) / sine)) / degrees
  const valAngleDeg = Math.asin(unit(Math.max(0, Math.sin(distances.pinBufferIn / radius)) / sine)) / degrees
  const upper: Layout = { drillingAngleDeg, pinToPapIn: distances.pinToPapIn, valAngleDeg }
  const lower: Layout = { ...upper, valAngleDeg: 180 - valAngleDeg }
  return { ok: true, layouts: valAngleDeg > 89.95 ? [upper] : [upper, lower] }
}

export interface Mark {
  readonly overIn: number
  readonly upIn: number
}

/**
 * Layout from marks on the ball: pin and PSA (asymmetric; must lie a quarter around from each other) or pin and CG mark
 * (symmetric: gives the direction only), measured from the grip centre.
 */
export function fromMarks(
  marks: { readonly pin: Mark; readonly other: Mark; readonly kind: 'psa' | 'cg' },
  pap: Pap,
  diameterIn = 8.595,
): LayoutResult {
  const radius = diameterIn / 2
  const place = ({ overIn, upIn }: Mark) => placeOf(overIn, upIn, radius)
  const [at, pin, other] = [place(pap), place(marks.pin), place(marks.other)]
  const arc = arcBetween(at, pin)
  if (arc * radius < slackIn) return { ok: false, problem: { reason: 'pin-on-pap' } }
  const offIn = (arcBetween(pin, other) - Math.PI / 2) * radius
  if (marks.kind === 'psa' && Math.abs(offIn) > squareWithinIn)
    return { ok: false, problem: { reason: 'psa-not-square', offIn } }
  const turn = (angle: number) => ((angle / degrees + 540) % 360) - 180
  return {
    ok: true,
    layouts: [
      {
        drillingAngleDeg: turn(bearing(pin, other) - bearing(pin, at)),
        pinToPapIn: arc * radius,
        valAngleDeg: turn(-bearing(at, pin)),
      },
    ],
  }
}

/** Reads `50 x 4 1/2 x 35` (also `×`, `*`, `/`-free spacing); undefined when it is not three figures in range. */
export function parseLayout(text: string): Layout | undefined {
  const parts = text.split(/[x×*]/i).map((part) => part.replace('°', '').trim())
  if (parts.length !== 3) return undefined
  const [drillingAngleDeg, pinToPapIn, valAngleDeg] = parts.map((part) => parseInches(part))
  if (drillingAngleDeg === undefined || pinToPapIn === undefined || valAngleDeg === undefined) return undefined
  const layout = { drillingAngleDeg, pinToPapIn, valAngleDeg }
  const inRange = (Object.keys(layout) as (keyof Layout)[]).every(
    (key) => layout[key] >= limits[key].min && layout[key] <= limits[key].max,
  )
  return inRange ? layout : undefined
}

/** Angles to a tenth of a degree, the distance to 1/16 in or as `inches` writes it. */
export const formatLayout = (
  { drillingAngleDeg, pinToPapIn, valAngleDeg }: Layout,
  inches: (valueIn: number) => string = formatInchFraction,
) => `${Number(drillingAngleDeg.toFixed(1))} × ${inches(pinToPapIn)} × ${Number(valAngleDeg.toFixed(1))}`
