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
  /** Cleaning, extraction and readings after that: the last of each, and how often; in the order of their last time. */
  readonly since: readonly { readonly last: T; readonly times: number }[]
  /** Games on that surface before the test. */
  readonly games: number
  /** Surfaces made between the shots of the test. */
  readonly during: readonly T[]
}

const afterwards = ['cleaned', 'extracted', 'scanned']

/** How a ball came to a test: what last made its surface, what was done since, and how much it was played; entries in the order in which they happened. */
export function preparationOf<T extends Worked>(
  history: readonly T[],
  startedAt: string,
  endedAt = startedAt,
): Preparation<T> {
  const before = history.filter(
    ({ happenedAt, withdrawn }) => !withdrawn && Date.parse(happenedAt) <= Date.parse(startedAt),
  )
  const at = before.findLastIndex(({ kind }) => kind === 'surfaced')
  const since = before.slice(at + 1)
  return {
    surfaced: before[at] ?? null,
    since: afterwards
      .flatMap((kind) => {
        const all = since.filter((one) => one.kind === kind)
        return all.length > 0 ? [{ last: all.at(-1)!, times: all.length }] : []
      })
      .sort((a, b) => a.last.happenedAt.localeCompare(b.last.happenedAt)),
    during: history.filter(
      ({ kind, happenedAt, withdrawn }) =>
        kind === 'surfaced' &&
        !withdrawn &&
        Date.parse(happenedAt) > Date.parse(startedAt) &&
        Date.parse(happenedAt) <= Date.parse(endedAt),
    ),
    games: since.reduce((sum, { kind, games }) => sum + (kind === 'games' ? (games ?? 0) : 0), 0),
  }
}
