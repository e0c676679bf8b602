import { median } from 'd3-array'

export const scanSpots = ['track', 'off-track'] as const
export type ScanSpot = (typeof scanSpots)[number]
/** A reading's median and spread, and the medians on and off the track when both were read. */
export interface ScanSummary {
  readonly grit: number
  readonly spreadGrit: number
  readonly trackGrit: number | null
  readonly offTrackGrit: number | null
}

/** Median and spread of a scan. The lane touches the track, so its median counts where the spots are told apart. */
export function scanSummary(scan: {
  readonly grits: readonly number[]
  readonly spots?: readonly ScanSpot[] | undefined
}): ScanSummary {
  const at = (spot: ScanSpot) => scan.grits.filter((_, index) => scan.spots?.[index] === spot)
  const medianOf = (grits: readonly number[]) => median(grits) ?? null
  const trackGrit = medianOf(at('track'))
  return {
    grit: trackGrit ?? median(scan.grits)!,
    spreadGrit: Math.max(...scan.grits) - Math.min(...scan.grits),
    trackGrit,
    offTrackGrit: medianOf(at('off-track')),
  }
}
