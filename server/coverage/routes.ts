import { Router } from 'express'
import { type Context, idOf } from '../http/context.ts'
import { coverageOf } from './service.ts'

export function coverageRoutes({ database }: Context): Router {
  const router = Router()
  router.get('/:id', async (request, response) => {
    response.json(await coverageOf(database, idOf(request)))
  })
  return router
}
