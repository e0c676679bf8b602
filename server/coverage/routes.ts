import { Router } from 'express'
import { type Context, idOf } from '../http/context.ts'
import { coverageOf, nearestGaps } from './service.ts'

export function coverageRoutes({ database }: Context): Router {
  const router = Router()
  router.get('/', async (_request, response) => {
    response.json(await nearestGaps(database))
  })
  router.get('/:id', async (request, response) => {
    response.json(await coverageOf(database, idOf(request)))
  })
  return router
}
