import { describe, expect, test } from '@jest/globals'
import { randomLcg } from 'd3-random'
import fc from 'fast-check'
import {
  type DesignArm,
  type DesignName,
  type Thrown,
  designNames,
  designs,
  limitOf,
  shotsToTell,
} from '@sleetfall/core'

const arm = (ballId: string, surface = '', ...levels: string[]): DesignArm => ({ ballId, surface, levels })
const balls = (count: number) => Array.from({ length: count }, (_, i) => arm(`ball ${i}`))
const shot = (number: number, change: Partial<Thrown> = {}): Thrown => ({
  ...{ arm: number, read: null, entryBoard: null, leave: null, feetBoard: null, targetBoard: null },
  ...change,
})
const line = { feetBoard: 22, targetBoard: 10 }
const nextOf = (name: DesignName, arms: readonly DesignArm[], thrown: readonly Thrown[], seed = 1) =>
  designs[name].next({ thrown, arms, seed, line })
/** Arms as a design orders them when it is kept to. */
function ordered(name: DesignName, arms: readonly DesignArm[], shots: number, change: Partial<Thrown> = {}, seed = 1) {
  const thrown: Thrown[] = []
  for (let i = 0; i < shots; i += 1) {
    const next = nextOf(name, arms, thrown, seed)
    if (next) thrown.push(shot(next.arm, change))
  }
  return thrown.map((one) => 'ABCDEFGHIJKL'[one.arm - 1]).join('')
}

describe('arms in turns', () => {
  test('go there and back', () => {
    expect(ordered('turns', balls(2), 8)).toBe('ABBAABBA')
    expect(ordered('turns', balls(3), 12)).toBe('ABCCBAABCCBA')
  })

  test('an even drift of the lane moves every arm alike after each there and back, whatever their number', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 12 }), fc.integer({ min: 1, max: 4 }), (arms, rounds) => {
        const thrown = ordered('turns', balls(arms), 2 * arms * rounds)
        const numbers = Array.from({ length: arms }, (_, at) =>
          [...thrown].reduce((sum, one, i) => sum + (one === 'ABCDEFGHIJKL'[at] ? i : 0), 0),
        )
        expect(new Set(numbers).size).toBe(1)
      }),
    )
  })

  test.each(['turns', 'shuffled'] as const)(
    '%s: whatever was thrown instead, the arms come level again and stay so',
    (name) => {
      fc.assert(
        fc.property(fc.array(fc.constantFrom(1, 2, 3), { maxLength: 12 }), (odd) => {
          const thrown = odd.map((one) => shot(one))
          for (let i = 0; i < 40; i += 1) thrown.push(shot(nextOf(name, balls(3), thrown)!.arm))
          const counts = [1, 2, 3].map((one) => thrown.filter((of) => of.arm === one).length)
          expect(Math.max(...counts) - Math.min(...counts)).toBeLessThanOrEqual(1)
        }),
      )
    },
  )
})

test('shuffled: each round has each arm once, the same seed the same order, another seed another', () => {
  const order = ordered('shuffled', balls(4), 40)
  for (let i = 0; i < 40; i += 4) expect([...order.slice(i, i + 4)].sort().join('')).toBe('ABCD')
  expect(ordered('shuffled', balls(4), 40)).toBe(order)
  expect(ordered('shuffled', balls(4), 40, {}, 2)).not.toBe(order)
})

test('each on its own line: feet are asked for until an arm has them, and the order stays', () => {
  const [first, second] = [
    nextOf('ownLine', balls(2), [shot(1, { feetBoard: null })]),
    nextOf('ownLine', balls(2), [shot(1, { feetBoard: 24 }), shot(2, { feetBoard: 26 })]),
  ]
  expect([first, second]).toEqual([
    { arm: 2, why: 'line' },
    { arm: 2, why: 'back' },
  ])
})

describe('control, then the change', () => {
  test('asks for four controls, then as many of the variant; a second ball comes back for two controls', () => {
    const oneBall = [arm('one', '4000'), arm('one', '2000')]
    expect(ordered('change', oneBall, 10)).toBe('AAAABBBBBB')
    expect(ordered('change', balls(2), 12)).toBe('AAAABBBBAABB')
  })
  test('never goes back to what was ground away', () => {
    const oneBall = [arm('one', '4000'), arm('one', '2000')]
    expect(nextOf('change', oneBall, [shot(1), shot(1), shot(2)])!.arm).toBe(2)
  })
  test('says that the lane’s part cannot be told, which turns can', () => {
    expect(designs.change.cannotTell).toContain('lane-drift')
    expect(designs.turns.cannotTell).not.toContain('lane-drift')
  })
})

describe('a ladder of surfaces', () => {
  const rungs = ['4000', '3000', '2000', '1000'].map((grit) => arm('one', grit))
  test('goes from fine to coarse, three shots a rung, and ends', () => {
    expect(ordered('ladder', rungs, 20)).toBe('AAABBBCCCDDD')
  })
  test('stops where the ball no longer clears the front, and a control that is another ball comes back', () => {
    const withReference = [arm('reference'), ...rungs]
    const thrown = [1, 1, 1, 2, 2, 2, 3].map((one) => shot(one, { read: 'right' }))
    expect(nextOf('ladder', withReference, thrown)).toEqual({ arm: 3, why: 'step' })
    const early = [...thrown, shot(3, { read: 'early' }), shot(3, { read: 'early' })]
    expect(designs.ladder.stop!({ thrown: early, arms: withReference, seed: 1, line })).toBe('front-not-cleared')
    expect(nextOf('ladder', withReference, early)).toEqual({ arm: 1, why: 'again' })
    expect(nextOf('ladder', withReference, [...early, shot(1), shot(1)])).toBeNull()
    // Its own finest surface is gone: there is no control to come back to.
    const alone = [1, 2, 2].map((one) => shot(one, { read: one === 1 ? 'right' : 'early' }))
    expect(nextOf('ladder', rungs, alone)).toBeNull()
  })
})

describe('combinations', () => {
  const surfaces = ['box', '2000', 'polish']
  const six = ['solid', 'pearl'].flatMap((ball) => surfaces.map((surface) => arm(ball, surface, ball, surface)))
  test('covers alternate at each surface, the surfaces come one after the other', () => {
    expect(ordered('factorial', six, 18)).toBe('ADDAADBEEBBECFFCCF')
  })
  test('two bowlers with the same balls alternate all; fresh comes before played, before comes before after', () => {
    const four = ['one', 'two'].flatMap((bowler) => ['x', 'y'].map((ball) => arm(ball, '', bowler, ball)))
    expect(ordered('bowlers', four, 8)).toBe('ABCDDCBA')
    const lanes = ['x', 'y'].flatMap((ball) => ['fresh', 'played'].map((lane) => arm(ball, '', ball, lane)))
    expect(ordered('ballLane', lanes, 16)).toBe('ACCAACCABDDBBDDB')
    expect(ordered('beforeAfter', lanes, 16)).toBe('ACCAACCABDDBBDDB')
  })
  test('the ball that fell behind within a stage comes first, and a stage that was left does not come back', () => {
    expect(
      nextOf(
        'factorial',
        six,
        [1, 1, 1].map((one) => shot(one)),
      ),
    ).toMatchObject({ arm: 4, why: 'behind' })
    expect(
      nextOf(
        'factorial',
        six,
        [1, 4, 2].map((one) => shot(one)),
      ),
    ).toMatchObject({ arm: 5 })
  })
})

describe('how far inside it still comes back', () => {
  /** A ball that comes back from feet up to a board and not beyond. */
  const thrown = (truth: number) => {
    const shots: Thrown[] = []
    for (let i = 0; i < 60; i += 1) {
      const next = nextOf('limit', balls(1), shots)
      if (!next) break
      const { feetBoard, targetBoard } = next.line!
      shots.push(shot(1, { feetBoard, targetBoard, entryBoard: feetBoard <= truth ? 17 : 13 }))
    }
    return shots
  }
  test('is found to a board by halving, in few shots, feet and eyes in parallel', () => {
    fc.assert(
      fc.property(fc.integer({ min: 22, max: 44 }), (truth) => {
        const shots = thrown(truth)
        expect(limitOf(shots)).toMatchObject({ holds: truth, fails: truth + 1 })
        expect(shots.length).toBeLessThanOrEqual(2 * (Math.ceil((truth - 21) / 4) + 4))
        expect(shots.every((one) => one.feetBoard! - one.targetBoard! === 12)).toBe(true)
      }),
    )
  })
  test('one shot decides nothing: two of three do', () => {
    const at = (entryBoard: number) => shot(1, { feetBoard: 22, targetBoard: 10, entryBoard })
    expect(limitOf([at(17)])).toEqual({ holds: null, fails: null, open: 22 })
    expect(limitOf([at(17), at(13), at(17)])).toEqual({ holds: 22, fails: null, open: null })
    // Whatever came first, it is what most of them did.
    expect(limitOf([at(17), at(17), at(13), at(13)])).toEqual({ holds: null, fails: null, open: 22 })
    expect(limitOf([at(17), at(17), at(13), at(13), at(13)])).toEqual({ holds: null, fails: 22, open: null })
  })
  test('a trial without a line to begin on begins on that of its first shot, and asks for it until one is noted', () => {
    const ask = (shots: readonly Thrown[]) => designs.limit.next({ thrown: shots, arms: balls(1), seed: 1, line: null })
    const at = (feetBoard: number | null, targetBoard: number | null) =>
      shot(1, { feetBoard, targetBoard, entryBoard: 17 })
    expect(ask([])).toEqual({ arm: 1, why: 'line' })
    expect(ask([at(null, null), at(24, null)])).toEqual({ arm: 1, why: 'line' })
    expect(ask([at(null, null), at(24, 11)])).toMatchObject({
      why: 'confirm',
      line: { feetBoard: 24, targetBoard: 11 },
    })
    expect(ask([at(24, 11), at(24, 11)])).toMatchObject({ why: 'further', line: { feetBoard: 28, targetBoard: 15 } })
  })
})

test('every design asks only for arms that the trial has, and ends or goes on', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...designNames),
      fc.integer({ min: 1, max: 12 }),
      fc.array(fc.constantFrom('early', 'right', 'late', null), { minLength: 40, maxLength: 40 }),
      (name, count, read) => {
        const { fewest, most } = designs[name].arms
        const wanted = Math.min(most, Math.max(fewest, count))
        const arms = Array.from({ length: wanted }, (_, i) => arm(`ball ${i % 3}`, `${i}`, `a${i % 2}`, `b${i >> 1}`))
        const thrown: Thrown[] = []
        for (const one of read) {
          const next = nextOf(name, arms, thrown)
          if (!next) break
          expect(next.arm).toBeGreaterThanOrEqual(1)
          expect(next.arm).toBeLessThanOrEqual(wanted)
          thrown.push(shot(next.arm, { read: one, entryBoard: 17, feetBoard: next.line?.feetBoard ?? 22 }))
        }
      },
    ),
    { seed: 20_311 },
  )
})

describe('shots that tell a difference', () => {
  test('are what the tables of a two-sample t test say (Cohen 1988: 17 a side for 1 sd, 6 for 2 sd at 80 % and 5 %)', () => {
    expect(Math.abs(shotsToTell([{ weight: 1, scatter: 1 }], 1) - 17)).toBeLessThanOrEqual(1)
    expect(Math.abs(shotsToTell([{ weight: 1, scatter: 1 }], 2) - 6)).toBeLessThanOrEqual(1)
  })
  test('deliver: so many shots at the usual scatter tell a difference that matters in four of five cases', () => {
    const n = designs.turns.shotsAnArm(1.5)
    const uniform = randomLcg(20_311)
    const gauss = () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform())
    let told = 0
    const cases = 4000
    for (let i = 0; i < cases; i += 1) {
      const arms = [0, 1.5].map((at) => Array.from({ length: n }, () => at + gauss()))
      const [a, b] = arms.map((values) => values.reduce((sum, one) => sum + one, 0) / n) as [number, number]
      const squares = arms
        .flatMap((values, arm) => values.map((one) => (one - [a, b][arm]!) ** 2))
        .reduce((s, x) => s + x, 0)
      const t = (b - a) / Math.sqrt(((squares / (2 * n - 2)) * 2) / n)
      // Student's t at 97.5 % (tables): 2.145 with 14 degrees, 2.120 with 16, 2.101 with 18.
      told += Number(t > ({ 14: 2.145, 16: 2.12, 18: 2.101 }[2 * n - 2] ?? Number.NaN))
    }
    expect(told / cases).toBeGreaterThan(0.78)
    expect(told / cases).toBeLessThan(0.87)
  })
})
