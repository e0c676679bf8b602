import { Router } from 'express'
import { type Context, idOf } from '../http/context.ts'
import { planWishesSchema } from '@sleetfall/contract'
import { checked } from '../http/write.ts'
import { coverageOf, nearestGaps, plansFor } from './service.ts'

/** The queue in which the engine is asked. */
export const coverageJob = 'coverage'

export function coverageRoutes({ database, later, motion }: Context): Router {
  const router = Router()
  router.get('/', async (_request, response) => {
    const { wanted, ...near } = await nearestGaps(database)
    response.json(near)
    // Whoever is near is looked at behind, a few at a time as long as somebody looks at the page.
    for (const id of wanted) await later(coverageJob, id)
  })
  /** Answers with what is kept; what is not of now is computed behind, and asked for again. */
  router.get('/:id', async (request, response) => {
    const view = await coverageOf(database, idOf(request))
    if (view.engine.state !== 'ready') await later(coverageJob, view.customerId)
    response.json(view)
  })
  /** Plans over all balls together; null until the engine has answered everything. */
  router.get('/:id/plans', async (request, response) => {
    const { bought, carried } = checked(planWishesSchema, request.query)
    response.json(await plansFor(database, motion, idOf(request), { mostBought: bought, carried }))
  })
  return router
}
