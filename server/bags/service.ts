import type {
  BagCard,
  BagView,
  BagWishesInput,
  Ball,
  OfferedStep,
  PackedThing,
  PackingAlert,
  PackingItem,
  RuleSet,
} from '@sleetfall/contract'
import {
  type Bag,
  type BagBall,
  type Due,
  type PlanQuestion,
  type Shape,
  type UrethaneSchool,
  type WorkPool,
  bagOf,
  needOf,
  planOfBag,
  planQuestion,
  productToPack,
  ruledQuestion,
  shotsOfGame,
  urethaneSchools,
  withYardsticks,
} from '@sleetfall/core'
import { openJobKinds } from '../bench/store.ts'
import { tableFor } from '../coverage/engine.ts'
import { askedOf, dueBefore, engineStateOf, offeredStep } from '../coverage/service.ts'
import type { Db } from '../database/db.ts'
import { rulingsFor, ruleSetById } from '../events/ruleSets.ts'
import { notFound } from '../http/errors.ts'
import { shopConstants } from '../shop/store.ts'
import { listPads } from '../supplies/store.ts'
import { upkeepRows } from '../upkeep/service.ts'
import { keptBag } from './store.ts'

/** What a bag asks of a ball's record. */
const bagBall = (ball: Ball, out: boolean): BagBall => ({
  ...{ id: ball.id, cover: ball.cover, out, finish: ball.surface.finish },
  ...{ rgIn: ball.rgIn ?? null, differentialIn: ball.differentialIn ?? null },
  intermediateDifferentialIn: ball.intermediateDifferentialIn ?? null,
})

/**
 * The bag of a customer for an event: the plan over its states with what the rules leave, roles, ladder, what has to be done and packed. Read from what
 * the engine's answers were kept as; null inside while they are not there.
 */
export async function bagFor(
  db: Db,
  motion: WorkPool,
  eventId: string,
  customerId: string,
  wishes: BagWishesInput,
): Promise<BagView> {
  const { subject, kept, fixable, ofNow, question } = await askedOf(db, customerId)
  const event = subject.events.find(({ id }) => id === eventId)
  if (!event) throw notFound('entry')
  const { customer } = subject
  const rules = event.ruleSetId ? await ruleSetById(db, event.ruleSetId) : null
  const patterns = subject.patterns.filter(({ id }) => event.patternIds.includes(id))
  const states = subject.states.filter(({ targetId }) => event.patternIds.includes(targetId))
  const rulings = rules ? rulingsFor(rules, subject.balls) : []
  const balls = subject.balls.map((ball) =>
    bagBall(
      ball,
      rulings.some(({ ballId, out }) => out && ballId === ball.id),
    ),
  )
  const spares = balls.filter(({ cover, out }) => cover === 'polyester' && !out).length
  const most = mostBeside(wishes.carried ?? event.ballsCarried ?? null, rules, spares)

  const times = 1 / Math.max(1, patterns.length)
  const need = needOf(
    states,
    patterns.map(({ id }) => ({ targetId: id, times, games: event.games, bowlersOnPair: event.bowlersOnPair })),
  )
  const table = tableFor({ states, balls: subject.balls }, kept)
  // A bag is packed of what there is: nothing is plugged and redrilled for one event.
  const own = withYardsticks({ ...question, states, engine: table && { ...table, layouts: undefined } }, fixable)
  const plan: PlanQuestion = planQuestion(own, fixable, { need, mostBought: 0, carried: most })
  const packedAs = async (school: UrethaneSchool) => {
    const asked = ruledQuestion(plan, balls, rules, school)
    const plans = await motion.run({ kind: 'plan', question: asked }, { priority: 10 })
    const inPlay = rules?.surfaceChange === 'between-games'
    const best = planOfBag(plans)
    return { plans, best, bag: bagOf(asked, best, balls, { most, inPlay }) }
  }
  const answered = kept?.complete === true && states.length > 0 && plan.balls.length > 0
  const chosen = answered ? await packedAs(wishes.school) : null
  const urethane = plan.balls.some(({ id }) =>
    balls.some((one) => one.id === id && one.cover === 'urethane' && !one.out),
  )
  const schools: { readonly school: UrethaneSchool; readonly strikes: number }[] = []
  if (chosen && urethane)
    for (const school of urethaneSchools) {
      const { bag } = school === wishes.school ? chosen : await packedAs(school)
      schools.push({ school, strikes: bag.strikes })
    }
  const { settlingGames } = await shopConstants(db)
  const due = (settling: number) => dueBefore([event], settling, customer.gamesPerWeek ?? 0)
  const steps = (chosen?.best.steps ?? [])
    .filter(({ ballId }) => chosen?.bag.entries.some((entry) => entry.ballId === ballId))
    .map((step) => offeredStep(subject, own, step, settlingGames, due))
  const patternsUnknown = event.patternsUnknown
  return {
    event: patternsUnknown ? { ...event, patternIds: [] } : event,
    customer: { id: customer.id, name: customer.name, hand: customer.hand },
    ...{ rules, rulings, most, school: wishes.school, schools, patternsUnknown, steps },
    balls: subject.balls.map(({ id, name, cover, surface, place, shelf }) => ({
      ...{ id, name, cover, grit: surface.grit, place, shelf },
    })),
    patterns: patterns.map(({ id, name, figures }) => ({
      ...{ id, name, condition: figures.condition, lengthFt: figures.lengthFt, volumeMl: figures.volumeMl },
    })),
    beyond: event.patternIds.length - patterns.length,
    engine: engineStateOf(subject, kept, ofNow),
    bag: chosen?.bag ?? null,
    ...{ proved: chosen?.plans.proved ?? false, combinations: chosen?.plans.combinations ?? 0 },
    packing: chosen ? await packingOf(db, subject.balls, chosen.bag, steps, rules) : [],
    card:
      chosen &&
      cardOf(
        event,
        customer.hand,
        subject.balls,
        patterns,
        chosen.bag,
        steps,
        rules,
        patternsUnknown,
        await nextOf(db, subject.balls),
      ),
    kept: await keptBag(db, eventId, customerId),
  }
}

/** Balls beside the spare that may be carried: what somebody said, at most what the rules allow; null where nobody says. */
function mostBeside(carried: number | null, rules: RuleSet | null, spares: number): number | null {
  const allowed = rules?.mostBalls ?? null
  const all = carried === null ? allowed : allowed === null ? carried : Math.min(carried, allowed)
  return all === null ? null : Math.max(1, all - Math.min(1, spares))
}

function cardOf(
  { name, place, startsOn, endsOn, squads, bowlersOnPair }: BagView['event'],
  hand: 'right' | 'left',
  balls: readonly Ball[],
  patterns: readonly { readonly id: string; readonly name: string; readonly figures: { readonly shape: Shape } }[],
  bag: Bag,
  steps: readonly OfferedStep[],
  rules: RuleSet | null,
  patternsUnknown: boolean,
  next: ReadonlyMap<string, Due>,
): BagCard {
  return {
    ...{ eventName: name, place, startsOn, endsOn, squads, hand, strikes: bag.strikes, patternsUnknown },
    shotsOfGame: bowlersOnPair == null ? null : shotsOfGame(bowlersOnPair),
    rules: rules && { name: rules.name, surfaceChange: rules.surfaceChange, cleaner: rules.cleaner },
    patterns: patterns.map(({ id, name: called, figures }) => ({ id, name: called, shape: figures.shape })),
    balls: bag.entries.map(({ ballId, roles, uses, start }) => {
      const ball = balls.find(({ id }) => id === ballId)!
      const step = steps.find((one) => one.ballId === ballId)
      return {
        ...{ ballId, roles, uses, start, name: ball.name, cover: ball.cover, grit: ball.surface.grit },
        ...{ recipeKey: step?.recipeKey ?? null, action: step?.action ?? null, gamesLeft: ball.surface.gamesLeft },
        // What it gets for the event is done by then; what comes after that is not known yet.
        next: step ? null : (next.get(ballId) ?? null),
      }
    }),
    ladder: bag.ladder,
  }
}

/** What each ball is due for first; what somebody asked for before what can wait. */
async function nextOf(db: Db, balls: readonly Ball[]): Promise<Map<string, Due>> {
  const rows = await upkeepRows(db, balls)
  return new Map(
    rows.flatMap(({ ballId, due }) => {
      const [first] = due.toSorted((a, b) => Number(b.asked) - Number(a.asked) || a.atMs - b.atMs)
      return first ? [[ballId, first] as const] : []
    }),
  )
}

/** What goes into the bag, with what keeps it from being ready. */
async function packingOf(
  db: Db,
  balls: readonly Ball[],
  { entries, ladder }: Bag,
  steps: readonly OfferedStep[],
  rules: RuleSet | null,
): Promise<PackingItem[]> {
  const open = await openJobKinds(
    db,
    entries.map(({ ballId }) => ballId),
  )
  const ofBall = ({ ballId }: Bag['entries'][number]): PackingItem => {
    const ball = balls.find(({ id }) => id === ballId)!
    const alerts: PackingAlert[] = []
    if (open.has(ballId)) alerts.push('work-open')
    else if (steps.some((step) => step.ballId === ballId)) alerts.push('work-to-do')
    if (ball.lockedUntil !== null && Date.parse(ball.lockedUntil) > Date.now()) alerts.push('drying')
    if (ball.place !== 'customer') alerts.push('at-shop')
    if (!ball.surface.settled) alerts.push('not-settled')
    return { key: ballId, ballId, alerts }
  }
  const pads = await listPads(db)
  const inStock = (kind: string) => pads.filter(({ abrasive, spare }) => abrasive === kind && spare > 0)
  const thing = (key: PackedThing, there = true): PackingItem => ({
    ...{ key, ballId: null, alerts: there ? [] : ['none-in-stock'] },
  })
  /** What cleans: the product that the organiser's list allows before any other. */
  const product = (key: PackedThing, kind: 'cleaner' | 'wipe'): PackingItem => {
    const packed = productToPack(
      rules,
      inStock(kind).map(({ name }) => name),
    )
    if (!packed) return thing(key, false)
    const alerts: PackingAlert[] =
      packed.standing === 'refused' ? ['product-refused'] : packed.standing === 'not-said' ? ['product-not-said'] : []
    return { key, ballId: null, product: packed.product, alerts }
  }
  const cleans = !rules || rules.cleaner !== 'never'
  return [
    ...entries.map(ofBall),
    ...[thing('towel'), thing('tape'), thing('shoes')],
    ...(cleans ? [product('cleaner', 'cleaner'), product('wipes', 'wipe')] : []),
    // Pads help only where a surface may still be changed.
    ...(rules?.surfaceChange === 'between-games' || ladder.some(({ touchUp }) => touchUp !== null)
      ? [thing('pads', inStock('pad').length > 0)]
      : []),
    ...(rules ? [thing('rules')] : []),
  ]
}
