import type { Ahead, AheadRests, AheadVisit, AheadVisitsQuestion, AheadWeek, Page } from '@sleetfall/contract'
import {
  type BallWork,
  type PlacedVisit,
  type ShopPace,
  type Span,
  type UpkeepWork,
  type Visit,
  type WeekRoom,
  anyoneThere,
  askedOf,
  assumedHours,
  batchesOf,
  chances,
  countOf,
  dueJob,
  dueJobState,
  learnPace,
  levelled,
  pacedMinutes,
  presence,
  visitsOf,
  weekEdges,
  weeksAhead,
  worksAhead,
  worksWanted,
} from '@sleetfall/core'
import { group, rollups, sum } from 'd3-array'
import type { Logger } from 'pino'
import { ballsByIds, ballsOfCustomers } from '../balls/store.ts'
import { readPlan } from '../bench/plan.ts'
import { openJobKinds } from '../bench/store.ts'
import { people, stations, timedSteps, usualWork } from '../bench/planStore.ts'
import type { Database, Db } from '../database/db.ts'
import { tournamentsUntil } from '../events/store.ts'
import { changedSince, racksAsked } from '../present/lists.ts'
import { aheadAt, aheadEnded, keepAhead, keptAhead, lastTold, visitPage } from './aheadStore.ts'
import { type BallInCare, inCare, keptAt } from './service.ts'

/** The queue in which the forecast is counted; there is one for the shop. */
export const aheadJob = 'upkeep-ahead'

const dayMs = 86_400_000
/** Customers whose balls are looked at with one set of queries. */
const customersAtOnce = 200
/** Of the time that people are there so much is planned; the rest goes with what nobody foresees (assumed). */
const plannedShare = 0.85
/** Tournaments told at most. */
const mostTournaments = 40
/** A count older than this is made anew when somebody looks. */
const freshMs = 60 * 60_000

/** Work with the ball that it is done on, and its pads. */
type OwnWork = BallWork & { readonly pads: readonly string[] }

/** What is counted on the way over all balls. */
class Counted {
  readonly visits: Visit[] = []
  readonly mean: number[]
  readonly variance: number[]
  customers = 0
  balls = 0
  paceTold = 0
  fitted = 0
  constructor(weeks: number) {
    this.mean = Array.from({ length: weeks }, () => 0)
    this.variance = Array.from({ length: weeks }, () => 0)
  }
}

/** Works of one ball in the weeks ahead, with what each asks of the bench. */
function worksOfBall(one: BallInCare, pace: ShopPace, nowMs: number, untilMs: number): OwnWork[] {
  const { ball, asked, policy, play, openJobs } = one
  const waits = (work: UpkeepWork) => dueJobState(work, openJobs) === 'waits'
  return worksAhead(asked, policy, play, nowMs, untilMs, waits).map((work) => {
    const job = dueJob(keptAt(ball), work.work)
    const bench = job ? worksWanted(ball.id, job.kind, job.steps ?? [], 0, (step) => pacedMinutes(pace, step)) : []
    return { ...work, ballId: ball.id, ...askedOf(bench) }
  })
}

/** Adds the balls of some customers. */
function countBalls(counted: Counted, balls: readonly BallInCare[], pace: ShopPace, edges: readonly number[]): void {
  const [nowMs, untilMs] = [edges[0]!, edges.at(-1)!]
  for (const [customerId, own] of group(balls, ({ ball }) => ball.customerId)) {
    const works = own.flatMap((one) => worksOfBall(one, pace, nowMs, untilMs))
    if (works.length === 0) continue
    const asking = new Set(works.map(({ ballId }) => ballId))
    counted.customers += 1
    counted.balls += asking.size
    counted.paceTold += Number((own[0]!.play.gamesPerWeek ?? 0) > 0)
    counted.fitted += own.filter(({ ball }) => asking.has(ball.id) && ball.surface.curve?.fitted).length
    for (const work of works)
      for (const [week, chance] of chances(work, nowMs, edges.slice(1)).entries()) {
        counted.mean[week]! += chance
        counted.variance[week]! += chance * (1 - chance)
      }
    counted.visits.push(...visitsOf(customerId, works))
  }
}

/** Minutes of some stretches, minutes since 1970, that lie in each week. */
const minutesIn = (spans: readonly Span[], edges: readonly number[]) =>
  edges.slice(1).map((end, week) => {
    const [from, to] = [edges[week]! / 60_000, end / 60_000]
    return sum(spans, (span) => Math.max(0, Math.min(to, span.to) - Math.max(from, span.from)))
  })

/** What the bench has room for: people's hours and spinners, what is planned already, and the other work that usually comes. */
async function benchAhead(db: Db, edges: readonly number[]) {
  const now = Math.floor(edges[0]! / 60_000)
  const days = Math.ceil((edges.at(-1)! - edges[0]!) / dayMs) + 1
  const each = (await people(db)).map((one) =>
    presence(one.version === 0 ? assumedHours : one.hours, one.away, now, days),
  )
  const open = anyoneThere(each)
  const spinners = (await stations(db)).filter(({ kind }) => kind === 'spinner')
  const spinnerOpen = spinners.flatMap(({ closedUntil }) => {
    const from = closedUntil ? Math.max(now, Date.parse(closedUntil) / 60_000) : now
    return open.map((span) => ({ from: Math.max(from, span.from), to: span.to })).filter(({ from: at, to }) => to > at)
  })
  const plan = await readPlan(db)
  const kindOf = new Map(plan.stations.map(({ id, kind }) => [id, kind]))
  const jobs = new Map(plan.question.jobs.map((job) => [job.id, job]))
  const planned = plan.slots.map((slot) => ({ slot, operation: jobs.get(slot.job)!.operations[slot.index]! }))
  const attention = planned.flatMap(({ slot, operation }) =>
    operation.attention.map(({ from, to }) => ({ from: slot.start + from, to: slot.start + to })),
  )
  const onSpinner = planned
    .filter(({ slot }) => kindOf.get(slot.station) === 'spinner')
    .map(({ slot }) => ({ from: slot.start, to: slot.end }))
  return {
    there: minutesIn(each.flat(), edges),
    spinnerThere: minutesIn(spinnerOpen, edges),
    planned: minutesIn(attention, edges),
    plannedOnSpinner: minutesIn(onSpinner, edges),
    usual: await usualWork(db),
  }
}

/** Counts the whole shop's forecast and keeps it. Reads customer by customer; only visits and sums are held. */
export async function countAhead(database: Database, nowMs = Date.now()): Promise<void> {
  const edges = weekEdges(nowMs)
  const days = Math.ceil((edges.at(-1)! - nowMs) / dayMs)
  const steps = await timedSteps(database)
  const pace = learnPace(steps)
  const counted = new Counted(weeksAhead)
  const all = await allAsked(database, days)
  try {
    for (let at = 0; at < all.length; at += customersAtOnce) {
      await aheadAt(database, at, all.length)
      const balls = await ballsOfCustomers(database, all.slice(at, at + customersAtOnce))
      countBalls(counted, await inCare(database, balls), pace, edges)
    }
    const bench = await benchAhead(database, edges)
    const usual = (week: number) => (bench.usual.weeklyMinutes * (edges[week + 1]! - edges[week]!)) / (7 * dayMs)
    const rooms = edges.slice(1).map((_end, week): WeekRoom => {
      const minutes = plannedShare * bench.there[week]! - bench.planned[week]! - usual(week)
      return {
        minutes: Math.max(0, minutes),
        spinnerMinutes: Math.max(0, plannedShare * bench.spinnerThere[week]! - bench.plannedOnSpinner[week]!),
      }
    })
    const placed = levelled(counted.visits, rooms, edges)
    const tournaments = await tournamentsUntil(database, new Date(edges.at(-1)!), mostTournaments)
    const weeks = edges.slice(1).map((endMs, week): AheadWeek => {
      const startMs = edges[week]!
      return {
        startMs,
        endMs,
        due: countOf({ mean: counted.mean[week]!, variance: counted.variance[week]! }),
        ...sumsOf(placed.filter((visit) => visit.week === week)),
        plannedMinutes: bench.planned[week]!,
        usualMinutes: usual(week),
        thereMinutes: bench.there[week]!,
        spinnerThereMinutes: bench.spinnerThere[week]!,
        tournaments: tournaments.filter(({ nextOn }) => {
          const at = new Date(`${nextOn}T12:00:00`).getTime()
          return at < endMs && (at >= startMs || week === 0)
        }),
      }
    })
    const rests: AheadRests = {
      customers: counted.customers,
      balls: counted.balls,
      paceTold: counted.paceTold,
      fitted: counted.fitted,
      usualWeeks: bench.usual.weeks,
      timedSteps: pace.count,
    }
    await database.transaction((db) => keepAhead(db, nowMs, weeks, rests, placed))
  } finally {
    await aheadEnded(database)
  }
}

/** Customers with something asked for within some days. */
async function allAsked(db: Db, days: number): Promise<string[]> {
  const ids: string[] = []
  for (;;) {
    const next = await racksAsked(db, days, ids.at(-1) ?? null, 5000)
    ids.push(...next)
    if (next.length < 5000) return ids
  }
}

/** A week's visits summed, and their work on the spinner by pads. */
function sumsOf(visits: readonly PlacedVisit[]) {
  const works = visits.flatMap((visit) => visit.works as readonly OwnWork[])
  const how = (reason: PlacedVisit['reason']) => visits.filter((visit) => visit.reason === reason).length
  return {
    visits: visits.length,
    earlier: how('earlier'),
    waits: how('waits'),
    over: how('over'),
    works: Object.fromEntries(
      rollups(
        works,
        (own) => own.length,
        ({ work }) => work,
      ),
    ),
    minutes: sum(visits, ({ minutes }) => minutes),
    spinnerMinutes: sum(visits, ({ spinnerMinutes }) => spinnerMinutes),
    batches: batchesOf(works.map(({ pads }) => pads).filter((pads) => pads.length > 0)),
  }
}

/** The forecast as it is kept, and whether it wants counting anew. */
export async function aheadNow(db: Db): Promise<{ readonly ahead: Ahead; readonly old: boolean }> {
  const ahead = await keptAhead(db)
  return { ahead, old: ahead.countedAt === null || Date.parse(ahead.countedAt) < Date.now() - freshMs }
}

/** Part of the visits proposed for a week, with what has changed since, and when each was last written to. */
export async function visitsAhead(db: Db, question: AheadVisitsQuestion): Promise<Page<AheadVisit>> {
  const { items, total } = await visitPage(db, question)
  const customerIds = [...new Set(items.map(({ customerId }) => customerId))]
  const balls = await ballsByIds(db, [...new Set(items.flatMap(({ works }) => works.map(({ ballId }) => ballId)))])
  const { countedAt } = await keptAhead(db)
  // What waited when it was counted is left out; the same work again later is not what waits.
  const open = await openJobKinds(
    db,
    balls.map(({ id }) => id),
    countedAt,
  )
  const names = new Map(balls.map((ball) => [ball.id, ball.name]))
  const changed = countedAt ? await changedSince(db, customerIds, countedAt) : new Set<string>()
  const told = await lastTold(db, customerIds)
  return {
    total,
    items: items.map(({ fromAt, untilAt, works, ...visit }) => ({
      ...visit,
      fromMs: Date.parse(fromAt),
      untilMs: Date.parse(untilAt),
      // A ball that is gone since then asks for nothing.
      works: works.flatMap((work) => {
        const ballName = names.get(work.ballId)
        const waits = dueJobState(work.work, open.get(work.ballId) ?? []) === 'waits'
        return ballName === undefined ? [] : [{ ...work, ballName, waits }]
      }),
      changed: changed.has(visit.customerId),
      toldAt: told.get(visit.customerId) ?? null,
    })),
  }
}

/** Every night, so that the morning finds it made. */
export async function countAheadNightly(database: Database, logger: Logger): Promise<void> {
  await countAhead(database)
  logger.info('forecast of the bench counted')
}
