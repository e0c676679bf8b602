/** A point of the ball's surface as seen from outside, fingers up: longitude toward the PAP, latitude up; radians. */
export interface Place {
  readonly longitude: number
  readonly latitude: number
}
export type Vector = readonly [number, number, number]

export const degrees = Math.PI / 180
/** Held to −1…1, where rounding may leave it. */
export const unit = (x: number) => Math.min(1, Math.max(-1, x))

/** Unit vector of a place: out of the grip centre, toward the PAP, up. */
export const vectorOf = ({ longitude, latitude }: Place): Vector => [
  Math.cos(latitude) * Math.cos(longitude),
  Math.cos(latitude) * Math.sin(longitude),
  Math.sin(latitude),
]
export const placeOfVector = ([x, y, z]: Vector): Place => ({
  longitude: Math.atan2(y, x),
  latitude: Math.atan2(z, Math.hypot(x, y)),
})

export const dot = (a: Vector, b: Vector) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
export const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]
/** p·a + q·b. */
export const combine = (p: number, a: Vector, q: number, b: Vector): Vector => [
  p * a[0] + q * b[0],
  p * a[1] + q * b[1],
  p * a[2] + q * b[2],
]
export function normalised(a: Vector): Vector {
  const length = Math.hypot(...a)
  return [a[0] / length, a[1] / length, a[2] / length]
}

/** Angle between two places; good to rounding for near and opposite ones too. */
export function arcBetween(a: Place, b: Place): number {
  const [u, v] = [vectorOf(a), vectorOf(b)]
  return Math.atan2(Math.hypot(...cross(u, v)), dot(u, v))
}

/** Point at an arc from a start on a bearing (clockwise from up). */
export function travel({ longitude, latitude }: Place, course: number, arc: number): Place {
  const sinLat = unit(Math.sin(latitude) * Math.cos(arc) + Math.cos(latitude) * Math.sin(arc) * Math.cos(course))
  const east = Math.sin(course) * Math.sin(arc) * Math.cos(latitude)
  const north = Math.cos(arc) - Math.sin(latitude) * sinLat
  return { longitude: longitude + Math.atan2(east, north), latitude: Math.asin(sinLat) }
}

/** Initial bearing of the great circle from a to b. */
export function bearing(a: Place, b: Place): number {
  const turn = b.longitude - a.longitude
  return Math.atan2(
    Math.sin(turn) * Math.cos(b.latitude),
    Math.cos(a.latitude) * Math.sin(b.latitude) - Math.sin(a.latitude) * Math.cos(b.latitude) * Math.cos(turn),
  )
}
