import { policyForSchema, reminderSchema, sessionLogSchema } from '@sleetfall/contract'
import { Router } from 'express'
import { object } from 'yup'
import { ballById } from '../balls/store.ts'
import { type Context, idOf, requireOwner, requireTechnician } from '../http/context.ts'
import { ProblemError } from '../http/errors.ts'
import { write } from '../http/write.ts'
import { logSession, upkeepBoard } from './service.ts'
import * as store from './store.ts'

const linkDays = 180

export function upkeepRoutes(context: Context): Router {
  const { database } = context
  const router = Router()

  router.get('/', async (_request, response) => {
    response.json(await upkeepBoard(database))
  })
  router.put(
    '/policy',
    write(context, policyForSchema, async ({ db, input, request }) => {
      // The shop's own policy is everybody's, so the owner decides it.
      if (!input.customerId && !input.ballId) requireOwner(request)
      else requireTechnician(request)
      await store.setPolicy(db, input)
      return upkeepBoard(db)
    }),
  )
  router.post(
    '/sessions',
    write(context, sessionLogSchema, async ({ db, input, user }) => {
      await logSession(db, input, { staffId: user.id })
      return ballById(db, input.ballId)
    }),
  )

  router.get('/outbox', async (_request, response) => {
    response.json(await store.listMessages(database))
  })
  router.post(
    '/outbox',
    write(context, reminderSchema, ({ db, input, user }) => store.queueMessage(db, input, user.id)),
  )
  router.post(
    '/outbox/:id/withdraw',
    write(context, object({}), async ({ db, request }) => {
      if (!(await store.withdrawMessage(db, idOf(request))))
        throw new ProblemError(409, 'already-done', 'This message went out already; it cannot be taken back.')
      return store.messageById(db, idOf(request))
    }),
  )

  router.get('/links/:id', async (request, response) => {
    response.json(await store.linksOf(database, idOf(request)))
  })
  router.post(
    '/links/:id',
    write(context, object({}), async ({ db, request }) => ({
      secret: await store.createLink(db, idOf(request), linkDays),
    })),
  )
  router.post(
    '/links/:id/revoke',
    write(context, object({}), async ({ db, request }) => {
      await store.revokeLink(db, idOf(request))
      return {}
    }),
  )
  return router
}
