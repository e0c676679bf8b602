import { type Drilled, type Drilling, type Statics } from './drill.ts'
import { meeting, pairsOf } from './holes.ts'
import { placeOf, placesOf } from './layout.ts'
import { arcBetween } from './sphere.ts'

/** Largest static imbalance of the rule set assumed at the start, oz; the sanctioning body's current rules come first. */
export const staticLimitOz = 3
/** Largest differential of the rule set assumed at the start, in. */
export const differentialLimitIn = 0.06
/** What is wrong, or against the assumed rules, with a drilling; names of the holes it is about. */
export type DrillingProblem =
  | { readonly kind: 'overlap'; readonly holes: readonly [string, string]; readonly byIn: number }
  /** They meet inside, by this share of the second hole. */
  | { readonly kind: 'meet'; readonly holes: readonly [string, string]; readonly share: number }
  | { readonly kind: 'cuts-pin' | 'cuts-cg' | 'near-pin'; readonly hole: string; readonly distanceIn: number }
  | { readonly kind: 'too-deep'; readonly hole: string; readonly maxIn: number }
  | { readonly kind: 'differential'; readonly differentialIn: number; readonly limitIn: number }
  | { readonly kind: 'static'; readonly side: keyof Statics; readonly ounces: number; readonly limitOz: number }

/** Pin and CG are printed marks of about this radius; nearer than the margin a hole weakens the pin. */
const markRadiusIn = 0.25
const pinMarginIn = 0.25
/** A web of material between two holes thinner than nothing is an overlap. */
export function drillingProblems(drilling: Drilling, drilled: Drilled): DrillingProblem[] {
  const radiusIn = drilling.diameterIn / 2
  const live = drilling.holes.filter((hole) => !hole.plug)
  const place = (hole: { readonly overIn: number; readonly upIn: number }) => placeOf(hole.overIn, hole.upIn, radiusIn)
  const problems: DrillingProblem[] = []
  for (const { first, second } of pairsOf(drilling.holes)) {
    const share = meeting(first, second, radiusIn).reduce((sum, one) => sum + one.share, 0)
    if (share > 0) problems.push({ kind: 'meet', holes: [first.name, second.name], share })
  }
  const marks = placesOf(drilling.layout, placeOf(drilling.pap.overIn, drilling.pap.upIn, radiusIn), radiusIn)
  live.forEach((hole, index) => {
    for (const other of live.slice(index + 1)) {
      const between = radiusIn * arcBetween(place(hole), place(other)) - (hole.diameterIn + other.diameterIn) / 2
      if (between < 0) problems.push({ kind: 'overlap', holes: [hole.name, other.name], byIn: -between })
    }
    const toPin = radiusIn * arcBetween(place(hole), marks.pin) - hole.diameterIn / 2
    if (toPin < markRadiusIn) problems.push({ kind: 'cuts-pin', hole: hole.name, distanceIn: toPin })
    else if (toPin < markRadiusIn + pinMarginIn) problems.push({ kind: 'near-pin', hole: hole.name, distanceIn: toPin })
    if (drilling.cg) {
      const toCg = radiusIn * arcBetween(place(hole), place(drilling.cg)) - hole.diameterIn / 2
      if (toCg < 0) problems.push({ kind: 'cuts-cg', hole: hole.name, distanceIn: toCg })
    }
    if (hole.depthIn > radiusIn) problems.push({ kind: 'too-deep', hole: hole.name, maxIn: radiusIn })
  })
  const { differentialIn } = drilling.ball
  if (differentialIn > differentialLimitIn)
    problems.push({ kind: 'differential', differentialIn, limitIn: differentialLimitIn })
  // Without the blank's top weight the balance of the drilled ball is not known.
  const known = drilling.ball.topWeightOz !== undefined
  for (const side of known ? (['topOz', 'fingerOz', 'sideOz'] as const) : []) {
    const ounces = drilled.statics[side]
    if (Math.abs(ounces) > staticLimitOz) problems.push({ kind: 'static', side, ounces, limitOz: staticLimitOz })
  }
  return problems
}
