import {
  passwordChangeSchema,
  pinSchema,
  preferencesSchema,
  said,
  secondFactorSchema,
  sharedDeviceSchema,
  withPasswordSchema,
  wrong,
} from '@sleetfall/contract'
import { type Request, type RequestHandler, Router } from 'express'
import { type Context, signedIn } from '../http/context.ts'
import { ProblemError, invalidInput, notFound } from '../http/errors.ts'
import { noteOwn } from '../http/journal.ts'
import { limiter } from '../http/limiter.ts'
import { takes, write } from '../http/write.ts'
import { refuseCommon, refuseEasyPin } from './password.ts'
import { offer, stepOf, turnOff, turnOn } from './secondFactor.ts'
import { idleHours } from './sessionOf.ts'
import { endOtherSessions, endSession, sessionsOf } from './sessionsOf.ts'
import * as staff from './store.ts'

/**
 * What everybody may change of their own. What holds secrets is not kept by a write id; it asks for the present password, and its guesses are
 * counted together.
 */
export function ownRoutes(context: Context): Router {
  const { database } = context
  const router = Router()
  const guesses = limiter(database, {
    what: 'password',
    times: 10,
    windowMs: 10 * 60_000,
    keyOf: (request) => signedIn(request).id,
    onlyFailures: true,
    said: said('refused.tooManyAttempts'),
  })
  /** Not for who came with a PIN: a colleague may have looked over their shoulder. */
  const passwordSession: RequestHandler = (request, _response, next) => {
    if (signedIn(request).withPin) throw new ProblemError(403, 'refused', said('refused.passwordFirst'))
    next()
  }
  async function proven(request: Request, present: string): Promise<string> {
    const { id } = signedIn(request)
    if (await staff.isPassword(database, id, present)) return id
    throw new ProblemError(422, 'invalid-input', said('refused.passwordWrong'), {
      fields: [{ path: 'present', said: wrong('presentPassword', 'notIt') }],
    })
  }

  router.put(
    '/preferences',
    write(
      context,
      preferencesSchema,
      async ({ db, input, user }) => {
        await staff.savePreferences(db, user.id, input)
        return input
      },
      ({ db, user }) => staff.preferencesOf(db, user.id),
    ),
  )

  /** The own password: every other session of theirs ends. */
  router.put(
    '/password',
    guesses,
    takes(passwordChangeSchema, async ({ present, next }, request, response) => {
      const { login, name } = (await staff.staffById(database, signedIn(request).id))!
      refuseCommon('next', next, [login, name])
      const id = await proven(request, present)
      const epoch = await database.transaction((db) => staff.setPassword(db, id, next))
      request.session.user = { ...request.session.user!, epoch }
      if (request.session.shared?.id === id) request.session.shared = { id, epoch }
      await noteOwn(database, request)
      response.status(204).end()
    }),
  )

  router.put(
    '/pin',
    passwordSession,
    guesses,
    takes(pinSchema, async ({ present, pin }, request, response) => {
      if (pin !== null) refuseEasyPin('pin', pin)
      await staff.setPin(database, await proven(request, present), pin)
      await noteOwn(database, request)
      response.status(204).end()
    }),
  )

  router.post('/second-factor', passwordSession, async (request, response) => {
    const { login } = (await staff.staffById(database, signedIn(request).id))!
    const offered = offer(login)
    request.session.offered = offered.secret
    response.json(offered)
  })
  router.put(
    '/second-factor',
    passwordSession,
    guesses,
    takes(secondFactorSchema, async ({ present, code }, request, response) => {
      const { offered } = request.session
      if (offered === undefined) throw new ProblemError(409, 'wrong-state', said('refused.secondNotBegun'))
      const id = await proven(request, present)
      const step = stepOf(offered, code)
      if (step === null) throw invalidInput([{ path: 'code', said: said('refused.secondWrong') }])
      const recovery = await database.transaction((db) => turnOn(db, id, offered, step))
      delete request.session.offered
      await noteOwn(database, request)
      response.json({ recovery })
    }),
  )
  router.post(
    '/second-factor/off',
    passwordSession,
    guesses,
    takes(withPasswordSchema, async ({ present }, request, response) => {
      const id = await proven(request, present)
      await database.transaction((db) => turnOff(db, id))
      await noteOwn(database, request)
      response.status(204).end()
    }),
  )

  router.get('/sessions', async (request, response) => {
    response.json(await sessionsOf(database, signedIn(request).id, idleHours, request.session.id))
  })
  router.post('/sessions/end-others', async (request, response) => {
    await endOtherSessions(database, signedIn(request).id, request.session.id)
    await noteOwn(database, request)
    response.status(204).end()
  })
  router.post('/sessions/:mark/end', async (request, response) => {
    if (!(await endSession(database, signedIn(request).id, request.params.mark))) throw notFound('record')
    await noteOwn(database, request)
    response.status(204).end()
  })

  /** Makes this device a shared tablet, or no longer one. */
  router.put(
    '/shared',
    passwordSession,
    takes(sharedDeviceSchema, async ({ shared }, request, response) => {
      const { id, epoch } = request.session.user!
      if (shared) request.session.shared = { id, epoch }
      else delete request.session.shared
      await noteOwn(database, request)
      response.status(204).end()
    }),
  )
  return router
}
