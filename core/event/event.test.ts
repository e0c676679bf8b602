import { beforeAll, describe, expect, test } from '@jest/globals'
import {
  type BagBall,
  type BallRules,
  type CoverageCell,
  type EngineCell,
  type Highs,
  type PlanQuestion,
  type RuledBall,
  bagOf,
  isOut,
  noEffort,
  planOfBag,
  plansFor,
  ruledQuestion,
  rulingsOn,
  urethaneSchools,
} from '@sleetfall/core'
import { openSolver } from '@sleetfall/core/solver'
import fc from 'fast-check'

const noRules: BallRules = {
  ...{ mostBalls: null, mostWeightLb: null, leastHardnessD: null, leastUrethaneHardnessD: null, mostRaUm: null },
  ...{ leastRgIn: null, mostRgIn: null, mostDifferentialIn: null, mostStaticOz: null },
  ...{ urethane: 'allowed', surfaceChange: 'before-play', cleaner: 'any' },
}
const plain: RuledBall = {
  ...{ cover: 'solid', weightLb: 15, hardnessD: 74, raTopUm: 0.5, rgIn: 2.49, differentialIn: 0.048 },
  statics: { topOz: 1, fingerOz: -2.5, sideOz: 0.5 },
}

describe('what rules say of a ball', () => {
  test('nothing where they ask nothing; each figure against its own limit, its very edge allowed', () => {
    expect(rulingsOn(noRules, plain)).toEqual([])
    const rules = { ...noRules, mostWeightLb: 15, leastHardnessD: 74, mostRaUm: 0.5, leastRgIn: 2.49, mostRgIn: 2.49 }
    expect(rulingsOn(rules, plain).map(({ rule, ruling }) => [rule, ruling])).toEqual([
      ['weight', 'keeps'],
      ['hardness', 'keeps'],
      ['roughness', 'keeps'],
      ['rg', 'keeps'],
    ])
  })
  test('urethane has a hardness of its own where rules give one, and is out where they forbid it', () => {
    const rules = { ...noRules, leastHardnessD: 72, leastUrethaneHardnessD: 78 }
    const urethane = { ...plain, cover: 'urethane' as const, hardnessD: 76 }
    expect(rulingsOn(rules, urethane)).toMatchObject([{ rule: 'hardness', ruling: 'breaks', value: 76, least: 78 }])
    expect(isOut(rulingsOn(rules, urethane))).toBe(true)
    expect(isOut(rulingsOn({ ...rules, leastUrethaneHardnessD: null }, urethane))).toBe(false)
    expect(isOut(rulingsOn(rules, { ...plain, hardnessD: 76 }))).toBe(false)
    expect(isOut(rulingsOn({ ...noRules, urethane: 'forbidden' }, urethane))).toBe(true)
  })
  test('the worst side counts of the static weights; what nobody knows is unknown and keeps nothing out', () => {
    const rules = { ...noRules, mostStaticOz: 2, mostDifferentialIn: 0.06, leastHardnessD: 72 }
    expect(rulingsOn(rules, plain).at(-1)).toMatchObject({ rule: 'static', ruling: 'breaks', value: 2.5 })
    const unknown = { ...plain, statics: null, hardnessD: null, differentialIn: null }
    const rulings = rulingsOn(rules, unknown)
    expect(rulings.map(({ ruling }) => ruling)).toEqual(['unknown', 'unknown', 'unknown'])
    expect(isOut(rulings)).toBe(false)
  })
  test('too rough a surface keeps no ball out: work changes it', () => {
    const rulings = rulingsOn({ ...noRules, mostRaUm: 0.4 }, plain)
    expect(rulings[0]!.ruling).toBe('breaks')
    expect(isOut(rulings)).toBe(false)
  })
})

const lineAt = (laydownBoard: number, firstReadFt: number, moved = 0): EngineCell => ({
  ...{
    laydownBoard,
    targetBoard: laydownBoard / 2,
    strikes: 0.5,
    pocket: 0.7,
    entryAngleDeg: 4,
    firstReadFt,
    rollFt: 50,
  },
  ...{ rolledOut: false, neverRead: false, roomOut: 1, roomIn: 1, later: { strikes: 0.4, moved }, off: null },
})
const cell = (p: number, engine: EngineCell | null = lineAt(22, 25)): CoverageCell =>
  ({ strikes: { p, low: p - 0.1, high: p + 0.1 }, standing: 'likely', engine }) as unknown as CoverageCell
const ball = (id: string, change: Partial<BagBall> = {}): BagBall => ({
  ...{ id, cover: 'solid', rgIn: 2.49, differentialIn: 0.05, intermediateDifferentialIn: 0, out: false },
  finish: { raTopUm: 0.5, raBaseUm: 0.5 },
  ...change,
})
const phases = [0, 40, 120]
/** A question over one pattern: by ball and variant its chance in each phase. */
function question(chances: Readonly<Record<string, Readonly<Record<string, readonly CoverageCell[]>>>>): PlanQuestion {
  return {
    states: phases.map((shots) => ({ targetId: 'p', shots, weight: 1, best: 0.7, seldom: false })),
    balls: Object.entries(chances).map(([id, variants]) => ({
      ...{ id, extra: false },
      options: Object.entries(variants).map(([variant, cells]) => ({
        ...{ variant, cells },
        effort: variant === 'now' ? noEffort : { ...noEffort, minutes: 20, days: 1 },
      })),
    })),
    ...{ tolerance: 10, mostBought: 0, carried: null },
  }
}
let highs: Highs
beforeAll(async () => {
  highs = await openSolver()
})
const packed = (asked: PlanQuestion, balls: readonly BagBall[], most: number | null = null, inPlay = false) =>
  bagOf(asked, planOfBag(plansFor(highs, { ...asked, carried: most })), balls, { most, inPlay })
const rolesIn = (bag: ReturnType<typeof packed>) =>
  Object.fromEntries(bag.entries.map((one) => [one.ballId, one.roles]))

describe('the bag of an event', () => {
  const strong = [cell(0.6, lineAt(24, 22, 1.5)), cell(0.45, lineAt(28, 21)), cell(0.3, lineAt(32, 20))]
  const clean = [cell(0.4, lineAt(20, 27)), cell(0.6, lineAt(22, 26)), cell(0.45, lineAt(26, 25))]
  const weak = [cell(0.2, lineAt(17, 31)), cell(0.4, lineAt(18, 30)), cell(0.6, lineAt(20, 29))]
  const three = question({ a: { now: strong }, b: { now: clean }, c: { now: weak } })
  const balls = [
    ball('a', { intermediateDifferentialIn: 0.015 }),
    ball('b', { intermediateDifferentialIn: 0.012, cover: 'hybrid' }),
    ball('c', { cover: 'pearl' }),
  ]

  test('gives each ball its role by what it does in each phase, with where to begin and what it is worth', () => {
    const bag = packed(three, balls)
    expect(rolesIn(bag)).toMatchObject({ a: ['fresh'], b: ['transition', 'cleaner-change'], c: ['late'] })
    expect(bag.strikes).toBeCloseTo(60, 6)
    // Without the first ball the second is thrown on the fresh: 40 instead of 60, a third of the time.
    expect(bag.entries[0]!.worth).toBeCloseTo(20 / 3, 6)
    expect(bag.entries[0]!.start).toMatchObject({ laydownBoard: 24, shots: 0 })
    expect(bag.twins).toEqual([])
  })
  test('its ladder says the sign, what to change to, by how many boards, and what if the other sign shows', () => {
    const [first, second, last] = packed(three, balls).ladder
    expect(first).toMatchObject({ ballId: 'a', sign: 'early', pick: 'change', until: 40 })
    expect(first!.changes[0]).toMatchObject({ ballId: 'b', feetBoards: -2, eyesBoards: -1, strikes: 60 })
    expect(first!.stay).toMatchObject({ ballId: 'a', feetBoards: 4, eyesBoards: 2, strikes: 45 })
    // Light instead of high: nothing in the bag reads earlier than the strong one.
    expect(first!.contrary).toBeNull()
    expect(second!.contrary).toMatchObject({ ballId: 'a' })
    expect(last).toMatchObject({ ballId: 'c', until: null, stay: null, changes: [], pick: null })
  })
  test('stays with a ball where another brings next to nothing', () => {
    const near = question({
      a: { now: [cell(0.6), cell(0.59), cell(0.6)] },
      b: { now: [cell(0.5), cell(0.6), cell(0.5)] },
    })
    const [first] = packed(near, [ball('a'), ball('b')]).ladder
    expect(first).toMatchObject({ ballId: 'a', pick: 'stay' })
  })
  test('never carries more than allowed, nor a ball that is out, nor one too rough as it is; and works none that rules bar', () => {
    const chance = fc.integer({ min: 5, max: 70 }).map((hundredth) => hundredth / 100)
    const cells = fc.tuple(chance, chance, chance).map((all) => all.map((p) => cell(p)))
    const anyBall = fc.record({
      ...{ now: cells, 'to-500': cells, 'to-3000': cells },
      facts: fc.record({
        cover: fc.constantFrom('solid' as const, 'pearl' as const, 'urethane' as const),
        out: fc.boolean(),
        rough: fc.boolean(),
      }),
    })
    fc.assert(
      fc.property(
        fc.array(anyBall, { minLength: 1, maxLength: 4 }),
        fc.option(fc.integer({ min: 1, max: 4 })),
        fc.constantFrom(...urethaneSchools),
        (given, most, school) => {
          const all = given.map(({ facts: { rough, ...facts } }, i) =>
            ball(`${i}`, { ...facts, finish: { raTopUm: rough ? 2 : 0.4, raBaseUm: rough ? 2 : 0.4 } }),
          )
          const asked = question(Object.fromEntries(given.map(({ facts: _, ...variants }, i) => [`${i}`, variants])))
          const rules = { ...noRules, mostRaUm: 0.6 }
          const ruled = ruledQuestion({ ...asked, carried: most }, all, rules, school)
          if (ruled.balls.length === 0) return
          const bag = packed(ruled, all, most)
          if (most !== null) expect(bag.entries.length).toBeLessThanOrEqual(most)
          for (const { ballId, variant, uses } of bag.entries) {
            const own = all.find(({ id }) => id === ballId)!
            expect(own.out).toBe(false)
            if (school === 'none') expect(own.cover).not.toBe('urethane')
            // 500 is rougher than 0.6 µm; a rough ball as it is may lie there, and is thrown nowhere.
            expect(variant).not.toBe('to-500')
            if (variant === 'now' && own.finish!.raTopUm > 0.6) expect(uses).toEqual([])
          }
          const urethane = ruled.balls.some(({ id }) => all.find((one) => one.id === id)!.cover === 'urethane')
          if (school === 'carry' && urethane)
            expect(bag.entries.some(({ ballId }) => all.find(({ id }) => id === ballId)!.cover === 'urethane')).toBe(
              true,
            )
          const best = Math.max(...bag.entries.map(({ worth }) => worth))
          expect(best).toBeGreaterThanOrEqual(0)
        },
      ),
      { seed: 20_311, numRuns: 60 },
    )
  })
  test('where surfaces may not be changed for an event every ball is played as it is', () => {
    const asked = question({ a: { now: weak, 'to-500': strong }, b: { now: weak, 'to-3000': clean } })
    const two = [ball('a'), ball('b')]
    const free = packed(ruledQuestion(asked, two, noRules, 'coverage'), two)
    expect(free.entries.some(({ variant }) => variant !== 'now')).toBe(true)
    const fixed = packed(ruledQuestion(asked, two, { ...noRules, surfaceChange: 'never' }, 'coverage'), two)
    expect(fixed.entries.every(({ variant }) => variant === 'now')).toBe(true)
  })
  test('a touch-up in play is told only where rules let a surface change then, and where it is worth it', () => {
    const rougher = [cell(0.3), cell(0.7), cell(0.7)]
    const asked = question({ a: { now: strong, 'to-3000': rougher } })
    const kept = question({
      a: { now: [cell(0.6), cell(0.5), cell(0.5)], 'to-3000': [cell(0.1), cell(0.61), cell(0.5)] },
    })
    const inPlay = packed(kept, [ball('a')], null, true).ladder[0]!
    expect(inPlay.touchUp).toMatchObject({ variant: 'to-3000' })
    expect(packed(kept, [ball('a')], null, false).ladder[0]!.touchUp).toBeNull()
    expect(packed(asked, [ball('a')]).entries).toHaveLength(1)
  })
  test('two balls that do the same everywhere are named; the spare ball comes along, and is thrown nowhere', () => {
    const same = question({ a: { now: strong }, b: { now: strong } })
    const bag = packed(same, [ball('a'), ball('b'), ball('s', { cover: 'polyester' })], 2)
    expect(bag.twins).toEqual([['a', 'b']])
    expect(rolesIn(bag)['s']).toEqual(['spare'])
    expect(bag.ladder.every(({ ballId }) => ballId !== 's')).toBe(true)
  })
})
