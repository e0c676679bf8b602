import { describe, expect, test } from '@jest/globals'
import {
  type CoverageQuestion,
  type EngineAnswer,
  cellsOf,
  coverageMap,
  noOil,
  engineKey,
  planQuestion,
  readingOfSpec,
  references,
  specsOf,
  withYardsticks,
} from '@sleetfall/core'
import fc from 'fast-check'

const answer = (strikes: number): EngineAnswer => ({
  cell: {
    ...{ laydownBoard: 20, targetBoard: 10, strikes, pocket: strikes, entryAngleDeg: 4, firstReadFt: 28, rollFt: 45 },
    ...{ rolledOut: false, neverRead: false, roomOut: 1, roomIn: 1, later: null, off: null },
  },
  slope: 1,
  logitSd: 0.2,
})
const phases = [0, 40]
/** One own ball and all reference balls, with what the engine says of each in both phases. */
function question(own: number, kinds: readonly number[], band: CoverageQuestion['band'] = 'matched'): CoverageQuestion {
  const key = (i: number) => engineKey('reference', String(i))
  const of = Object.fromEntries(kinds.map((p, i) => [key(i), phases.map(() => answer(p))]))
  const best = Math.max(own, ...kinds)
  return {
    ...{ band, tolerance: 5, evidence: [] },
    states: phases.map((shots) => ({ targetId: 'p', shots, condition: 'medium' as const })),
    balls: [
      {
        id: 'a',
        reading: { cover: 'solid', effectiveRaUm: 0.5, oilShare: 0, rgIn: 2.5, differentialIn: 0.05, fitted: null },
      },
    ],
    engine: {
      answers: { ...of, [engineKey('a', 'now')]: phases.map(() => answer(own)) },
      best: phases.map(() => best),
    },
  }
}
const share = fc.double({ min: 0.05, max: 0.7, noNaN: true })
const kinds = fc.array(share, { minLength: references.length, maxLength: references.length })
const cellsOfKinds = (asked: CoverageQuestion) =>
  specsOf(asked.engine).map((spec) =>
    cellsOf(asked, { id: 'reference', reading: readingOfSpec(spec) }, spec.id.split(' ')[1]!),
  )

describe('what a ball is measured by', () => {
  test('is the best ball of any kind as cells judge it: no ball to look for gives strikes away to itself', () => {
    fc.assert(
      fc.property(share, kinds, (own, of) => {
        const asked = withYardsticks(question(own, of))
        for (const s of phases.keys()) {
          const yard = asked.engine!.yard![s]!
          const all = [...cellsOfKinds(asked), cellsOf(asked, asked.balls[0]!)].map((cells) => cells[s]!)
          expect(yard).toBeCloseTo(Math.max(...all.map(({ strikes }) => strikes!.p)), 12)
          expect(Math.min(...all.map(({ givenAway }) => givenAway!))).toBeCloseTo(0, 9)
        }
      }),
      { numRuns: 60 },
    )
  })

  test('where the table says nothing it is what the engine says, and nothing changes', () => {
    fc.assert(
      fc.property(share, kinds, (own, of) => {
        const bare = question(own, of, null)
        const asked = withYardsticks(bare)
        for (const [s, best] of bare.engine!.best.entries()) expect(asked.engine!.yard![s]).toBeCloseTo(best!, 9)
        const [now, before] = [coverageMap(asked), coverageMap(bare)]
        expect(now.gaps).toEqual(before.gaps)
        for (const [at, { givenAway }] of now.cells.entries())
          expect(givenAway).toBeCloseTo(before.cells[at]!.givenAway!, 9)
      }),
      { numRuns: 40 },
    )
  })

  test('a ball of the bowler’s own after a work counts as well, where the engine was asked about it', () => {
    const asked = question(
      0.3,
      references.map(() => 0.35),
    )
    const { answers } = asked.engine!
    const polished = { ...answers, [engineKey('a', '1500-polish')]: phases.map(() => answer(0.55)) }
    const fixable = [{ id: 'a', finish: { raTopUm: 0.5, raBaseUm: 0.5 }, oil: noOil }]
    const yardOf = (of: typeof answers, balls = fixable) =>
      withYardsticks({ ...asked, engine: { ...asked.engine!, answers: of, best: [0.55, 0.55] } }, balls).engine!.yard!
    // After forty shots only the engine speaks.
    expect(yardOf(polished)[1]).toBeCloseTo(0.55, 9)
    expect(yardOf(answers)[1]).toBeCloseTo(0.35, 9)
    expect(yardOf(polished, [])[1]).toBeCloseTo(0.35, 9)
  })

  test('map and plan go by the same; what was thrown moves a ball, not the yardstick', () => {
    const asked = withYardsticks(
      question(
        0.4,
        references.map((_, i) => 0.3 + i / 50),
      ),
    )
    const planned = planQuestion(asked, [], { need: [1, 1], mostBought: 0, carried: null })
    expect(planned.states.map(({ best }) => best)).toEqual(asked.engine!.yard)
    const thrown = {
      ...{ ballId: 'a', targetId: 'p', effectiveRaUm: 0.5, oilShare: 0, shots: 0, atMs: 0 },
      ...{ pocketHits: 30, pocketOf: 30, reads: { early: 0, right: 30, late: 0 } },
    }
    const after = withYardsticks({ ...asked, evidence: [thrown] })
    expect(after.engine!.yard).toEqual(asked.engine!.yard)
    expect(cellsOf(after, after.balls[0]!)[0]!.strikes!.p).toBeGreaterThan(
      cellsOf(asked, asked.balls[0]!)[0]!.strikes!.p,
    )
  })

  test('without the engine there is none, and a state that it has not answered has none', () => {
    const none = { ...question(0.4, [0.5]), engine: null }
    expect(withYardsticks(none)).toBe(none)
    const asked = question(
      0.4,
      references.map(() => 0.5),
    )
    const part = withYardsticks({ ...asked, engine: { ...asked.engine!, best: [null, 0.5] } })
    expect(part.engine!.yard![0]).toBeNull()
    expect(part.engine!.yard![1]).not.toBeNull()
  })
})
