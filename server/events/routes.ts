import { eventListSchema, eventSchema, versioned } from '@sleetfall/contract'
import { Router } from 'express'
import { ballsOfCustomers } from '../balls/store.ts'
import { customersByIds } from '../customers/store.ts'
import { type Context, idOf } from '../http/context.ts'
import { notFound } from '../http/errors.ts'
import { checked, removal, write } from '../http/write.ts'
import { createEvent, deleteEvent, eventById, eventDependents, listEvents, updateEvent } from './store.ts'

export function eventRoutes(context: Context): Router {
  const router = Router()
  router.get('/', async (request, response) => {
    response.json(await listEvents(context.database, checked(eventListSchema, request.query)))
  })
  router.get('/:id', async (request, response) => {
    const event = await eventById(context.database, idOf(request))
    if (!event) throw notFound('event')
    response.json(event)
  })
  router.get('/:id/entrants', async (request, response) => {
    const event = await eventById(context.database, idOf(request))
    if (!event) throw notFound('event')
    response.json(await customersByIds(context.database, event.customerIds))
  })
  /** The balls of those who are entered, for logging a night. */
  router.get('/:id/balls', async (request, response) => {
    const event = await eventById(context.database, idOf(request))
    if (!event) throw notFound('event')
    response.json(await ballsOfCustomers(context.database, event.customerIds))
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
