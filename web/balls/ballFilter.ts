import type { Ball } from '@sleetfall/contract'

/** What a list of balls is narrowed by; 'all' and null leave a field open. */
export interface BallFilter {
  cover: string
  status: string
  band: string
  place: string
  gamesFrom: number | null
  gritFrom: number | null
  gritTo: number | null
  hardnessBelow: number | null
}
export const emptyFilter: Readonly<BallFilter> = {
  cover: 'all',
  status: 'all',
  band: 'all',
  place: 'all',
  gamesFrom: null,
  gritFrom: null,
  gritTo: null,
  hardnessBelow: null,
}

/** An empty number field gives an empty text. */
const set = (value: unknown): value is number => typeof value === 'number' && Number.isFinite(value)
/** A ball without a figure is never within a range of it. */
const within = (value: number | null | undefined, from: unknown, to: unknown) =>
  (!set(from) && !set(to)) || (value != null && (!set(from) || value >= from) && (!set(to) || value <= to))

export const fits = (ball: Ball, filter: BallFilter, band: string | null): boolean =>
  (filter.cover === 'all' || ball.cover === filter.cover) &&
  (filter.status === 'all' || ball.surface.status === filter.status) &&
  (filter.place === 'all' || ball.place === filter.place) &&
  (filter.band === 'all' || band === filter.band) &&
  (!set(filter.gamesFrom) || ball.surface.gamesOnSurface >= filter.gamesFrom) &&
  within(ball.surface.grit, filter.gritFrom, filter.gritTo) &&
  (!set(filter.hardnessBelow) || (ball.hardnessD != null && ball.hardnessD < filter.hardnessBelow))

/** A text that a spreadsheet would take for a formula is given as text. */
export const safeCell = (value: string | number) =>
  typeof value === 'string' && /^[=+\-@\t\r]/.test(value) ? `'${value}` : value
