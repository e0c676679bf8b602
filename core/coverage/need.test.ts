import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { needOf, phaseShares } from './need.ts'

const phases = [0, 40, 120]
const sum = (of: readonly number[]) => of.reduce((all, one) => all + one, 0)
const games = fc.integer({ min: 1, max: 12 })
const bowlers = fc.integer({ min: 1, max: 12 })

describe('how long each phase of a lane is met', () => {
  test('two on a pair and three games are reckoned with where nobody said', () => {
    expect(phaseShares(phases)).toEqual(phaseShares(phases, { games: 3, bowlersOnPair: 2 }))
    // Three games of two bowlers are 102 shots: fresh to 20, in transition to 80, broken down after that.
    const [fresh, transition, late] = phaseShares(phases)
    expect([fresh, transition, late]).toEqual([20 / 102, 60 / 102, 22 / 102])
  })

  test('all of a block is met in some phase, whoever plays and however long', () => {
    fc.assert(
      fc.property(games, bowlers, (g, b) => {
        const shares = phaseShares(phases, { games: g, bowlersOnPair: b })
        expect(sum(shares)).toBeCloseTo(1, 12)
        expect(Math.min(...shares)).toBeGreaterThanOrEqual(0)
      }),
    )
  })

  test('more bowlers on a pair see less of the fresh lane and more of the broken one, as more games do', () => {
    fc.assert(
      fc.property(games, bowlers, (g, b) => {
        const few = phaseShares(phases, { games: g, bowlersOnPair: b })
        for (const more of [
          phaseShares(phases, { games: g, bowlersOnPair: b + 1 }),
          phaseShares(phases, { games: g + 1, bowlersOnPair: b }),
        ]) {
          expect(more[0]).toBeLessThanOrEqual(few[0]!)
          expect(more[2]).toBeGreaterThanOrEqual(few[2]!)
        }
        // Twice the bowlers are twice the games.
        const double = phaseShares(phases, { games: g, bowlersOnPair: 2 * b })
        expect(double).toEqual(phaseShares(phases, { games: 2 * g, bowlersOnPair: b }))
      }),
    )
  })

  test('nights of several events on one pattern add up, each in its own way; where nobody plays nothing is needed', () => {
    const states = ['a', 'b', 'c'].flatMap((targetId) => phases.map((shots) => ({ targetId, shots })))
    const need = needOf(states, [
      { targetId: 'a', times: 8 },
      { targetId: 'a', times: 1, games: 6, bowlersOnPair: 6 },
      { targetId: 'b', times: 0.5, games: 1, bowlersOnPair: 1 },
    ])
    const of = (targetId: string) => need.filter((_, s) => states[s]!.targetId === targetId)
    expect([sum(of('a')), sum(of('b')), sum(of('c'))].map((one) => Number(one.toFixed(9)))).toEqual([9, 0.5, 0])
    // One game alone never leaves the fresh lane.
    expect(of('b')).toEqual([0.5, 0, 0])
    const crowded = phaseShares(phases, { games: 6, bowlersOnPair: 6 })
    expect(of('a')[2]).toBeCloseTo(8 * phaseShares(phases)[2]! + crowded[2]!, 12)
  })
})
