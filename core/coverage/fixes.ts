import { isReactive } from '../ball/covers.ts'
import { surfaceDefaults } from '../surface/defaults.ts'
import { type OilLoad, oilAfterCleaning, oilAfterExtraction, oilShare, usualExtraction } from '../surface/oil.ts'
import { type Finish, applyRecipe, effectiveRaUm, readyRecipes } from '../surface/recipe.ts'
import { type CoverageCell, coverageCell } from './cell.ts'
import { type CoverageMap, type CoverageQuestion } from './map.ts'
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
  readonly fills: readonly string[]
  /** Targets it would leave without a ball. */
  readonly opens: readonly string[]
  readonly settlingGames: number
  readonly coverRemovedMm: number
  /** Why, for the message catalogue. */
  readonly reason:
    'oil-film' | 'soaked-oil' | 'reads-late' | 'reads-early' | 'surface-unknown' | 'nothing-else' | 'seldom-needed'
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
 * Fixes for a target that no ball covers, cheapest first: cleaning, extraction, each ready recipe on each ball, and
 * another ball only when none of these does it. Each is judged by what it does to every target.
 */
export function fixesFor(
  question: CoverageQuestion,
  map: CoverageMap,
  targetId: string,
  fixable: readonly FixableBall[],
): Fix[] {
  const target = question.targets.find((candidate) => candidate.id === targetId)
  if (!target) return []
  const fixes: Fix[] = []
  for (const work of fixable) {
    const ball = question.balls.find((candidate) => candidate.id === work.id)
    const before = map.cells.find((cell) => cell.ballId === work.id && cell.targetId === targetId)
    // A polyester ball is the spare ball: it is not made into anything else.
    if (!ball || !before || ball.reading.cover === 'polyester') continue
    const consider = (
      fix: Pick<Fix, 'action' | 'recipeKey' | 'settlingGames' | 'coverRemovedMm' | 'reason'>,
      reading: Partial<typeof ball.reading>,
    ) => {
      const changed = { ...ball, reading: { ...ball.reading, ...reading } }
      const cells = question.targets.map((each) =>
        coverageCell(changed, each, question.band, question.evidence, question.threshold),
      )
      const after = cells.find((cell) => cell.targetId === targetId)!
      if (!after.covered) return
      const othersCover = (id: string) => map.cells.some((c) => c.targetId === id && c.covered && c.ballId !== work.id)
      const covers = (id: string) => cells.some((c) => c.targetId === id && c.covered)
      const ids = question.targets.map((each) => each.id)
      fixes.push({
        ...fix,
        ballId: work.id,
        before,
        after,
        fills: map.gaps.filter(covers),
        opens: ids.filter((id) => !map.gaps.includes(id) && !othersCover(id) && !covers(id)),
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
    const reason = before.offBy === null ? 'surface-unknown' : before.offBy < 0 ? 'reads-late' : 'reads-early'
    for (const recipe of readyRecipes) {
      const done = applyRecipe(
        work.finish ?? { raTopUm: surfaceDefaults.laneShineUm, raBaseUm: surfaceDefaults.laneShineUm },
        recipe.steps,
      )
      consider(
        {
          action: 'resurface',
          recipeKey: recipe.key,
          settlingGames: surfaceDefaults.settlingGames,
          coverRemovedMm: done.coverRemovedMm,
          reason,
        },
        { effectiveRaUm: effectiveRaUm(done) },
      )
    }
  }
  const ranked = onePerBallAndAction(fixes.sort(byCost)).slice(0, offered)
  return ranked.length > 0 ? ranked : [otherBall(question, target)]
}

const rank = (fix: Fix) => fixActions.indexOf(fix.action)
const stepCount = (fix: Fix) => readyRecipes.find((recipe) => recipe.key === fix.recipeKey)?.steps.length ?? 0

/** Cheapest kind of work first; then what opens no other gap, fills most, is likeliest, and takes off least. */
function byCost(a: Fix, b: Fix): number {
  const likelihood = (fix: Fix) => Math.round(20 * (fix.after?.pocket?.low ?? 0))
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

function otherBall(question: CoverageQuestion, target: CoverageQuestion['targets'][number]): Fix {
  const seldom = question.band !== null && startingSurface(question.band, target.condition).seldomNeeded
  return {
    action: 'other-ball',
    ballId: null,
    recipeKey: null,
    before: null,
    after: null,
    fills: [target.id],
    opens: [],
    settlingGames: 10,
    coverRemovedMm: 0,
    reason: seldom ? 'seldom-needed' : 'nothing-else',
  }
}
