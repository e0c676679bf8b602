import { isReactive } from '../ball/covers.ts'
import type { Condition } from '../lane/figures.ts'
import { type CoverageBall, type CoverageCell, type Evidence, coverageCell } from './cell.ts'
import { equivalentRaUm } from './strength.ts'
import type { StyleBand } from './style.ts'

export interface CoverageQuestion {
  readonly band: StyleBand | null
  readonly threshold: number
  readonly balls: readonly CoverageBall[]
  readonly targets: readonly { readonly id: string; readonly condition: Condition }[]
  readonly evidence: readonly Evidence[]
}

export interface CoverageMap {
  readonly cells: readonly CoverageCell[]
  /** Targets that no ball covers. */
  readonly gaps: readonly string[]
  /** Targets that only one ball covers. */
  readonly thin: readonly string[]
  /** Pairs of balls of one kind of cover that read alike and do alike on every target. */
  readonly overlaps: readonly (readonly [string, string])[]
  /** Balls that cover nothing this bowler meets. */
  readonly unused: readonly string[]
}

/** Two balls closer than this in log equivalent Ra (half a finish step) read alike. */
const alikeLogRa = 0.12
/** Shares in the pocket closer than this cannot be told apart in a few shots. */
const alikeShare = 0.1

export function coverageMap(question: CoverageQuestion): CoverageMap {
  const { balls, targets, band, evidence, threshold } = question
  const cells = balls.flatMap((ball) => targets.map((target) => coverageCell(ball, target, band, evidence, threshold)))
  const covering = (targetId: string) => cells.filter((cell) => cell.targetId === targetId && cell.covered).length
  const shares = (ballId: string) =>
    cells.filter((cell) => cell.ballId === ballId).map((cell) => cell.pocket?.p ?? null)
  const doAlike = (a: string, b: string) => {
    const other = shares(b)
    return shares(a).every(
      (share, index) => share !== null && other[index] != null && Math.abs(share - other[index]) < alikeShare,
    )
  }
  // Spare balls (polyester) are neither doubled nor idle.
  const strikeBalls = balls.filter((ball) => ball.reading.cover !== 'polyester')
  const overlaps = strikeBalls.flatMap((a, index) =>
    strikeBalls
      .slice(index + 1)
      .filter((b) => alike(a, b) && doAlike(a.id, b.id))
      .map((b) => [a.id, b.id] as const),
  )
  return {
    cells,
    gaps: targets.filter((target) => covering(target.id) === 0).map((target) => target.id),
    thin: targets.filter((target) => covering(target.id) === 1).map((target) => target.id),
    overlaps,
    unused:
      targets.length === 0
        ? []
        : strikeBalls
            .filter((ball) => {
              const own = cells.filter((cell) => cell.ballId === ball.id)
              // A ball of which nothing is known may cover anything.
              return !own.some((cell) => cell.covered) && own.every((cell) => cell.pocket !== null)
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
