/** One entry of a ball's history as far as its preparation for a test needs it. */
export interface Worked {
  readonly kind: string
  readonly happenedAt: string
  readonly withdrawn: boolean
  /** Of games: how many. */
  readonly games?: number | undefined
}
export interface Preparation<T extends Worked> {
  /** What last made the surface; null where nobody recorded any. */
  readonly surfaced: T | null
  /** Cleaning, extraction and readings after that, the first first. */
  readonly since: readonly T[]
  /** Games on that surface before the test. */
  readonly games: number
}

const afterwards = ['cleaned', 'extracted', 'scanned']

/** How a ball came to a test: what last made its surface, what was done since, and how much it was played; entries in the order in which they happened. */
export function preparationOf<T extends Worked>(history: readonly T[], startedAt: string): Preparation<T> {
  const before = history.filter(
    ({ happenedAt, withdrawn }) => !withdrawn && Date.parse(happenedAt) <= Date.parse(startedAt),
  )
  const at = before.findLastIndex(({ kind }) => kind === 'surfaced')
  const since = before.slice(at + 1)
  return {
    surfaced: before[at] ?? null,
    since: since.filter(({ kind }) => afterwards.includes(kind)),
    games: since.reduce((sum, { kind, games }) => sum + (kind === 'games' ? (games ?? 0) : 0), 0),
  }
}
