import type { StyleBand } from '../../coverage/style.ts'

/** Why a ball does what it does, as far as a test at the lane or the bench can tell them apart. */
export const causes = [
  'execution',
  'lineDry',
  'lineOily',
  'transition',
  'carrydown',
  'film',
  'tooSmooth',
  'tooRough',
  'oil',
  'mismatch',
] as const
export type Cause = (typeof causes)[number]
/** A probability for each cause. */
export type ByCause = Readonly<Record<Cause, number>>

/** What is known of the case besides what was seen; null where nobody knows. */
export interface CaseFacts {
  /** Games on the lane since it was oiled. */
  readonly gamesSinceOiling: number | null
  /** Games of the ball since it was last cleaned, and since oil was last drawn out of it. */
  readonly gamesSinceCleaning: number | null
  /** Oil in the cover as a share of what it can hold. */
  readonly oilShare: number | null
  /** The surface against its window, where it was measured or fitted. */
  readonly surface: 'too-smooth' | 'too-rough' | 'in-window' | null
  readonly polished: boolean | null
  readonly cover: 'reactive' | 'urethane' | 'plastic' | null
  readonly volumeMl: number | null
  readonly style: StyleBand | null
}
export const nothingKnown: CaseFacts = {
  ...{ gamesSinceOiling: null, gamesSinceCleaning: null, oilShare: null },
  ...{ surface: null, polished: null, cover: null, volumeMl: null, style: null },
}

/** How often each is behind a ball that somebody brings, before anything was seen (assumed; the shop's own outcomes move it). */
export const usualShares: ByCause = {
  ...{ execution: 0.16, lineDry: 0.14, lineOily: 0.12, transition: 0.12, carrydown: 0.03 },
  ...{ film: 0.1, tooSmooth: 0.13, tooRough: 0.07, oil: 0.07, mismatch: 0.06 },
}

/** What is known makes a cause so many times as likely as it is on the whole (assumed, each with its rule of thumb). */
interface Tilt {
  readonly id: string
  readonly when: (facts: CaseFacts) => boolean
  readonly times: Partial<Record<Cause, number>>
}
const over = (value: number | null, limit: number) => value !== null && value > limit
const upTo = (value: number | null, limit: number) => value !== null && value <= limit
export const tilts: readonly Tilt[] = [
  { id: 'freshLane', when: (f) => upTo(f.gamesSinceOiling, 0.5), times: { transition: 0.15, carrydown: 0.2 } },
  { id: 'playedLane', when: (f) => over(f.gamesSinceOiling, 2), times: { transition: 2.5, carrydown: 2 } },
  { id: 'justCleaned', when: (f) => upTo(f.gamesSinceCleaning, 0), times: { film: 0.1 } },
  { id: 'longNotCleaned', when: (f) => over(f.gamesSinceCleaning, 3), times: { film: 2.5 } },
  { id: 'fullOfOil', when: (f) => over(f.oilShare, 0.6), times: { oil: 4 } },
  { id: 'littleOil', when: (f) => upTo(f.oilShare, 0.25), times: { oil: 0.2 } },
  { id: 'noSoaking', when: (f) => f.cover === 'urethane' || f.cover === 'plastic', times: { oil: 0.1 } },
  { id: 'wornSmooth', when: (f) => f.surface === 'too-smooth', times: { tooSmooth: 4, tooRough: 0.05 } },
  { id: 'tooRoughRead', when: (f) => f.surface === 'too-rough', times: { tooRough: 5, tooSmooth: 0.05 } },
  { id: 'surfaceAsMeant', when: (f) => f.surface === 'in-window', times: { tooSmooth: 0.3, tooRough: 0.4 } },
  { id: 'polishedBall', when: (f) => f.polished === true, times: { tooSmooth: 1.5, tooRough: 0.2, mismatch: 1.3 } },
  { id: 'muchOil', when: (f) => over(f.volumeMl, 26), times: { tooSmooth: 1.4, lineOily: 1.3, lineDry: 0.7 } },
  {
    id: 'fasterThanRevs',
    when: (f) => f.style?.endsWith('speed-dominant') === true,
    times: { tooSmooth: 1.3, tooRough: 0.6 },
  },
  {
    id: 'moreRevsThanSpeed',
    when: (f) => f.style?.endsWith('rev-dominant') === true,
    times: { tooRough: 1.4, tooSmooth: 0.7 },
  },
  { id: 'littleOilOnLane', when: (f) => upTo(f.volumeMl, 21), times: { tooRough: 1.6, lineDry: 1.3, lineOily: 0.7 } },
]
/** What is known of the case and speaks: those that hold. */
export const holding = (facts: CaseFacts): readonly Tilt[] => tilts.filter(({ when }) => when(facts))
