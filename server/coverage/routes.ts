import { type Request, Router } from 'express'
import * as yup from 'yup'
import { type Context, idOf } from '../http/context.ts'
import { planWishesSchema, promisesSchema, remedySchema } from '@sleetfall/contract'
import { answers, takes, write } from '../http/write.ts'
import type { Db } from '../database/db.ts'
import { coverageOf, forecastsHeld, nearestGaps, plansFor, promiseWorks, remediesOf, stopMap } from './service.ts'
import { setStopped } from './store.ts'

/** The queue in which the engine is asked. */
export const coverageJob = 'coverage'

export function coverageRoutes(context: Context): Router {
  const { database, later, motion } = context
  const router = Router()
  router.get('/', async (_request, response) => {
    const { wanted, ...near } = await nearestGaps(database)
    response.json(near)
    // Whoever is near is looked at behind, a few at a time as long as somebody looks at the page.
    for (const id of wanted) await later(coverageJob, id)
  })
  /** How good the maps' forecasts were, over the shop's latest trials. */
  router.get('/forecasts', async (_request, response) => {
    response.json(await forecastsHeld(database))
  })
  /** Answers with what is kept; what is not of now is computed behind, and asked for again. */
  router.get('/:id', async (request, response) => {
    const view = await coverageOf(database, idOf(request))
    if (view.engine.state !== 'ready' && !view.engine.stopped) await later(coverageJob, view.customerId, true)
    response.json(view)
  })
  const asIs = ({ db, request }: { readonly db: Db; readonly request: Request }) => coverageOf(db, idOf(request))
  router.post(
    '/:id/stop',
    write(
      context,
      yup.object({}),
      async (one) => {
        await stopMap(one.db, idOf(one.request))
        return asIs(one)
      },
      asIs,
    ),
  )
  router.post(
    '/:id/go-on',
    write(
      context,
      yup.object({}),
      async (one) => {
        await setStopped(one.db, idOf(one.request), null)
        return asIs(one)
      },
      asIs,
    ),
  )
  /** Keeps what works of this customer are promised to bring, as they are put on the bench. */
  router.post(
    '/:id/promises',
    write(
      context,
      promisesSchema,
      async ({ db, input, request }) => {
        await promiseWorks(db, idOf(request), input.jobIds)
        return { kept: true }
      },
      async () => ({ kept: true }),
    ),
  )
  /** Plans over all balls together; null until the engine has answered everything. */
  router.get(
    '/:id/plans',
    takes(planWishesSchema, async ({ bought, carried }, request, response) => {
      response.json(await plansFor(database, motion, idOf(request), { mostBought: bought, carried }))
    }),
  )
  /** What each remedy would do for a ball in one state; null until the engine has answered everything. */
  router.get(
    '/:id/remedies',
    answers(remedySchema, (question, request) => remediesOf(database, motion, idOf(request), question)),
  )
  return router
}
