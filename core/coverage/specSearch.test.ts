import { describe, expect, test } from '@jest/globals'
import {
  usualPlayable,
  type BallSpec,
  type EngineAnswer,
  type EngineQuestion,
  filmOf,
  groundOn,
  neighboursOf,
  raOfGrit,
  searchSpec,
  specsOf,
  usualSpread,
} from '@sleetfall/core'

const loads = [{ fromBoard: 2, toBoard: 38, loads: 4, microlitresPerBoard: 50, startFt: 0, endFt: 40 }]
const ground = groundOn({ loads }, filmOf(loads))
const bowler = { hand: 'right' as const, speedMph: 17, revRpm: 330, axisRotationDeg: 45, axisTiltDeg: 13 }
const from = specsOf(null)
const search = { bowler, spread: usualSpread, playable: usualPlayable, states: [{ ground, weight: 2, now: 0.2 }], from }
/** An engine with a landscape of its own: best at a core that none of the known balls has. */
const landscape =
  (at: { rgIn: number; differentialIn: number; raUm: number }, seen: number[] = []) =>
  (questions: readonly EngineQuestion[]) => {
    seen.push(questions.length)
    return Promise.resolve(
      questions.map(({ shot }): EngineAnswer => {
        const { rgIn, differentialIn } = shot.ball
        const raUm = shot.friction.kind === 'film' ? shot.friction.raUm : 0
        const off =
          ((rgIn - at.rgIn) / 0.1) ** 2 +
          ((differentialIn - at.differentialIn) / 0.04) ** 2 +
          Math.log(raUm / at.raUm) ** 2
        return { cell: { strikes: 0.6 * Math.exp(-off) } as EngineAnswer['cell'], slope: null, logitSd: null }
      }),
    )
  }

describe('a ball to look for', () => {
  test('is searched over core and surface from the best that is known, to where nothing near adds more', async () => {
    const at = { rgIn: 2.55, differentialIn: 0.03, raUm: raOfGrit(2000) }
    const seen: number[] = []
    const found = (await searchSpec(search, landscape(at, seen)))!
    expect(found.spec.rgIn).toBeCloseTo(2.55, 1)
    expect(found.spec.differentialIn).toBeLessThan(0.04)
    expect(found.spec.raUm).toBeCloseTo(raOfGrit(2000), 3)
    expect(found.adds).toBeGreaterThan(35)
    // No specification is asked about twice, and every question is told.
    expect(seen.reduce((sum, one) => sum + one, 0)).toBe(found.asked)
    expect(found.asked).toBeLessThan(60)
  })

  test('never does worse than the balls it began with, and is none where nothing would add', async () => {
    const at = { ...from[2]!, raUm: from[2]!.raUm }
    const found = (await searchSpec(search, landscape(at)))!
    expect(found.spec).toEqual(from[2])
    const content = { ...search, states: [{ ground, weight: 1, now: 0.9 }] }
    expect(await searchSpec(content, landscape(at))).toBeNull()
    expect(await searchSpec({ ...search, states: [] }, landscape(at))).toBeNull()
  })

  test('a step changes one thing and stays within what cores are made with', () => {
    const spec: BallSpec = { id: 'x', cover: 'solid', raUm: raOfGrit(500), rgIn: 2.46, differentialIn: 0.058 }
    for (const one of neighboursOf(spec)) {
      const keys = ['cover', 'raUm', 'rgIn', 'differentialIn'] as const
      expect(keys.filter((key) => one[key] !== spec[key])).toHaveLength(1)
      expect(one.rgIn).toBeGreaterThanOrEqual(2.46)
      expect(one.differentialIn).toBeLessThanOrEqual(0.058)
    }
  })
})
