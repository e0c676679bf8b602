import type { Layout } from './layout.ts'
import { placesOf } from './layout.ts'
import { type Place, arcBetween, bearing } from './sphere.ts'

/** Farthest that a pin may lie from the PAP, in: a quarter of the way round. */
const farthestIn = 6.75

const inDegrees = (angle: number) => (angle * 180) / Math.PI
const rounded = (value: number, step: number) => Math.round(value / step) * step
const within = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value))
/** An angle of any turn, in degrees, on the half circle that a layout's angles know. */
function onHalf(angle: number): number {
  const turn = ((angle % 360) + 360) % 360
  return within(turn > 270 ? 0 : turn, 0, 180)
}

/** The layout whose pin lies where it was moved to, to a sixteenth of an inch and a degree; `radius` in inches. */
export function pinMoved(layout: Layout, pap: Place, to: Place, radius: number): Layout {
  const pinToPapIn = Math.min(farthestIn, rounded(radius * arcBetween(pap, to), 1 / 16))
  return { ...layout, pinToPapIn, valAngleDeg: onHalf(rounded(inDegrees(-bearing(pap, to)), 1)) }
}

/** The layout whose PSA lies in the direction that it was moved to, to a degree; the pin stays. */
export function psaMoved(layout: Layout, pap: Place, to: Place, radius: number): Layout {
  const { pin } = placesOf(layout, pap, radius)
  const angle = inDegrees(bearing(pin, to) - bearing(pin, pap))
  return { ...layout, drillingAngleDeg: onHalf(rounded(angle, 1)) }
}

/** One step by keys: along the line to the PAP the distance changes by a sixteenth, across it the angle by a degree. */
export function pinNudged(layout: Layout, along: number, across: number): Layout {
  return {
    ...layout,
    pinToPapIn: within(layout.pinToPapIn - along / 16, 0, farthestIn),
    valAngleDeg: within(layout.valAngleDeg - across, 0, 180),
  }
}

/** The PSA by keys: a degree a step. */
export const psaNudged = (layout: Layout, steps: number): Layout => ({
  ...layout,
  drillingAngleDeg: within(layout.drillingAngleDeg + steps, 0, 180),
})
