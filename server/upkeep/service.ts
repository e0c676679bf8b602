import type { Ball, BowlingEvent, SessionLog, UpkeepBoard, UpkeepRow } from '@sleetfall/contract'
import { type Due, type UpkeepPolicy, dueWork } from '@sleetfall/core'
import { addDays } from '../bag/nextDay.ts'
import { listEvents } from '../bag/store.ts'
import { appendEvent } from '../balls/events.ts'
import { ballById, listBalls } from '../balls/store.ts'
import { listJobs } from '../bench/store.ts'
import { listCustomers } from '../customers/store.ts'
import type { Db } from '../database/db.ts'
import { notFound } from '../http/errors.ts'
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
  policy: UpkeepPolicy,
  play: { readonly gamesPerWeek: number | null; readonly eventsMs: readonly number[] },
): Due[] =>
  dueWork(
    {
      cover: ball.cover,
      surface: ball.surface,
      gamesSinceCleaning: ball.gamesSinceCleaning,
      volumeMl: ball.playedVolumeMl,
    },
    policy,
    play,
    Date.now(),
  )

/** Every ball in care with what it is due for and why. */
export async function upkeepBoard(db: Db): Promise<UpkeepBoard> {
  const balls = await listBalls(db)
  const customers = new Map((await listCustomers(db)).map((customer) => [customer.id, customer]))
  const events = (await listEvents(db)).filter((event) => event.kind === 'tournament')
  const jobs = (await listJobs(db)).filter((job) => job.state === 'waiting' || job.state === 'running')
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
      due: dueOf(ball, policy, play),
      openJobs: jobs.filter((job) => job.ballId === ball.id).map((job) => job.kind),
      place: ball.place,
      lockedUntil: ball.lockedUntil,
    }
  })
  return { rows, shopPolicy: chosen.shop }
}

const eveningOf = (day: string) => new Date(`${day}T20:00:00`).getTime()

/**
 * Play as somebody logs it: the games, and how soon the ball was cleaned. `only` limits it to one customer's balls. A repeated
 * log of the same id changes nothing.
 */
export async function logSession(
  db: Db,
  input: SessionLog,
  who: { readonly staffId: string | null; readonly only?: string },
): Promise<void> {
  const ball = await ballById(db, input.ballId)
  if (!ball || (who.only !== undefined && ball.customerId !== who.only)) throw notFound('There is no such ball.')
  if (await db.maybeOne('select id from ball_event where id = $1', [input.id])) return
  const playedMs = Math.min(eveningOf(input.playedOn), Date.now() - 60_000)
  const happenedAt = new Date(playedMs).toISOString()
  const volumeMl = input.patternId ? await patternVolumeMl(db, input.patternId) : undefined
  await appendEvent(
    db,
    ball.id,
    { id: input.id, kind: 'games', happenedAt, games: input.games, patternId: input.patternId ?? null },
    { staffId: who.staffId, volumeMl },
  )
  if (input.cleaned === 'not') return
  const laterMs = input.cleaned === 'cleaner-next-day' ? 14 * 3_600_000 : 10_000
  const cleanedAt = new Date(Math.min(playedMs + laterMs, Date.now())).toISOString()
  const id = input.id.replace(/^./, (c) => (c === 'f' ? '0' : 'f'))
  await appendEvent(
    db,
    ball.id,
    { id, kind: 'cleaned', happenedAt: cleanedAt, with: input.cleaned === 'towel' ? 'towel' : 'cleaner' },
    { staffId: who.staffId },
  )
}
