import { benchPersonSchema, benchStationSchema, planTakenSchema, versioned } from '@sleetfall/contract'
import { Router } from 'express'
import { type Context, idOf } from '../http/context.ts'
import { notFound } from '../http/errors.ts'
import { write } from '../http/write.ts'
import { readPlan, takePlan } from './plan.ts'
import * as store from './planStore.ts'

/** The bench's plan: its slots, stations and people. */
export function planRoutes(context: Context): Router {
  const { database } = context
  const router = Router()

  router.get('/', async (_request, response) => {
    response.json(await readPlan(database))
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
