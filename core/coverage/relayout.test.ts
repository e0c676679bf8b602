import { beforeAll, describe, expect, test } from '@jest/globals'
import {
  type BallRecord,
  type CoverageQuestion,
  type EngineAnswer,
  type EngineQuestion,
  type Highs,
  type Layout,
  cellsOf,
  effortOf,
  effortWorth,
  engineKey,
  groundAfter,
  layoutGrid,
  noOil,
  planQuestion,
  plansFor,
  redrilling,
  searchLayout,
  usualPlayable,
  usualSpread,
} from '@sleetfall/core'
import { openSolver } from '@sleetfall/core/solver'

const answer = (strikes: number): EngineAnswer => ({
  cell: {
    ...{ laydownBoard: 20, targetBoard: 10, strikes, pocket: strikes + 0.1, entryAngleDeg: 4, firstReadFt: 28 },
    ...{ rollFt: 45, rolledOut: false, neverRead: false, roomOut: 1, roomIn: 1, later: null, off: null },
  },
  slope: 1,
  logitSd: 0.2,
})
const nothing: EngineAnswer = { cell: null, slope: null, logitSd: null }
const loads = [{ fromBoard: 2, toBoard: 38, loads: 3, microlitresPerBoard: 50, startFt: 0, endFt: 40 }]
const ball: BallRecord = {
  ...{ cover: 'solid', weightLb: 15, rgIn: 2.5, differentialIn: 0.05 },
  ...{ drillingAngleDeg: 45, pinToPapIn: 4, valAngleDeg: 40 },
  surface: { finish: null, effectiveRaUm: 0.5, oilShare: 0 },
}
const search = (of: Partial<BallRecord> = {}, states = [0, 60]) => ({
  ...{ bowler: { hand: 'right' as const }, spread: usualSpread, playable: usualPlayable, ball: { ...ball, ...of } },
  states: states.map((shots) => ({ ground: groundAfter({ loads }, shots), weight: 1 + shots })),
})
/** The motion core's place: what is nearer to a hidden layout strikes more. */
function told(hidden: Layout) {
  const asked: Layout[] = []
  const off = ({ drillingAngleDeg: a, pinToPapIn: p, valAngleDeg: v }: Layout) =>
    Math.hypot((a - hidden.drillingAngleDeg) / 25, p - hidden.pinToPapIn, (v - hidden.valAngleDeg) / 25)
  const ask = (questions: readonly EngineQuestion[]) => {
    asked.push(...questions.map(({ shot }) => shot.layout))
    return Promise.resolve(questions.map(({ shot }) => answer(0.6 / (1 + off(shot.layout)))))
  }
  return { asked, ask, off }
}

describe('the layout to look for', () => {
  test('is found nearer to the hidden one than any of the grid, within fitting limits, and by few questions', async () => {
    for (const hidden of [
      { drillingAngleDeg: 47, pinToPapIn: 4.9, valAngleDeg: 31 },
      { drillingAngleDeg: 72, pinToPapIn: 3.1, valAngleDeg: 66 },
      { drillingAngleDeg: 24, pinToPapIn: 5.4, valAngleDeg: 45 },
    ]) {
      const { asked, ask, off } = told(hidden)
      const found = (await searchLayout(search(), ask))!
      expect(off(found)).toBeLessThanOrEqual(Math.min(...layoutGrid.map(off)))
      expect(asked.length).toBeLessThanOrEqual(2 * (layoutGrid.length + 6))
      for (const { drillingAngleDeg: a, pinToPapIn: p, valAngleDeg: v } of asked)
        expect([a >= 20 && a <= 75, p >= 3 && p <= 5.5, v >= 20 && v <= 70]).toEqual([true, true, true])
    }
  })

  test('weighs states by how often they are met', async () => {
    const [first, last] = [layoutGrid[0]!, layoutGrid.at(-1)!]
    const ask = (questions: readonly EngineQuestion[]) =>
      Promise.resolve(
        questions.map(({ shot }, i) => {
          const { pinToPapIn } = shot.layout
          const wanted = i % 2 === 0 ? first : last
          return answer(pinToPapIn === wanted.pinToPapIn ? 0.5 : 0.2)
        }),
      )
    // The second state is met sixty times as often.
    expect((await searchLayout(search(), ask))!.pinToPapIn).toBe(last.pinToPapIn)
  })

  test('is none for a spare ball, a core that nobody knows, a lane that nobody is short on, or where no line is found', async () => {
    const { ask, asked } = told(layoutGrid[0]!)
    for (const one of [search({ cover: 'polyester' }), search({ rgIn: null }), search({}, [])])
      expect(await searchLayout(one, ask)).toBeNull()
    const unknown = { surface: { ...ball.surface, effectiveRaUm: null } }
    expect(await searchLayout(search(unknown), ask)).toBeNull()
    expect(asked).toEqual([])
    expect(await searchLayout(search(), (all) => Promise.resolve(all.map(() => nothing)))).toBeNull()
  })
})

describe('plugged and redrilled in a plan', () => {
  let highs: Highs
  beforeAll(async () => {
    highs = await openSolver()
  })
  const fixable = [{ id: 'a', finish: { raTopUm: 0.5, raBaseUm: 0.5 }, oil: noOil }]
  /** One ball on one lane: by what was done to it its strikes. */
  function question(by: (variant: string) => number, layouts?: Record<string, Layout>): CoverageQuestion {
    const variants = ['now', 'to-500', 'to-2000', 'layout']
    const reading = {
      cover: 'solid',
      effectiveRaUm: 0.5,
      oilShare: 0,
      rgIn: 2.5,
      differentialIn: 0.05,
      fitted: null,
    } as const
    return {
      ...{ band: null, tolerance: 5, states: [{ targetId: 'p', shots: 0, condition: 'medium' as const }] },
      balls: [{ id: 'a', reading }],
      evidence: [],
      engine: {
        ...{
          answers: Object.fromEntries(variants.map((v) => [engineKey('a', v), [answer(by(v))]])),
          best: [0.6],
          layouts,
        },
      },
    }
  }
  const laid = { a: layoutGrid[3]! }
  const wishes = { need: [1], mostBought: 0, carried: null, recipes: ['to-500', 'to-2000'] }
  const steps = (asked: CoverageQuestion) =>
    plansFor(highs, planQuestion(asked, fixable, wishes)).plans[0]!.steps.map(({ variant }) => variant)

  test('is weighed only where a layout was looked for', () => {
    const variants = (asked: CoverageQuestion) =>
      planQuestion(asked, fixable, wishes).balls[0]!.options.map(({ variant }) => variant)
    expect(variants(question(() => 0.3, laid))).toContain('layout')
    expect(variants(question(() => 0.3))).not.toContain('layout')
  })

  test('is proposed where no surface does it, and not where a surface does nearly the same', () => {
    expect(steps(question((v) => (v === 'layout' ? 0.55 : 0.25), laid))).toEqual(['layout'])
    expect(steps(question((v) => (v === 'layout' ? 0.55 : v === 'to-500' ? 0.548 : 0.25), laid))).toEqual(['to-500'])
    expect(steps(question((v) => (v === 'layout' ? 0.26 : 0.25), laid))).toEqual([])
  })

  test('costs more than work that can be undone, and nothing thrown with the old holes counts for it', () => {
    const effort = { ...redrilling, coverRemovedMm: 0, bought: false }
    expect(effortOf({ ...effort, lasting: true }) - effortOf(effort)).toBeCloseTo(effortWorth.lasting, 12)
    const thrown = {
      ...{ ballId: 'a', targetId: 'p', effectiveRaUm: 0.5, oilShare: 0, shots: 0, atMs: 0 },
      ...{ pocketHits: 1, pocketOf: 24, reads: { early: 0, right: 2, late: 22 } },
    }
    const asked = { ...question(() => 0.5, laid), evidence: [thrown] }
    const own = asked.balls[0]!
    const option = planQuestion(asked, fixable, wishes).balls[0]!.options.find(({ variant }) => variant === 'layout')!
    expect(option.cells[0]!.parts.map(({ source }) => source)).not.toContain('trials')
    expect(cellsOf(asked, own)[0]!.parts.map(({ source }) => source)).toContain('trials')
  })
})
