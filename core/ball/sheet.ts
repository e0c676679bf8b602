import type { Hole } from './holes.ts'
import { type Layout, type Mark, type Pap, gripCentre, placeOf, placesOf, toDistances } from './layout.ts'
import { type Place, arcBetween } from './sphere.ts'

export interface HoleDistance {
  readonly hole: string
  /** From the hole's edge along the surface, in; negative inside the hole. */
  readonly toPinIn: number
  readonly toPsaIn: number
  readonly toCgIn: number | null
}

/** Everything of the drill sheet that follows from layout and PAP; arcs in inches, to be shown in decimals, 1/16 in and mm. */
export interface SheetFigures {
  readonly pin: Mark
  readonly psa: Mark
  readonly pinToGripCentreIn: number
  /** Shortest way to the midline; positive above it. */
  readonly pinAboveMidlineIn: number
  /** Shortest way to the grip centreline; positive on the PAP's side. */
  readonly pinToCentrelineIn: number
  readonly psaToGripCentreIn: number
  readonly cgToGripCentreIn: number | null
  readonly psaToPapIn: number
  readonly pinBufferIn: number
  /** Above the fingers' line, between, or below: how the layout is called at the counter. */
  readonly pinPlace: 'up' | 'beside' | 'down'
  readonly holes: readonly HoleDistance[]
}

/** Up and down are told from the height of the finger holes; without them from this height above the midline. */
const usualFingerUpIn = 2.25

/** Figures of the drill sheet. Right-hander's frame; a left-hander's are the same, mirrored. */
export function sheetFigures(
  layout: Layout,
  pap: Pap,
  options: { readonly diameterIn?: number; readonly holes?: readonly Hole[]; readonly cg?: Mark | undefined } = {},
): SheetFigures {
  const { diameterIn = 8.595, holes = [], cg } = options
  const radius = diameterIn / 2
  const place = (mark: Mark) => placeOf(mark.overIn, mark.upIn, radius)
  const { pin, psa } = placesOf(layout, place(pap), radius)
  const markOf = ({ longitude, latitude }: Place): Mark => ({
    overIn: radius * (longitude - 2 * Math.PI * Math.round(longitude / (2 * Math.PI))),
    upIn: radius * latitude,
  })
  const arc = (a: Place, b: Place) => radius * arcBetween(a, b)
  const cgPlace = cg ? place(cg) : null
  const fingers = holes.filter((hole) => hole.upIn > 0)
  const fingerUp = fingers.length > 0 ? Math.max(...fingers.map((hole) => hole.upIn)) : usualFingerUpIn
  const pinMark = markOf(pin)
  return {
    pin: pinMark,
    psa: markOf(psa),
    pinToGripCentreIn: arc(gripCentre, pin),
    pinAboveMidlineIn: radius * pin.latitude,
    // The centreline is the great circle through the grip centre and the poles.
    pinToCentrelineIn: radius * Math.asin(Math.cos(pin.latitude) * Math.sin(pin.longitude)),
    psaToGripCentreIn: arc(gripCentre, psa),
    cgToGripCentreIn: cgPlace ? arc(gripCentre, cgPlace) : null,
    psaToPapIn: toDistances(layout, diameterIn).psaToPapIn,
    pinBufferIn: toDistances(layout, diameterIn).pinBufferIn,
    pinPlace: pinMark.upIn > fingerUp ? 'up' : pinMark.upIn < fingerUp - 1.5 ? 'down' : 'beside',
    holes: holes
      .filter((hole) => !hole.plug)
      .map((hole) => {
        const edge = (to: Place) => arc(place(hole), to) - hole.diameterIn / 2
        return {
          hole: hole.name,
          toPinIn: edge(pin),
          toPsaIn: edge(psa),
          toCgIn: cgPlace ? edge(cgPlace) : null,
        }
      }),
  }
}

/** Trade reading of a layout: when it rolls, how much it flares, how it changes direction. Rules of thumb. */
export interface LayoutReading {
  readonly roll: 'early' | 'medium' | 'late'
  readonly flare: 'little' | 'medium' | 'most'
  readonly change: 'quick' | 'medium' | 'slow'
}
export function readingOf({ drillingAngleDeg, pinToPapIn, valAngleDeg }: Layout): LayoutReading {
  // Flare goes with sin of twice the pin's arc: most at an eighth of the way around.
  const flare = Math.abs(Math.sin((2 * pinToPapIn) / (8.595 / 2)))
  const drilling = Math.abs(drillingAngleDeg)
  const val = Math.abs(valAngleDeg)
  return {
    roll: drilling < 40 ? 'early' : drilling > 65 ? 'late' : 'medium',
    flare: flare > 0.85 ? 'most' : flare > 0.5 ? 'medium' : 'little',
    change: val < 30 ? 'quick' : val > 55 ? 'slow' : 'medium',
  }
}
