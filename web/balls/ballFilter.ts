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

/** The filter as the server is asked: open fields are left out, and an emptied number field is open. */
export const filterQuestion = (filter: BallFilter): Readonly<Record<string, string | number>> =>
  Object.fromEntries(
    Object.entries(filter).filter(([, value]) => value !== null && value !== '' && value !== 'all') as [
      string,
      string | number,
    ][],
  )

/** A text that a spreadsheet would take for a formula is given as text. */
export const safeCell = (value: string | number) =>
  typeof value === 'string' && /^[=+\-@\t\r]/.test(value) ? `'${value}` : value
