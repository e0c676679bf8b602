import { eventSchema, versioned } from '@sleetfall/contract'
import { Router } from 'express'
import { type Context, idOf } from '../http/context.ts'
import { removal, write } from '../http/write.ts'
import { createEvent, deleteEvent, eventById, eventDependents, listEvents, updateEvent } from './store.ts'

export function bagRoutes(context: Context): Router {
  const router = Router()
  router.get('/', async (_request, response) => {
    response.json(await listEvents(context.database))
  })
  router.post(
    '/',
    write(
      context,
      eventSchema,
      ({ db, input }) => createEvent(db, input),
      ({ db, input }) => eventById(db, input.id),
    ),
  )
  router.put(
    '/:id',
    write(
      context,
      eventSchema.concat(versioned),
      ({ db, input, request }) => {
        const { version, ...rest } = input
        return updateEvent(db, { ...rest, id: idOf(request) }, version)
      },
      ({ db, request }) => eventById(db, idOf(request)),
    ),
  )
  router.get('/:id/dependents', async (request, response) => {
    response.json(await eventDependents(context.database, idOf(request)))
  })
  router.delete('/:id', removal(context, deleteEvent))
  return router
}
