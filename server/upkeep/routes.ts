import {
  aheadVisitsSchema,
  playNightSchema,
  policyForSchema,
  reminderSchema,
  said,
  sessionLogSchema,
  tellingSchema,
  upkeepListSchema,
  versioned,
} from '@sleetfall/contract'
import { Router } from 'express'
import { object } from 'yup'
import { ballById } from '../balls/store.ts'
import { notAllowed } from '../http/access.ts'
import { type Context, idOf } from '../http/context.ts'
import { ProblemError } from '../http/errors.ts'
import { answers, write } from '../http/write.ts'
import { aheadJob, aheadNow, visitsAhead } from './ahead.ts'
import { aheadAt, keptAhead } from './aheadStore.ts'
import { logNight, logSession, nightOf, upkeepBoard, upkeepOf, withdrawNight } from './service.ts'
import * as store from './store.ts'

const linkDays = 180

export function upkeepRoutes(context: Context): Router {
  const { database, later } = context
  const router = Router()

  router.get(
    '/',
    answers(upkeepListSchema, (question) => upkeepBoard(database, question)),
  )
  /** What the balls of one customer are due for. */
  router.get('/of/:id', async (request, response) => {
    response.json(await upkeepOf(database, idOf(request)))
  })
  /** What upkeep will ask of the bench, as it was last counted; an old count is made anew behind. */
  router.get('/ahead', async (_request, response) => {
    const { ahead, old } = await aheadNow(database)
    response.json(ahead)
    if (old) await later(aheadJob, 'shop', ahead.countedAt === null)
  })
  router.get(
    '/ahead/visits',
    answers(aheadVisitsSchema, (question) => visitsAhead(database, question)),
  )
  router.post(
    '/ahead/anew',
    write(
      context,
      object({}),
      async ({ db }) => {
        await aheadAt(db, 0, 0)
        await later(aheadJob, 'shop', true)
        return keptAhead(db)
      },
      ({ db }) => keptAhead(db),
    ),
  )
  router.put(
    '/policy',
    write(
      context,
      policyForSchema,
      async ({ db, input, user }) => {
        // The shop's own policy is everybody's, so the owner decides it.
        if (!input.customerId && !input.ballId && user.role !== 'owner') throw notAllowed('owner')
        await store.setPolicy(db, input)
        return {}
      },
      async () => ({}),
    ),
  )
  router.post(
    '/sessions',
    write(
      context,
      sessionLogSchema,
      async ({ db, input, user }) => {
        await logSession(db, input, { staffId: user.id })
        return ballById(db, input.ballId)
      },
      ({ db, input }) => ballById(db, input.ballId),
    ),
  )

  /** A night of play in one go, and its undo. */
  router.post(
    '/nights',
    write(
      context,
      playNightSchema,
      ({ db, input, user }) => logNight(db, input, user.id),
      ({ db, input }) => nightOf(db, input.id),
    ),
  )
  router.post(
    '/nights/:id/withdraw',
    write(
      context,
      object({}),
      ({ db, request, user }) => withdrawNight(db, idOf(request), user.id),
      ({ db, request }) => nightOf(db, idOf(request)),
    ),
  )

  router.get('/telling', async (_request, response) => {
    response.json(await store.telling(database))
  })
  router.put(
    '/telling',
    write(
      context,
      tellingSchema.concat(versioned),
      ({ db, input: { version, ...input } }) => store.saveTelling(db, input, version),
      ({ db }) => store.telling(db),
    ),
  )
  router.get('/outbox', async (_request, response) => {
    response.json(await store.listMessages(database))
  })
  router.post(
    '/outbox',
    write(
      context,
      reminderSchema,
      ({ db, input, user }) => store.queueMessage(db, input, user.id),
      ({ db, input }) => store.messageById(db, input.id),
    ),
  )
  router.post(
    '/outbox/:id/withdraw',
    write(
      context,
      object({}),
      async ({ db, request }) => {
        if (!(await store.withdrawMessage(db, idOf(request))))
          throw new ProblemError(409, 'already-done', said('refused.messageSent'))
        return store.messageById(db, idOf(request))
      },
      ({ db, request }) => store.messageById(db, idOf(request)),
    ),
  )

  router.get('/links/:id', async (request, response) => {
    response.json(await store.linksOf(database, idOf(request)))
  })
  router.post(
    '/links/:id',
    // Told once, and kept nowhere: a repeated request does not get it again.
    write(context, object({}), async ({ db, request }) => ({
      secret: await store.createLink(db, idOf(request), linkDays),
    })),
  )
  router.post(
    '/links/:id/revoke',
    write(
      context,
      object({}),
      async ({ db, request }) => {
        await store.revokeLink(db, idOf(request))
        return {}
      },
      async () => ({}),
    ),
  )
  return router
}
