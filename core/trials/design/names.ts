export const designNames = [
  'turns',
  'shuffled',
  'change',
  'ladder',
  'ownLine',
  'factorial',
  'beforeAfter',
  'bowlers',
  'ballLane',
  'limit',
  'free',
] as const
export type DesignName = (typeof designNames)[number]

/** Arms that each design takes. */
export const armsOfDesign: Readonly<Record<DesignName, { readonly fewest: number; readonly most: number }>> = {
  turns: { fewest: 2, most: 12 },
  shuffled: { fewest: 2, most: 12 },
  change: { fewest: 2, most: 2 },
  ladder: { fewest: 2, most: 12 },
  ownLine: { fewest: 2, most: 12 },
  factorial: { fewest: 4, most: 12 },
  beforeAfter: { fewest: 2, most: 4 },
  bowlers: { fewest: 2, most: 12 },
  ballLane: { fewest: 4, most: 12 },
  limit: { fewest: 1, most: 1 },
  free: { fewest: 1, most: 12 },
}

/** Why this arm comes next. */
export const nextReasons = [
  'control',
  'there',
  'back',
  'behind',
  'shuffled',
  'step',
  'stage',
  'again',
  'confirm',
  'further',
  'nearer',
  'line',
] as const
export type NextReason = (typeof nextReasons)[number]

/** What an order leaves open. */
export const designLimits = [
  'lane-jump',
  'lane-drift',
  'other-line',
  'stage-drift',
  'no-reference',
  'aim-differs',
  'release-differs',
  'few-shots',
  'order-unknown',
  'not-speed',
] as const
export type DesignLimit = (typeof designLimits)[number]

/** Names of what the arms of combinations differ in. */
export const factorNames = ['ball', 'surface', 'bowler', 'lane', 'when'] as const
export type FactorName = (typeof factorNames)[number]
