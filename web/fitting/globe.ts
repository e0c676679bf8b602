import {
  type FlareRing,
  type Hole,
  type Layout,
  type Pap,
  type Place,
  placeOf,
  placeOfVector,
  placesOf,
} from '@sleetfall/core'
import { geoCircle } from 'd3-geo'
import type { GeoPermissibleObjects } from 'd3-geo'

const degrees = 180 / Math.PI
export type Point = [longitude: number, latitude: number]
export const pointOf = ({ longitude, latitude }: Place): Point => [longitude * degrees, latitude * degrees]

export interface Marks {
  readonly pin: Point
  readonly psa: Point
  readonly pap: Point
}
export function marksOf(layout: Layout, pap: Pap, diameterIn: number): Marks {
  const radius = diameterIn / 2
  const at = placeOf(pap.overIn, pap.upIn, radius)
  const { pin, psa } = placesOf(layout, at, radius)
  return { pin: pointOf(pin), psa: pointOf(psa), pap: pointOf(at) }
}

const line = (...coordinates: Point[]): GeoPermissibleObjects => ({ type: 'LineString', coordinates })

/** Great circles and lines of a layout, for any projection. */
export const linesOf = (marks: Marks) => ({
  midline: line([-180, 0], [-90, 0], [0, 0], [90, 0], [180, 0]),
  centreline: line([0, -89.9], [0, 0], [0, 89.9]),
  val: line([marks.pap[0], -89.9], marks.pap, [marks.pap[0], 89.9]),
  pinToPap: line(marks.pin, marks.pap),
  pinToPsa: line(marks.pin, marks.psa),
})

export const holeCircle = (hole: Pick<Hole, 'overIn' | 'upIn' | 'diameterIn'>, diameterIn: number) =>
  geoCircle()
    .center(pointOf(placeOf(hole.overIn, hole.upIn, diameterIn / 2)))
    .radius((hole.diameterIn / diameterIn) * degrees)
    .precision(3)()

export const ringCircle = ({ axis, arcDeg }: FlareRing) =>
  geoCircle()
    .center(pointOf(placeOfVector(axis)))
    .radius(arcDeg)
    .precision(3)()

/** Fixed views: turn of the globe so that this point faces the reader. */
export const views = ['front', 'pap', 'pin'] as const
export type View = (typeof views)[number]
export const facing = (view: View, marks: Marks): Point =>
  view === 'front' ? [0, 0] : view === 'pap' ? marks.pap : marks.pin
