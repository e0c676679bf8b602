import { preferencesSchema, type SessionInfo, signInSchema, staffSchema } from '@sleetfall/contract'
import { type Request, Router } from 'express'
import { rateLimit } from 'express-rate-limit'
import { number, object } from 'yup'
import { type Context, idOf, requireOwner, signedIn } from '../http/context.ts'
import { ProblemError, invalidInput } from '../http/errors.ts'
import { RateLimitStore } from '../http/rateLimitStore.ts'
import { checked, write } from '../http/write.ts'
import { shopName } from '../shop/store.ts'
import * as staff from './store.ts'

const attempts = 10
const windowMs = 10 * 60_000

export function sessionRoutes(context: Context): Router {
  const { database } = context
  const router = Router()

  const info = async (request: Request): Promise<SessionInfo> => {
    const { id } = signedIn(request)
    const user = await staff.staffById(database, id)
    if (!user?.active) throw new ProblemError(401, 'not-signed-in', 'Please sign in again; nothing you typed is lost.')
    const { login, name, role } = user
    const preferences = await staff.preferencesOf(database, id)
    return { user: { id, login, name, role }, preferences, shopName: await shopName(database) }
  }

  const limiter = rateLimit({
    windowMs,
    limit: attempts,
    skipSuccessfulRequests: true,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    store: new RateLimitStore(database, 'sign-in:'),
    keyGenerator: (request) =>
      `${request.ip}:${String((request.body as { login?: unknown } | null)?.login)}`.slice(0, 200),
    validate: { keyGeneratorIpFallback: false },
    handler: () => {
      throw new ProblemError(429, 'too-many-attempts', 'Too many attempts. Wait ten minutes and try again.')
    },
  })

  router.get('/session', async (request, response) => {
    response.json(await info(request))
  })

  router.post('/session', limiter, async (request, response) => {
    const { login, password } = checked(signInSchema, request.body)
    const user = await staff.authenticate(database, login.toLowerCase(), password)
    if (!user) throw new ProblemError(401, 'wrong-credentials', 'Sign-in name and password do not match.')
    await new Promise<void>((resolve, reject) =>
      request.session.regenerate((error) => (error ? reject(error) : resolve())),
    )
    request.session.user = { id: user.id, role: user.role }
    response.json(await info(request))
  })

  router.delete('/session', async (request, response) => {
    await new Promise<void>((resolve, reject) =>
      request.session.destroy((error) => (error ? reject(error) : resolve())),
    )
    response.clearCookie('sleetfall').status(204).end()
  })

  router.put(
    '/session/preferences',
    write(context, preferencesSchema, async ({ db, input, user }) => {
      await staff.savePreferences(db, user.id, input)
      return input
    }),
  )
  return router
}

export function staffRoutes(context: Context): Router {
  const router = Router()

  router.get('/', async (request, response) => {
    requireOwner(request)
    response.json(await staff.listStaff(context.database))
  })

  router.post(
    '/',
    write(context, staffSchema, ({ db, input, request }) => {
      requireOwner(request)
      const { password } = input
      if (!password) throw invalidInput([{ path: 'password', message: 'Password: a new member needs one' }])
      return staff.createStaff(db, { ...input, password })
    }),
  )

  router.put(
    '/:id',
    write(context, staffSchema.concat(object({ version: number().required() })), async ({ db, input, request }) => {
      requireOwner(request)
      const { version, ...rest } = input
      const saved = await staff.updateStaff(db, { ...rest, id: idOf(request) }, version)
      // Rolled back with the transaction: the shop is never left without somebody who may change it.
      if ((await staff.activeOwners(db)) === 0) {
        throw invalidInput([{ path: 'role', message: 'Role: the shop needs at least one active owner' }])
      }
      return saved
    }),
  )
  return router
}
