import { type CoverFamily, asymmetricFromIn } from '../ball/covers.ts'
import type { CoverageCell } from '../coverage/cell.ts'
import type { EngineCell } from '../coverage/engine.ts'
import { type StateKey, keyOfState, sameState } from '../coverage/map.ts'
import type { Plan, PlanBall, Plans, PlanOption, PlanQuestion } from '../coverage/plan.ts'
import { surfaceDefaults } from '../surface/defaults.ts'
import { type Finish, applyRecipe, recipeByKey } from '../surface/recipe.ts'
import { type BallRules, isTooRough } from './rules.ts'

/** Schools of practice about urethane: take one along on any demanding pattern, take none, or let the coverage say. */
export const urethaneSchools = ['coverage', 'carry', 'none'] as const
export type UrethaneSchool = (typeof urethaneSchools)[number]

/** What the bag asks of a ball beside its cells. */
export interface BagBall {
  readonly id: string
  readonly cover: CoverFamily
  readonly rgIn: number | null
  readonly differentialIn: number | null
  readonly intermediateDifferentialIn: number | null
  readonly finish: Finish | null
  /** The rules keep it out whatever is done to it. */
  readonly out: boolean
}

const raTopAfter = (finish: Finish | null, variant: string): number | null => {
  const recipe = recipeByKey(variant)
  if (!recipe) return finish?.raTopUm ?? null
  const shine = { raTopUm: surfaceDefaults.laneShineUm, raBaseUm: surfaceDefaults.laneShineUm }
  return applyRecipe(finish ?? shine, recipe.steps).raTopUm
}
/** As it is a ball may not be played: it is there, and does nothing. */
const barred = (option: PlanOption): PlanOption => ({
  ...option,
  cells: option.cells.map((cell): CoverageCell => ({ ...cell, strikes: null, standing: 'open' })),
})

/**
 * A plan's question with what the rules of an event leave of it: balls that are out are gone, surfaces that are too rough too, and urethane as its school
 * wants it; no work at all where surfaces may not be changed.
 */
export function ruledQuestion(
  question: PlanQuestion,
  balls: readonly BagBall[],
  rules: BallRules | null,
  school: UrethaneSchool,
): PlanQuestion {
  const of = (id: string) => balls.find((ball) => ball.id === id)
  const allowed = question.balls.filter(({ id }) => {
    const ball = of(id)
    return !(ball?.out || (school === 'none' && ball?.cover === 'urethane'))
  })
  const urethane = allowed.filter(({ id }) => of(id)?.cover === 'urethane').map(({ id }) => id)
  return {
    ...question,
    oneOf: school === 'carry' && urethane.length > 0 ? urethane : undefined,
    balls: allowed.map((ball): PlanBall => {
      const { finish } = of(ball.id) ?? { finish: null }
      const tooRough = ({ variant }: PlanOption) => rules !== null && isTooRough(rules, raTopAfter(finish, variant))
      const [now, ...works] = ball.options
      if (!now) return ball
      const asIs = tooRough(now) ? barred(now) : now
      // Surfaces that may not be changed for an event are played as they are.
      const done = rules?.surfaceChange === 'never' ? [] : works.filter((work) => !tooRough(work))
      return { ...ball, options: [asIs, ...done] }
    }),
  }
}

export const bagRoles = [
  'fresh',
  'control',
  'calmer-change',
  'cleaner-change',
  'change',
  'transition',
  'late',
  'contingency',
  'spare',
] as const
export type BagRole = (typeof bagRoles)[number]

/** Where a bowler stands and aims, boards from their own side. */
export interface BagLine {
  readonly laydownBoard: number
  readonly targetBoard: number
}
export interface BagEntry {
  readonly ballId: string
  /** What is done to it before the event; `now`: nothing. */
  readonly variant: string
  readonly roles: readonly BagRole[]
  /** States in which it is the one to throw. */
  readonly uses: readonly StateKey[]
  /** Strikes in a hundred over the event that the bag loses without it. */
  readonly worth: number
  /** Line to begin on, where it is used first; null where no line reaches the pocket. */
  readonly start: (BagLine & StateKey & { readonly strikes: number }) | null
}

/** What moves from one ball and line to another: boards of feet and eyes, toward the middle counts up. */
export interface BagMove extends BagLine {
  readonly ballId: string
  readonly feetBoards: number
  readonly eyesBoards: number
  /** Strikes in a hundred then. */
  readonly strikes: number
}
export const changeSigns = ['early', 'late', 'little'] as const
/** A step down the ladder: what is thrown, the sign that it is over, and what comes next. */
export interface LadderStep extends StateKey {
  readonly ballId: string
  readonly line: BagLine | null
  readonly strikes: number
  /** Shots on the lane at which what comes next is told for; null at the end of the block. */
  readonly until: number | null
  /** How the lane is expected to show it: the ball comes in high, light, or hardly otherwise. */
  readonly sign: (typeof changeSigns)[number]
  /** Staying with the ball and moving. */
  readonly stay: BagMove | null
  /** Changing the ball, the best first. */
  readonly changes: readonly BagMove[]
  /** What is worth more; staying where a change brings next to nothing. */
  readonly pick: 'stay' | 'change' | null
  /** If the other sign shows: the lane does not what was expected. */
  readonly contrary: BagMove | null
  /** Where rules let a surface be changed in play: the ready recipe that would help most, by hand about so. */
  readonly touchUp: { readonly variant: string; readonly strikes: number } | null
}
export interface Bag {
  readonly entries: readonly BagEntry[]
  /** Strikes in a hundred over the event with the best of the bag in each state. */
  readonly strikes: number
  readonly ladder: readonly LadderStep[]
  /** Pairs in the bag that do the same in every state: one of them is of no use as it is. */
  readonly twins: readonly (readonly [string, string])[]
}
export interface BagWishes {
  /** Balls that are carried, the spare ball not counted; null: what is used, and one in reserve. */
  readonly most: number | null
  /** May a surface be changed between games? */
  readonly inPlay: boolean
}

/** A move of feet and eyes is told to a half board. */
const half = (boards: number) => Math.round(2 * boards) / 2
/** Entry that has moved less is hardly seen, boards. */
const littleBoards = 0.7
/** A change of ball is made for so many strikes in a hundred; a touch-up in play for more. */
const worthChange = 2
const worthTouchUp = 3
/** Chances closer than this are one to a bowler. */
const alikeShare = 0.04
/** Cores alike, in. */
const sameCoreIn = { rg: 0.012, differential: 0.006 }

const likely = (cell: CoverageCell | undefined) => cell?.strikes?.p ?? 0

interface Carried {
  readonly ball: BagBall
  readonly option: PlanOption
  readonly all: readonly PlanOption[]
}

/**
 * The plan that a bag goes by: what is worth most, by strikes less work. Beside all that a customer meets, leaving everything as it is comes first where
 * nothing is open; whoever enters an event wants what strikes.
 */
export const planOfBag = ({ now, plans }: Pick<Plans, 'now' | 'plans'>): Plan =>
  plans.reduce((best, plan) => (plan.value > best.value + 1e-9 ? plan : best), plans[0] ?? now)

/** The bag of an event from the plan over its states: roles by what each ball does there, what to change to on which sign, and what each is worth. */
export function bagOf(question: PlanQuestion, plan: Plan, balls: readonly BagBall[], wishes: BagWishes): Bag {
  const { states } = question
  const total = states.reduce((sum, { weight }) => sum + weight, 0)
  const weights = states.map(({ weight }) => (total > 0 ? weight / total : 1 / states.length))
  const there = question.balls.flatMap(({ id, extra, options }): Carried[] => {
    const ball = balls.find((one) => one.id === id)
    const variant = plan.steps.find((step) => step.ballId === id)?.variant ?? 'now'
    const option = options.find((one) => one.variant === variant)
    return ball && option && !extra ? [{ ball, option, all: options }] : []
  })
  const p = ({ option }: Carried, s: number) => likely(option.cells[s])
  const bag = chosen(there, plan, wishes.most, weights, p, question.oneOf ?? [])

  const strikesOf = (of: readonly Carried[]) =>
    100 * weights.reduce((sum, weight, s) => sum + weight * Math.max(0, ...of.map((one) => p(one, s))), 0)
  const strikes = strikesOf(bag)
  /** Who is thrown in a state. */
  const throwIn = states.map((_, s) =>
    bag.reduce<Carried | null>((best, one) => (p(one, s) > (best ? p(best, s) : 0) ? one : best), null),
  )
  const roles = rolesOf(bag, question, weights, throwIn)
  const entries = bag.map((one): BagEntry => {
    const at = states.flatMap((_, s) => (throwIn[s] === one ? [s] : []))
    const first = at.toSorted((a, b) => states[a]!.shots - states[b]!.shots || weights[b]! - weights[a]!)[0]
    const from = first ?? bestState(one, states.length, p)
    const engine = one.option.cells[from]?.engine
    return {
      ...{ ballId: one.ball.id, variant: one.option.variant, roles: roles.get(one.ball.id) ?? ['contingency'] },
      uses: at.map((s) => keyOfState(states[s]!)),
      worth: strikes - strikesOf(bag.filter((other) => other !== one)),
      start: engine ? { ...lineOf(engine), ...keyOfState(states[from]!), strikes: 100 * p(one, from) } : null,
    }
  })
  const spare = balls
    .filter(({ id, cover, out }) => cover === 'polyester' && !out && !question.balls.some((one) => one.id === id))
    .map(({ id }): BagEntry => ({ ballId: id, variant: 'now', roles: ['spare'], uses: [], worth: 0, start: null }))
  return {
    ...{ entries: [...entries.toSorted((a, b) => rankOf(a) - rankOf(b)), ...spare], strikes },
    ladder: ladderOf(question, bag, throwIn, wishes.inPlay),
    twins: twinsOf(bag, states.length),
  }
}

/** In the order in which they are thrown; who waits comes last. */
const rankOf = ({ roles }: BagEntry) => Math.min(...roles.map((role) => bagRoles.indexOf(role)))

const lineOf = ({ laydownBoard, targetBoard }: EngineCell): BagLine => ({ laydownBoard, targetBoard })
const bestState = (one: Carried, count: number, p: (one: Carried, s: number) => number) =>
  Array.from({ length: count }, (_, s) => s).reduce((best, s) => (p(one, s) > p(one, best) ? s : best), 0)

type Chance = (one: Carried, s: number) => number

/** Balls that are used, then those that stand in best where one of them fails. */
function chosen(
  there: readonly Carried[],
  plan: Plan,
  most: number | null,
  weights: readonly number[],
  p: Chance,
  oneOf: readonly string[],
): readonly Carried[] {
  const used = there.filter(({ ball }) => plan.uses.includes(ball.id))
  const wanted = used.some(({ ball }) => oneOf.includes(ball.id))
    ? []
    : there.filter(({ ball }) => oneOf.includes(ball.id))
  // The one of its kind that strikes most, where one has to be there.
  const sum = (one: Carried) => weights.reduce((all, weight, s) => all + weight * p(one, s), 0)
  const bag = [...used, ...wanted.toSorted((a, b) => sum(b) - sum(a)).slice(0, 1)]
  const room = Math.min(there.length, most ?? used.length + 1)
  const second = (of: readonly Carried[]) =>
    weights.reduce((sum, weight, s) => sum + weight * (of.map((one) => p(one, s)).sort((a, b) => b - a)[1] ?? 0), 0)
  while (bag.length < room) {
    const rest = there.filter((one) => !bag.includes(one))
    const best = rest.reduce((found, one) => (second([...bag, one]) > second([...bag, found]) ? one : found), rest[0]!)
    bag.push(best)
  }
  return bag
}

/** Roles by coverage: who strikes most on the fresh, in transition, late; how the first change differs from the one before it. */
function rolesOf(
  bag: readonly Carried[],
  { states }: PlanQuestion,
  weights: readonly number[],
  throwIn: readonly (Carried | null)[],
): ReadonlyMap<string, readonly BagRole[]> {
  const roles = new Map<string, BagRole[]>(bag.map(({ ball }) => [ball.id, []]))
  const give = (one: Carried | undefined, role: BagRole) => {
    if (one) roles.get(one.ball.id)!.push(role)
  }
  const phases = [...new Set(states.map(({ shots }) => shots))].sort((a, b) => a - b)
  /** Who is thrown longest in a phase. */
  const ownerOf = (phase: number) => {
    const long = (one: Carried) =>
      states.reduce((sum, { shots }, s) => sum + (shots === phase && throwIn[s] === one ? weights[s]! : 0), 0)
    return bag.reduce<Carried | undefined>((best, one) => (long(one) > (best ? long(best) : 0) ? one : best), undefined)
  }
  const [first, ...later] = phases
  const fresh = first === undefined ? undefined : ownerOf(first)
  give(fresh, 'fresh')
  later.forEach((phase, i) => give(ownerOf(phase), i === later.length - 1 && later.length > 1 ? 'late' : 'transition'))
  for (const one of bag) if (one.ball.cover === 'urethane' && one !== fresh) give(one, 'control')
  for (const one of bag) {
    if (!fresh || one === fresh || one.ball.cover === 'urethane' || roles.get(one.ball.id)!.includes('late')) continue
    const how = changeFrom(fresh.ball, one.ball)
    if (how) give(one, how)
  }
  // Thrown somewhere, though nowhere longest: it is changed to.
  for (const one of bag) if (roles.get(one.ball.id)!.length === 0 && throwIn.includes(one)) give(one, 'change')
  const idle = bag.filter(({ ball }) => roles.get(ball.id)!.length === 0)
  // Nobody is the first change by kind: whoever waits may be it.
  const hasChange = [...roles.values()].some((own) => own.some((role) => role.endsWith('change')))
  if (!hasChange && idle.length > 1) give(idle.shift(), 'change')
  for (const one of idle) give(one, 'contingency')
  return roles
}

/** How a ball is a first change from the one on the fresh: without its asymmetry, or with a cleaner cover on the same core. */
function changeFrom(fresh: BagBall, ball: BagBall): 'calmer-change' | 'cleaner-change' | null {
  const asymmetric = (one: BagBall) => (one.intermediateDifferentialIn ?? 0) >= asymmetricFromIn
  const order: readonly CoverFamily[] = ['solid', 'hybrid', 'pearl']
  const cleaner = order.indexOf(ball.cover) > order.indexOf(fresh.cover) && order.includes(fresh.cover)
  const near = (a: number | null, b: number | null, within: number) =>
    a !== null && b !== null && Math.abs(a - b) <= within
  const sameCore =
    near(fresh.rgIn, ball.rgIn, sameCoreIn.rg) &&
    near(fresh.differentialIn, ball.differentialIn, sameCoreIn.differential)
  if (asymmetric(fresh) && !asymmetric(ball) && ball.cover === fresh.cover) return 'calmer-change'
  return cleaner && (sameCore || asymmetric(fresh) === asymmetric(ball)) ? 'cleaner-change' : null
}

function twinsOf(bag: readonly Carried[], count: number): (readonly [string, string])[] {
  return bag.flatMap((a, i) =>
    bag.slice(i + 1).flatMap((b) => {
      const alike = Array.from({ length: count }, (_, s) => s).every(
        (s) => Math.abs(likely(a.option.cells[s]) - likely(b.option.cells[s])) < alikeShare,
      )
      return alike && count > 0 ? [[a.ball.id, b.ball.id] as const] : []
    }),
  )
}

/** From phase to phase of each pattern: what is thrown, on which sign it ends, and what comes then. */
function ladderOf(
  { states }: PlanQuestion,
  bag: readonly Carried[],
  throwIn: readonly (Carried | null)[],
  inPlay: boolean,
): LadderStep[] {
  const at = (key: StateKey) => states.findIndex((state) => sameState(state, key))
  const targets = [...new Set(states.map(({ targetId }) => targetId))]
  return targets.flatMap((targetId) => {
    const own = states.filter((state) => state.targetId === targetId).sort((a, b) => a.shots - b.shots)
    return own.flatMap((state, i): LadderStep[] => {
      const s = at(state)
      const thrown = throwIn[s]
      if (!thrown) return []
      const cell = thrown.option.cells[s]!
      const from = cell.engine
      const next = own[i + 1]
      const n = next ? at(next) : -1
      const moveTo = (one: Carried): BagMove | null => {
        const to = one.option.cells[n]?.engine
        if (!to || !from) return null
        return {
          ...{ ballId: one.ball.id, ...lineOf(to), strikes: 100 * likely(one.option.cells[n]) },
          feetBoards: half(to.laydownBoard - from.laydownBoard),
          eyesBoards: half(to.targetBoard - from.targetBoard),
        }
      }
      const stay = next ? moveTo(thrown) : null
      const sign = signOf(from, thrown.option.cells[n]?.engine ?? null)
      const others = next ? bag.filter((one) => one !== thrown) : []
      const moves = others.flatMap((one) => moveTo(one) ?? []).sort((a, b) => b.strikes - a.strikes)
      const better = moves[0] && (!stay || moves[0].strikes >= stay.strikes + worthChange)
      // Against what is expected: light wants a ball that reads earlier, high one that reads later.
      const readAt = (one: Carried) => one.option.cells[s]?.engine?.firstReadFt ?? null
      const against = others.filter((one) => {
        const [own, mine] = [readAt(one), readAt(thrown)]
        return own !== null && mine !== null && (sign === 'late' ? own > mine : own < mine)
      })
      const contrary = moves.find(({ ballId }) => against.some(({ ball }) => ball.id === ballId)) ?? null
      return [
        {
          ...{ targetId, shots: state.shots, ballId: thrown.ball.id, strikes: 100 * likely(cell) },
          ...{ line: from ? lineOf(from) : null, until: next?.shots ?? null, sign, stay, changes: moves.slice(0, 2) },
          ...{ pick: better ? 'change' : stay ? 'stay' : null, contrary },
          touchUp: inPlay && next ? touchUpOf(thrown, n, Math.max(stay?.strikes ?? 0, moves[0]?.strikes ?? 0)) : null,
        },
      ]
    })
  })
}

/** How the lane shows that it has moved: by where the same line enters forty shots later, else by where the best line has gone. */
function signOf(from: EngineCell | null, then: EngineCell | null): LadderStep['sign'] {
  const moved = from?.later?.moved ?? (from && then ? then.laydownBoard - from.laydownBoard : 0)
  return moved > littleBoards ? 'early' : moved < -littleBoards ? 'late' : 'little'
}

function touchUpOf({ option, all }: Carried, n: number, than: number): LadderStep['touchUp'] {
  const best = all
    .filter((one) => one.variant !== option.variant && one.variant.startsWith('to-'))
    .map(({ variant, cells }) => ({ variant, strikes: 100 * likely(cells[n]) }))
    .sort((a, b) => b.strikes - a.strikes)[0]
  return best && best.strikes >= than + worthTouchUp ? best : null
}
