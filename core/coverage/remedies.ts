import type { Layout } from '../ball/layout.ts'
import type { CoverageCell } from './cell.ts'
import type { EngineAnswer } from './engine.ts'
import { referenceId } from './engineTasks.ts'
import {
  type BallSpec,
  type CoverageQuestion,
  type StateKey,
  cellsOf,
  engineKey,
  keyOfState,
  reaches,
  sameState,
} from './map.ts'
import { readingOfSpec, specsOf, withoutShotsOf } from './planning.ts'
import { layoutVariant, redrilling } from './relayout.ts'
import { type FixableBall, worksOn } from './works.ts'

/** What can be done about a ball in a state, cheapest and most easily undone first. */
export const remedyKinds = ['clean', 'extract', 'resurface', 'line', 'layout', 'other-ball', 'new-ball'] as const
export type RemedyKind = (typeof remedyKinds)[number]

export interface Remedy {
  readonly kind: RemedyKind
  /** Chance of a strike here then, as the map would show it; null where nothing tells. */
  readonly strikes: CoverageCell['strikes']
  /** Strikes in a hundred more than as it is. */
  readonly gain: number | null
  readonly recipeKey: string | null
  readonly layout: Layout | null
  readonly ballId: string | null
  readonly spec: BallSpec | null
  /** Line on which that holds. */
  readonly line: { readonly laydownBoard: number; readonly targetBoard: number } | null
  readonly minutes: number
  readonly days: number
  readonly coverRemovedMm: number
  /** Cannot be undone. */
  readonly lasting: boolean
  /** Other states that this ball would do in then and does not now, and the other way round. */
  readonly wins: readonly StateKey[]
  readonly loses: readonly StateKey[]
}

/**
 * The whole ladder for one ball in one state: what cleaning, extraction, the best surface, its best line, the best layout, another ball of the bowler's
 * and a new one would each do here, and what each would win and lose elsewhere. What cannot be done to this ball is left out.
 */
export function remediesFor(
  question: CoverageQuestion,
  fixable: readonly FixableBall[],
  ballId: string,
  key: StateKey,
  layout: { readonly layout: Layout; readonly answer: EngineAnswer } | null,
): Remedy[] {
  const { balls, states, engine } = question
  const s = states.findIndex((state) => sameState(state, key))
  const ball = balls.find(({ id }) => id === ballId)
  if (!ball || s === -1) return []
  const now = cellsOf(question, ball)
  const before = now[s]!.strikes?.p ?? null
  const bare = { recipeKey: null, layout: null, ballId: null, spec: null, wins: [], loses: [] }
  const free = { minutes: 0, days: 0, coverRemovedMm: 0, lasting: false }
  const told = (cell: CoverageCell) => ({
    strikes: cell.strikes,
    gain: cell.strikes && before !== null ? 100 * (cell.strikes.p - before) : null,
    line: cell.engine && { laydownBoard: cell.engine.laydownBoard, targetBoard: cell.engine.targetBoard },
  })
  const elsewhere = (cells: readonly CoverageCell[]) => {
    const changed = (to: boolean) =>
      states.flatMap((state, i) =>
        i !== s && reaches(cells[i]!) === to && reaches(now[i]!) !== to ? [keyOfState(state)] : [],
      )
    return { wins: changed(true), loses: changed(false) }
  }
  const found = fixable.find(({ id }) => id === ballId)
  const works = (found ? worksOn(ball.reading.cover, found) : []).map((work): Remedy => {
    const cells = cellsOf(question, { ...ball, reading: { ...ball.reading, ...work.reading } }, work.variant)
    const { action: kind, recipeKey, minutes, days, coverRemovedMm } = work
    return {
      ...{ ...bare, ...told(cells[s]!), ...elsewhere(cells), kind, recipeKey, minutes, days, coverRemovedMm },
      lasting: coverRemovedMm > 0,
    }
  })
  const most = (of: readonly Remedy[]) =>
    of.reduce<Remedy | null>((best, one) => ((one.strikes?.p ?? 0) > (best?.strikes?.p ?? 0) ? one : best), null)
  const line: Remedy | null = now[s]!.engine ? { ...bare, ...free, ...told(now[s]!), kind: 'line' } : null
  const asked =
    engine && layout
      ? {
          ...engine,
          answers: {
            ...engine.answers,
            [engineKey(ballId, layoutVariant)]: states.map((_, i) =>
              i === s ? layout.answer : { cell: null, slope: null, logitSd: null },
            ),
          },
        }
      : null
  const laidOut: Remedy | null =
    asked && layout
      ? {
          ...{
            ...bare,
            ...told(cellsOf({ ...withoutShotsOf(question, ballId), engine: asked }, ball, layoutVariant)[s]!),
          },
          ...{ ...redrilling, coverRemovedMm: 0, lasting: true, kind: 'layout', layout: layout.layout },
        }
      : null
  const others = balls
    .filter(({ id, reading }) => id !== ballId && reading.cover !== 'polyester')
    .map((other): Remedy => ({
      ...bare,
      ...free,
      ...told(cellsOf(question, other)[s]!),
      kind: 'other-ball',
      ballId: other.id,
    }))
  const specs = specsOf(engine).flatMap((spec): Remedy[] => {
    const [, variant] = spec.id.split(' ')
    if (!engine?.answers[engineKey(referenceId, variant!)]) return []
    const cell = cellsOf(question, { id: referenceId, reading: readingOfSpec(spec) }, variant)[s]!
    return [{ ...bare, ...free, ...told(cell), kind: 'new-ball', spec, lasting: true }]
  })
  const of = (kind: RemedyKind) => works.find((work) => work.kind === kind) ?? null
  return [
    of('clean'),
    of('extract'),
    most(works.filter(({ kind }) => kind === 'resurface')),
    line,
    laidOut,
    most(others),
    most(specs),
  ].filter((one): one is Remedy => one !== null)
}
