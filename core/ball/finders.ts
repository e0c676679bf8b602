import { EigenvalueDecomposition, Matrix } from 'ml-matrix'
import { type Mark, type Pap, placeOf } from './layout.ts'
import { type Vector, combine, cross, degrees, dot, normalised, placeOfVector, unit, vectorOf } from './sphere.ts'

/** A figure with one standard deviation. */
export interface Measured {
  readonly value: number
  readonly sd: number
}

/** Axis tilt in degrees from the surface diameter of the track ring: 90° − D/2R. */
export function tiltFromTrack(ringIn: Measured, diameterIn = 8.595): Measured {
  const perInch = 1 / diameterIn / degrees
  return { value: 90 - ringIn.value * perInch, sd: ringIn.sd * perInch }
}
/** Surface diameter of the track ring that a tilt gives. */
export const trackDiameterIn = (tiltDeg: number, diameterIn = 8.595) => (90 - tiltDeg) * degrees * diameterIn

/** Speed in mph over a distance from the times at both ends, s; each time is known to `sdS`. */
export function speedFromTimes(distanceFt: number, fromS: number, toS: number, sdS: number): Measured {
  const seconds = toS - fromS
  const value = (distanceFt / seconds) * (3600 / 5280)
  return { value, sd: (value * Math.SQRT2 * sdS) / seconds }
}

/** Rev rate in rpm from turns counted over video frames; turns are known to `sdTurns`, the count of frames to one. */
export function revsFromFrames(turns: number, frames: number, framesPerSecond: number, sdTurns = 0.1): Measured {
  const value = (60 * turns * framesPerSecond) / frames
  return { value, sd: value * Math.hypot(sdTurns / turns, 1 / frames) }
}

/** Rev rate in rpm from turns counted (such as flashes of a piece of tape) over a distance at a known mean speed. */
export function revsFromDistance(turns: number, distanceFt: number, speedMph: Measured, sdTurns = 0.25): Measured {
  const minutes = distanceFt / (speedMph.value * 88)
  const value = turns / minutes
  return { value, sd: value * Math.hypot(sdTurns / turns, speedMph.sd / speedMph.value) }
}

export interface FoundPap {
  readonly pap: Pap
  /** Surface diameter of the track ring. */
  readonly ringIn: number
  readonly tiltDeg: number
  /** Root mean square of the marks' distances from the ring, in; 0 where as many marks as unknowns fix it. */
  readonly residualIn: number
  /** Standard deviation of the PAP for marks that are off by the residual or 1/32 in, whichever is larger. */
  readonly sdIn: number
}
export type PapResult =
  | { readonly ok: true; readonly found: FoundPap }
  /** `too-near`: the marks hardly bend; `ring-too-small`: two marks further apart than the ring is wide. */
  | { readonly ok: false; readonly reason: 'too-few' | 'too-near' | 'ring-too-small' }

/** Marks are set with a grease pencil: no better than this. */
const markSdIn = 1 / 32

/**
 * PAP from marks on one flare ring, measured from the grip centre: three or more by least squares (the circle nearest to
 * them), two with the ring's surface diameter known. Of the two ends of the axis it is the one on the PAP's side.
 */
export function papFromRing(marks: readonly Mark[], diameterIn = 8.595, knownRingIn?: number): PapResult {
  const radiusIn = diameterIn / 2
  const points = marks.map((mark) => vectorOf(placeOf(mark.overIn, mark.upIn, radiusIn)))
  if (points.length < 2 || (points.length === 2 && knownRingIn === undefined)) return { ok: false, reason: 'too-few' }
  const axis = points.length === 2 ? fromTwo(points, knownRingIn!, radiusIn) : fromMany(points)
  if (typeof axis === 'string') return { ok: false, reason: axis }
  // The track runs about the far end of the axis: over a quarter of the way around from the PAP.
  const arcs = points.map((point) => Math.acos(unit(-dot(axis, point))))
  const ring = arcs.reduce((sum, arc) => sum + arc, 0) / arcs.length
  const squares = arcs.reduce((sum, arc) => sum + (arc - ring) ** 2, 0)
  const free = points.length - 3
  const residualIn = free > 0 ? radiusIn * Math.sqrt(squares / points.length) : 0
  const place = placeOfVector(axis)
  return {
    ok: true,
    found: {
      pap: { overIn: place.longitude * radiusIn, upIn: place.latitude * radiusIn },
      ringIn: 2 * ring * radiusIn,
      tiltDeg: 90 - ring / degrees,
      residualIn,
      sdIn: Math.max(residualIn, markSdIn) * axisLeverage(points, axis, points.length === 2),
    },
  }
}

/** Axes point to the side of the PAP: over from the grip centre. */
const toPapSide = (axis: Vector): Vector => (axis[1] < 0 ? [-axis[0], -axis[1], -axis[2]] : axis)

/** Normal of the plane that lies nearest to the points. */
function fromMany(points: readonly Vector[]): Vector | 'too-near' {
  const n = points.length
  const mean = ([0, 1, 2] as const).map((k) => points.reduce((sum, point) => sum + point[k], 0) / n)
  const rows = points.map((point) => [point[0] - mean[0]!, point[1] - mean[1]!, point[2] - mean[2]!])
  const spread = new Matrix(rows)
  const eigen = new EigenvalueDecomposition(spread.transpose().mmul(spread), { assumeSymmetric: true })
  const order = [0, 1, 2].sort((a, b) => eigen.realEigenvalues[a]! - eigen.realEigenvalues[b]!)
  // Marks on a short arc lie as good as on a line: no plane, no axis.
  if (eigen.realEigenvalues[order[1]!]! < 1e-3 * eigen.realEigenvalues[order[2]!]!) return 'too-near'
  const column = eigen.eigenvectorMatrix.getColumn(order[0]!)
  return toPapSide(normalised([column[0]!, column[1]!, column[2]!]))
}

/** PAP whose track of a known size runs through two points. */
function fromTwo([a, b]: readonly Vector[], ringIn: number, radiusIn: number): Vector | 'too-near' | 'ring-too-small' {
  const [p, q] = [a!, b!]
  const half = Math.acos(unit(dot(p, q))) / 2
  if (half * radiusIn < 0.25) return 'too-near'
  const ring = ringIn / 2 / radiusIn
  if (half > ring) return 'ring-too-small'
  const middle = normalised(combine(1, p, 1, q))
  const side = normalised(cross(p, q))
  const arc = Math.acos(unit(Math.cos(ring) / Math.cos(half)))
  const [one, other] = [1, -1].map((sign) => combine(Math.cos(arc), middle, sign * Math.sin(arc), side))
  // The ring's own middle is the far end of the axis.
  const [x, y, z] = one![1] < other![1] ? one! : other!
  return [-x, -y, -z]
}

/** How much an error of one mark moves the axis: from the curvature of the fit about it. */
function axisLeverage(points: readonly Vector[], axis: Vector, ringKnown: boolean): number {
  const across = normalised(cross(axis, Math.abs(axis[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0]))
  const along = cross(axis, across)
  // Change of a point's arc from the axis, by a tilt of the axis each way and by the ring's size.
  const rows = points.map((point) => {
    const sine = Math.sqrt(Math.max(1e-9, 1 - dot(axis, point) ** 2))
    const turn = [-dot(across, point) / sine, -dot(along, point) / sine]
    return ringKnown ? turn : [...turn, -1]
  })
  const design = new Matrix(rows)
  const eigen = new EigenvalueDecomposition(design.transpose().mmul(design), { assumeSymmetric: true })
  const smallest = Math.min(...eigen.realEigenvalues)
  return smallest > 1e-12 ? 1 / Math.sqrt(smallest) : Number.POSITIVE_INFINITY
}
