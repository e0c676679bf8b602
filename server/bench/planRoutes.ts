import { benchPersonSchema, benchStationSchema, planTakenSchema, versioned } from '@sleetfall/contract'
import { Router } from 'express'
import { object } from 'yup'
import { type Context, idOf, signedIn } from '../http/context.ts'
import { notFound } from '../http/errors.ts'
import { write } from '../http/write.ts'
import { paceNow, readPlan, takePlan } from './plan.ts'
import { calendarOfMember, endPlanLink, makePlanLink, planLinkSince } from './planCalendar.ts'
import * as store from './planStore.ts'

/** The bench's plan: its slots, stations and people. */
export function planRoutes(context: Context): Router {
  const { database } = context
  const router = Router()

  router.get('/', async (_request, response) => {
    response.json(await readPlan(database))
  })
  /** What steps really take. */
  router.get('/pace', async (_request, response) => {
    response.json(await paceNow(database))
  })
  /** What the one who asks does at the bench, as a calendar file. */
  router.get('/calendar', async (request, response) => {
    const member = await store.personById(database, signedIn(request).id)
    if (!member) throw notFound('record')
    response.type('text/calendar').send(await calendarOfMember(database, member))
  })
  /** Since when the one who asks has an address; null without one. */
  router.get('/link', async (request, response) => {
    response.json({ since: await planLinkSince(database, signedIn(request).id) })
  })
  router.post(
    '/link',
    // Told once, and kept nowhere: a repeated request does not get it again.
    write(context, object({}), async ({ db, user }) => ({ secret: await makePlanLink(db, user.id) })),
  )
  router.post(
    '/link/end',
    write(
      context,
      object({}),
      async ({ db, user }) => {
        await endPlanLink(db, user.id)
        return {}
      },
      async () => ({}),
    ),
  )
  /** The same, with what its steps take by all that is known now: what a new plan is made from. */
  router.get('/anew', async (_request, response) => {
    response.json(await readPlan(database, { anew: true }))
  })
  router.post(
    '/',
    write(
      context,
      planTakenSchema,
      ({ db, input, user }) => takePlan(db, input, user.id),
      ({ db }) => readPlan(db),
    ),
  )
  router.post(
    '/stations',
    write(
      context,
      benchStationSchema,
      ({ db, input }) => store.addStation(db, input),
      ({ db, input }) => store.stationById(db, input.id),
    ),
  )
  router.put(
    '/stations/:id',
    write(
      context,
      benchStationSchema.concat(versioned),
      ({ db, input, request }) => {
        const { version, ...station } = input
        return store.editStation(db, { ...station, id: idOf(request) }, version)
      },
      ({ db, request }) => store.stationById(db, idOf(request)),
    ),
  )
  router.put(
    '/people/:id',
    write(
      context,
      benchPersonSchema,
      async ({ db, input, request }) => {
        if (!(await store.personById(db, idOf(request)))) throw notFound('record')
        return store.savePerson(db, idOf(request), input)
      },
      ({ db, request }) => store.personById(db, idOf(request)),
    ),
  )
  return router
}
