import type { CoverFamily } from '../ball/covers.ts'

/**
 * Starting values (our own surface model, see docs/decisions/0003): to be replaced ball by ball by fitted
 * ones. The shop can override them in Shop → Constants.
 */
export interface SurfaceConstants {
  /** Share of the roughness above lane shine that goes in the fast phase. */
  readonly wearFastShare: number
  /** Games: time constant of the fast phase for reactive covers. */
  readonly wearFastGames: number
  /** Games: time constant of the slow phase for reactive covers. */
  readonly wearSlowGames: number
  /** Lane shine, Ra in µm. */
  readonly laneShineUm: number
  /** Wanted window about the target Ra, as a share of it. */
  readonly windowShare: number
  /** µL that one game on a 25 mL pattern leaves on a solid reactive cover. */
  readonly oilPerGameUl: number
  /** µL a cover can hold. */
  readonly oilCapacityUl: number
  /** Hours: time constant with which the film soaks in. */
  readonly oilSoakHours: number
  /** Games before a fresh surface has redeveloped its track. */
  readonly settlingGames: number
}

export const surfaceDefaults: SurfaceConstants = {
  wearFastShare: 0.55,
  wearFastGames: 0.8,
  wearSlowGames: 12,
  laneShineUm: 0.28,
  windowShare: 0.25,
  oilPerGameUl: 12,
  oilCapacityUl: 900,
  oilSoakHours: 12,
  settlingGames: 2,
}

/** How much slower a cover wears than reactive resin (factor on both time constants). */
export const wearSlowness: Record<CoverFamily, number> = {
  solid: 1,
  hybrid: 1,
  pearl: 1,
  urethane: 1.4,
  polyester: 5,
}

/** How much oil a cover takes up, relative to a solid reactive one. */
export const oilUptake: Record<CoverFamily, number> = {
  solid: 1,
  hybrid: 0.95,
  pearl: 0.9,
  urethane: 0.15,
  polyester: 0.02,
}

/** Ra (µm) that a fresh foam-backed pad, wet, on a spinner leaves; shop convention, to be measured. */
export const finishRaUm: readonly (readonly [grit: number, raUm: number])[] = [
  [360, 1.4],
  [500, 1.1],
  [800, 0.85],
  [1000, 0.75],
  [1500, 0.62],
  [2000, 0.52],
  [3000, 0.4],
  [4000, 0.32],
  [5000, 0.26],
]
export const compoundRaUm = 0.22
export const polishRaUm = 0.16

/** A surface scanner reads nothing finer than about this grit. */
export const scannerTopGrit = 5500
