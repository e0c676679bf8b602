import { adviceQuestionSchema } from '@sleetfall/contract'
import { Router } from 'express'
import { type Context, idOf } from '../http/context.ts'
import { checked } from '../http/write.ts'
import { adviceFor, surfacePage } from './page.ts'

/** A ball's surface: its curve, what it is due for, what the schools would cost, and rules of thumb. */
export function surfaceRoutes({ database }: Context): Router {
  const router = Router()
  router.get('/:id', async (request, response) => {
    response.json(await surfacePage(database, idOf(request)))
  })
  router.get('/:id/advice', async (request, response) => {
    const { complaint, patternId } = checked(adviceQuestionSchema, request.query)
    response.json(await adviceFor(database, idOf(request), { complaint, patternId }))
  })
  return router
}
