import { type EventRulings, eventListSchema, eventSchema, ruleSetSchema, versioned } from '@sleetfall/contract'
import { Router } from 'express'
import { ballsOfCustomers } from '../balls/store.ts'
import { customersByIds } from '../customers/store.ts'
import { type Context, idOf } from '../http/context.ts'
import { notFound } from '../http/errors.ts'
import { answers, removal, write } from '../http/write.ts'
import {
  createRuleSet,
  deleteRuleSet,
  listRuleSets,
  ruleSetById,
  ruleSetDependents,
  rulingsFor,
  updateRuleSet,
} from './ruleSets.ts'
import { createEvent, deleteEvent, eventById, eventDependents, listEvents, updateEvent } from './store.ts'

export function eventRoutes(context: Context): Router {
  const router = Router()
  router.get(
    '/',
    answers(eventListSchema, (question) => listEvents(context.database, question)),
  )
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
  /** What the event's rules say of the balls of those who are entered; null without rules. */
  router.get('/:id/rulings', async (request, response) => {
    const event = await eventById(context.database, idOf(request))
    if (!event) throw notFound('event')
    const rules = event.ruleSetId ? await ruleSetById(context.database, event.ruleSetId) : null
    const balls = (await ballsOfCustomers(context.database, event.customerIds)).filter(
      (ball) => ball.retiredOn === null,
    )
    const rulings: EventRulings | null = rules && {
      rules,
      balls: rulingsFor(rules, balls).map((one, i) => {
        const { name, customerId } = balls[i]!
        return { ...one, ballName: name, customerId }
      }),
    }
    response.json(rulings)
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

/** What organisers ask of balls, as the shop wrote it down. */
export function ruleSetRoutes(context: Context): Router {
  const router = Router()
  router.get('/', async (_request, response) => {
    response.json(await listRuleSets(context.database))
  })
  router.post(
    '/',
    write(
      context,
      ruleSetSchema,
      ({ db, input }) => createRuleSet(db, input),
      ({ db, input }) => ruleSetById(db, input.id),
    ),
  )
  router.put(
    '/:id',
    write(
      context,
      ruleSetSchema.concat(versioned),
      ({ db, input, request }) => {
        const { version, ...rest } = input
        return updateRuleSet(db, { ...rest, id: idOf(request) }, version)
      },
      ({ db, request }) => ruleSetById(db, idOf(request)),
    ),
  )
  router.get('/:id/dependents', async (request, response) => {
    response.json(await ruleSetDependents(context.database, idOf(request)))
  })
  router.delete('/:id', removal(context, deleteRuleSet))
  return router
}
