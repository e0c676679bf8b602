import type { CoverageCell } from './cell.ts'
import { type StateKey, reaches } from './map.ts'

/** The mixed-integer solver as far as plans need it: one model in LP text, solved where it stands. */
export interface Highs {
  solve(
    problem: string,
    options?: Readonly<Record<string, number | boolean>>,
  ): { readonly Status: string; readonly Columns: Readonly<Record<string, unknown>> }
}

/** What a step of a plan takes; nothing of a ball that stays as it is. */
export interface Effort {
  readonly minutes: number
  /** Days without the ball. */
  readonly days: number
  readonly coverRemovedMm: number
  readonly bought: boolean
  /** Cannot be undone, as holes that are drilled. */
  readonly lasting?: boolean | undefined
}
export const noEffort: Effort = { minutes: 0, days: 0, coverRemovedMm: 0, bought: false }

/** One way to have a ball: as it is, after a work, or bought. */
export interface PlanOption {
  readonly variant: string
  readonly effort: Effort
  /** Its cells in the order of the states. */
  readonly cells: readonly CoverageCell[]
}
export interface PlanBall {
  readonly id: string
  /** Something to buy: it may be left out, and only so many are taken. */
  readonly extra: boolean
  /** Of a ball that is there the first is the ball as it is. */
  readonly options: readonly PlanOption[]
}
export interface PlanState extends StateKey {
  /** How often it is met; in any unit. */
  readonly weight: number
  /** Chance of a strike with the best ball of any kind. */
  readonly best: number
  /** The style of this bowler seldom needs a ball for it: nothing is bought for its sake. */
  readonly seldom: boolean
}
export interface PlanQuestion {
  readonly states: readonly PlanState[]
  readonly balls: readonly PlanBall[]
  /** Strikes in a hundred given away that count as covered. */
  readonly tolerance: number
  readonly mostBought: number
  /** At least one of these is carried; any when not given. */
  readonly oneOf?: readonly string[] | undefined
  /** Balls that are carried; null: all. */
  readonly carried: number | null
}

export interface PlanStep {
  readonly ballId: string
  readonly variant: string
  readonly effort: Effort
}
export interface Plan {
  /** What is done, in the order of the balls; empty: everything stays as it is. */
  readonly steps: readonly PlanStep[]
  /** Balls that are carried. */
  readonly carried: readonly string[]
  /** Strikes in a hundred over what lies ahead, each state with the ball that does best there. */
  readonly strikes: number
  /** What it is judged by: the negative of strikes given away beyond the tolerance, less its effort; in strikes in a hundred. */
  readonly value: number
  readonly effort: number
  /** Gaps of now that it closes, and states that it would leave open which are none now. */
  readonly closes: readonly StateKey[]
  readonly opens: readonly StateKey[]
  /** Gaps that are left. */
  readonly left: readonly StateKey[]
  /** Which ball is thrown where: by state, null where none reaches the pocket. */
  readonly uses: readonly (string | null)[]
  /** What is bought, with the share of what lies ahead for which it is the best, and whether the works alone do the same within its doubt. */
  readonly bought: readonly { readonly ballId: string; readonly use: number; readonly withinDoubt: boolean }[]
}
export interface Plans {
  /** Everything as it is, for comparison. */
  readonly now: Plan
  /** The best first, then others that are as good within two in a hundred, each without a step of those before. */
  readonly plans: readonly Plan[]
  /** Steps of the plan that is best when every ball does as badly as its band allows. */
  readonly robust: Plan
  /** The solver went through all of it: nothing better exists. */
  readonly proved: boolean
  readonly combinations: number
}

/** What effort is worth in strikes in a hundred (assumed): a plan takes a step only where it brings more. */
export const effortWorth = { minute: 0.005, day: 0.03, coverMm: 5, step: 0.05, bought: 1, lasting: 1.5 } as const
/** A strike given away within the tolerance counts for so much of one beyond it. */
const withinTolerance = 0.3
/** Strikes in a hundred that a plan may give up in all to close a gap. */
export const mostGivenUp = 0.5
/** Plans that give up no more than this share of the strikes are shown beside the best. */
const asGood = 0.02
const mostPlans = 4

export const effortOf = ({ minutes, days, coverRemovedMm, bought, lasting }: Effort): number =>
  minutes + days + coverRemovedMm === 0 && !bought
    ? 0
    : effortWorth.step +
      minutes * effortWorth.minute +
      days * effortWorth.day +
      coverRemovedMm * effortWorth.coverMm +
      (bought ? effortWorth.bought : 0) +
      (lasting ? effortWorth.lasting : 0)

/** Whether a ball counts in a state at all: what is bought is not weighed where the style seldom needs a ball. */
const countsIn = (ball: PlanBall, state: PlanState) => !(ball.extra && state.seldom)

type Choice = ReadonlyMap<string, PlanOption>
type Read = (cell: CoverageCell) => number
const likely: Read = ({ strikes }) => strikes?.p ?? 0
const atWorst: Read = ({ strikes }) => strikes?.low ?? 0

/** Strikes in a hundred that count as lost in a state; those within the tolerance hardly. */
function lossOf({ best }: PlanState, p: number, tolerance: number): number {
  const given = 100 * Math.max(0, best - p)
  const beyond = Math.max(0, given - tolerance)
  return beyond + withinTolerance * (given - beyond)
}

const weightsOf = (states: readonly PlanState[]): readonly number[] => {
  const sum = states.reduce((all, { weight }) => all + weight, 0)
  return states.map(({ weight }) => (sum > 0 ? weight / sum : 1 / states.length))
}

/** What a choice of options comes to: the ball for each state, strikes, and what it closes and opens beside now. */
export function planOf(question: PlanQuestion, chosen: Choice, carried: readonly string[], read = likely): Plan {
  const { states, balls, tolerance } = question
  const weights = weightsOf(states)
  const inBag = balls.filter(({ id }) => chosen.has(id) && carried.includes(id))
  let [strikes, loss] = [0, 0]
  const uses = states.map((state, s) => {
    let [best, at]: [string | null, number] = [null, 0]
    for (const ball of inBag) {
      if (!countsIn(ball, state)) continue
      const p = read(chosen.get(ball.id)!.cells[s]!)
      if (p > at) [best, at] = [ball.id, p]
    }
    strikes += 100 * weights[s]! * at
    loss += weights[s]! * lossOf(state, at, tolerance)
    return best
  })
  const isOpen = (option: (ball: PlanBall) => PlanOption | undefined, s: number) =>
    !balls.some((ball) => {
      const cell = countsIn(ball, states[s]!) ? option(ball)?.cells[s] : undefined
      return cell !== undefined && reaches(cell)
    })
  const nowOf = (ball: PlanBall) => (ball.extra ? undefined : ball.options[0])
  const thenOf = (ball: PlanBall) => (carried.includes(ball.id) ? chosen.get(ball.id) : undefined)
  const keys = (of: (s: number) => boolean): StateKey[] =>
    states.flatMap(({ targetId, shots }, s) => (of(s) ? [{ targetId, shots }] : []))
  const steps = balls.flatMap((ball): PlanStep[] => {
    const option = chosen.get(ball.id)
    if (!option || (!ball.extra && option === ball.options[0])) return []
    return [{ ballId: ball.id, variant: option.variant, effort: option.effort }]
  })
  const effort = steps.reduce((sum, step) => sum + effortOf(step.effort), 0)
  return {
    ...{ steps, carried, strikes, effort, uses, value: -loss - effort },
    closes: keys((s) => isOpen(nowOf, s) && !isOpen(thenOf, s)),
    opens: keys((s) => !isOpen(nowOf, s) && isOpen(thenOf, s)),
    left: keys((s) => isOpen(thenOf, s)),
    bought: steps.flatMap(({ ballId, effort: own }) =>
      own.bought
        ? [{ ballId, use: uses.reduce((sum, id, s) => sum + (id === ballId ? weights[s]! : 0), 0), withinDoubt: false }]
        : [],
    ),
  }
}

interface Found {
  readonly chosen: Choice
  readonly carried: readonly string[]
  readonly proved: boolean
}

/** Steps that may not all be in a plan again. */
type Cut = readonly { readonly ball: number; readonly options: readonly number[] }[]

/**
 * The best choice of an option for every ball as a mixed-integer program: x chooses the option, c what is carried, and y which of the carried
 * ones is thrown in a state; y needs no whole numbers, since the best is always one of them.
 */
function solve(highs: Highs, question: PlanQuestion, read: Read, cuts: readonly Cut[], least = 0): Found | null {
  const { states, balls, tolerance, mostBought, carried } = question
  const weights = weightsOf(states)
  const x = (b: number, o: number) => `x_${b}_${o}`
  const c = (b: number) => `c_${b}`
  const y = (s: number, b: number, o: number) => `y_${s}_${b}_${o}`
  const objective: string[] = []
  const rows: string[] = []
  const binary: string[] = []
  const strikes: string[] = []
  const times = (factor: number, name: string) => `${factor < 0 ? '-' : '+'} ${Math.abs(factor).toFixed(9)} ${name}`
  const term = (factor: number, name: string) => objective.push(times(factor, name))
  const row = (text: string) => void rows.push(` r${rows.length}: ${text}`)

  balls.forEach((ball, b) => {
    const all = ball.options.map((_, o) => x(b, o))
    row(`${all.join(' + ')} ${ball.extra ? '<=' : '='} 1`)
    row(`${c(b)} - ${all.join(' - ')} <= 0`)
    binary.push(c(b), ...all)
    ball.options.forEach((option, o) => {
      const effort = effortOf(option.effort)
      if (effort > 0) term(-effort, x(b, o))
    })
  })
  const extras = balls.flatMap((ball, b) => (ball.extra ? ball.options.map((_, o) => x(b, o)) : []))
  if (extras.length > 0) row(`${extras.join(' + ')} <= ${mostBought}`)
  const must = question.oneOf && balls.flatMap(({ id }, b) => (question.oneOf!.includes(id) ? [c(b)] : []))
  if (must && must.length > 0) row(`${must.join(' + ')} >= 1`)
  if (carried !== null) row(`${balls.map((_, b) => c(b)).join(' + ')} <= ${carried}`)
  states.forEach((state, s) => {
    const none = lossOf(state, 0, tolerance)
    const thrown: string[] = []
    balls.forEach((ball, b) => {
      const own: string[] = []
      if (!countsIn(ball, state)) return
      ball.options.forEach((option, o) => {
        const p = read(option.cells[s]!)
        if (p <= 1e-9) return
        term(weights[s]! * (none - lossOf(state, p, tolerance)), y(s, b, o))
        strikes.push(times(100 * weights[s]! * p, y(s, b, o)))
        row(`${y(s, b, o)} - ${x(b, o)} <= 0`)
        own.push(y(s, b, o))
      })
      if (own.length > 0) row(`${own.join(' + ')} - ${c(b)} <= 0`)
      thrown.push(...own)
    })
    if (thrown.length > 0) row(`${thrown.join(' + ')} <= 1`)
  })
  if (least > 0 && strikes.length > 0) row(`${strikes.join('\n ')} >= ${least.toFixed(9)}`)
  for (const cut of cuts) {
    const all = cut.flatMap(({ ball, options }) => options.map((option) => x(ball, option)))
    row(`${all.join(' + ')} <= ${cut.length - 1}`)
  }

  // Names of their own lines, since a line of the format may only be so long.
  const text = [
    'Maximize',
    ` obj: ${objective.length > 0 ? objective.join('\n ') : '0 x_0_0'}`,
    'Subject To',
    ...rows.map((one) => one.replaceAll(' + ', '\n + ')),
    'Binary',
    ...binary.map((name) => ` ${name}`),
    'End',
  ].join('\n')
  const solution = highs.solve(text, { mip_rel_gap: 0, mip_abs_gap: 1e-6, time_limit: timeLimitS, output_flag: false })
  const { Columns: columns } = solution
  const valueOf = (name: string) => (columns[name] as { readonly Primal?: number } | undefined)?.Primal ?? 0
  // No plan where nothing is allowed; after the time limit the best until then, without proof.
  if (solution.Status === 'Infeasible' || Object.keys(columns).length === 0) return null
  const chosen = new Map(
    balls.flatMap((ball, b) => {
      const option = ball.options.find((_, o) => valueOf(x(b, o)) > 0.5)
      return option ? [[ball.id, option] as const] : []
    }),
  )
  if (balls.some(({ id, extra }) => !extra && !chosen.has(id))) return null
  const inBag = carried === null ? [...chosen.keys()] : balls.filter((_, b) => valueOf(c(b)) > 0.5).map(({ id }) => id)
  return { chosen, carried: inBag.filter((id) => chosen.has(id)), proved: solution.Status === 'Optimal' }
}
/** A day's plan of a dozen balls takes milliseconds; whoever asks does not wait longer than this. */
const timeLimitS = 10
const z95 = 1.645
const keyOf = ({ steps }: Plan) => steps.map(({ ballId, variant }) => `${ballId} ${variant}`).join(' + ')

/** Everything as it is, with the balls that are best carried. */
function asItIs(highs: Highs, question: PlanQuestion, read: Read): Plan {
  const own = question.balls.filter(({ extra }) => !extra)
  const bare = { ...question, balls: own.map((ball) => ({ ...ball, options: ball.options.slice(0, 1) })) }
  const found = own.length > 0 ? solve(highs, bare, read, []) : null
  return planOf(question, new Map(own.map((ball) => [ball.id, ball.options[0]!])), found?.carried ?? [], read)
}

/** Chances of a strike closer than this are the same to whoever chooses. */
const alikeShare = 0.03
const doAlike = (a: PlanOption, b: PlanOption) =>
  a.cells.every((cell, s) => Math.abs(likely(cell) - likely(b.cells[s]!)) < alikeShare)

/**
 * Steps of a plan, of which a cut has one left out, each with whatever else does the same to its ball: the next plan is another, not the same with another
 * pad. Of a plan that does nothing, all that it leaves as it is.
 */
function cutOf({ balls }: PlanQuestion, { steps }: Plan): Cut {
  if (steps.length === 0) return balls.flatMap(({ extra }, ball) => (extra ? [] : [{ ball, options: [0] }]))
  return steps.map(({ ballId, variant }) => {
    const ball = balls.findIndex(({ id }) => id === ballId)
    const { options, extra } = balls[ball]!
    const done = options.find((option) => option.variant === variant)!
    const same = options.flatMap((option, o) => ((extra || o > 0) && doAlike(option, done) ? [o] : []))
    return { ball, options: same }
  })
}

/** Strikes in a hundred that what a plan buys may be off, one standard deviation: a new ball is off everywhere alike. */
function doubtOf({ balls, states }: PlanQuestion, { bought, steps, uses }: Plan): number {
  const weights = weightsOf(states)
  return bought.reduce((sum, { ballId }) => {
    const { variant } = steps.find((one) => one.ballId === ballId)!
    const option = balls.find(({ id }) => id === ballId)!.options.find((one) => one.variant === variant)!
    const off = weights.reduce((all, weight, s) => {
      const { strikes } = option.cells[s]!
      return uses[s] === ballId && strikes ? all + (100 * weight * (strikes.high - strikes.low)) / (2 * z95) : all
    }, 0)
    return sum + off
  }, 0)
}

/**
 * The surfaces of all balls chosen together, with at most so many bought: the exact best by strikes given away beyond the tolerance less effort, others
 * that are as good, and the best if every guess is as far off as its band. No plan gives up more than half a strike in a hundred to close a gap. Where nothing is open,
 * leaving everything as it is stands first; and works that do the same as a ball that would be bought, within what nobody knows of that, stand before it.
 */
export function plansFor(highs: Highs, question: PlanQuestion): Plans {
  const now = asItIs(highs, question, likely)
  const worst = asItIs(highs, question, atWorst)
  let proved = true
  const best = (asked: PlanQuestion, read: Read, cuts: readonly Cut[]): Plan | null => {
    const found = solve(highs, asked, read, cuts, (read === likely ? now : worst).strikes - mostGivenUp)
    if (!found) return null
    proved &&= found.proved
    return planOf(asked, found.chosen, found.carried)
  }
  const plans: Plan[] = []
  const cuts: Cut[] = []
  while (plans.length < mostPlans) {
    const plan = best(question, likely, cuts)
    const [first] = plans
    if (!plan || (first && plan.value < first.value - asGood * first.strikes)) break
    plans.push(plan)
    cuts.push(cutOf(question, plan))
  }
  const robust = best(question, atWorst, []) ?? now
  const [first] = plans
  if (now.left.length === 0) toFront(plans, now)
  else if (first && first.bought.length > 0) {
    const works = best({ ...question, mostBought: 0 }, likely, []) ?? now
    if (first.strikes - works.strikes < z95 * doubtOf(question, first)) {
      plans[0] = { ...first, bought: first.bought.map((one) => ({ ...one, withinDoubt: true })) }
      toFront(plans, works)
    }
  }
  return { now, plans: plans.slice(0, mostPlans), robust, proved, combinations: combinationsOf(question) }
}

/** Choices that there are: an option of every ball, and of what may be bought every choice of so many at most. */
function combinationsOf({ balls, mostBought }: PlanQuestion): number {
  // By how many are bought.
  const bought = [1, ...new Array<number>(mostBought).fill(0)]
  let own = 1
  for (const { extra, options } of balls)
    if (!extra) own *= options.length
    else for (let n = mostBought; n > 0; n -= 1) bought[n]! += bought[n - 1]! * options.length
  return own * bought.reduce((sum, one) => sum + one, 0)
}

/** Puts a plan first, and takes it out from where else it stands. */
function toFront(plans: Plan[], plan: Plan): void {
  const same = plans.findIndex((one) => keyOf(one) === keyOf(plan))
  if (same !== -1) plans.splice(same, 1)
  plans.unshift(plan)
}
