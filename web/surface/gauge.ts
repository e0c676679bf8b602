import { finishRaUm, polishRaUm } from '@sleetfall/core'

/** Ends of the surface gauge: the roughest finish a shop makes, and polish. */
const roughest = Math.log(finishRaUm[0]![1])
const smoothest = Math.log(polishRaUm)

/** Place on the surface gauge, 0 (rough) to 1 (polish), logarithmic in Ra and clamped to the ends. */
export const gaugePlace = (raUm: number) =>
  Math.min(1, Math.max(0, (roughest - Math.log(raUm)) / (roughest - smoothest)))

/** Sweep of both gauges in degrees, up from their feet near the bottom of the disc. */
const sweepDeg = 140
const footDeg = 20

/** Point on the left half of a circle about (0, 0): place 0 near the bottom, 1 near the top. */
export function arcPoint(radius: number, place: number): readonly [x: number, y: number] {
  const angle = ((footDeg + place * sweepDeg) * Math.PI) / 180
  return [-radius * Math.sin(angle), radius * Math.cos(angle)]
}

/** SVG path of the left arc between two places. */
export function arcPath(radius: number, from: number, to: number): string {
  const [x1, y1] = arcPoint(radius, from)
  const [x2, y2] = arcPoint(radius, to)
  return `M ${x1.toFixed(2)} ${y1.toFixed(2)} A ${radius} ${radius} 0 0 1 ${x2.toFixed(2)} ${y2.toFixed(2)}`
}
