import { referenceId } from './engineTasks.ts'
import { type CoverageQuestion, cellsOf, engineKey } from './map.ts'
import { readingOfSpec, specsOf } from './planning.ts'
import { type FixableBall, worksOn } from './works.ts'

/**
 * The question with what its balls are measured by: in each state the chance of a strike with the best ball of any kind, judged as every cell is, by the motion
 * core and the table of starting surfaces together. Measured by the core alone, a ball to look for would give strikes away to itself wherever both do not agree.
 */
export function withYardsticks(question: CoverageQuestion, fixable: readonly FixableBall[] = []): CoverageQuestion {
  const { engine, states, balls } = question
  if (!engine) return question
  // A yardstick is what balls could do, not what was thrown.
  const bare = { ...question, evidence: [] }
  const kinds = specsOf(engine).flatMap((spec) => {
    const [, variant] = spec.id.split(' ')
    if (!engine.answers[engineKey(referenceId, variant!)]) return []
    return [cellsOf(bare, { id: referenceId, reading: readingOfSpec(spec) }, variant)]
  })
  // A bowler's own balls are of any kind too, as they are and after what the bench could do to them.
  const own = balls.flatMap((ball) => {
    const found = fixable.find(({ id }) => id === ball.id)
    const worked = (found ? worksOn(ball.reading.cover, found) : []).flatMap(({ variant, reading }) =>
      engine.answers[engineKey(ball.id, variant)]
        ? [cellsOf(bare, { ...ball, reading: { ...ball.reading, ...reading } }, variant)]
        : [],
    )
    return [cellsOf(bare, ball), ...worked]
  })
  const all = [...kinds, ...own]
  const yard = states.map((_, s) => {
    const best = engine.best[s] ?? null
    const found = all.flatMap((cells) => cells[s]?.strikes?.p ?? [])
    return best === null || kinds.length === 0 ? best : Math.max(...found)
  })
  return { ...question, engine: { ...engine, yard } }
}
