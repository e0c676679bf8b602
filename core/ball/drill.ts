import { EigenvalueDecomposition, Matrix } from 'ml-matrix'
import { kilogramsPerPound, metresPerInch } from '../units/convert.ts'
import { type Hole, holeAxis, meeting, pairsOf } from './holes.ts'
import { type Layout, type Pap, gripCentre, placeOf, placesOf } from './layout.ts'
import { type Vector, combine, cross, dot, placeOfVector, unit, vectorOf } from './sphere.ts'

export interface Blank {
  readonly weightLb: number
  readonly rgIn: number
  readonly differentialIn: number
  readonly intermediateDifferentialIn: number
  /** Top weight of the undrilled ball, oz, toward the CG mark; taken as 0 when not known. */
  readonly topWeightOz?: number | undefined
}

export interface Drilling {
  readonly ball: Blank
  readonly layout: Layout
  readonly pap: Pap
  readonly holes: readonly Hole[]
  readonly diameterIn: number
  readonly coverDensityGcc?: number | undefined
  /** Densities further in: from this radius inward, in any order; outside the largest it is the cover's. */
  readonly shells?: readonly { readonly belowRadiusIn: number; readonly densityGcc: number }[] | undefined
  /** CG mark from the grip centre; the pin's direction from it is the label's. Without it the CG lies at the grip centre. */
  readonly cg?: { readonly overIn: number; readonly upIn: number } | undefined
  /** What two holes share is taken off twice, as whole cylinders; only to be held against references that do so. */
  readonly wholeCylinders?: boolean | undefined
}

export interface Statics {
  /** Half of the ball on this side over the other half, oz; top is the grip centre's side. */
  readonly topOz: number
  /** Finger side over thumb side. */
  readonly fingerOz: number
  /** Positive side (toward the PAP) over the other. */
  readonly sideOz: number
}

export interface Drilled {
  readonly weightLb: number
  readonly rgIn: number
  readonly differentialIn: number
  readonly intermediateDifferentialIn: number
  /** Principal axes (lowest RG, middle, highest) along pin, middle axis and PSA of the undrilled ball; right-handed. */
  readonly axes: readonly [Vector, Vector, Vector]
  /** Where the axes of lowest and highest RG come out nearest the grip centre's side, from the grip centre. */
  readonly pin: { readonly overIn: number; readonly upIn: number }
  readonly psa: { readonly overIn: number; readonly upIn: number }
  readonly statics: Statics
}

/** Starting values: cover and fillings, g/cm³. */
export const drillingDefaults = { coverDensityGcc: 1.2, insertDensityGcc: 1.2, plugDensityGcc: 1.2 } as const
const kgPerOunce = kilogramsPerPound / 16

interface Piece {
  readonly massKg: number
  readonly centre: Vector
  readonly axis: Vector
  readonly outerM: number
  readonly innerM: number
  readonly lengthM: number
}

/** A cylinder (a ring when it has a bore) along an axis, cut where the density changes. */
function pieces(
  axis: ReturnType<typeof holeAxis>,
  shape: { readonly outerIn: number; readonly innerIn: number; readonly lengthIn: number },
  densityAt: (radiusIn: number) => number,
  cuts: readonly number[],
): Piece[] {
  const length = shape.lengthIn * metresPerInch
  // Along the axis the distance from the centre falls; cut where it crosses a shell.
  const at = (s: number) => Math.hypot(...combine(1, axis.start, s, axis.inward)) / metresPerInch
  const places = [0, length]
  for (const radius of cuts) {
    let [low, high] = [0, length]
    if (at(low) <= radius || at(high) >= radius) continue
    for (let turn = 0; turn < 40; turn += 1) {
      const middle = (low + high) / 2
      if (at(middle) > radius) low = middle
      else high = middle
    }
    places.push(low)
  }
  places.sort((a, b) => a - b)
  const [outer, inner] = [(shape.outerIn / 2) * metresPerInch, (shape.innerIn / 2) * metresPerInch]
  return places.slice(1).map((to, index) => {
    const from = places[index]!
    const middle = (from + to) / 2
    return {
      massKg: densityAt(at(middle)) * 1000 * Math.PI * (outer * outer - inner * inner) * (to - from),
      centre: combine(1, axis.start, middle, axis.inward),
      axis: axis.inward,
      outerM: outer,
      innerM: inner,
      lengthM: to - from,
    }
  })
}

const slices = 40
/** Part of a disc on the near side of a line less the part on the far side; u is the line's distance from the middle over the radius. */
function nearLessFar(u: number): number {
  const held = unit(u)
  return (2 / Math.PI) * (Math.asin(held) + held * Math.sqrt(1 - held * held))
}
/**
 * On which side of the ball's three halving planes a cylinder lies: −1 all on the far side, 1 all on the near side, by
 * thin slices along its axis, each a disc (or a ring) that the plane cuts into segments.
 */
function sides({ centre, axis, outerM, innerM, lengthM }: Piece): Vector {
  const side = (k: 0 | 1 | 2) => {
    const slope = Math.sqrt(Math.max(0, 1 - axis[k] ** 2))
    const disc = (at: number, radiusM: number) =>
      radiusM * slope < 1e-9 ? Math.sign(at) : nearLessFar(at / (radiusM * slope))
    const [outer, inner] = [outerM * outerM, innerM * innerM]
    let sum = 0
    for (let slice = 0; slice < slices; slice += 1) {
      const at = centre[k] + axis[k] * lengthM * ((slice + 0.5) / slices - 0.5)
      sum += outer - inner < 1e-18 ? 0 : (outer * disc(at, outerM) - inner * disc(at, innerM)) / (outer - inner)
    }
    return sum / slices
  }
  return [side(0), side(1), side(2)]
}

const outerProduct = (a: Vector, b: Vector) => Matrix.columnVector([...a]).mmul(Matrix.rowVector([...b]))

/** Inertia of a hollow cylinder about the ball's centre. */
function inertia({ massKg, centre, axis, outerM, innerM, lengthM }: Piece): Matrix {
  const along = (massKg * (outerM ** 2 + innerM ** 2)) / 2
  const across = (massKg * (3 * (outerM ** 2 + innerM ** 2) + lengthM ** 2)) / 12
  const own = Matrix.eye(3)
    .mul(across)
    .add(outerProduct(axis, axis).mul(along - across))
  return own.add(
    Matrix.eye(3)
      .mul(massKg * dot(centre, centre))
      .sub(outerProduct(centre, centre).mul(massKg)),
  )
}

/**
 * Drilled ball: cylinders of the holes taken off the undrilled tensor, sleeves and plugs put back, moved to the new centre
 * of mass and diagonalised. All in a right-hander's frame; a left-hander's ball is its mirror image with the same figures.
 */
export function drilledBall(drilling: Drilling): Drilled {
  const { ball, diameterIn, holes } = drilling
  const radiusIn = diameterIn / 2
  const { coverDensityGcc = drillingDefaults.coverDensityGcc, shells = [] } = drilling
  const inner = shells.toSorted((a, b) => a.belowRadiusIn - b.belowRadiusIn)
  const density = (radius: number) => inner.find((shell) => radius < shell.belowRadiusIn)?.densityGcc ?? coverDensityGcc
  const cuts = inner.map((shell) => shell.belowRadiusIn)

  const marks = placesOf(drilling.layout, placeOf(drilling.pap.overIn, drilling.pap.upIn, radiusIn), radiusIn)
  const [pin, psa] = [vectorOf(marks.pin), vectorOf(marks.psa)]
  const middle = cross(psa, pin)
  const mass0 = ball.weightLb * kilogramsPerPound
  const square = (inches: number) => (inches * metresPerInch) ** 2
  const highest = ball.rgIn + ball.differentialIn
  let tensor = outerProduct(pin, pin)
    .mul(mass0 * square(ball.rgIn))
    .add(outerProduct(middle, middle).mul(mass0 * square(highest - ball.intermediateDifferentialIn)))
    .add(outerProduct(psa, psa).mul(mass0 * square(highest)))
  // Halves of a ball have their centres 3/8 of the radius from the middle: that turns ounces of imbalance into a shift.
  const lever = (3 / 8) * radiusIn * metresPerInch
  const cgAt = vectorOf(drilling.cg ? placeOf(drilling.cg.overIn, drilling.cg.upIn, radiusIn) : gripCentre)
  let moment: Vector = combine((ball.topWeightOz ?? 0) * kgPerOunce * lever, cgAt, 0, cgAt)
  let mass = mass0

  let imbalance: Vector = combine((ball.topWeightOz ?? 0) * kgPerOunce, cgAt, 0, cgAt)
  const change = (sign: 1 | -1, parts: readonly Piece[]) => {
    for (const part of parts) {
      imbalance = combine(1, imbalance, sign * part.massKg, sides(part))
      mass += sign * part.massKg
      moment = combine(1, moment, sign * part.massKg, part.centre)
      tensor = tensor.add(inertia(part).mul(sign))
    }
  }
  for (const hole of holes) {
    const axis = holeAxis(hole, radiusIn)
    const whole = { outerIn: hole.diameterIn, innerIn: 0, lengthIn: hole.depthIn }
    change(-1, pieces(axis, whole, density, cuts))
    if (hole.plug) {
      const { densityGcc = drillingDefaults.plugDensityGcc } = hole.plug
      change(
        1,
        pieces(axis, whole, () => densityGcc, []),
      )
    }
    if (hole.insert) {
      const { boreIn, lengthIn, densityGcc = drillingDefaults.insertDensityGcc } = hole.insert
      const sleeve = { outerIn: hole.diameterIn, innerIn: boreIn, lengthIn: Math.min(lengthIn, hole.depthIn) }
      change(
        1,
        pieces(axis, sleeve, () => densityGcc, []),
      )
    }
  }

  // What two holes share was taken off twice: once is put back, point by point.
  for (const { first, second } of drilling.wholeCylinders ? [] : pairsOf(holes))
    for (const { at, share } of meeting(first, second, radiusIn)) {
      const volume = (Math.PI / 4) * second.diameterIn ** 2 * second.depthIn * metresPerInch ** 3
      const massKg = share * volume * 1000 * density(Math.hypot(...at) / metresPerInch)
      imbalance = combine(1, imbalance, massKg, [Math.sign(at[0]), Math.sign(at[1]), Math.sign(at[2])])
      mass += massKg
      moment = combine(1, moment, massKg, at)
      tensor = tensor.add(
        Matrix.eye(3)
          .mul(massKg * dot(at, at))
          .sub(outerProduct(at, at).mul(massKg)),
      )
    }

  const centre: Vector = combine(1 / mass, moment, 0, moment)
  const about = tensor.sub(
    Matrix.eye(3)
      .mul(mass * dot(centre, centre))
      .sub(outerProduct(centre, centre).mul(mass)),
  )
  const eigen = new EigenvalueDecomposition(about, { assumeSymmetric: true })
  const order = [0, 1, 2].sort((a, b) => eigen.realEigenvalues[a]! - eigen.realEigenvalues[b]!)
  const radii = order.map((index) => Math.sqrt(eigen.realEigenvalues[index]! / mass) / metresPerInch)
  const axisAt = (index: number): Vector => {
    const column = eigen.eigenvectorMatrix.getColumn(order[index]!)
    return [column[0]!, column[1]!, column[2]!]
  }
  // An axis has two ends: the one nearer where the mark was.
  const toward = (axis: Vector, mark: Vector): Vector => (dot(axis, mark) < 0 ? [-axis[0], -axis[1], -axis[2]] : axis)
  const low = toward(axisAt(0), pin)
  const high = toward(axisAt(2), psa)
  const between = cross(high, low)
  const onMarks = (axis: Vector): Vector => [dot(axis, pin), dot(axis, middle), dot(axis, psa)]
  const markOf = (axis: Vector) => {
    const place = placeOfVector(axis)
    return { overIn: place.longitude * radiusIn, upIn: place.latitude * radiusIn }
  }
  return {
    weightLb: mass / kilogramsPerPound,
    rgIn: radii[0]!,
    differentialIn: radii[2]! - radii[0]!,
    intermediateDifferentialIn: radii[2]! - radii[1]!,
    axes: [onMarks(low), onMarks(between), onMarks(high)],
    pin: markOf(low),
    psa: markOf(high),
    statics: {
      topOz: imbalance[0] / kgPerOunce,
      sideOz: imbalance[1] / kgPerOunce,
      fingerOz: imbalance[2] / kgPerOunce,
    },
  }
}
