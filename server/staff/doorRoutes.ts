import { randomUUID } from 'node:crypto'
import {
  type Door,
  type SecondFactorAsked,
  codeSignInSchema,
  firstOwnerSchema,
  pinSignInSchema,
  said,
  signInSchema,
} from '@sleetfall/contract'
import { type Request, Router } from 'express'
import type { Context } from '../http/context.ts'
import { ProblemError } from '../http/errors.ts'
import { noteInJournal, noteOwn } from '../http/journal.ts'
import { addressOf, limiter } from '../http/limiter.ts'
import { takes } from '../http/write.ts'
import { useCode } from './codes.ts'
import { isKnownDevice, rememberDevice } from './knownDevice.ts'
import { refuseCommon } from './password.ts'
import { takeSecond, turnOff } from './secondFactor.ts'
import { begin, isShared, sessionInfo, startAnew } from './sessionOf.ts'
import * as staff from './store.ts'

const tenMinutesMs = 10 * 60_000

/** A sign-in name as the database has it, however it was typed. */
const loginOf = (typed: unknown) => (typeof typed === 'string' ? typed.normalize('NFKC').trim().toLowerCase() : '')
const loginIn = (request: Request) => loginOf((request.body as { login?: unknown } | null)?.login)

/**
 * Guesses are counted three ways: for a name from one address, for an address, and for a name from everywhere, which leaves out
 * devices that its owner has signed in from before: guessing from elsewhere must not lock the shop out.
 */
function guards({ database }: Context) {
  const onlyGuesses = { windowMs: tenMinutesMs, onlyFailures: true, said: said('refused.tooManyAttempts') }
  const names = [
    limiter(database, {
      ...onlyGuesses,
      what: 'sign-in',
      times: 10,
      keyOf: (request) => `${addressOf(request)} ${loginIn(request)}`,
    }),
    limiter(database, { ...onlyGuesses, what: 'sign-in-address', times: 60, keyOf: addressOf }),
    limiter(database, {
      ...onlyGuesses,
      what: 'sign-in-name',
      times: 40,
      keyOf: loginIn,
      unless: (request) => isKnownDevice(database, request, loginIn(request)),
    }),
  ]
  const pin = limiter(database, {
    ...onlyGuesses,
    what: 'pin',
    times: 5,
    keyOf: (request) => `${request.session.id} ${String((request.body as { id?: unknown } | null)?.id)}`,
    said: said('refused.tooManyPins'),
  })
  return { names, pin }
}

/** Signing in and out, before anybody is known. */
export function doorRoutes(context: Context): Router {
  const { database } = context
  const router = Router()
  const guard = guards(context)

  router.get('/', async (request, response) => {
    response.json(await sessionInfo(context, request))
  })

  router.get('/door', async (request, response) => {
    const door: Door = {
      needsOwner: (await staff.activeOwners(database)) === 0,
      people: (await isShared(database, request)) ? await staff.withPins(database) : null,
    }
    response.json(door)
  })

  router.post(
    '/',
    ...guard.names,
    takes(signInSchema, async ({ login, password, second }, request, response) => {
      const user = await staff.authenticate(database, loginOf(login), password)
      if (!user) throw new ProblemError(401, 'wrong-credentials', said('refused.signInWrong'))
      if (user.totpSecret !== null) {
        if (!second) {
          const asked: SecondFactorAsked = { secondFactor: true }
          return response.json(asked)
        }
        if (!(await takeSecond(database, user.id, user.totpSecret, second)))
          throw new ProblemError(401, 'wrong-credentials', said('refused.secondWrong'))
      }
      await begin(request, user, 'password')
      await rememberDevice(database, request, response, user.id)
      await noteOwn(database, request)
      response.json(await sessionInfo(context, request))
    }),
  )

  /** Sets a password with a one-time code; signing in with it comes after, with a second factor where there is one. */
  router.post(
    '/code',
    ...guard.names,
    takes(codeSignInSchema, async ({ login, code, next }, request, response) => {
      refuseCommon('next', next, [login])
      const member = await staff.activeByLogin(database, loginOf(login))
      // Of nobody's name there is no code; what is not found takes as long.
      const used = await useCode(database, member?.id ?? randomUUID(), code)
      if (!member || !used) throw new ProblemError(401, 'wrong-credentials', said('refused.codeWrong'))
      await database.transaction(async (db) => {
        await staff.setPassword(db, member.id, next)
        if (used.clearsSecond) await turnOff(db, member.id)
        await noteInJournal(db, {
          what: 'POST /session/code',
          user: { id: member.id, withPin: false },
          subjectId: member.id,
        })
      })
      response.status(204).end()
    }),
  )

  /** The first owner of a shop that has none, with the code of the start command. */
  router.post(
    '/owner',
    ...guard.names,
    takes(firstOwnerSchema, async ({ code, name, login, next }, request, response) => {
      refuseCommon('next', next, [login, name])
      if ((await staff.activeOwners(database)) > 0) throw new ProblemError(409, 'refused', said('refused.ownerThere'))
      if (!(await useCode(database, null, code)))
        throw new ProblemError(401, 'wrong-credentials', said('refused.codeWrong'))
      const id = randomUUID()
      await database.transaction((db) =>
        staff.createStaff(db, { id, login, name, role: 'owner', active: true, password: next }),
      )
      const user = (await staff.authenticate(database, login, next))!
      await begin(request, user, 'password')
      await rememberDevice(database, request, response, id)
      await noteOwn(database, request)
      response.json(await sessionInfo(context, request))
    }),
  )

  /** Who works at a shared tablet now. */
  router.post(
    '/pin',
    guard.pin,
    takes(pinSignInSchema, async ({ id, pin }, request, response) => {
      if (!(await isShared(database, request))) throw new ProblemError(403, 'refused', said('refused.notShared'))
      const user = await staff.authenticatePin(database, id, pin)
      if (!user) throw new ProblemError(401, 'wrong-credentials', said('refused.pinWrong'))
      await begin(request, user, 'pin')
      await noteOwn(database, request)
      response.json(await sessionInfo(context, request))
    }),
  )

  /** Leaves a shared tablet to whoever comes next; elsewhere it signs out. */
  router.post('/lock', async (request, response) => {
    await startAnew(request)
    response.json({ locked: true })
  })

  router.delete('/', async (request, response) => {
    await new Promise<void>((resolve, reject) =>
      request.session.destroy((error) => (error ? reject(error) : resolve())),
    )
    response.clearCookie('sleetfall').status(204).end()
  })
  return router
}
