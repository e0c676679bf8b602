import { said, staffSchema, versioned, wrong } from '@sleetfall/contract'
import { Router } from 'express'
import { object } from 'yup'
import { type Context, idOf } from '../http/context.ts'
import { ProblemError, invalidInput, notFound } from '../http/errors.ts'
import { write } from '../http/write.ts'
import { makeCode } from './codes.ts'
import { turnOff } from './secondFactor.ts'
import * as staff from './store.ts'

export function staffRoutes(context: Context): Router {
  const { database } = context
  const router = Router()

  router.get('/', async (_request, response) => {
    response.json(await staff.listStaff(database))
  })

  router.post(
    '/',
    write(
      context,
      staffSchema,
      ({ db, input }) => staff.createStaff(db, input),
      ({ db, input }) => staff.staffById(db, input.id),
    ),
  )

  router.put(
    '/:id',
    write(
      context,
      staffSchema.concat(versioned),
      async ({ db, input, request }) => {
        const { version, ...rest } = input
        const saved = await staff.updateStaff(db, { ...rest, id: idOf(request) }, version)
        // Rolled back with the transaction: the shop is never left without somebody who may change it.
        if ((await staff.activeOwners(db)) === 0) {
          throw invalidInput([{ path: 'role', said: wrong('role', 'oneOwner') }])
        }
        return saved
      },
      ({ db, request }) => staff.staffById(db, idOf(request)),
    ),
  )

  /** A one-time code with which a member sets their password. Told once; asked again with the same write id it is refused. */
  router.post(
    '/:id/code',
    write(context, object({}), async ({ db, request }) => {
      const member = await staff.staffById(db, idOf(request))
      if (!member) throw notFound('record')
      if (!member.active) throw new ProblemError(409, 'wrong-state', said('refused.notActive'))
      return makeCode(db, member.id)
    }),
  )
  router.post(
    '/:id/second-factor/off',
    write(
      context,
      object({}),
      async ({ db, request }) => {
        await turnOff(db, idOf(request))
        return staff.staffById(db, idOf(request))
      },
      ({ db, request }) => staff.staffById(db, idOf(request)),
    ),
  )
  router.post(
    '/:id/sessions/end',
    write(
      context,
      object({}),
      async ({ db, request }) => {
        await staff.endSessions(db, idOf(request))
        return null
      },
      async () => null,
    ),
  )
  return router
}
