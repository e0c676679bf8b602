import { type CoverFamily, isReactive } from '../ball/covers.ts'
import type { Layout } from '../ball/layout.ts'
import { type CoverageBall, type CoverageCell, type CoverageState, type Evidence, coverageCell } from './cell.ts'
import type { EngineAnswer } from './engine.ts'
import { equivalentRaUm } from './strength.ts'
import type { StyleBand } from './style.ts'

/** What the engine answered: of each ball as it is and after each work, by the key of `engineKey`, one answer a state in their order. */
export interface EngineTable {
  readonly answers: Readonly<Record<string, readonly EngineAnswer[]>>
  /** Chance of a strike by the engine alone with the best ball of any kind, by state; null of one that was not asked about. */
  readonly best: readonly (number | null)[]
  /** The same judged as cells are, which they are measured by; by the engine alone where not given. See `withYardsticks`. */
  readonly yard?: readonly (number | null)[] | undefined
  /** Balls to look for beside the reference balls: what a search found, and what the shop has that is near it. */
  readonly found?: readonly BallSpec[] | undefined
  /** Layouts that were looked for, by ball: what each would do plugged and redrilled is among the answers. */
  readonly layouts?: Readonly<Record<string, Layout>> | undefined
}
/** A ball to look for: what matters of it, never a name. */
export interface BallSpec {
  readonly id: string
  readonly cover: CoverFamily
  readonly raUm: number
  readonly rgIn: number
  readonly differentialIn: number
  /** A ball of the shop's own stock; not given where it is only a specification. */
  readonly stock?: { readonly id: string; readonly name: string } | undefined
}
export const engineKey = (ballId: string, variant: string) => `${ballId} ${variant}`

export interface CoverageQuestion {
  readonly band: StyleBand | null
  /** Strikes in a hundred. */
  readonly tolerance: number
  readonly balls: readonly CoverageBall[]
  readonly states: readonly CoverageState[]
  readonly evidence: readonly Evidence[]
  /** Null while the engine has not answered. */
  readonly engine: EngineTable | null
}

/** A state by its pattern and phase. */
export interface StateKey {
  readonly targetId: string
  readonly shots: number
}

export interface CoverageMap {
  readonly cells: readonly CoverageCell[]
  /** States in which no ball is likely to be near the best. */
  readonly gaps: readonly StateKey[]
  /** States in which only one ball is. */
  readonly thin: readonly StateKey[]
  /** States that balls cover by the models alone. */
  readonly unproven: readonly StateKey[]
  /** Pairs of balls of one kind of cover that read alike and do alike in every state. */
  readonly overlaps: readonly (readonly [string, string])[]
  /** Balls that are near the best in nothing this bowler meets. */
  readonly unused: readonly string[]
  /** Balls that are near the best on a fresh lane and nowhere later. */
  readonly freshOnly: readonly string[]
  /** Spare balls: polyester beside others, not weighed for first shots. */
  readonly spare: readonly string[]
}

/** Two balls closer than this in log equivalent Ra (half a finish step) read alike. */
const alikeLogRa = 0.12
/** Shares of strikes closer than this cannot be told apart in a few shots. */
const alikeShare = 0.1

export const reaches = ({ standing }: Pick<CoverageCell, 'standing'>) => standing === 'covered' || standing === 'likely'
export const sameState = (a: StateKey, b: StateKey) => a.targetId === b.targetId && a.shots === b.shots
export const keyOfState = ({ targetId, shots }: StateKey): StateKey => ({ targetId, shots })

/** A ball's cells in all states, as it is or after a work: `variant` names what the engine was asked about. */
export function cellsOf(question: CoverageQuestion, ball: CoverageBall, variant = 'now'): CoverageCell[] {
  const { states, evidence, band, tolerance, engine } = question
  const phases = [...new Set(states.map(({ shots }) => shots))]
  const answers = engine?.answers[engineKey(ball.id, variant)]
  // The doubt was asked for once a ball, as it is: after work it is about the same.
  const now = engine?.answers[engineKey(ball.id, 'now')]
  return states.map((state, i) => {
    const answer = answers?.[i] ?? null
    return coverageCell(ball, state, evidence, phases, {
      ...{ band, tolerance, best: engine?.best[i] ?? null, yard: engine?.yard?.[i] ?? null },
      engine: answer && {
        ...answer,
        slope: answer.slope ?? now?.[i]?.slope ?? null,
        logitSd: answer.logitSd ?? now?.[i]?.logitSd ?? null,
      },
    })
  })
}

export function coverageMap(question: CoverageQuestion): CoverageMap {
  const { balls, states } = question
  const cells = balls.flatMap((ball) => cellsOf(question, ball))
  // Who has nothing but polyester strikes with it; beside others it is the spare ball, and neither covers, doubles nor idles.
  const others = balls.filter((ball) => ball.reading.cover !== 'polyester')
  const strikeBalls = others.length > 0 ? others : balls
  const spare = balls.filter((ball) => !strikeBalls.includes(ball)).map(({ id }) => id)
  const reaching = (state: StateKey) =>
    cells.filter((cell) => sameState(cell, state) && reaches(cell) && !spare.includes(cell.ballId))
  const strikesOf = (ballId: string) =>
    cells.filter((cell) => cell.ballId === ballId).map((cell) => cell.strikes?.p ?? null)
  const doAlike = (a: string, b: string) => {
    const [one, other] = [strikesOf(a), strikesOf(b)]
    // A state of which nothing is known of either says nothing.
    const known = one.flatMap((share, i) => (share === null && other[i] === null ? [] : [[share, other[i]] as const]))
    return (
      known.length > 0 &&
      known.every(([p, q]) => p !== null && p !== undefined && q != null && Math.abs(p - q) < alikeShare)
    )
  }
  const ownCells = (id: string) => cells.filter((cell) => cell.ballId === id)
  return {
    cells,
    spare,
    gaps: states.filter((state) => reaching(state).length === 0).map(keyOfState),
    thin: states.filter((state) => reaching(state).length === 1).map(keyOfState),
    unproven: states
      .filter((state) => reaching(state).length > 0 && reaching(state).every(({ standing }) => standing === 'likely'))
      .map(keyOfState),
    overlaps: strikeBalls.flatMap((a, index) =>
      strikeBalls
        .slice(index + 1)
        .filter((b) => alike(a, b) && doAlike(a.id, b.id))
        .map((b) => [a.id, b.id] as const),
    ),
    // A ball of which nothing is known may cover anything.
    unused:
      states.length === 0
        ? []
        : strikeBalls
            .filter(({ id }) => ownCells(id).every((cell) => !reaches(cell) && cell.strikes !== null))
            .map((ball) => ball.id),
    freshOnly: strikeBalls
      .filter(({ id }) => {
        const later = ownCells(id).filter(({ shots }) => shots > 0)
        return (
          later.length > 0 &&
          ownCells(id).some((cell) => cell.shots === 0 && reaches(cell)) &&
          later.every((cell) => !reaches(cell) && cell.strikes !== null)
        )
      })
      .map((ball) => ball.id),
  }
}

function alike(a: CoverageBall, b: CoverageBall): boolean {
  const [raA, raB] = [a.reading.effectiveRaUm, b.reading.effectiveRaUm]
  if (raA === null || raB === null || isReactive(a.reading.cover) !== isReactive(b.reading.cover)) return false
  const apart = Math.log(
    equivalentRaUm({ ...a.reading, effectiveRaUm: raA }) / equivalentRaUm({ ...b.reading, effectiveRaUm: raB }),
  )
  return Math.abs(apart) < alikeLogRa
}
