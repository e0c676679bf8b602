import { randomUUID } from 'node:crypto'
import {
  ballEventSchema,
  ballListSchema,
  ballSchema,
  type BallEventKind,
  abilities,
  counterRecords,
  drillingSchema,
  mayAs,
  mergeSchema,
  retireSchema,
  versioned,
} from '@sleetfall/contract'
import { Router } from 'express'
import { object } from 'yup'
import type { Db } from '../database/db.ts'
import { notAllowed } from '../http/access.ts'
import { type Context, type SignedIn, idOf } from '../http/context.ts'
import { notFound } from '../http/errors.ts'
import { setRetired } from '../http/mending.ts'
import { answers, removal, write } from '../http/write.ts'
import { patternVolumeMl } from '../lanes/store.ts'
import { appendEvent, eventOf, eventsOfBall, firstSurface, recordLayout, withdrawEvent } from './events.ts'
import { ballDependents, deleteBall, mergeBalls } from './mend.ts'
import { ballById, createBall, isBall, listBalls, updateBall } from './store.ts'

async function existing(db: Db, id: string) {
  const ball = await ballById(db, id)
  if (!ball) throw notFound('ball')
  return ball
}

/**
 * What a member may put into a ball's history or take back: the counter what she is told or sees. The surface that a ball comes
 * with is told too, so she may name it while nothing was done to the ball yet.
 */
async function recordsOf(db: Db, user: SignedIn, ballId: string, kind: BallEventKind): Promise<void> {
  if (mayAs(user.role, abilities.surfaces) || (counterRecords as readonly string[]).includes(kind)) return
  if (kind === 'surfaced' && (await firstSurface(db, ballId))) return
  throw notAllowed('technician')
}

async function needBall(db: Db, id: string): Promise<string> {
  if (!(await isBall(db, id))) throw notFound('ball')
  return id
}

export function ballRoutes(context: Context): Router {
  const { database } = context
  const router = Router()

  router.get(
    '/',
    answers(ballListSchema, (question) => listBalls(database, question)),
  )

  router.get('/:id', async (request, response) => {
    response.json(await existing(database, idOf(request)))
  })

  router.get('/:id/events', async (request, response) => {
    response.json(await eventsOfBall(database, await needBall(database, idOf(request))))
  })

  router.post(
    '/',
    write(
      context,
      ballSchema,
      ({ db, input, user }) => createBall(db, input, user.id),
      ({ db, input }) => ballById(db, input.id),
    ),
  )

  router.put(
    '/:id',
    write(
      context,
      ballSchema.concat(versioned),
      ({ db, input, request, user }) => {
        const { version, ...rest } = input
        return updateBall(db, { ...rest, id: idOf(request) }, version, user.id)
      },
      ({ db, request }) => ballById(db, idOf(request)),
    ),
  )

  router.post(
    '/:id/events',
    write(
      context,
      ballEventSchema,
      async ({ db, input, request, user }) => {
        const id = await needBall(db, idOf(request))
        await recordsOf(db, user, id, input.kind)
        const volumeMl =
          input.kind === 'games' && input.patternId ? await patternVolumeMl(db, input.patternId) : undefined
        await appendEvent(db, id, input, { staffId: user.id, volumeMl })
        return ballById(db, id)
      },
      ({ db, request }) => ballById(db, idOf(request)),
    ),
  )

  /** What was drilled into it, with the copy of the holes that the ball keeps. */
  router.post(
    '/:id/drilling',
    write(
      context,
      drillingSchema,
      async ({ db, input, request, user }) => {
        const ballId = await needBall(db, idOf(request))
        const { id, ...drilling } = input
        await recordLayout(db, ballId, id, drilling, user.id)
        return ballById(db, ballId)
      },
      ({ db, request }) => ballById(db, idOf(request)),
    ),
  )

  router.get('/:id/dependents', async (request, response) => {
    response.json(await ballDependents(database, idOf(request)))
  })
  router.delete('/:id', removal(context, deleteBall))
  router.post(
    '/:id/retire',
    write(
      context,
      retireSchema,
      async ({ db, input, request }) => {
        const id = idOf(request)
        await setRetired(db, 'ball', id, input, () => ballById(db, id))
        return ballById(db, id)
      },
      ({ db, request }) => ballById(db, idOf(request)),
    ),
  )
  router.post(
    '/:id/merge',
    write(
      context,
      mergeSchema,
      async ({ db, input, request }) => {
        await mergeBalls(db, idOf(request), input.intoId)
        return ballById(db, input.intoId)
      },
      ({ db, input }) => ballById(db, input.intoId),
    ),
  )

  /** Takes a record back; the history keeps both. */
  router.post(
    '/events/:id/withdraw',
    write(
      context,
      object(),
      async ({ db, request, user }) => {
        const event = await eventOf(db, idOf(request))
        await recordsOf(db, user, event.ballId, event.kind)
        const ballId = await withdrawEvent(db, idOf(request), randomUUID(), user.id)
        return ballById(db, ballId)
      },
      async ({ db, request }) => ballById(db, (await eventOf(db, idOf(request))).ballId),
    ),
  )
  return router
}
