import { setAsideSchema, shotSchema, trialSchema } from '@sleetfall/contract'
import { Router } from 'express'
import { number, object } from 'yup'
import { type Context, idOf } from '../http/context.ts'
import { write } from '../http/write.ts'
import { addShot, createTrial, listTrials, refreezeVariant, setShotAside } from './store.ts'

export function trialRoutes(context: Context): Router {
  const router = Router()
  router.get('/', async (_request, response) => {
    response.json(await listTrials(context.database))
  })
  router.post(
    '/',
    write(context, trialSchema, ({ db, input }) => createTrial(db, input)),
  )
  router.post(
    '/:id/shots',
    write(context, shotSchema, ({ db, input, request }) => addShot(db, idOf(request), input)),
  )
  router.post(
    '/:id/variant-surface',
    write(context, object({ version: number().integer().required() }), ({ db, input, request }) =>
      refreezeVariant(db, idOf(request), input.version),
    ),
  )
  router.put(
    '/:id/shots/:shotId/set-aside',
    write(context, setAsideSchema, ({ db, input, request }) =>
      setShotAside(db, idOf(request), idOf(request, 'shotId'), input.version, input.reason),
    ),
  )
  return router
}
