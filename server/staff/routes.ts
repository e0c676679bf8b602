import {
  passwordChangeSchema,
  preferencesSchema,
  said,
  type SessionInfo,
  signInSchema,
  staffSchema,
  versioned,
  wrong,
} from '@sleetfall/contract'
import { type Request, Router } from 'express'
import { type Context, idOf, setMember, signedIn } from '../http/context.ts'
import { ProblemError, invalidInput } from '../http/errors.ts'
import { addressOf, limiter } from '../http/limiter.ts'
import { checked, write } from '../http/write.ts'
import { shopName } from '../shop/store.ts'
import { refuseCommon } from './password.ts'
import * as staff from './store.ts'

const attempts = 10
const windowMs = 10 * 60_000

/** A sign-in name as the database has it, however it was typed. */
const loginOf = (typed: unknown) => (typeof typed === 'string' ? typed.normalize('NFKC').trim().toLowerCase() : '')

/** What signing in and out, and the own preferences and password, need. `attempt` limits guesses. */
function guards({ database }: Context) {
  const tooMany = said('refused.tooManyAttempts')
  const guesses = (what: string, keyOf: (request: Request) => string) =>
    limiter(database, { what, times: attempts, windowMs, keyOf, onlyFailures: true, said: tooMany })
  return {
    signIn: guesses(
      'sign-in',
      (request) => `${addressOf(request)} ${loginOf((request.body as { login?: unknown } | null)?.login)}`,
    ),
    password: guesses('password', (request) => signedIn(request).id),
  }
}

async function sessionInfo({ database }: Context, request: Request): Promise<SessionInfo> {
  const { id } = signedIn(request)
  const user = await staff.staffById(database, id)
  if (!user) throw new ProblemError(401, 'not-signed-in', said('refused.signInAgain'))
  const { login, name, role } = user
  const preferences = await staff.preferencesOf(database, id)
  return { user: { id, login, name, role }, preferences, shopName: await shopName(database) }
}

/** Signing in and out, before anybody is known. */
export function sessionRoutes(context: Context): Router {
  const { database } = context
  const router = Router()
  const guard = guards(context)

  router.get('/', async (request, response) => {
    response.json(await sessionInfo(context, request))
  })

  router.post('/', guard.signIn, async (request, response) => {
    const { login, password } = checked(signInSchema, request.body)
    const user = await staff.authenticate(database, loginOf(login), password)
    if (!user) throw new ProblemError(401, 'wrong-credentials', said('refused.signInWrong'))
    await new Promise<void>((resolve, reject) =>
      request.session.regenerate((error) => (error ? reject(error) : resolve())),
    )
    request.session.user = { id: user.id, epoch: user.sessionEpoch }
    setMember(request, user)
    response.json(await sessionInfo(context, request))
  })

  router.delete('/', async (request, response) => {
    await new Promise<void>((resolve, reject) =>
      request.session.destroy((error) => (error ? reject(error) : resolve())),
    )
    response.clearCookie('sleetfall').status(204).end()
  })
  return router
}

/** What everybody may change of their own. */
export function ownRoutes(context: Context): Router {
  const { database } = context
  const router = Router()
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
  /** The own password: the present one is asked, every other session of theirs ends. Not kept by a write id: it is a secret. */
  router.put('/password', guards(context).password, async (request, response) => {
    const user = signedIn(request)
    const { present, next } = checked(passwordChangeSchema, request.body)
    const { login, name } = (await staff.staffById(database, user.id))!
    refuseCommon('next', next, [login, name])
    const epoch = await database.transaction((db) => staff.changePassword(db, user.id, { present, next }))
    if (epoch === null)
      throw new ProblemError(422, 'invalid-input', said('refused.passwordWrong'), {
        fields: [{ path: 'present', said: wrong('presentPassword', 'notIt') }],
      })
    request.session.user = { id: user.id, epoch }
    response.status(204).end()
  })
  return router
}

export function staffRoutes(context: Context): Router {
  const router = Router()

  router.get('/', async (_request, response) => {
    response.json(await staff.listStaff(context.database))
  })

  router.post(
    '/',
    write(
      context,
      staffSchema,
      ({ db, input }) => {
        const { password } = input
        if (!password) throw invalidInput([{ path: 'password', said: wrong('password', 'newMemberNeeds') }])
        refuseCommon('password', password, [input.login, input.name])
        return staff.createStaff(db, { ...input, password })
      },
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
        if (rest.password) refuseCommon('password', rest.password, [rest.login, rest.name])
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
  return router
}
