import { eventSchema } from '@sleetfall/contract'
import { Router } from 'express'
import { number, object } from 'yup'
import { type Context, idOf } from '../http/context.ts'
import { write } from '../http/write.ts'
import { createEvent, listEvents, updateEvent } from './store.ts'

export function bagRoutes(context: Context): Router {
  const router = Router()
  router.get('/', async (_request, response) => {
    response.json(await listEvents(context.database))
  })
  router.post(
    '/',
    write(context, eventSchema, ({ db, input }) => createEvent(db, input)),
  )
  router.put(
    '/:id',
    write(context, eventSchema.concat(object({ version: number().required() })), ({ db, input, request }) => {
      const { version, ...rest } = input
      return updateEvent(db, { ...rest, id: idOf(request) }, version)
    }),
  )
  return router
}
