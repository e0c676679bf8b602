import { parseInches, formatInchFraction } from '../units/inches.ts'
import { limits } from '../units/limits.ts'

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

const degrees = Math.PI / 180
const unit = (x: number) => Math.min(1, Math.max(-1, x))

/** Point at an arc from a start on a bearing (clockwise from north); all angles in radians on the unit sphere. */
function travel(longitude: number, latitude: number, bearing: number, arc: number) {
  const sinLat = unit(Math.sin(latitude) * Math.cos(arc) + Math.cos(latitude) * Math.sin(arc) * Math.cos(bearing))
  const east = Math.sin(bearing) * Math.sin(arc) * Math.cos(latitude)
  const north = Math.cos(arc) - Math.sin(latitude) * sinLat
  return { longitude: longitude + Math.atan2(east, north), latitude: Math.asin(sinLat) }
}

/** Initial bearing of the great circle from a to b. */
function bearing(a: { longitude: number; latitude: number }, b: { longitude: number; latitude: number }) {
  const turn = b.longitude - a.longitude
  return Math.atan2(
    Math.sin(turn) * Math.cos(b.latitude),
    Math.cos(a.latitude) * Math.sin(b.latitude) - Math.sin(a.latitude) * Math.cos(b.latitude) * Math.cos(turn),
  )
}

/**
 * Where pin and PSA lie on the ball for a layout and a PAP. Right-hander's frame; a left-hander's ball is
 * the mirror image, drawn mirrored. Great-circle navigation on the ball's sphere.
 */
export function layoutMarks(layout: Layout, pap: Pap, diameterIn = 8.595): LayoutMarks {
  const radius = diameterIn / 2
  const at = { longitude: pap.overIn / radius, latitude: pap.upIn / radius }
  const pinArc = layout.pinToPapIn / radius
  const pin = travel(at.longitude, at.latitude, -layout.valAngleDeg * degrees, pinArc)
  const psa = travel(pin.longitude, pin.latitude, bearing(pin, at) + layout.drillingAngleDeg * degrees, Math.PI / 2)
  const drilling = layout.drillingAngleDeg * degrees
  return {
    pinOverIn: pin.longitude * radius,
    pinUpIn: pin.latitude * radius,
    psaOverIn: psa.longitude * radius,
    psaUpIn: psa.latitude * radius,
    pinToGripCentreIn: radius * Math.acos(unit(Math.cos(pin.latitude) * Math.cos(pin.longitude))),
    psaToPapIn: radius * Math.acos(unit(Math.sin(pinArc) * Math.cos(drilling))),
    pinBufferIn: radius * Math.asin(unit(Math.sin(pinArc) * Math.sin(layout.valAngleDeg * degrees))),
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

export const formatLayout = (layout: Layout) =>
  `${layout.drillingAngleDeg} × ${formatInchFraction(layout.pinToPapIn)} × ${layout.valAngleDeg}`
