import type { CoverFamily } from '../ball/covers.ts'
import type { StyleBand } from '../coverage/style.ts'
import type { SurfaceStatus } from '../surface/window.ts'

/** What a bowler says of a ball, in words a counter helper can ask for. */
export const complaints = [
  'too-early',
  'too-late',
  'too-strong',
  'no-back-end',
  'jumpy',
  'straight',
  'stopped-hooking',
  'stops-turning',
] as const
export type Complaint = (typeof complaints)[number]

/** Everything a rule may ask about; null where it is not known, and a rule that needs it then stays silent. */
export interface AdviceFacts {
  readonly complaint: Complaint | null
  readonly cover: CoverFamily
  readonly reactive: boolean
  readonly asymmetric: boolean | null
  readonly grit: number | null
  readonly polished: boolean | null
  readonly status: SurfaceStatus
  readonly settled: boolean
  readonly totalGames: number
  readonly gamesOnSurface: number
  readonly gamesSinceCleaning: number
  readonly gamesSinceExtraction: number
  readonly oilShare: number
  readonly style: StyleBand | null
  readonly speedDominant: boolean | null
  readonly revDominant: boolean | null
  readonly lengthFt: number | null
  readonly volumeMl: number | null
  /** A pattern that punishes a miss; false is a house pattern. */
  readonly flat: boolean | null
  readonly twin: boolean
}

/** A finish from here on is taken for a polished one. */
export const polishedFromGrit = 5000

/** Which way the complaint says that a ball reads. */
export const readsOf = (complaint: Complaint | null): 'early' | 'late' | null =>
  complaint === 'too-early' || complaint === 'stops-turning'
    ? 'early'
    : complaint === 'too-late' || complaint === 'straight'
      ? 'late'
      : null
