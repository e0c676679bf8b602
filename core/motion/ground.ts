import type { Vector } from '../ball/sphere.ts'
import { boardCount, boardWidthM, cellsPerFoot, filmRows } from '../lane/film.ts'

export interface Course {
  readonly radiusM: number
  /** Principal moments over the mass, m²: pin axis, middle axis, PSA; or the drilled ball's own axes. */
  readonly k1: number
  readonly k2: number
  readonly k3: number
  /** The drilled ball's own axes along pin, middle axis and PSA; null when they are these. */
  readonly axes: readonly [Vector, Vector, Vector] | null
  readonly spinPatchM: number
  readonly flareCoupling: number
  readonly flareWidthM: number
  /** Film in µm on the bowler's own boards, as `filmOf` lays it out, and the friction law on it. */
  readonly film: Float64Array
  readonly muOil: number
  readonly muOilToDry: number
  readonly filmUm: number
  /** Friction without a film: before and from a distance on; null on a film. */
  readonly step: { readonly muBefore: number; readonly muAfter: number; readonly atM: number } | null
}

/** Bound once: looked up on every use, globals cost more than the arithmetic. */
const { exp, floor } = Math
const metresPerCell = 0.3048 / cellsPerFoot

/** Friction under a point; the film is bilinear between cell centres, held at the edges. */
export function muAt(course: Course, x: number, y: number): number {
  if (course.step !== null) return y < course.step.atM ? course.step.muBefore : course.step.muAfter
  const { film } = course
  const row = y / metresPerCell - 0.5
  const column = 19 - x / boardWidthM
  let r = floor(row)
  let c = floor(column)
  let fr = row - r
  let fc = column - c
  if (r < 0) {
    r = 0
    fr = 0
  }
  if (r >= filmRows - 1) {
    r = filmRows - 2
    fr = 1
  }
  if (c < 0) {
    c = 0
    fc = 0
  }
  if (c >= boardCount - 1) {
    c = boardCount - 2
    fc = 1
  }
  const at = r * boardCount + c
  const near = film[at]! + fc * (film[at + 1]! - film[at]!)
  const far = film[at + boardCount]! + fc * (film[at + boardCount + 1]! - film[at + boardCount]!)
  const thickness = near + fr * (far - near)
  // Past the oil there is no need to ask for e⁰: the function costs as much as all the rest here.
  return thickness === 0
    ? course.muOil + course.muOilToDry
    : course.muOil + course.muOilToDry * exp(-thickness / course.filmUm)
}

/** Share of the friction that a ball keeps which rolls on its own oil. */
export const gripOf = ({ flareCoupling, flareWidthM }: Course, psi: number): number =>
  flareCoupling === 0 ? 1 : 1 - flareCoupling * exp(-psi / flareWidthM)
