import type {
  Ball,
  BowlingEvent,
  NightLogged,
  PlayNight,
  SessionLog,
  UpkeepBoard,
  UpkeepRow,
  PolicyScope,
} from '@sleetfall/contract'
import { type Due, type UpkeepPolicy, dueWork } from '@sleetfall/core'
import { randomUUID } from 'node:crypto'
import { addDays, today } from '../bag/nextDay.ts'
import { listEvents } from '../bag/store.ts'
import { appendEvent, eventExists, eventsOfNight, gamesOnDay, lockBall, withdrawEvent } from '../balls/events.ts'
import { listBalls } from '../balls/store.ts'
import { openJobKinds } from '../bench/store.ts'
import { customerById, listCustomers } from '../customers/store.ts'
import type { Db } from '../database/db.ts'
import { invalidInput, notFound } from '../http/errors.ts'
import { patternVolumeMl } from '../lanes/store.ts'
import { policies } from './store.ts'

/** Start of a calendar day where the server stands. */
const startOf = (day: string) => new Date(`${day}T00:00:00`).getTime()

/** Starts of the events that a customer has ahead, each tournament and each league night of the next weeks. */
export function eventStarts(events: readonly BowlingEvent[], customerId: string): number[] {
  return events
    .filter((event) => event.nextOn !== null && event.customerIds.includes(customerId))
    .flatMap((event) => {
      const nights = event.kind === 'league' ? [0, 7, 14] : [0]
      return nights.map((days) => addDays(event.nextOn!, days)).filter((day) => day <= event.endsOn)
    })
    .map(startOf)
    .sort((a, b) => a - b)
}

/** What a ball is due for. League nights are ordinary play: only tournaments count as events to prepare for. */
export const dueOf = (
  ball: Ball,
  { policy, scope }: { readonly policy: UpkeepPolicy; readonly scope: PolicyScope },
  play: { readonly gamesPerWeek: number | null; readonly eventsMs: readonly number[] },
): Due[] =>
  dueWork(
    {
      cover: ball.cover,
      surface: ball.surface,
      gamesSinceCleaning: ball.gamesSinceCleaning,
      schoolChosen: scope !== 'shop',
      inShop: ball.place !== 'customer',
      volumeMl: ball.playedVolumeMl,
    },
    policy,
    play,
    Date.now(),
  )

/** Every ball in care with what it is due for and why; of one customer only, when one is named. */
export async function upkeepBoard(db: Db, customerId?: string): Promise<UpkeepBoard> {
  const balls = (await listBalls(db, customerId)).filter((ball) => ball.retiredOn === null)
  const customers = new Map(
    (customerId === undefined ? await listCustomers(db) : [await customerById(db, customerId)]).flatMap((customer) =>
      customer ? [[customer.id, customer] as const] : [],
    ),
  )
  const events = (await listEvents(db)).filter((event) => event.kind === 'tournament')
  const jobs = await openJobKinds(
    db,
    balls.map((ball) => ball.id),
  )
  const chosen = await policies(db)
  const rows = balls.map((ball): UpkeepRow => {
    const { policy, scope } = chosen.of(ball.id, ball.customerId)
    const play = {
      gamesPerWeek: customers.get(ball.customerId)?.gamesPerWeek ?? null,
      eventsMs: eventStarts(events, ball.customerId),
    }
    return {
      ballId: ball.id,
      ballName: ball.name,
      customerId: ball.customerId,
      customerName: ball.customerName,
      policy,
      scope,
      due: dueOf(ball, { policy, scope }, play),
      openJobs: jobs.get(ball.id) ?? [],
      place: ball.place,
      lockedUntil: ball.lockedUntil,
    }
  })
  return { rows, shopPolicy: chosen.shop }
}

const eveningOf = (day: string) => new Date(`${day}T20:00:00`).getTime()

/** How far back a customer's link may log, and how much a ball can have been thrown on one day. */
const linkDays = 60
const mostGamesADay = 30

async function refuseImplausible(db: Db, input: SessionLog): Promise<void> {
  const earliest = addDays(today(), -linkDays)
  if (input.playedOn < earliest)
    throw invalidInput([
      { path: 'playedOn', message: `Played on: ${earliest} or later; ask the shop to log what is older` },
    ])
  const sum = input.games + (await gamesOnDay(db, input.ballId, input.playedOn))
  if (sum > mostGamesADay)
    throw invalidInput([
      {
        path: 'games',
        message: `Games: with what is logged for that day already this makes ${sum}; at most ${mostGamesADay} a ball and day`,
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
  if (owner === null || (who.only !== undefined && owner !== who.only)) throw notFound('There is no such ball.')
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
      throw invalidInput([{ path: `rows[${index}].ballId`, message: `Ball ${index + 1}: not on the rack any more` }])
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
  if (events.length === 0) throw notFound('There is no such night on record.')
  const standing = events.filter((event) => !event.withdrawn)
  return {
    id,
    balls: standing.length,
    games: standing.reduce((sum, event) => sum + Number(event.payload['games']), 0),
    withdrawn: standing.length === 0,
  }
}

/** Takes a whole night back; what was taken back singly before stays so. */
export async function withdrawNight(db: Db, id: string, staffId: string): Promise<NightLogged> {
  const events = await eventsOfNight(db, id)
  for (const event of events) if (!event.withdrawn) await withdrawEvent(db, event.id, randomUUID(), staffId)
  return nightOf(db, id)
}
