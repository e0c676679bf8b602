import { type BallEvent, type BallEventInput, type BallEventKind, isOfKind, said } from '@sleetfall/contract'
import type { SurfaceEvent } from '@sleetfall/core'
import type { Db } from '../database/db.ts'
import { insertRow } from '../database/rows.ts'
import { ProblemError, notFound } from '../http/errors.ts'

/** Oil volume taken for games of which no pattern was noted. */
export const assumedVolumeMl = 25

const select = `select h.id, h.seq::double precision as seq, h.ball_id, h.kind, h.happened_at, h.created_at as recorded_at, s.name as recorded_by, h.payload, h.withdrawn
  from ball_history h left join staff_label s on s.id = h.staff_id`

export const eventsOfBall = (db: Db, ballId: string) =>
  db.many<BallEvent>(`${select} where h.ball_id = $1 order by h.happened_at, h.seq`, [ballId])

export const standingEvents = (db: Db, ballIds: readonly string[]) =>
  db.many<BallEvent>(
    `${select} where h.ball_id = any($1) and not h.withdrawn and h.kind <> 'withdrawn' order by h.happened_at, h.seq`,
    [ballIds],
  )

const changesSurface = isOfKind('games', 'surfaced', 'scanned', 'cleaned', 'extracted')

/** The part of a ball's history that the surface model reads. */
export const asSurfaceEvents = (events: readonly BallEvent[]): SurfaceEvent[] =>
  events.filter(changesSurface).map((event) => withTime(Date.parse(event.happenedAt), event))

function withTime(atMs: number, event: BallEvent<SurfaceEvent['kind']>): SurfaceEvent {
  switch (event.kind) {
    case 'games':
      return { atMs, kind: event.kind, ...event.payload }
    case 'surfaced':
      return { atMs, kind: event.kind, ...event.payload }
    case 'scanned':
      return { atMs, kind: event.kind, ...event.payload }
    case 'cleaned':
      return { atMs, kind: event.kind, ...event.payload }
    case 'extracted':
      return { atMs, kind: event.kind, ...event.payload }
  }
}

interface AppendOptions {
  readonly staffId: string | null
  readonly jobId?: string
  /** Volume of the pattern that games were bowled on. */
  readonly volumeMl?: number | undefined
  /** Night that games were logged with, to be taken back with it. */
  readonly nightId?: string
}

export async function appendEvent(
  db: Db,
  ballId: string,
  input: BallEventInput,
  options: AppendOptions,
): Promise<void> {
  const { id, kind, happenedAt, ...rest } = input
  const night = options.nightId === undefined ? {} : { nightId: options.nightId }
  const payload = kind === 'games' ? { ...rest, volumeMl: options.volumeMl ?? assumedVolumeMl, ...night } : rest
  await insertRow(db, 'ball_event', {
    id,
    ballId,
    kind,
    happenedAt,
    payload,
    staffId: options.staffId,
    ...(options.jobId === undefined ? {} : { jobId: options.jobId }),
  })
  if (kind === 'moved') await touchBall(db, ballId)
}

/** Whereabouts and layout are part of the edited record, so a new one must make an older edit collide. */
const touchBall = (db: Db, ballId: string) => db.run('update ball set name = name where id = $1', [ballId])

export async function recordLayout(
  db: Db,
  ballId: string,
  id: string,
  layout: { readonly drillingAngleDeg: number; readonly pinToPapIn: number; readonly valAngleDeg: number },
  staffId: string | null,
  happenedAt = new Date().toISOString(),
): Promise<void> {
  await insertRow(db, 'ball_event', { id, ballId, kind: 'drilled', happenedAt, payload: layout, staffId })
  await touchBall(db, ballId)
}

/** Keeps a ball to this transaction, so that two logs of it follow each other; its owner, or null when there is none. */
export const lockBall = async (db: Db, id: string) =>
  (await db.maybeOne<{ customerId: string }>('select customer_id from ball where id = $1 for update', [id]))
    ?.customerId ?? null

export const eventExists = async (db: Db, id: string, ballId: string) =>
  (await db.maybeOne('select 1 from ball_event where id = $1 and ball_id = $2', [id, ballId])) !== null

/** Games of a ball on a day of the server's calendar. */
export const gamesOnDay = async (db: Db, ballId: string, day: string) =>
  (
    await db.one<{ games: number }>(
      `select coalesce(sum((payload ->> 'games')::int), 0)::int as games from ball_history
       where ball_id = $1 and kind = 'games' and not withdrawn and happened_at >= $2 and happened_at < $3`,
      [ballId, new Date(`${day}T00:00:00`).toISOString(), new Date(`${day}T24:00:00`).toISOString()],
    )
  ).games

export const eventsOfNight = (db: Db, nightId: string) =>
  db.many<BallEvent<'games'>>(`${select} where h.kind = 'games' and h.payload ->> 'nightId' = $1 order by h.seq`, [
    nightId,
  ])

/** Ball and kind of an event. */
export async function eventOf(db: Db, id: string): Promise<{ readonly ballId: string; readonly kind: BallEventKind }> {
  const event = await db.maybeOne<{ ballId: string; kind: BallEventKind }>(
    'select ball_id, kind from ball_event where id = $1',
    [id],
  )
  if (!event) throw notFound()
  return event
}

/** Whether a ball has no surface work on record yet, or only one that was recorded as it came in. */
export const firstSurface = async (db: Db, ballId: string) =>
  (
    await db.one<{ works: number }>(
      `select count(*)::int as works from ball_event where ball_id = $1 and kind = 'surfaced'`,
      [ballId],
    )
  ).works === 0

/** Takes an event back by a new one that names it. What a finished job wrote stays. */
export async function withdrawEvent(db: Db, eventId: string, newId: string, staffId: string): Promise<string> {
  const event = await db.maybeOne<{ ballId: string; kind: BallEventKind; jobId: string | null }>(
    'select ball_id, kind, job_id from ball_event where id = $1',
    [eventId],
  )
  if (!event) throw notFound()
  if (event.jobId !== null || event.kind === 'withdrawn') {
    throw new ProblemError(409, 'refused', said('refused.recordStays'))
  }
  await insertRow(db, 'ball_event', {
    id: newId,
    ballId: event.ballId,
    kind: 'withdrawn',
    happenedAt: new Date().toISOString(),
    payload: {},
    withdraws: eventId,
    staffId,
  })
  return event.ballId
}
