/** The schools of when to bring a surface back; which is right is the shop's and the customer's choice. */
export const schools = ['every-series', 'fixed-games', 'by-measurement', 'lane-shine', 'before-events'] as const
export type School = (typeof schools)[number]

export interface UpkeepPolicy {
  readonly school: School
  /** Games between light touch-ups, for 'every-series'. */
  readonly seriesGames: number
  /** Games between full resurfaces, for 'fixed-games'. */
  readonly fixedGames: number
  /** Games before an event at which the ball is brought to its recipe, so that it has settled. */
  readonly gamesBeforeEvent: number
  /** Games between extractions on patterns of much oil, and on others. */
  readonly extractHeavyGames: number
  readonly extractLightGames: number
  /** Last days of the season's parts; oil comes out at each. */
  readonly seasonEnds: readonly string[]
}

/** Starting values of ours: common practice named as such, all changeable. */
export const policyDefaults: UpkeepPolicy = {
  school: 'by-measurement',
  seriesGames: 3,
  fixedGames: 50,
  gamesBeforeEvent: 3,
  extractHeavyGames: 50,
  extractLightGames: 80,
  seasonEnds: [],
}

/** From this volume on a pattern counts as heavy, mL. */
export const heavyVolumeMl = 26
