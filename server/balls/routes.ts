import { randomUUID } from 'node:crypto'
import { ballEventSchema, ballSchema, drillingSchema } from '@sleetfall/contract'
import { Router } from 'express'
import { number, object } from 'yup'
import type { Db } from '../database/db.ts'
import { type Context, idOf, requireTechnician } from '../http/context.ts'
import { notFound } from '../http/errors.ts'
import { write } from '../http/write.ts'
import { patternVolumeMl } from '../lanes/store.ts'
import { appendEvent, eventsOfBall, recordLayout, withdrawEvent } from './events.ts'
import { ballById, createBall, listBalls, updateBall } from './store.ts'

async function existing(db: Db, id: string) {
  const ball = await ballById(db, id)
  if (!ball) throw notFound('There is no such ball.')
  return ball
}

export function ballRoutes(context: Context): Router {
  const { database } = context
  const router = Router()

  router.get('/', async (_request, response) => {
    response.json(await listBalls(database))
  })

  router.get('/:id', async (request, response) => {
    response.json(await existing(database, idOf(request)))
  })

  router.get('/:id/events', async (request, response) => {
    await existing(database, idOf(request))
    response.json(await eventsOfBall(database, idOf(request)))
  })

  router.post(
    '/',
    write(context, ballSchema, ({ db, input, user }) => createBall(db, input, user.id)),
  )

  router.put(
    '/:id',
    write(context, ballSchema.concat(object({ version: number().required() })), ({ db, input, request, user }) => {
      const { version, ...rest } = input
      return updateBall(db, { ...rest, id: idOf(request) }, version, user.id)
    }),
  )

  router.post(
    '/:id/events',
    write(context, ballEventSchema, async ({ db, input, request, user }) => {
      const ball = await existing(db, idOf(request))
      const volumeMl =
        input.kind === 'games' && input.patternId ? await patternVolumeMl(db, input.patternId) : undefined
      await appendEvent(db, ball.id, input, { staffId: user.id, volumeMl })
      return ballById(db, ball.id)
    }),
  )

  /** What was drilled into it, with the copy of the holes that the ball keeps. */
  router.post(
    '/:id/drilling',
    write(context, drillingSchema, async ({ db, input, request, user }) => {
      requireTechnician(request)
      const ball = await existing(db, idOf(request))
      const { id, ...drilling } = input
      await recordLayout(db, ball.id, id, drilling, user.id)
      return ballById(db, ball.id)
    }),
  )

  /** Takes a record back; the history keeps both. */
  router.post(
    '/events/:id/withdraw',
    write(context, object(), async ({ db, request, user }) => {
      const ballId = await withdrawEvent(db, idOf(request), randomUUID(), user.id)
      return ballById(db, ballId)
    }),
  )
  return router
}
