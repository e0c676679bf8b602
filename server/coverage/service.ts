import type {
  Ball,
  CoverageTarget,
  CoverageView,
  ForecastsView,
  NearGaps,
  OfferedFix,
  OfferedPlan,
  OfferedStep,
  PlansView,
  RemedyQuestion,
} from '@sleetfall/contract'
import {
  type CoverageQuestion,
  type EngineQuestion,
  type Fix,
  type Plan,
  type Remedy,
  type StateKey,
  type Work,
  type WorkPool,
  cellsOf,
  coverageMap,
  fixesFor,
  groundAfter,
  laidOut,
  laneKnownBy,
  layoutVariant,
  needOf,
  planQuestion,
  releaseDoubtRpm,
  promiseBefore,
  remediesFor,
  sameState,
  scoreForecasts,
  searchLayout,
  shotOf,
  specsOf,
  wantedMotion,
  usualPhases,
  withYardsticks,
  worksOn,
} from '@sleetfall/core'
import { jobById } from '../bench/store.ts'
import { addDays, today } from '../events/nextDay.ts'
import { playersUntil } from '../events/store.ts'
import { inStock } from '../fitting/store.ts'
import type { Db } from '../database/db.ts'
import { notFound } from '../http/errors.ts'
import { shopConstants } from '../shop/store.ts'
import { evidenceFor, strikesThrown } from '../trials/store.ts'
import { type Ahead, type Subject, playOf, subjectOf, tableFor } from './engine.ts'
import {
  type Kept,
  type KeptGap,
  type KeptUnplaced,
  type KeptWork,
  forecastsBefore,
  keepPromises,
  keptNear,
  keptOf,
  promisesBefore,
  setStopped,
} from './store.ts'

/** Patterns that the events ahead bring, each with its events, nearest first. */
const targetsOf = ({ patterns, events }: Subject): CoverageTarget[] =>
  patterns.map((pattern) => {
    const { condition, lengthFt, volumeMl } = pattern.figures
    const bringing = events.filter((event) => event.patternIds.includes(pattern.id))
    return {
      ...{ id: pattern.id, name: pattern.name, condition, lengthFt, volumeMl, knownBy: laneKnownBy(pattern) },
      events: bringing.map((event) => ({ id: event.id, name: event.name, nextOn: event.nextOn })),
    }
  })

/** Local midnight of a calendar day. */
const dayMs = (day: string) => new Date(`${day}T00:00:00`).getTime()
const two = (n: number) => String(n).padStart(2, '0')

function calendarDayOf(ms: number): string {
  const date = new Date(ms)
  return `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}`
}

/** Days of play that an event has ahead; of a league the next few nights. */
function nightsAhead(event: Ahead): string[] {
  const weeks = event.kind === 'league' ? [0, 7, 14] : [0]
  return weeks.map((days) => addDays(event.nextOn, days)).filter((day) => day <= event.endsOn)
}

/** Promise for the first day of play that can still be met with the work settled, else for the very next one. */
export function dueBefore(events: readonly Ahead[], settlingGames: number, gamesPerWeek: number): OfferedFix['due'] {
  const nowMs = Date.now()
  const nights = events
    .flatMap((event) => nightsAhead(event).map((on) => ({ event, on })))
    .sort((a, b) => a.on.localeCompare(b.on))
    .map((night) => ({
      ...night,
      promise: promiseBefore({ eventMs: dayMs(night.on), nowMs, settlingGames, gamesPerWeek }),
    }))
  const chosen = nights.find((night) => night.promise.keepsSettling) ?? nights[0]
  if (!chosen) return null
  const { settlingDays, keepsSettling, dueMs } = chosen.promise
  const { id, name } = chosen.event
  return { on: calendarDayOf(dueMs), eventId: id, eventName: name, eventOn: chosen.on, settlingDays, keepsSettling }
}

/** What a customer's map is asked with: the engine's part is what was kept, of now or not. */
export async function askedOf(db: Db, customerId: string) {
  const subject = await subjectOf(db, customerId)
  if (!subject) throw notFound('customer')
  const kept = await keptOf(db, customerId)
  const table = tableFor(subject, kept)
  // What was sold meanwhile is not offered.
  const stocked = (table?.found ?? []).flatMap(({ stock }) => stock?.id ?? [])
  const there = stocked.length > 0 ? await inStock(db, stocked) : []
  const engine = table && {
    ...table,
    found: table.found?.filter(({ stock }) => !stock || there.includes(stock.id)),
  }
  const { customer, balls, states } = subject
  const fixable = balls.map((ball) => ({ id: ball.id, finish: ball.surface.finish, oil: ball.surface.oil }))
  const question = withYardsticks(
    {
      band: customer.style?.band ?? null,
      tolerance: customer.strikeTolerance,
      balls: balls.map((ball) => ({ id: ball.id, reading: readingOf(ball) })),
      states,
      evidence: await evidenceFor(db, customerId),
      engine,
    },
    fixable,
  )
  const ofNow = engine !== null && kept?.fingerprint === subject.fingerprint
  return { subject, kept, question, fixable, ofNow }
}

/** How far the engine is with a customer's map, and whether what it answered is of now. */
export const engineStateOf = (
  { balls, states, fingerprint }: Subject,
  kept: Kept | null,
  ofNow: boolean,
): CoverageView['engine'] => ({
  state:
    balls.length === 0 || states.length === 0 || (ofNow && kept?.complete)
      ? 'ready'
      : !kept?.engine
        ? 'none'
        : ofNow
          ? 'fixes'
          : 'stale',
  stopped: kept !== null && kept.stopped === fingerprint,
  ...{ done: kept?.done ?? 0, total: kept?.total ?? 0, computedAt: kept?.computedAt ?? null },
})

/**
 * Coverage of a customer's balls on what lies ahead, with the cheapest fixes and the promise each could be given. The engine's part is what was
 * kept; where it is missing or not of now, the view says so.
 */
export async function coverageOf(db: Db, customerId: string): Promise<CoverageView> {
  const { subject, kept, question, fixable, ofNow } = await askedOf(db, customerId)
  const { customer, balls, events, states } = subject
  const { engine } = question
  const constants = await shopConstants(db)
  const map = coverageMap(question)
  const offer = (fix: Fix, targetId: string): OfferedFix => {
    const ballName = balls.find((ball) => ball.id === fix.ballId)?.name ?? null
    const settlingGames = fix.action === 'resurface' ? constants.settlingGames : fix.settlingGames
    const bringing = events.filter((event) => event.patternIds.includes(targetId))
    return { ...fix, ballName, due: dueBefore(bringing, settlingGames, customer.gamesPerWeek ?? 0) }
  }
  return {
    customerId,
    band: question.band,
    releaseDoubtRpm: releaseDoubtRpm(subject.customer),
    tolerance: question.tolerance,
    balls: balls.map(({ id, name, cover, surface, fitted }) => ({
      ...{ id, name, cover, grit: surface.grit, fitted: fitted !== null },
    })),
    targets: targetsOf(subject),
    phases: usualPhases,
    best: states.map(({ targetId, shots }, i) => ({
      targetId,
      shots,
      strikes: engine?.yard?.[i] ?? engine?.best[i] ?? null,
    })),
    map,
    wanted: wantedMotion(question),
    // By the table alone a fix would promise what the engine has not answered yet.
    fixes: map.gaps.map((gap) => ({
      ...gap,
      fixes: !kept?.complete ? [] : fixesFor(question, map, gap, fixable).map((fix) => offer(fix, gap.targetId)),
    })),
    engine: engineStateOf(subject, kept, ofNow),
  }
}

/**
 * Plans over all balls of a customer together: exactly the best, others that are as good, and the one that holds if every guess is off. Null while the
 * engine has not answered everything, or where nothing lies ahead.
 */
export async function plansFor(
  db: Db,
  motion: WorkPool,
  customerId: string,
  { mostBought, carried }: { readonly mostBought: number; readonly carried: number | null },
): Promise<PlansView | null> {
  const { subject, kept, question, fixable } = await askedOf(db, customerId)
  const { balls, states, customer, events } = subject
  if (!kept?.complete || balls.length === 0 || states.length === 0) return null
  const need = needOf(states, playOf(subject))
  const asked = planQuestion(question, fixable, { need, mostBought, carried })
  const plans = await motion.run({ kind: 'plan', question: asked }, { priority: 10 })
  const { settlingGames } = await shopConstants(db)
  const bringing = (keys: readonly StateKey[]) =>
    events.filter(({ patternIds }) => keys.some(({ targetId }) => patternIds.includes(targetId)))
  const offered = (plan: Plan): OfferedPlan => ({
    ...plan,
    steps: plan.steps.map((step) => {
      // A ball is wanted where the plan throws it; where nowhere, for what comes next.
      const wanted = bringing(states.filter((_, s) => plan.uses[s] === step.ballId))
      const due = (settling: number) =>
        dueBefore(wanted.length > 0 ? wanted : events, settling, customer.gamesPerWeek ?? 0)
      return offeredStep(subject, question, step, settlingGames, due)
    }),
  })
  return {
    ...{ proved: plans.proved, combinations: plans.combinations, now: offered(plans.now) },
    ...{ plans: plans.plans.map(offered), robust: offered(plans.robust) },
    states: asked.states.map(({ targetId, shots, weight, seldom }) => ({ targetId, shots, weight, seldom })),
  }
}

/** A step of a plan as it is put on the bench, or looked for in the shop. */
export function offeredStep(
  { balls }: Pick<Subject, 'balls'>,
  { engine }: Pick<CoverageQuestion, 'engine'>,
  step: Plan['steps'][number],
  settlingGames: number,
  due: (settlingGames: number) => OfferedFix['due'],
): OfferedStep {
  const work = worksOf(balls, step)
  const layout = step.variant === layoutVariant ? (engine?.layouts?.[step.ballId] ?? null) : null
  return {
    ...step,
    ...{ ballName: balls.find(({ id }) => id === step.ballId)?.name ?? null },
    ...{ action: work?.action ?? (layout ? 'layout' : 'buy'), recipeKey: work?.recipeKey ?? null, layout },
    spec: specsOf(engine).find(({ id }) => id === step.ballId) ?? null,
    due: work ? due(work.action === 'resurface' ? settlingGames : work.settlingGames) : layout ? due(0) : null,
  }
}

/** The work of a step; null of something bought. */
function worksOf(balls: readonly Ball[], { ballId, variant }: Plan['steps'][number]): Work | null {
  const ball = balls.find(({ id }) => id === ballId)
  if (!ball) return null
  const { finish, oil } = ball.surface
  return worksOn(ball.cover, { id: ball.id, finish, oil }).find((work) => work.variant === variant) ?? null
}

/** What each remedy would do for a ball in one state; layouts are asked of the motion core now, the best looked at more closely. Null where nothing is kept yet. */
export async function remediesOf(
  db: Db,
  motion: WorkPool,
  customerId: string,
  { ball: ballId, ...key }: RemedyQuestion,
): Promise<readonly Remedy[] | null> {
  const { subject, kept, question, fixable } = await askedOf(db, customerId)
  const state = subject.states.find((one) => sameState(one, key))
  const ball = subject.asked.balls.find(({ id }) => id === ballId)
  if (!state || !ball) throw notFound('ball')
  if (!kept?.complete) return null
  const { bowler, spread, playable } = subject.asked
  const ground = groundAfter(state.pattern, state.shots)
  const ask = (questions: readonly EngineQuestion[]) =>
    Promise.all(questions.map((one) => motion.run({ kind: 'engine', question: one }, { priority: 5 })))
  const layout = await searchLayout({ bowler, spread, playable, ball, states: [{ ground, weight: 1 }] }, ask)
  const [answer] = layout
    ? await ask([{ shot: shotOf(bowler, laidOut(ball, layout), 'now', ground).shot, spread, playable }])
    : []
  return remediesFor(question, fixable, ballId, key, layout && answer ? { layout, answer } : null)
}

/**
 * Keeps what works that were put on the bench are promised to bring in every state ahead, as the plan that they came from says it, to be held against the first
 * trials after them. What the engine has not looked at has no promise.
 */
export async function promiseWorks(db: Db, customerId: string, jobIds: readonly string[]): Promise<void> {
  const { kept, question, fixable } = await askedOf(db, customerId)
  if (!kept?.complete) return
  for (const jobId of jobIds) {
    const job = await jobById(db, jobId)
    const ball = question.balls.find(({ id }) => id === job?.ballId)
    const worked = fixable.find(({ id }) => id === job?.ballId)
    if (!job || !ball || !worked) continue
    const work = worksOn(ball.reading.cover, worked).find(({ action, recipeKey }) =>
      job.recipeKey === null ? action === job.kind : recipeKey === job.recipeKey,
    )
    if (!work) continue
    const cells = cellsOf(question, { ...ball, reading: { ...ball.reading, ...work.reading } }, work.variant)
    const told = cells.flatMap(({ ballId, targetId, shots, strikes, provenance }) =>
      strikes ? [{ jobId, ballId, targetId, shots, ...strikes, provenance }] : [],
    )
    await keepPromises(db, customerId, told)
  }
}

/** Trials that the shop's forecasts are held against, and those that are shown one by one. */
const mostHeld = 200
const mostShown = 12

/** What the maps had said before the shop's latest trials, against what those showed. */
export async function forecastsHeld(db: Db): Promise<ForecastsView> {
  const thrown = await strikesThrown(db, mostHeld)
  const against = (said: Awaited<ReturnType<typeof forecastsBefore>>) => {
    const held = thrown.flatMap(({ trialId, question, customerName, ballName, startedAt, strikes, of }, i) => {
      const forecast = said[i]
      return forecast ? [{ trialId, question, customerName, ballName, startedAt, strikes, of, ...forecast }] : []
    })
    return { score: scoreForecasts(held), latest: held.slice(0, mostShown) }
  }
  return { ...against(await forecastsBefore(db, thrown)), promised: against(await promisesBefore(db, thrown)) }
}

/** Stops what is being computed of a customer's map as it is now; anything new begins anew. */
export async function stopMap(db: Db, customerId: string): Promise<void> {
  const subject = await subjectOf(db, customerId)
  if (!subject) throw notFound('customer')
  await setStopped(db, customerId, subject.fingerprint)
}

/** Gaps of a view by the day on which they are met, each with its cheapest fix. */
export const gapsOf = (view: CoverageView): KeptGap[] =>
  view.fixes.flatMap(({ targetId, shots, fixes }) => {
    const target = view.targets.find((one) => one.id === targetId)!
    const event = target.events.toSorted((a, b) => a.nextOn.localeCompare(b.nextOn))[0]
    if (!event) return []
    const fix = fixes[0]
    return [
      {
        ...{ patternId: targetId, patternName: target.name, shots, eventName: event.name, on: event.nextOn },
        fix: fix ? { action: fix.action, ballName: fix.ballName, recipeKey: fix.recipeKey } : null,
      },
    ]
  })

/** Gaps of a view that one work on one ball fills together, most first; nothing that opens another gap. */
export function worksOfSeveral(view: CoverageView): KeptWork[] {
  const gaps = gapsOf(view)
  const works = new Map<string, KeptWork>()
  for (const { ballId, ballName, action, recipeKey, fills, opens } of view.fixes.flatMap(({ fixes }) => fixes)) {
    const filled = gaps.filter(({ patternId, shots }) =>
      fills.some((one) => sameState(one, { targetId: patternId, shots })),
    )
    if (ballId === null || opens.length > 0 || filled.length < 2) continue
    const on = filled.reduce((first, gap) => (gap.on < first ? gap.on : first), filled[0]!.on)
    works.set(`${ballId} ${action} ${recipeKey}`, {
      ...{ action, ballName, recipeKey, on },
      fills: filled.map(({ patternId, patternName, shots }) => ({ patternId, patternName, shots })),
    })
  }
  return [...works.values()].sort((a, b) => b.fills.length - a.fills.length || a.on.localeCompare(b.on))
}

/** Balls of a view that are near the best in nothing that is met, and that no fix brings there; a map whose works are not through tells of none. */
export function unplacedIn({ engine, map, balls, fixes }: CoverageView): KeptUnplaced[] {
  if (engine.state !== 'ready') return []
  const fixing = new Set(fixes.flatMap((gap) => gap.fixes.map(({ ballId }) => ballId)))
  return map.unused
    .filter((id) => !fixing.has(id))
    .map((ballId) => ({
      ballId,
      ballName: balls.find(({ id }) => id === ballId)?.name ?? '',
      givenAway: Math.min(...map.cells.filter((cell) => cell.ballId === ballId).map((cell) => cell.givenAway ?? 100)),
    }))
}

/** Days ahead and bowlers that the landing page looks at: what is near, not the whole shop. */
const nearDays = 21
const nearBowlers = 24
const atOnce = 1
/** Works that are shown: those that do most. */
const mostWorks = 12

/**
 * The shop's nearest gaps by date: whose event comes next, which state of its patterns no ball of theirs is near the best in, and the cheapest
 * fix. Told from what was kept of each bowler; `wanted` are those who should be looked at: again, where that is soon done, and a few for the first time,
 * since each takes seconds of every thread.
 */
export async function nearestGaps(db: Db): Promise<NearGaps & { readonly wanted: readonly string[] }> {
  const [from, until] = [today(), addDays(today(), nearDays)]
  const bowlers = await playersUntil(db, until, nearBowlers)
  const { gaps, works, unplaced, waiting } = await keptNear(db, bowlers)
  const near = gaps.filter(({ on }) => on >= from && on <= until)
  near.sort((a, b) => a.on.localeCompare(b.on) || a.customerName.localeCompare(b.customerName) || a.shots - b.shots)
  const first = bowlers.filter((id) => waiting.includes(id)).slice(0, atOnce)
  const known = bowlers.filter((id) => !waiting.includes(id))
  const soon = works.filter(({ on }) => on >= from && on <= until)
  soon.sort((a, b) => b.fills.length - a.fills.length || a.on.localeCompare(b.on))
  // The best of each bowler: the others are on their map.
  const best = soon.filter((one, at) => soon.findIndex(({ customerId }) => customerId === one.customerId) === at)
  return {
    gaps: near,
    works: best.slice(0, mostWorks),
    unplaced,
    waiting: waiting.length,
    wanted: [...first, ...known],
  }
}

const readingOf = (ball: Ball) => ({
  cover: ball.cover,
  effectiveRaUm: ball.surface.effectiveRaUm,
  oilShare: ball.surface.oilShare,
  rgIn: ball.rgIn ?? null,
  differentialIn: ball.differentialIn ?? null,
  fitted: ball.fitted,
})
