/** Units of figures, by the name that the catalogue knows them by. */
export type UnitName =
  | 'board'
  | 'ft'
  | 'mL'
  | 'uL'
  | 'um'
  | 'ratio'
  | 'factor'
  | 'strikes'
  | 'mph'
  | 'kmh'
  | 'rpm'
  | 'deg'
  | 'degC'
  | 'degF'
  | 'in'
  | 'mm'
  | 'lb'
  | 'oz'
  | 'gcc'
  | 'shoreD'
  | 'grit'
  | 'games'
  | 'gamesAWeek'
  | 'loads'
  | 'min'
  | 's'
  | 'passes'
  | 'balls'
  | 'bowlers'
  | 'pieces'
  | 'each'

/**
 * Allowed range, step and unit of every quantity that somebody can type. The one place where ranges
 * are stated: input controls, server validation, headless commands and database checks follow it.
 */
export interface Limit {
  readonly min: number
  readonly max: number
  readonly step: number
  readonly unit: UnitName
  /** Decimals shown. */
  readonly decimals: number
}

const limit = (min: number, max: number, step: number, unit: UnitName, decimals = 0): Limit => ({
  min,
  max,
  step,
  unit,
  decimals,
})

export const limits = {
  /** Board of the lane from the bowler's own side; half boards are common in notes. */
  board: limit(1, 39, 0.5, 'board', 1),
  wholeBoard: limit(1, 39, 1, 'board'),
  /** Slide board: the feet may stand on the approach beside the lane's last board. */
  feetBoard: limit(1, 50, 1, 'board'),
  entryBoard: limit(-2, 41, 0.5, 'board', 1),
  distanceFt: limit(0, 60, 1, 'ft', 2),
  patternLengthFt: limit(20, 60, 1, 'ft', 1),
  patternVolumeMl: limit(1, 60, 0.5, 'mL', 1),
  patternRatio: limit(1, 30, 0.5, 'ratio', 1),
  laneFactor: limit(0.7, 1.3, 0.02, 'factor', 2),
  loads: limit(1, 40, 1, 'loads'),
  microlitresPerBoard: limit(1, 200, 1, 'uL', 1),
  speedMph: limit(8, 30, 0.1, 'mph', 1),
  /** Across the lane, into the pocket. */
  entryAngleDeg: limit(-5, 15, 0.1, 'deg', 1),
  revRpm: limit(20, 700, 5, 'rpm'),
  axisRotationDeg: limit(0, 120, 1, 'deg'),
  axisTiltDeg: limit(0, 60, 1, 'deg'),
  /** Standard deviations of measured release figures. */
  speedSdMph: limit(0, 10, 0.1, 'mph', 2),
  revSdRpm: limit(0, 300, 1, 'rpm', 1),
  axisTiltSdDeg: limit(0, 45, 0.5, 'deg', 1),
  papSdIn: limit(0, 5, 0.01, 'in', 2),
  papOverIn: limit(0, 7, 0.0625, 'in', 4),
  papUpIn: limit(-3, 3, 0.0625, 'in', 4),
  hardnessD: limit(60, 95, 0.5, 'shoreD', 1),
  weightLb: limit(6, 16, 0.1, 'lb', 2),
  rgIn: limit(2.4, 2.9, 0.001, 'in', 3),
  differentialIn: limit(0, 0.08, 0.001, 'in', 3),
  intermediateDifferentialIn: limit(0, 0.05, 0.001, 'in', 3),
  pinDistanceIn: limit(0, 6.75, 0.0625, 'in', 4),
  drillingAngleDeg: limit(0, 180, 1, 'deg'),
  pinToPapIn: limit(0, 6.75, 0.0625, 'in', 4),
  psaToPapIn: limit(0, 13.51, 0.0625, 'in', 4),
  pinBufferIn: limit(0, 6.75, 0.0625, 'in', 4),
  holeOverIn: limit(-7, 7, 0.0625, 'in', 4),
  holeUpIn: limit(-6.5, 6.5, 0.0625, 'in', 4),
  holeDiameterIn: limit(0.3, 1.6, 0.015625, 'in', 4),
  holeDepthIn: limit(0.25, 4.25, 0.0625, 'in', 4),
  pitchIn: limit(-2, 2, 0.0625, 'in', 4),
  topWeightOz: limit(-5, 6, 0.25, 'oz', 2),
  valAngleDeg: limit(0, 180, 1, 'deg'),
  grit: limit(180, 6000, 100, 'grit'),
  scannedGrit: limit(180, 10000, 10, 'grit'),
  games: limit(1, 60, 1, 'games'),
  gamesBefore: limit(0, 2000, 1, 'games'),
  gamesSinceOiling: limit(0, 60, 0.5, 'games', 1),
  gamesPerWeek: limit(0, 60, 0.5, 'gamesAWeek', 1),
  waterTemperatureC: limit(20, 60, 1, 'degC'),
  /** What a thermometer may say; the soak itself stops long before. */
  readTemperatureC: limit(0, 110, 0.5, 'degC', 1),
  soakMinutes: limit(1, 60, 1, 'min'),
  minutesPerStep: limit(0, 240, 1, 'min'),
  /** Minutes after midnight. */
  minuteOfDay: limit(0, 1439, 1, 'min'),
  setupMinutes: limit(0, 60, 0.5, 'min', 1),
  passesPerSide: limit(1, 40, 1, 'passes'),
  secondsPerSide: limit(0, 600, 5, 's'),
  /** Compound or polish for one side. */
  productMl: limit(0.5, 30, 0.5, 'mL', 1),
  padLife: limit(1, 200, 1, 'balls'),
  /** In the shop's own money. */
  price: limit(0, 10_000, 0.5, 'each', 2),
  padUses: limit(0, 1000, 1, 'balls'),
  stock: limit(0, 500, 1, 'pieces'),
  seriesGames: limit(1, 20, 1, 'games'),
  fixedGames: limit(5, 200, 5, 'games'),
  settlingGames: limit(0, 20, 1, 'games'),
  ruledBalls: limit(1, 12, 1, 'balls'),
  bowlersOnPair: limit(1, 12, 1, 'bowlers'),
  ruledRaUm: limit(0.1, 5, 0.05, 'um', 2),
  ruledStaticOz: limit(0, 6, 0.25, 'oz', 2),
  mostLaunchDeg: limit(0, 10, 0.5, 'deg', 1),
  strikeTolerance: limit(2, 40, 1, 'strikes'),
} as const satisfies Record<string, Limit>

export type LimitName = keyof typeof limits
