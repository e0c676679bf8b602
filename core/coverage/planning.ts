import type { CoverageBall } from './cell.ts'
import { referenceCore, referenceId, references } from './engineTasks.ts'
import { type BallSpec, type CoverageQuestion, type EngineTable, cellsOf, engineKey } from './map.ts'
import { type Effort, type PlanBall, type PlanQuestion, noEffort } from './plan.ts'
import { layoutVariant, redrilling } from './relayout.ts'
import { startingSurface } from './startingSurface.ts'
import { type FixableBall, worksOn } from './works.ts'

/** Balls that a new one is looked for among, as the engine was asked about them. */
const referenceSpecs: readonly BallSpec[] = references.map(([cover, raUm], i) => ({
  ...{ id: `${referenceId} ${i}`, cover, raUm },
  ...referenceCore,
}))

/** Balls that could be bought: the reference balls, and what a search found. */
export const specsOf = (engine: EngineTable | null): readonly BallSpec[] => [
  ...referenceSpecs,
  ...(engine?.found ?? []),
]

/** A ball to look for as a cell reads it: as new, nothing thrown. */
export const readingOfSpec = ({ cover, raUm, rgIn, differentialIn }: BallSpec): CoverageBall['reading'] => ({
  ...{ cover, effectiveRaUm: raUm, oilShare: 0, rgIn, differentialIn, fitted: null },
})

export interface PlanWishes {
  /** How often each state is met. */
  readonly need: readonly number[]
  readonly mostBought: number
  readonly carried: number | null
  /** Keys of the ready recipes that are there; all when not given. */
  readonly recipes?: readonly string[] | undefined
}

const buying: Effort = { ...noEffort, bought: true }
const redrilled: Effort = { ...noEffort, ...redrilling, lasting: true }
/** What was thrown with a ball as it is drilled now says nothing of it with other holes. */
export const withoutShotsOf = (question: CoverageQuestion, ballId: string): CoverageQuestion => ({
  ...question,
  evidence: question.evidence.filter((one) => one.ballId !== ballId),
})

/** What a plan chooses among: every ball as it is and after each work that it could be given, and what could be bought. */
export function planQuestion(
  question: CoverageQuestion,
  fixable: readonly FixableBall[],
  { need, mostBought, carried, recipes }: PlanWishes,
): PlanQuestion {
  const { states, balls, engine, band, tolerance } = question
  // As in the map: the spare ball beside others is not weighed for first shots.
  const strikeBalls = balls.filter(({ reading }) => reading.cover !== 'polyester')
  const own = (strikeBalls.length > 0 ? strikeBalls : balls).map((ball): PlanBall => {
    const found = fixable.find(({ id }) => id === ball.id)
    const works = (found ? worksOn(ball.reading.cover, found) : []).filter(
      ({ recipeKey }) => recipeKey === null || !recipes || recipes.includes(recipeKey),
    )
    return {
      ...{ id: ball.id, extra: false },
      options: [
        { variant: 'now', effort: noEffort, cells: cellsOf(question, ball) },
        ...(engine?.layouts?.[ball.id]
          ? [
              {
                variant: layoutVariant,
                effort: redrilled,
                cells: cellsOf(withoutShotsOf(question, ball.id), ball, layoutVariant),
              },
            ]
          : []),
        ...works.map(({ variant, reading, minutes, days, coverRemovedMm }) => ({
          ...{ variant, effort: { minutes, days, coverRemovedMm, bought: false } },
          cells: cellsOf(question, { ...ball, reading: { ...ball.reading, ...reading } }, variant),
        })),
      ],
    }
  })
  const extras = specsOf(engine).flatMap((spec): PlanBall[] => {
    const [, variant] = spec.id.split(' ')
    if (mostBought === 0 || !engine?.answers[engineKey(referenceId, variant!)]) return []
    const cells = cellsOf(question, { id: referenceId, reading: readingOfSpec(spec) }, variant)
    return [{ id: spec.id, extra: true, options: [{ variant: 'buy', effort: buying, cells }] }]
  })
  return {
    states: states.map(({ targetId, shots, condition }, i) => ({
      ...{ targetId, shots, weight: need[i]!, best: engine?.yard?.[i] ?? engine?.best[i] ?? 0 },
      seldom: band !== null && startingSurface(band, condition).seldomNeeded,
    })),
    balls: [...own, ...extras],
    ...{ tolerance, mostBought, carried },
  }
}
