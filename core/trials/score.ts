import jstat from 'jstat'

export interface Score {
  readonly shots: number
  readonly measured: number
  /** Measured minus predicted, boards, with a 95 % Student-t interval; null bounds below two shots. */
  readonly off: number
  readonly low: number | null
  readonly high: number | null
  /** Whether the prediction lies outside what the shots allow; null when they cannot tell. */
  readonly missed: boolean | null
}

/** Holds a predicted entry board against the entry boards of counted shots; null without any. */
export function scorePrediction(predictedEntryBoard: number, entryBoards: readonly number[]): Score | null {
  const n = entryBoards.length
  if (n === 0) return null
  const measured = entryBoards.reduce((sum, one) => sum + one, 0) / n
  const off = measured - predictedEntryBoard
  if (n < 2) return { shots: n, measured, off, low: null, high: null, missed: null }
  const variance = entryBoards.reduce((sum, one) => sum + (one - measured) ** 2, 0) / (n - 1)
  const reach = jstat.jStat.studentt.inv(0.975, n - 1) * Math.sqrt(variance / n)
  return { shots: n, measured, off, low: off - reach, high: off + reach, missed: off - reach > 0 || off + reach < 0 }
}

/** What a prediction was made for, and what a shot was thrown on; boards in the bowler's own hand, null where nobody noted it. */
export interface PredictedLine {
  readonly laydown: number
  readonly target: number
  /** Shots on the lane that it was made for. */
  readonly shots: number
}
export interface ThrownLine {
  readonly feetBoard: number | null | undefined
  readonly targetBoard: number | null | undefined
  readonly arrowsBoard?: number | null | undefined
}

/** From the foot on the approach to where the ball is laid down, boards (assumed: the usual slide beside the foot). */
export const feetToLaydown = 6
/** A shot within so many boards of a line was thrown on it. */
export const sameLineBoards = 1

/** Whether a shot was thrown on the line that was foretold; null while its target was not noted. */
export function onLine(predicted: PredictedLine, thrown: ThrownLine): boolean | null {
  const target = thrown.arrowsBoard ?? thrown.targetBoard
  if (target == null) return null
  if (Math.abs(target - predicted.target) > sameLineBoards) return false
  return thrown.feetBoard == null || Math.abs(thrown.feetBoard - feetToLaydown - predicted.laydown) <= sameLineBoards
}

/** Shots of one bowler in a game, about: sixteen to eighteen. */
const shotsABowler = 17
/** Bowlers on a pair where nobody said (assumed). */
const usualOnPair = 2
/** Shots that a game leaves on a pair, about, with so many bowlers on it. */
export const shotsOfGame = (bowlersOnPair: number | null | undefined) => shotsABowler * (bowlersOnPair ?? usualOnPair)
export const shotsAGame = shotsOfGame(null)
/** Shots on a lane that are so far apart in number see another lane. */
const samePhaseShots = 40

/** Whether a lane some games after oiling is the one that was foretold; null when nobody noted it. */
export const samePhase = (predicted: PredictedLine, gamesSinceOiling: number | null | undefined): boolean | null =>
  gamesSinceOiling == null ? null : Math.abs(gamesSinceOiling * shotsAGame - predicted.shots) <= samePhaseShots
