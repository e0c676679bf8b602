import { shotsOfGame } from '../trials/score.ts'

/** Games of a night or block where nobody said (assumed). */
const usualGames = 3

/** Play that lies ahead on a pattern. */
export interface PlayOn {
  readonly targetId: string
  /** Nights or squads. */
  readonly times: number
  /** Games of each; three when not given. */
  readonly games?: number | null | undefined
  /** Bowlers who share the pair; two when not given. More of them see the lane break down sooner. */
  readonly bowlersOnPair?: number | null | undefined
}

/** Share of a block's shots for which the lane is nearest to each phase (shots played on it): how long each phase is met. */
export function phaseShares(
  phases: readonly number[],
  { games, bowlersOnPair }: Pick<PlayOn, 'games' | 'bowlersOnPair'> = {},
): readonly number[] {
  const sorted = [...phases].sort((a, b) => a - b)
  const shots = (games ?? usualGames) * shotsOfGame(bowlersOnPair)
  const edges = sorted.map((phase, i) => (i === 0 ? 0 : (sorted[i - 1]! + phase) / 2))
  const met = new Map(
    sorted.map((phase, i) => [
      phase,
      Math.max(0, Math.min(shots, edges[i + 1] ?? Infinity) - Math.min(shots, edges[i]!)),
    ]),
  )
  return phases.map((phase) => met.get(phase)! / shots)
}

/** How often each state is met in what lies ahead, in nights; states on patterns that nobody plays weigh nothing. */
export function needOf(
  states: readonly { readonly targetId: string; readonly shots: number }[],
  ahead: readonly PlayOn[],
): readonly number[] {
  const phases = [...new Set(states.map(({ shots }) => shots))]
  return states.map(({ targetId, shots }) =>
    ahead
      .filter((play) => play.targetId === targetId)
      .reduce((sum, play) => sum + play.times * phaseShares(phases, play)[phases.indexOf(shots)]!, 0),
  )
}
