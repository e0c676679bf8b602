import { beforeAll, describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  type CoverageCell,
  type Effort,
  type Highs,
  type Plan,
  type PlanBall,
  type PlanOption,
  type PlanQuestion,
  type PlanState,
  noEffort,
  mostGivenUp,
  planOf,
  plansFor,
} from '@sleetfall/core'
import { openSolver } from '@sleetfall/core/solver'

let highs: Highs
beforeAll(async () => {
  highs = await openSolver()
})

const best = 0.5
const cell = (p: number, band = 0.1): CoverageCell => ({
  ...{ ballId: '', targetId: '', shots: 0, verdict: 'fits', givenAway: null, provenance: 'assumed', parts: [] },
  ...{
    contradicts: false,
    modelsApart: false,
    thrown: 0,
    changedSince: false,
    offBy: null,
    seldomNeeded: false,
    engine: null,
  },
  standing: p >= best - 0.1 ? 'likely' : 'open',
  strikes: { p, low: Math.max(0, p - band), high: Math.min(1, p + band) },
})
const job: Effort = { minutes: 20, days: 1, coverRemovedMm: 0.01, bought: false }
const price: Effort = { minutes: 0, days: 0, coverRemovedMm: 0, bought: true }
const option = (variant: string, ps: readonly number[], effort = noEffort, band?: number): PlanOption => ({
  ...{ variant, effort, cells: ps.map((p) => cell(p, band)) },
})
const states = (weights: readonly number[], seldom: readonly number[] = []): PlanState[] =>
  weights.map((weight, s) => ({ targetId: `lane ${s}`, shots: 0, weight, best, seldom: seldom.includes(s) }))
const bare = { tolerance: 10, mostBought: 1, carried: null }
const said = (plan: Plan) => plan.steps.map(({ ballId, variant }) => `${ballId} ${variant}`)

/** Every choice there is, by trying all of them. */
function exhaustive(question: PlanQuestion, least: number): number {
  const { balls, mostBought, carried } = question
  let choices: Map<string, PlanOption>[] = [new Map()]
  for (const ball of balls)
    choices = choices.flatMap((before) => [
      ...ball.options.map((one) => new Map([...before, [ball.id, one]])),
      ...(ball.extra ? [before] : []),
    ])
  let most = -Infinity
  for (const chosen of choices) {
    if (balls.filter(({ id, extra }) => extra && chosen.has(id)).length > mostBought) continue
    const ids = [...chosen.keys()]
    const bags = carried === null ? [ids] : subsets(ids).filter((bag) => bag.length <= carried)
    for (const bag of bags) {
      const plan = planOf(question, chosen, bag)
      if (plan.strikes > least - 1e-7) most = Math.max(most, plan.value)
    }
  }
  return most
}
const subsets = (ids: readonly string[]): string[][] =>
  ids.reduce<string[][]>((all, id) => [...all, ...all.map((one) => [...one, id])], [[]])

const share = fc.double({ min: 0, max: 0.6, noNaN: true })
const question: fc.Arbitrary<PlanQuestion> = fc
  .record({
    of: fc.integer({ min: 1, max: 5 }),
    own: fc.integer({ min: 1, max: 4 }),
    extra: fc.integer({ min: 0, max: 2 }),
  })
  .chain(({ of, own, extra }) => {
    const ps = fc.array(share, { minLength: of, maxLength: of })
    const effort = fc.record({
      minutes: fc.integer({ min: 0, max: 90 }),
      days: fc.integer({ min: 0, max: 4 }),
      coverRemovedMm: fc.double({ min: 0, max: 0.05, noNaN: true }),
    })
    const work = fc.tuple(ps, effort).map(([p, one]) => ({ p, effort: { ...one, bought: false } }))
    const ballOf = (id: string, isExtra: boolean): fc.Arbitrary<PlanBall> =>
      fc.tuple(ps, fc.array(work, { maxLength: 3 })).map(([now, works]) => ({
        id,
        extra: isExtra,
        options: [
          option(isExtra ? 'buy' : 'now', now, isExtra ? price : noEffort),
          ...works.map((one, i) => option(`work ${i}`, one.p, isExtra ? { ...one.effort, bought: true } : one.effort)),
        ],
      }))
    return fc.record({
      states: fc
        .array(fc.integer({ min: 1, max: 9 }), { minLength: of, maxLength: of })
        .chain((weights) => fc.subarray([...weights.keys()]).map((seldom) => states(weights, seldom.slice(0, 1)))),
      balls: fc.tuple(
        ...Array.from({ length: own }, (_, i) => ballOf(`ball ${i}`, false)),
        ...Array.from({ length: extra }, (_, i) => ballOf(`new ${i}`, true)),
      ),
      tolerance: fc.constantFrom(5, 10, 20),
      mostBought: fc.integer({ min: 0, max: 2 }),
      carried: fc.option(fc.integer({ min: 1, max: 3 })),
    })
  })

describe('a plan over all balls together', () => {
  test('is the best there is: no other choice of surfaces, of what is bought and of what is carried is worth more', () => {
    fc.assert(
      fc.property(question, (asked) => {
        const { plans, now, proved } = plansFor(highs, asked)
        const most = exhaustive(asked, now.strikes - mostGivenUp)
        expect(proved).toBe(true)
        expect(Math.max(...plans.map(({ value }) => value))).toBeCloseTo(most, 5)
        expect(now.steps).toEqual([])
        for (const plan of plans) {
          expect(plan.strikes).toBeGreaterThan(now.strikes - mostGivenUp - 1e-6)
          // What stands first because nothing is open, or for the sake of a doubt, may be worth less.
          if (plan !== plans[0]) expect(plan.value).toBeGreaterThan(most - 0.02 * 60 - 1e-6)
          expect(plan.bought.length).toBeLessThanOrEqual(asked.mostBought)
          expect(plan.carried.length).toBeLessThanOrEqual(asked.carried ?? asked.balls.length)
        }
        expect(new Set(plans.map((plan) => said(plan).join())).size).toBe(plans.length)
      }),
      { numRuns: 150 },
    )
  })

  test('a surface that fills one gap and opens another is taken only where another ball holds what it leaves', () => {
    const one: PlanBall = {
      id: 'one',
      extra: false,
      options: [option('now', [0.48, 0.1]), option('rougher', [0.1, 0.48], job)],
    }
    const alone = plansFor(highs, { ...bare, states: states([2, 1]), balls: [one] })
    expect(said(alone.plans[0]!)).toEqual([])
    const other: PlanBall = { id: 'other', extra: false, options: [option('now', [0.45, 0.1])] }
    const both = plansFor(highs, { ...bare, states: states([2, 1]), balls: [one, other] })
    expect(said(both.plans[0]!)).toEqual(['one rougher'])
    expect(both.plans[0]).toMatchObject({
      opens: [],
      left: [],
      closes: [{ targetId: 'lane 1' }],
      uses: ['other', 'one'],
    })
  })

  test('who has a ball for everything is told so, though another surface would strike a little more', () => {
    const ball: PlanBall = {
      id: 'one',
      extra: false,
      options: [option('now', [0.42, 0.43]), option('rougher', [0.49, 0.49], job)],
    }
    const extra: PlanBall = { id: 'new', extra: true, options: [option('buy', [0.5, 0.5], price)] }
    const { plans } = plansFor(highs, { ...bare, states: states([1, 1]), balls: [ball, extra] })
    expect(said(plans[0]!)).toEqual([])
  })

  test('a ball is not bought before a surface that does the same within the doubt, nor for a lane that the style seldom needs one for', () => {
    const ball: PlanBall = {
      id: 'one',
      extra: false,
      options: [option('now', [0.48, 0.2]), option('rougher', [0.4, 0.44], job)],
    }
    const sold = (p: number, band: number): PlanBall => ({
      id: 'new',
      extra: true,
      options: [option('buy', [0.1, p], price, band)],
    })
    const of = (p: number, band: number, seldom: readonly number[] = [], balls = [ball]) =>
      plansFor(highs, { ...bare, states: states([1, 1], seldom), balls: [...balls, sold(p, band)] }).plans
    expect(said(of(0.5, 0.25)[0]!)).toEqual(['one rougher'])
    const stays: PlanBall = { ...ball, options: ball.options.slice(0, 1) }
    const bought = of(0.49, 0.05, [], [stays])[0]!
    expect(said(bought)).toEqual(['new buy'])
    expect(bought.bought).toEqual([{ ballId: 'new', use: 0.5, withinDoubt: false }])
    expect(said(of(0.49, 0.05, [1], [stays])[0]!)).toEqual([])
  })

  test('the plan for the worst of every guess keeps off a work of which little is known', () => {
    const ball: PlanBall = {
      ...{ id: 'one', extra: false },
      options: [option('now', [0.25]), option('known', [0.4], job, 0.02), option('bold', [0.46], job, 0.4)],
    }
    const { plans, robust } = plansFor(highs, { ...bare, states: states([1]), balls: [ball] })
    expect(said(robust)).toEqual(['one known'])
    expect(said(plans[0]!)).toEqual(['one bold'])
  })
})
