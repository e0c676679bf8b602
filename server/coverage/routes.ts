import { Router } from 'express'
import { type Context, idOf } from '../http/context.ts'
import { coverageOf, nearestGaps } from './service.ts'

/** The queue in which the engine is asked. */
export const coverageJob = 'coverage'

export function coverageRoutes({ database, later }: Context): Router {
  const router = Router()
  router.get('/', async (_request, response) => {
    const { bowlers, ...near } = await nearestGaps(database)
    response.json(near)
    // Whoever is near is looked at again behind; where nothing changed that is soon done.
    for (const id of bowlers) await later(coverageJob, id)
  })
  /** Answers with what is kept; what is not of now is computed behind, and asked for again. */
  router.get('/:id', async (request, response) => {
    const view = await coverageOf(database, idOf(request))
    if (view.engine.state !== 'ready') await later(coverageJob, view.customerId)
    response.json(view)
  })
  return router
}
