import { availableParallelism } from 'node:os'
import type { Ball, Customer, Pattern } from '@sleetfall/contract'
import {
  type BallSpec,
  type CoverageState,
  type EngineAnswer,
  type EngineAsked,
  type EnginePlace,
  type EngineQuestion,
  type EngineTable,
  type Layout,
  type PlayOn,
  type WorkPool,
  engineKey,
  engineTable,
  engineTasks,
  groundAfter,
  isOfMap,
  laidOut,
  layoutVariant,
  needOf,
  referenceId,
  searchLayout,
  searchSpec,
  shotOf,
  specsOf,
  spreadFor,
  startingSurface,
  usualPhases,
  usualSpread,
} from '@sleetfall/core'
import PQueue from 'p-queue'
import { ballsOf } from '../balls/store.ts'
import { customerById } from '../customers/store.ts'
import type { Database, Db } from '../database/db.ts'
import { addDays } from '../events/nextDay.ts'
import { eventsAhead, usualPatterns } from '../events/store.ts'
import { stockNear } from '../fitting/store.ts'
import { patternById } from '../lanes/store.ts'
import { spreadOf } from '../trials/store.ts'
import { type Parts, type StillTrue, fingerprintOf, partsOf, stillTrue, wantedHash } from './parts.ts'
import { type Kept, keepAnswers, keepProgress, keptOf } from './store.ts'

/** Patterns ahead that are looked at: the nearest ones. */
const mostTargets = 6
const progressEvery = 12

/** Patterns that stand for one nobody knows. */
const mostUnknown = 3

export type Ahead = Awaited<ReturnType<typeof eventsAhead>>[number] & { readonly patternsUnknown: boolean }
/** A customer with what their map is made of. */
export interface Subject {
  readonly customer: Customer
  readonly balls: readonly Ball[]
  readonly events: readonly Ahead[]
  readonly patterns: readonly Pattern[]
  readonly states: readonly (CoverageState & { readonly pattern: Pattern })[]
  readonly asked: EngineAsked
  /** Of what the engine's answers rest on: each part, and all of it. */
  readonly parts: Parts
  readonly fingerprint: string
}

/** Everything that a customer's map is made of; null where there is no such customer. */
export async function subjectOf(db: Db, customerId: string): Promise<Subject | null> {
  const customer = await customerById(db, customerId)
  if (!customer) return null
  const balls = (await ballsOf(db, customerId)).filter((ball) => ball.retiredOn === null)
  const ahead = await eventsAhead(db, [customerId])
  // Where nobody knows what will be laid down, what the shop's latest events had stands for it.
  const usual = ahead.some(({ patternIds }) => patternIds.length === 0) ? await usualPatterns(db, mostUnknown) : []
  const events = ahead.map((event): Ahead =>
    event.patternIds.length > 0
      ? { ...event, patternsUnknown: false }
      : { ...event, patternIds: [...usual], patternsUnknown: true },
  )
  const patterns: Pattern[] = []
  for (const id of new Set(events.flatMap((event) => event.patternIds))) {
    if (patterns.length === mostTargets) break
    const pattern = await patternById(db, id)
    if (pattern) patterns.push(pattern)
  }
  const states = patterns.flatMap((pattern) =>
    usualPhases.map((shots) => ({ targetId: pattern.id, shots, condition: pattern.figures.condition, pattern })),
  )
  const asked: EngineAsked = {
    bowler: customer,
    balls: balls.map((ball) => ({ ...ball, oil: ball.surface.oil, fittedRange: ball.fitted })),
    states,
    playable: customer.playable,
    spread: spreadFor(usualSpread, await spreadOf(db, customerId)),
  }
  const parts = partsOf(asked)
  const targets = states.map(({ targetId }) => targetId)
  return { customer, balls, events, patterns, states, asked, parts, fingerprint: fingerprintOf(parts, targets) }
}

/** The kept answers as they fit the states of now: a state or ball that they do not know has none. */
export function tableFor({ states, balls }: Pick<Subject, 'states' | 'balls'>, kept: Kept | null): EngineTable | null {
  const { engine } = kept ?? {}
  if (!kept || !engine) return null
  const at = states.map(({ targetId, shots }) =>
    kept.states.findIndex((one) => one.targetId === targetId && one.shots === shots),
  )
  const known = new Set(balls.map(({ id }) => id))
  const answers: Record<string, EngineAnswer[]> = {}
  for (const [key, of] of Object.entries(engine.answers)) {
    if (!known.has(key.split(' ')[0]!) && !key.startsWith(`${referenceId} `)) continue
    answers[key] = at.map((i) => of[i] as EngineAnswer)
  }
  // A state that is new has no yardstick, and its cells wait.
  return { answers, best: at.map((i) => engine.best[i] ?? null), found: engine.found, layouts: engine.layouts }
}

/** Has the engine answer everything about a customer's balls and keeps it, unless what is kept is of now already. */
export async function askEngine(database: Database, motion: WorkPool, customerId: string): Promise<void> {
  const subject = await subjectOf(database, customerId)
  if (!subject) return
  const { asked, states, parts, fingerprint } = subject
  const kept = await keptOf(database, customerId)
  if ((kept?.complete && kept.fingerprint === fingerprint) || kept?.stopped === fingerprint) return
  const { places, questions } = engineTasks(asked)
  // Whatever did not change is not asked about again.
  const still = stillTrue(kept, parts)
  const total = questions.length
  await keepProgress(database, customerId, fingerprint, 0, total)
  const stateKeys = states.map(({ targetId, shots }) => ({ targetId, shots }))
  let done = 0
  /**
   * Answers in the order of the questions; null when somebody stopped it. One question takes a thread for some hundredths of a second, and what a screen asks is
   * taken before the next of these: nobody waits longer for it than that.
   */
  async function answersTo(
    asked: readonly EngineQuestion[],
    known: (index: number) => EngineAnswer | undefined = () => undefined,
  ): Promise<EngineAnswer[] | null> {
    const answers: EngineAnswer[] = []
    const queue = new PQueue({ concurrency: availableParallelism() })
    let stopped = false
    const failed: unknown[] = []
    const giveUp = (why: unknown) => {
      failed.push(why)
      queue.clear()
    }
    for (const [i, question] of asked.entries()) {
      const before = known(i)
      if (before) {
        answers[i] = before
        done += 1
        continue
      }
      queue
        .add(async () => {
          // What somebody looks at comes first; this fills what is left of the threads.
          answers[i] = await motion.run({ kind: 'engine', question }, { priority: -1 })
          done += 1
          if (done % progressEvery > 0) return
          if (!(await keepProgress(database, customerId, fingerprint, Math.min(done, total), total))) return
          stopped = true
          queue.clear()
        })
        .catch(giveUp)
    }
    await queue.onIdle()
    if (failed.length > 0) throw failed[0]
    return stopped ? null : answers
  }
  const keep = (engine: EngineTable, complete: boolean, layoutsFor?: string) =>
    keepAnswers(database, customerId, {
      ...{ fingerprint, engine, states: stateKeys, parts: { ...parts, layoutsFor }, done, total, complete },
    })
  const stage = async (of: (place: EnginePlace) => boolean) => {
    const at = places.flatMap((place, i) => (of(place) ? [i] : []))
    const answers = await answersTo(
      at.map((i) => questions[i]!),
      (i) => still.answer(...placeOf(places[at[i]!]!)),
    )
    return answers && { places: at.map((i) => places[i]!), answers }
  }

  const map = await stage(isOfMap)
  if (!map) return
  await keep(engineTable(map.places, map.answers, states.length), false)

  const works = await stage((place) => !isOfMap(place))
  if (!works) return
  const engine = engineTable([...map.places, ...works.places], [...map.answers, ...works.answers], states.length)
  const laid = await layOut(subject, engine, still, answersTo)
  if (laid === 'stopped') return
  const found = await lookFor(database, subject, laid.engine, answersTo)
  if (found !== 'stopped') await keep(found ?? laid.engine, true, laid.layoutsFor)
}
const placeOf = ({ ballId, variant, state }: EnginePlace) => [ballId, variant, state] as const

/** States that are short of the best by more than the bowler's tolerance, with some of what the engine was asked about, those that matter most first. */
function shortStates(
  subject: Subject,
  engine: EngineTable,
  counts: (variant: string) => boolean,
): { readonly s: number; readonly now: number }[] {
  const { states, balls, customer } = subject
  const need = needOf(states, playOf(subject))
  const own = Object.entries(engine.answers).filter(
    ([key]) => balls.some(({ id }) => key.startsWith(`${id} `)) && counts(key.split(' ')[1]!),
  )
  return states
    .map((_, s) => ({ s, now: Math.max(0, ...own.map(([, of]) => of[s]?.cell?.strikes ?? 0)) }))
    .filter(({ s, now }) => (engine.best[s] ?? 0) - customer.strikeTolerance / 100 > now)
    .sort((a, b) => need[b.s]! - need[a.s]!)
}

/** States that a layout is looked for in: a ball is redrilled for what is met most, not for everything. */
const mostShort = 2

/** What each ball would do plugged and redrilled, where the bench alone leaves something open. */
async function layOut(
  subject: Subject,
  engine: EngineTable,
  still: StillTrue,
  answersTo: (
    asked: readonly EngineQuestion[],
    known?: (index: number) => EngineAnswer | undefined,
  ) => Promise<EngineAnswer[] | null>,
): Promise<{ readonly engine: EngineTable; readonly layoutsFor: string } | 'stopped'> {
  const { asked, states, parts } = subject
  const need = needOf(states, playOf(subject))
  const grounds = states.map(({ pattern, shots }) => groundAfter(pattern, shots))
  // As the balls are: what the bench would do and what a layout would is weighed against each other in the plan.
  const wanted = shortStates(subject, engine, (variant) => variant === 'now')
    .slice(0, mostShort)
    .map(({ s }) => ({ s, ground: grounds[s]!, weight: need[s]! }))
  const layoutsFor = wantedHash(parts, wanted)
  const { bowler, spread, playable } = asked
  const layouts: Record<string, Layout> = {}
  const answers: Record<string, readonly EngineAnswer[]> = {}
  let stopped = false
  const ask = async (questions: readonly EngineQuestion[], known?: (index: number) => EngineAnswer | undefined) => {
    const told = stopped ? null : await answersTo(questions, known)
    stopped ||= told === null
    return told ?? []
  }
  for (const ball of asked.balls) {
    const before = still.layout(ball.id, layoutsFor)
    const search = { bowler, spread, playable, ball, states: wanted }
    const layout = before === undefined ? await searchLayout(search, ask) : before
    if (layout) {
      answers[engineKey(ball.id, layoutVariant)] = await ask(
        grounds.map((ground) => ({
          shot: shotOf(bowler, laidOut(ball, layout), 'now', ground).shot,
          spread,
          playable,
        })),
        (s) => (before ? still.answer(ball.id, layoutVariant, s) : undefined),
      )
      layouts[ball.id] = layout
    }
    if (stopped) return 'stopped'
  }
  // The yardstick is the best of any kind, and these are of them.
  const best = engine.best.map((one, s) =>
    Math.max(one ?? 0, ...Object.values(answers).map((of) => of[s]?.cell?.strikes ?? 0)),
  )
  return { engine: { ...engine, answers: { ...engine.answers, ...answers }, best, layouts }, layoutsFor }
}

/** The reference ball that strikes most over what lies ahead. */
function bestReference({ answers }: EngineTable, need: readonly number[]): BallSpec | null {
  const strikes = ({ id }: BallSpec) =>
    need.reduce((sum, weight, s) => sum + weight * (answers[id]?.[s]?.cell?.strikes ?? 0), 0)
  return specsOf(null).reduce<BallSpec | null>(
    (best, one) => (best && strikes(best) >= strikes(one) ? best : one),
    null,
  )
}

/** Balls of the shop's stock that are looked at beside what a search found. */
const mostStock = 4

/** Balls to look for: of any make where no ball and no work comes near the best, and of the shop's stock; null where there are none. */
async function lookFor(
  db: Db,
  subject: Subject,
  engine: EngineTable,
  answersTo: (asked: readonly EngineQuestion[]) => Promise<EngineAnswer[] | null>,
): Promise<EngineTable | null | 'stopped'> {
  const { asked, states, customer } = subject
  const band = customer.style?.band
  const need = needOf(states, playOf(subject))
  const wanted = shortStates(subject, engine, () => true).flatMap(({ s, now }) => {
    const { pattern, shots, condition } = states[s]!
    const seldom = band !== undefined && startingSurface(band, condition).seldomNeeded
    return seldom ? [] : [{ ground: groundAfter(pattern, shots), weight: need[s]!, now }]
  })
  let stopped = false
  const ask = async (questions: readonly EngineQuestion[]) => {
    const answers = stopped ? null : await answersTo(questions)
    stopped ||= answers === null
    return answers ?? []
  }
  const { bowler, spread, playable } = asked
  const search = { bowler, spread, playable, states: wanted, from: specsOf(null) }
  const result = await searchSpec(search, ask)
  if (stopped) return 'stopped'
  const searched = result && !specsOf(null).includes(result.spec) ? [result.spec] : []
  // Where nothing is missing the shop's own is looked at all the same: it may be bought as any other.
  const near = result?.spec ?? bestReference(engine, need)
  const found = [...searched, ...(near ? await stockNear(db, near, mostStock) : [])].map((spec, i): BallSpec => ({
    ...spec,
    id: `${referenceId} ${specsOf(null).length + i}`,
  }))
  if (found.length === 0) return null
  const answers = await ask(
    found.flatMap(({ cover, raUm, rgIn, differentialIn }) => {
      const surface = { finish: null, effectiveRaUm: raUm, oilShare: 0 }
      return states.map(({ pattern, shots }) => {
        const ground = groundAfter(pattern, shots)
        const { shot } = shotOf(bowler, { cover, rgIn, differentialIn, surface }, 'now', ground)
        return { shot, spread, playable }
      })
    }),
  )
  if (stopped) return 'stopped'
  const asNew = found.map(({ id }, i) => [id, answers.slice(i * states.length, (i + 1) * states.length)] as const)
  // The yardstick is the best of any kind, and these are of them.
  const best = engine.best.map((one, s) => Math.max(one ?? 0, ...asNew.map(([, of]) => of[s]?.cell?.strikes ?? 0)))
  return { ...engine, answers: { ...engine.answers, ...Object.fromEntries(asNew) }, best, found }
}

/** Weeks of league nights that count as lying ahead: a surface does not last longer. */
const weeksAhead = 8

/** How often each pattern is played in what lies ahead. */
export const playOf = ({ patterns, events }: Pick<Subject, 'patterns' | 'events'>): PlayOn[] =>
  patterns.flatMap(({ id }) =>
    events
      .filter(({ patternIds }) => patternIds.includes(id))
      // Where an event brings several patterns, a night is played on one of them.
      .map(({ kind, nextOn, endsOn, patternIds, games, bowlersOnPair }) => {
        const weeks = Array.from({ length: kind === 'league' ? weeksAhead : 1 }, (_, week) => addDays(nextOn, 7 * week))
        const times = weeks.filter((day) => day <= endsOn).length / patternIds.length
        return { targetId: id, times, games, bowlersOnPair }
      }),
  )
