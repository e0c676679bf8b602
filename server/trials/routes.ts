import {
  setAsideSchema,
  shotCorrectionSchema,
  shotSchema,
  trialEditSchema,
  trialSchema,
  versioned,
} from '@sleetfall/contract'
import { Router } from 'express'
import { object } from 'yup'
import { type Context, idOf } from '../http/context.ts'
import { type Write, removal, write } from '../http/write.ts'
import {
  addShot,
  correctShot,
  createTrial,
  deleteTrial,
  editTrial,
  listTrials,
  refreezeVariant,
  removeShot,
  setShotAside,
  trialById,
  trialDependents,
} from './store.ts'

export function trialRoutes(context: Context): Router {
  const router = Router()
  router.get('/', async (_request, response) => {
    response.json(await listTrials(context.database))
  })
  router.post(
    '/',
    write(
      context,
      trialSchema,
      ({ db, input }) => createTrial(db, input),
      ({ db, input }) => trialById(db, input.id),
    ),
  )
  router.post(
    '/:id/shots',
    write(
      context,
      shotSchema,
      ({ db, input, request }) => addShot(db, idOf(request), input),
      ({ db, request }) => trialById(db, idOf(request)),
    ),
  )
  router.post(
    '/:id/variant-surface',
    write(
      context,
      versioned,
      ({ db, input, request }) => refreezeVariant(db, idOf(request), input.version),
      ({ db, request }) => trialById(db, idOf(request)),
    ),
  )
  router.put(
    '/:id/shots/:shotId/set-aside',
    write(
      context,
      setAsideSchema,
      ({ db, input, request }) => setShotAside(db, idOf(request), idOf(request, 'shotId'), input.version, input.reason),
      ({ db, request }) => trialById(db, idOf(request)),
    ),
  )
  const again = ({ db, request }: Write<unknown>) => trialById(db, idOf(request))
  router.put(
    '/:id',
    write(context, trialEditSchema, ({ db, input, request }) => editTrial(db, idOf(request), input), again),
  )
  router.get('/:id/dependents', async (request, response) => {
    response.json(await trialDependents(context.database, idOf(request)))
  })
  router.delete('/:id', removal(context, deleteTrial))
  router.put(
    '/:id/shots/:shotId',
    write(
      context,
      shotCorrectionSchema,
      ({ db, input, request, user }) => correctShot(db, idOf(request), idOf(request, 'shotId'), input, user.id),
      again,
    ),
  )
  router.delete(
    '/:id/shots/:shotId',
    write(
      context,
      object({}),
      ({ db, request, user }) => removeShot(db, idOf(request), idOf(request, 'shotId'), user.id),
      again,
    ),
  )
  return router
}
