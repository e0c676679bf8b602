import type { Ball, BowlingEvent, CoverageTarget, CoverageView, NearGap, OfferedFix } from '@sleetfall/contract'
import { type CoverageQuestion, type Fix, coverageMap, fixesFor, promiseBefore } from '@sleetfall/core'
import { addDays, today } from '../events/nextDay.ts'
import { eventsAhead, playersUntil } from '../events/store.ts'
import { ballsOf } from '../balls/store.ts'
import { customerById } from '../customers/store.ts'
import type { Db } from '../database/db.ts'
import { notFound } from '../http/errors.ts'
import { patternById } from '../lanes/store.ts'
import { surfaceConstants } from '../shop/store.ts'
import { evidenceFor } from '../trials/store.ts'

type Ahead = BowlingEvent & { nextOn: string }

/** Patterns that the events ahead bring, each with its events, nearest first. */
async function targetsOf(db: Db, events: readonly Ahead[]): Promise<CoverageTarget[]> {
  const ids = [...new Set(events.flatMap((event) => event.patternIds))]
  const targets: CoverageTarget[] = []
  for (const id of ids) {
    const pattern = await patternById(db, id)
    if (!pattern) continue
    const { condition, lengthFt, volumeMl } = pattern.figures
    const bringing = events.filter((event) => event.patternIds.includes(id))
    targets.push({
      ...{ id, name: pattern.name, condition, lengthFt, volumeMl },
      events: bringing.map((event) => ({ id: event.id, name: event.name, nextOn: event.nextOn })),
    })
  }
  return targets
}

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
function dueBefore(events: readonly Ahead[], settlingGames: number, gamesPerWeek: number): OfferedFix['due'] {
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

/** Coverage of a customer's balls on what lies ahead, with the cheapest fixes and the promise each could be given. */
export async function coverageOf(db: Db, customerId: string): Promise<CoverageView> {
  const customer = await customerById(db, customerId)
  if (!customer) throw notFound('customer')
  const [balls, events, evidence, constants] = [
    (await ballsOf(db, customerId)).filter((ball) => ball.retiredOn === null),
    await eventsAhead(db, [customerId]),
    await evidenceFor(db, customerId),
    await surfaceConstants(db),
  ]
  const targets = await targetsOf(db, events)
  const question: CoverageQuestion = {
    band: customer.style?.band ?? null,
    threshold: customer.pocketThreshold,
    balls: balls.map((ball) => ({ id: ball.id, reading: readingOf(ball) })),
    targets,
    evidence,
  }
  const map = coverageMap(question)
  const fixable = balls.map((ball) => ({ id: ball.id, finish: ball.surface.finish, oil: ball.surface.oil }))
  const offer = (fix: Fix, targetId: string): OfferedFix => {
    const ballName = balls.find((ball) => ball.id === fix.ballId)?.name ?? null
    const settlingGames = fix.action === 'resurface' ? constants.settlingGames : fix.settlingGames
    const bringing = events.filter((event) => event.patternIds.includes(targetId))
    return { ...fix, ballName, due: dueBefore(bringing, settlingGames, customer.gamesPerWeek ?? 0) }
  }
  return {
    customerId,
    band: question.band,
    threshold: question.threshold,
    balls: balls.map(({ id, name, cover, surface }) => ({ id, name, cover, grit: surface.grit })),
    targets,
    map,
    fixes: map.gaps.map((targetId) => ({
      targetId,
      fixes: fixesFor(question, map, targetId, fixable).map((fix) => offer(fix, targetId)),
    })),
  }
}

/** Days ahead and bowlers that the landing page looks at: what is near, not the whole shop. */
const nearDays = 21
const nearBowlers = 24

/** The shop's nearest gaps by date: whose event comes next, which of its patterns no ball of theirs covers, and the cheapest fix. */
export async function nearestGaps(db: Db): Promise<NearGap[]> {
  const until = addDays(today(), nearDays)
  const bowlers = await playersUntil(db, until, nearBowlers)
  const gaps: NearGap[] = []
  for (const customerId of bowlers) {
    const customer = await customerById(db, customerId)
    if (!customer || customer.retiredOn !== null) continue
    const view = await coverageOf(db, customerId)
    if (view.balls.length === 0) continue
    for (const { targetId, fixes } of view.fixes) {
      const target = view.targets.find((one) => one.id === targetId)!
      const event = target.events.toSorted((a, b) => a.nextOn.localeCompare(b.nextOn))[0]
      if (!event || event.nextOn > until) continue
      const fix = fixes[0]
      gaps.push({
        customerId,
        customerName: customer.name,
        patternId: targetId,
        patternName: target.name,
        eventName: event.name,
        on: event.nextOn,
        fix: fix ? { action: fix.action, ballName: fix.ballName, recipeKey: fix.recipeKey } : null,
      })
    }
  }
  return gaps.sort((a, b) => a.on.localeCompare(b.on) || a.customerName.localeCompare(b.customerName))
}

const readingOf = (ball: Ball) => ({
  cover: ball.cover,
  effectiveRaUm: ball.surface.effectiveRaUm,
  oilShare: ball.surface.oilShare,
  rgIn: ball.rgIn ?? null,
  differentialIn: ball.differentialIn ?? null,
  fitted: ball.fitted,
})
