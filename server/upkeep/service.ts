import { randomUUID } from 'node:crypto'
import {
  type Ball,
  type NightLogged,
  type PlayNight,
  type PolicyScope,
  type SessionLog,
  spanDays,
  type UpkeepBoard,
  type UpkeepQuestion,
  type UpkeepRow,
  wrong,
} from '@sleetfall/contract'
import { type Due, type Play, type UpkeepBall, type UpkeepPolicy, dueWork } from '@sleetfall/core'
import { addDays, startsOf, today } from '../events/nextDay.ts'
import { playAhead, tournamentsOf } from '../events/store.ts'
import { appendEvent, eventExists, eventsOfNight, gamesOnDay, lockBall, withdrawEvent } from '../balls/events.ts'
import { ballsOf, ballsOfCustomers } from '../balls/store.ts'
import { openJobKinds } from '../bench/store.ts'
import { gamesPerWeekOf } from '../customers/store.ts'
import type { Db } from '../database/db.ts'
import { invalidInput, notFound } from '../http/errors.ts'
import { patternVolumeMl } from '../lanes/store.ts'
import { racksDue } from '../present/lists.ts'
import { policiesFor } from './store.ts'

/** What upkeep is told of a ball, and by which school it goes. */
export interface BallInCare {
  readonly ball: Ball
  readonly asked: UpkeepBall
  readonly policy: UpkeepPolicy
  readonly scope: PolicyScope
  readonly play: Play
  readonly openJobs: readonly string[]
}

/** A ball as upkeep asks for it. */
export const asUpkeepBall = (ball: Ball, scope: PolicyScope): UpkeepBall => ({
  cover: ball.cover,
  surface: ball.surface,
  gamesSinceCleaning: ball.gamesSinceCleaning,
  schoolChosen: scope !== 'shop',
  inShop: ball.place !== 'customer',
  volumeMl: ball.playedVolumeMl,
})

/** Balls in use with all that their upkeep rests on. League nights are ordinary play: only tournaments count as events to prepare for. */
export async function inCare(db: Db, balls: readonly Ball[]): Promise<BallInCare[]> {
  const inUse = balls.filter((ball) => ball.retiredOn === null)
  const ids = inUse.map((ball) => ball.id)
  const customerIds = [...new Set(inUse.map((ball) => ball.customerId))]
  const pace = await gamesPerWeekOf(db, customerIds)
  const plays = await playAhead(db, customerIds)
  const jobs = await openJobKinds(db, ids)
  const chosen = await policiesFor(db, ids, customerIds)
  return inUse.map((ball) => {
    const { policy, scope } = chosen.of(ball.id, ball.customerId)
    const eventsMs = startsOf(tournamentsOf(plays, ball.customerId))
    const play = { gamesPerWeek: pace.get(ball.customerId) ?? null, eventsMs }
    return { ball, asked: asUpkeepBall(ball, scope), policy, scope, play, openJobs: jobs.get(ball.id) ?? [] }
  })
}

/** What a surface brings back and what was last done on the spinner: the work proposed goes by them. */
export const keptAt = (ball: Ball) => ({
  targetGrit: ball.surface.window?.targetGrit ?? ball.targetGrit ?? null,
  lastRecipe: ball.lastRecipe,
})

/** Some balls with what they are due for and why. */
export async function upkeepRows(db: Db, balls: readonly Ball[]): Promise<UpkeepRow[]> {
  return (await inCare(db, balls)).map(({ ball, asked, policy, scope, play, openJobs }): UpkeepRow => ({
    ballId: ball.id,
    ballName: ball.name,
    customerId: ball.customerId,
    customerName: ball.customerName,
    policy,
    scope,
    due: dueWork(asked, policy, play, Date.now()),
    openJobs,
    place: ball.place,
    lockedUntil: ball.lockedUntil,
    ...keptAt(ball),
  }))
}

export const upkeepOf = async (db: Db, customerId: string) => upkeepRows(db, await ballsOf(db, customerId))

/** What is due within some days, customer by customer, those first whose ball is due first. */
export async function upkeepBoard(db: Db, question: UpkeepQuestion): Promise<UpkeepBoard> {
  const { customerIds, total } = await racksDue(db, question)
  const rows = await upkeepRows(db, await ballsOfCustomers(db, customerIds))
  const { shop } = await policiesFor(db, [], [])
  const place = new Map(customerIds.map((id, index) => [id, index]))
  const words = wordsOf(question.q)
  return {
    rows: rows
      .filter((row) => words.every((word) => `${row.ballName} ${row.customerName}`.toLowerCase().includes(word)))
      .map((row) => ({ ...row, due: row.due.filter((one) => within(one, question.within)) }))
      .filter((row) => row.due.length > 0)
      .sort((a, b) => place.get(a.customerId)! - place.get(b.customerId)!),
    shopPolicy: shop,
    total,
  }
}

const wordsOf = (text: string) =>
  text
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '')

/** What waits for the next visit anyway is no reason to list a ball under 'now'. */
function within(due: Due, span: UpkeepQuestion['within']): boolean {
  const past = due.games !== null ? due.games <= 0 : due.atMs <= Date.now()
  if (span === 'now') return due.asked && past
  return due.atMs <= Date.now() + spanDays[span] * 86_400_000
}

const eveningOf = (day: string) => new Date(`${day}T20:00:00`).getTime()

/** How far back a customer's link may log, and how much a ball can have been thrown on one day. */
const linkDays = 60
const mostGamesADay = 30

async function refuseImplausible(db: Db, input: SessionLog): Promise<void> {
  const earliest = addDays(today(), -linkDays)
  if (input.playedOn < earliest)
    throw invalidInput([{ path: 'playedOn', said: wrong('playedOn', 'tooLongAgo', { earliest }) }])
  const sum = input.games + (await gamesOnDay(db, input.ballId, input.playedOn))
  if (sum > mostGamesADay)
    throw invalidInput([
      {
        path: 'games',
        said: wrong('games', 'tooManyADay', { sum, most: mostGamesADay }),
      },
    ])
}

const playedAt = (day: string) => new Date(Math.min(eveningOf(day), Date.now() - 60_000)).toISOString()

/**
 * Play as somebody logs it: the games, and how soon the ball was cleaned if they said so. `only` limits it to one customer's balls
 * and to what a customer may say. A repeated log of the same id, also at the same time, changes nothing.
 */
export async function logSession(
  db: Db,
  input: SessionLog,
  who: { readonly staffId: string | null; readonly only?: string },
): Promise<void> {
  const owner = await lockBall(db, input.ballId)
  if (owner === null || (who.only !== undefined && owner !== who.only)) throw notFound('ball')
  if (await eventExists(db, input.id, input.ballId)) return
  if (who.only !== undefined) await refuseImplausible(db, input)
  const happenedAt = playedAt(input.playedOn)
  const volumeMl = input.patternId ? await patternVolumeMl(db, input.patternId) : undefined
  await appendEvent(
    db,
    input.ballId,
    { id: input.id, kind: 'games', happenedAt, games: input.games, patternId: input.patternId ?? null },
    { staffId: who.staffId, volumeMl },
  )
  if (input.cleaned === null || input.cleaned === 'not') return
  const laterMs = input.cleaned === 'cleaner-next-day' ? 14 * 3_600_000 : 10_000
  const cleanedAt = new Date(Math.min(Date.parse(happenedAt) + laterMs, Date.now())).toISOString()
  const id = input.id.replace(/^./, (c) => (c === 'f' ? '0' : 'f'))
  await appendEvent(
    db,
    input.ballId,
    { id, kind: 'cleaned', happenedAt: cleanedAt, with: input.cleaned === 'towel' ? 'towel' : 'cleaner' },
    { staffId: who.staffId },
  )
}

/** Logs the games of a whole night: all of them or none. */
export async function logNight(db: Db, night: PlayNight, staffId: string): Promise<NightLogged> {
  const happenedAt = playedAt(night.playedOn)
  const volumeMl = night.patternId ? await patternVolumeMl(db, night.patternId) : undefined
  for (const [index, { id, ballId, games }] of night.rows.entries()) {
    if ((await lockBall(db, ballId)) === null)
      throw invalidInput([{ path: `rows[${index}].ballId`, said: wrong('ball', 'notOnRack', { number: index + 1 }) }])
    await appendEvent(
      db,
      ballId,
      { id, kind: 'games', happenedAt, games, patternId: night.patternId ?? null },
      { staffId, volumeMl, nightId: night.id },
    )
  }
  return nightOf(db, night.id)
}

/** How a night stands: how many balls and games, and whether it was taken back. */
export async function nightOf(db: Db, id: string): Promise<NightLogged> {
  const events = await eventsOfNight(db, id)
  if (events.length === 0) throw notFound('night')
  const standing = events.filter((event) => !event.withdrawn)
  return {
    id,
    balls: standing.length,
    games: standing.reduce((sum, event) => sum + event.payload.games, 0),
    withdrawn: standing.length === 0,
  }
}

/** Takes a whole night back; what was taken back singly before stays so. */
export async function withdrawNight(db: Db, id: string, staffId: string): Promise<NightLogged> {
  const events = await eventsOfNight(db, id)
  for (const event of events) if (!event.withdrawn) await withdrawEvent(db, event.id, randomUUID(), staffId)
  return nightOf(db, id)
}
