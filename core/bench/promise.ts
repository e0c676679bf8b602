const dayMs = 86_400_000

export interface PromiseInput {
  readonly eventMs: number
  readonly nowMs: number
  /** Games the work needs to settle before it counts. */
  readonly settlingGames: number
  readonly gamesPerWeek: number
}

export interface JobPromise {
  readonly dueMs: number
  /** Days of play taken for settling. */
  readonly settlingDays: number
  /** False when even work finished today leaves no time to settle before the event. */
  readonly keepsSettling: boolean
}

/** Without a habit on record a bowler is taken to play one series a week. */
export const assumedGamesPerWeek = 3
const marginDays = 1

/**
 * When work must be done so that it has settled before an event: the event's day, minus the days in which this
 * customer plays the settling games (at least one session), minus a day's margin; never in the past.
 */
export function promiseBefore(input: PromiseInput): JobPromise {
  const perWeek = input.gamesPerWeek > 0 ? input.gamesPerWeek : assumedGamesPerWeek
  const settlingDays = input.settlingGames === 0 ? 0 : Math.max(1, Math.ceil((7 * input.settlingGames) / perWeek))
  const dueMs = input.eventMs - (settlingDays + marginDays) * dayMs
  return { dueMs: Math.max(dueMs, input.nowMs), settlingDays, keepsSettling: dueMs >= input.nowMs }
}
