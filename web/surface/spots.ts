import type { SpotReading } from './SpotReadings.vue'

/** The usual four spots: two on the track, two off it. */
export const fourSpots = (): SpotReading[] => [
  { spot: 'track', grit: null },
  { spot: 'track', grit: null },
  { spot: 'off-track', grit: null },
  { spot: 'off-track', grit: null },
]

/** Readings that were filled in, as they are recorded. */
export function scanOf(readings: readonly SpotReading[]) {
  const known = readings.filter((one) => one.grit !== null)
  return { grits: known.map((one) => one.grit!), spots: known.map((one) => one.spot) }
}
