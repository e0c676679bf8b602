import { describe, expect, test } from '@jest/globals'
import { type KnownBowler, laneDoubt, laneKnownBy, releaseDoubtRpm, widestDoubt } from './doubts.ts'
import { noOil } from '../surface/oil.ts'
import { engineTasks } from './engineTasks.ts'

const loads = [{ fromBoard: 2, toBoard: 38, loads: 4, microlitresPerBoard: 50, startFt: 0, endFt: 40 }]
const bowler: KnownBowler = { hand: 'right', speedMph: 17, revRpm: 330, axisRotationDeg: 45, axisTiltDeg: 13 }

describe('what is not sure of a lane', () => {
  test('shots on it say more than any sheet, and an estimate is no more than hearsay', () => {
    expect(laneKnownBy({ loads })).toBe('sheet')
    expect(laneKnownBy({ loads, trust: 'measured' })).toBe('measured')
    expect(laneKnownBy({ loads, trust: 'measured', estimated: true })).toBe('unsure')
    expect(laneKnownBy({ loads, trust: 'unsure', fitted: { lane: 1.1, residue: 1 } })).toBe('fitted')
    expect(laneDoubt.measured).toBeLessThan(laneDoubt.sheet)
    expect(laneDoubt.sheet).toBeLessThan(laneDoubt.unsure)
  })
})

describe('what is not sure of a release', () => {
  test('is less where figures were measured, more where they were guessed, most where there are none; a stated uncertainty goes before', () => {
    const of = (change: Partial<KnownBowler>) => releaseDoubtRpm({ ...bowler, ...change })
    const both = (source: string) => of({ speedSource: source, revSource: source })
    expect(both('measured')).toBeLessThan(both('stated'))
    expect(both('stated')).toBeLessThan(both('guessed'))
    expect(of({})).toBe(both('stated'))
    expect(of({ speedMph: null, revRpm: null })).toBe(both('guessed'))
    expect(of({ revSdRpm: 10, speedSdMph: 0 })).toBe(10)
    expect(of({ revSdRpm: 30, speedSdMph: 2 })).toBeCloseTo(50, 9)
  })
})

describe('what a cell’s band comes from', () => {
  test.each([
    [{ fitted: false, knownBy: 'measured', releaseDoubtRpm: 15 }, 'ball'],
    [{ fitted: true, knownBy: 'sheet', releaseDoubtRpm: 15 }, 'lane'],
    [{ fitted: false, knownBy: 'unsure', releaseDoubtRpm: 30 }, 'lane'],
    [{ fitted: true, knownBy: 'fitted', releaseDoubtRpm: 60 }, 'release'],
    [{ fitted: true, knownBy: 'measured', releaseDoubtRpm: 15 }, null],
  ] as const)('%j: %s would tell most', (known, widest) => {
    expect(widestDoubt(known)).toBe(widest)
  })

  test('goes into what the engine is asked: a lane by word of mouth makes a wider band than one that was measured, and so does a guessed release', () => {
    const surface = { finish: { raTopUm: 0.3, raBaseUm: 0.3 }, effectiveRaUm: 0.3, oilShare: 0 }
    const ball = { id: 'b', cover: 'solid', surface, oil: noOil } as const
    const asked = (trust: 'measured' | 'unsure', source: string) =>
      engineTasks({
        bowler: { ...bowler, speedSource: source, revSource: source },
        balls: [ball],
        states: [{ targetId: 'p', shots: 0, condition: 'medium', pattern: { loads, trust } }],
        spread: { targetBoards: 1, speedMph: 0.5, revRpm: 10 },
        playable: { laydown: [10, 20], target: [8, 14] },
      }).questions[0]!.doubt!
    expect(asked('unsure', 'measured').strength).toBeGreaterThan(asked('measured', 'measured').strength)
    expect(asked('measured', 'guessed').strength).toBeGreaterThan(asked('measured', 'measured').strength)
  })
})
