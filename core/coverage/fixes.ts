import { isReactive } from '../ball/covers.ts'
import { surfaceDefaults } from '../surface/defaults.ts'
import { type OilLoad, oilAfterCleaning, oilAfterExtraction, oilShare, usualExtraction } from '../surface/oil.ts'
import { type Finish, applyRecipe, effectiveRaUm, readyRecipes } from '../surface/recipe.ts'
import type { CoverageCell } from './cell.ts'
import { type CoverageMap, type CoverageQuestion, type StateKey, cellsOf, reaches, sameState } from './map.ts'
import { startingSurface } from './startingSurface.ts'

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

/** A ball as far as work on it goes. */
export interface FixableBall {
  readonly id: string
  readonly finish: Finish | null
  readonly oil: OilLoad
}

/** Least share of oil at which taking it out is worth a job. */
const cleanFromUl = 20
const extractFromShare = 0.3
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
    // A polyester ball is the spare ball: it is not made into anything else.
    if (!ball || !before || ball.reading.cover === 'polyester') continue
    const consider = (
      fix: Pick<Fix, 'action' | 'recipeKey' | 'settlingGames' | 'coverRemovedMm' | 'reason'>,
      reading: Partial<typeof ball.reading>,
    ) => {
      const variant = fix.recipeKey ?? fix.action
      const cells = cellsOf(question, { ...ball, reading: { ...ball.reading, ...reading } }, variant)
      const after = cells.find((cell) => sameState(cell, gap))!
      if (!reaches(after)) return
      const others = (key: StateKey) =>
        map.cells.some((c) => sameState(c, key) && reaches(c) && c.ballId !== work.id && !map.spare.includes(c.ballId))
      const reached = (key: StateKey) => cells.some((c) => sameState(c, key) && reaches(c))
      const isGap = (key: StateKey) => map.gaps.some((one) => sameState(one, key))
      fixes.push({
        ...fix,
        ballId: work.id,
        before,
        after,
        fills: map.gaps.filter(reached),
        opens: question.states
          .filter((key) => !isGap(key) && !others(key) && !reached(key))
          .map(({ targetId, shots }) => ({ targetId, shots })),
      })
    }
    if (work.oil.filmUl >= cleanFromUl) {
      const share = oilShare(oilAfterCleaning(work.oil, 'cleaner'))
      consider(
        { action: 'clean', recipeKey: null, settlingGames: 0, coverRemovedMm: 0, reason: 'oil-film' },
        { oilShare: share },
      )
    }
    if (isReactive(ball.reading.cover) && oilShare(work.oil) >= extractFromShare) {
      const share = oilShare(oilAfterExtraction(work.oil, usualExtraction.minutes, usualExtraction.temperatureC))
      consider(
        { action: 'extract', recipeKey: null, settlingGames: 1, coverRemovedMm: 0, reason: 'soaked-oil' },
        { oilShare: share },
      )
    }
    const now = before.strikes === null ? null : ball.reading.effectiveRaUm
    for (const recipe of readyRecipes) {
      const done = applyRecipe(
        work.finish ?? { raTopUm: surfaceDefaults.laneShineUm, raBaseUm: surfaceDefaults.laneShineUm },
        recipe.steps,
      )
      const after = effectiveRaUm(done)
      // Why a surface is wanted is told by the way it goes.
      const reason = now === null ? 'surface-unknown' : after > now ? 'reads-late' : 'reads-early'
      consider(
        {
          ...{ action: 'resurface', recipeKey: recipe.key, reason },
          ...{ settlingGames: surfaceDefaults.settlingGames, coverRemovedMm: done.coverRemovedMm },
        },
        { effectiveRaUm: after },
      )
    }
  }
  const ranked = onePerBallAndAction(fixes.sort(byCost)).slice(0, offered)
  return ranked.length > 0 ? ranked : [otherBall(question, state)]
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
