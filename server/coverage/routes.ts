import { Router } from 'express'
import { type Context, idOf } from '../http/context.ts'
import { coverageOf, nearestGaps } from './service.ts'

/** The queue in which the engine is asked. */
export const coverageJob = 'coverage'

export function coverageRoutes({ database, later }: Context): Router {
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
  return router
}
