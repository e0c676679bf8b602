import { bagWishesSchema, packedSchema, said } from '@sleetfall/contract'
import { type Request, Router } from 'express'
import { coverageJob } from '../coverage/routes.ts'
import type { Db } from '../database/db.ts'
import { type Context, idOf } from '../http/context.ts'
import { notFound, ProblemError } from '../http/errors.ts'
import { takes, write } from '../http/write.ts'
import { eventById } from '../events/store.ts'
import { customerById } from '../customers/store.ts'
import { calendarOfCustomer, calendarOfEvent } from './calendar.ts'
import { bagFor } from './service.ts'
import { bagsOf, keepBag, keptBag, setPacked } from './store.ts'

const idsOf = (request: Request) => [idOf(request, 'eventId'), idOf(request, 'customerId')] as const

/** Bags for events: which balls at which surfaces, what to change to, and what has to be packed. */
export function bagRoutes(context: Context): Router {
  const { database, motion, later } = context
  const router = Router()
  /** Who of an event has a bag. */
  router.get('/:eventId', async (request, response) => {
    response.json(await bagsOf(database, idOf(request, 'eventId')))
  })
  router.get(
    '/:eventId/:customerId',
    takes(bagWishesSchema, async (input, request, response) => {
      const [eventId, customerId] = idsOf(request)
      const view = await bagFor(database, motion, eventId, customerId, input)
      if (view.engine.state !== 'ready' && !view.engine.stopped) await later(coverageJob, customerId, true)
      response.json(view)
    }),
  )
  const kept = ({ db, request }: { readonly db: Db; readonly request: Request }) => keptBag(db, ...idsOf(request))
  router.post(
    '/:eventId/:customerId',
    write(
      context,
      bagWishesSchema,
      async ({ db, input, request }) => {
        const [eventId, customerId] = idsOf(request)
        const { card } = await bagFor(db, motion, eventId, customerId, input)
        if (!card) throw new ProblemError(409, 'refused', said('refused.bagNotReady'))
        await keepBag(db, eventId, customerId, card)
        return keptBag(db, eventId, customerId)
      },
      kept,
    ),
  )
  router.put(
    '/:eventId/:customerId/packed',
    write(
      context,
      packedSchema,
      async ({ db, input, request }) => {
        const bag = await keptBag(db, ...idsOf(request))
        if (!bag) throw notFound('bag')
        await setPacked(db, bag, input.version, input.packed)
        return keptBag(db, ...idsOf(request))
      },
      kept,
    ),
  )
  return router
}

/** Events and what is due, for the calendar of whoever wants them there. */
export function calendarRoutes({ database }: Context): Router {
  const router = Router()
  router.get('/events/:id', async (request, response) => {
    const event = await eventById(database, idOf(request))
    if (!event) throw notFound('event')
    response.type('text/calendar').attachment('event.ics').send(calendarOfEvent(event))
  })
  router.get('/customers/:id', async (request, response) => {
    const customer = await customerById(database, idOf(request))
    if (!customer) throw notFound('customer')
    response
      .type('text/calendar')
      .attachment('events.ics')
      .send(await calendarOfCustomer(database, customer))
  })
  return router
}
