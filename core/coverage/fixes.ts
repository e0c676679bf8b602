import { readyRecipes } from '../surface/recipe.ts'
import type { CoverageCell } from './cell.ts'
import { type CoverageMap, type CoverageQuestion, type StateKey, cellsOf, reaches, sameState } from './map.ts'
import { startingSurface } from './startingSurface.ts'
import { type FixableBall, type Work, worksOn } from './works.ts'

/** Ways to fill a gap, cheapest and most easily undone first. */
export const fixActions = ['clean', 'extract', 'resurface', 'other-ball'] as const
export type FixAction = (typeof fixActions)[number]

export interface Fix {
  readonly action: FixAction
  /** Ball to work on; null for another ball. */
  readonly ballId: string | null
  readonly recipeKey: string | null
  /** The gap's cell as it is and as it would be; null for another ball. */
  readonly before: CoverageCell | null
  readonly after: CoverageCell | null
  /** Gaps it fills, this one among them. */
  readonly fills: readonly StateKey[]
  /** States it would leave without a ball. */
  readonly opens: readonly StateKey[]
  readonly settlingGames: number
  readonly coverRemovedMm: number
  /** Why, for the message catalogue. */
  readonly reason:
    | 'oil-film'
    | 'soaked-oil'
    | 'reads-late'
    | 'reads-early'
    | 'strikes-little'
    | 'surface-unknown'
    | 'nothing-else'
    | 'seldom-needed'
}

/** Fixes offered for a gap. */
const offered = 4

/**
 * Fixes for a state in which no ball is near the best, cheapest first: cleaning, extraction, each ready recipe on each ball, and
 * another ball only when none of these does it. Each is judged by what it does in every state.
 */
export function fixesFor(
  question: CoverageQuestion,
  map: CoverageMap,
  gap: StateKey,
  fixable: readonly FixableBall[],
): Fix[] {
  const state = question.states.find((candidate) => sameState(candidate, gap))
  if (!state) return []
  const fixes: Fix[] = []
  for (const work of fixable) {
    const ball = question.balls.find((candidate) => candidate.id === work.id)
    const before = map.cells.find((cell) => cell.ballId === work.id && sameState(cell, gap))
    if (!ball || !before) continue
    const consider = (done: Work, reason: Fix['reason']) => {
      const cells = cellsOf(question, { ...ball, reading: { ...ball.reading, ...done.reading } }, done.variant)
      const after = cells.find((cell) => sameState(cell, gap))!
      if (!reaches(after)) return
      const others = (key: StateKey) =>
        map.cells.some((c) => sameState(c, key) && reaches(c) && c.ballId !== work.id && !map.spare.includes(c.ballId))
      const reached = (key: StateKey) => cells.some((c) => sameState(c, key) && reaches(c))
      const isGap = (key: StateKey) => map.gaps.some((one) => sameState(one, key))
      const { action, recipeKey, settlingGames, coverRemovedMm } = done
      fixes.push({
        ...{ action, recipeKey, settlingGames, coverRemovedMm, reason },
        ballId: work.id,
        before,
        after,
        fills: map.gaps.filter(reached),
        opens: question.states
          .filter((key) => !isGap(key) && !others(key) && !reached(key))
          .map(({ targetId, shots }) => ({ targetId, shots })),
      })
    }
    const now = before.strikes === null ? null : ball.reading.effectiveRaUm
    for (const one of worksOn(ball.reading.cover, work)) consider(one, reasonOf(one, now))
  }
  const ranked = onePerBallAndAction(fixes.sort(byCost)).slice(0, offered)
  return ranked.length > 0 ? ranked : [otherBall(question, state)]
}

/** Why a work is proposed; of a surface it is told by the way it goes. */
function reasonOf({ action, reading }: Work, now: number | null): Fix['reason'] {
  if (action === 'clean') return 'oil-film'
  if (action === 'extract') return 'soaked-oil'
  if (now === null) return 'surface-unknown'
  return 'effectiveRaUm' in reading && reading.effectiveRaUm > now ? 'reads-late' : 'reads-early'
}

const rank = (fix: Fix) => fixActions.indexOf(fix.action)
const stepCount = (fix: Fix) => readyRecipes.find((recipe) => recipe.key === fix.recipeKey)?.steps.length ?? 0

/** Cheapest kind of work first; then what opens no other gap, fills most, is likeliest, and takes off least. */
function byCost(a: Fix, b: Fix): number {
  const likelihood = (fix: Fix) => Math.round(20 * (fix.after?.strikes?.low ?? 0))
  return (
    Number(a.opens.length > 0) - Number(b.opens.length > 0) ||
    rank(a) - rank(b) ||
    b.fills.length - a.fills.length ||
    likelihood(b) - likelihood(a) ||
    stepCount(a) - stepCount(b) ||
    a.coverRemovedMm - b.coverRemovedMm
  )
}

function onePerBallAndAction(fixes: readonly Fix[]): Fix[] {
  const seen = new Set<string>()
  return fixes.filter((fix) => {
    const key = `${fix.action} ${fix.ballId}`
    if (seen.has(key)) return false
    seen.add(key)
    return true
  })
}

function otherBall(question: CoverageQuestion, state: CoverageQuestion['states'][number]): Fix {
  const seldom = question.band !== null && startingSurface(question.band, state.condition).seldomNeeded
  return {
    action: 'other-ball',
    ballId: null,
    recipeKey: null,
    before: null,
    after: null,
    fills: [{ targetId: state.targetId, shots: state.shots }],
    opens: [],
    settlingGames: 10,
    coverRemovedMm: 0,
    reason: seldom ? 'seldom-needed' : 'nothing-else',
  }
}
