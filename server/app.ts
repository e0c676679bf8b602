import { randomUUID } from 'node:crypto'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import type { WorkPool } from '@sleetfall/core'
import compression from 'compression'
import express, { type Express, type Router } from 'express'
import session from 'express-session'
import helmet from 'helmet'
import type { Logger } from 'pino'
import { pinoHttp } from 'pino-http'
import { bagRoutes } from './bag/routes.ts'
import { photoRoutes } from './balls/photos.ts'
import { ballRoutes } from './balls/routes.ts'
import { benchRoutes } from './bench/routes.ts'
import { coverageRoutes } from './coverage/routes.ts'
import { customerRoutes } from './customers/routes.ts'
import type { Database } from './database/db.ts'
import { bathGuard } from './equipment/guard.ts'
import { openDevices } from './equipment/hub.ts'
import { deviceRoutes } from './equipment/routes.ts'
import { listDevices } from './equipment/store.ts'
import { layoutRoutes, sheetRoutes, stockRoutes } from './fitting/routes.ts'
import { admit } from './http/access.ts'
import type { Context } from './http/context.ts'
import { knowMember } from './http/member.ts'
import { sameOrigin } from './http/origin.ts'
import { sessionStore } from './http/sessions.ts'
import { sendProblem, unknownRoute } from './http/problems.ts'
import { predictionRoutes } from './lanes/predictions.ts'
import { laneRoutes } from './lanes/routes.ts'
import { openMotionPool } from './motion/pool.ts'
import { motionRoutes } from './motion/routes.ts'
import { openRoutes } from './open/routes.ts'
import { searchRoutes } from './search/routes.ts'
import { shopRoutes } from './shop/routes.ts'
import { ownRoutes, sessionRoutes, staffRoutes } from './staff/routes.ts'
import { padRoutes, recipeRoutes } from './supplies/routes.ts'
import { surfaceRoutes } from './surface/routes.ts'
import { trialRoutes } from './trials/routes.ts'
import { upkeepRoutes } from './upkeep/routes.ts'

interface AppOptions {
  readonly database: Database
  readonly logger: Logger
  readonly sessionSecret: string
  /** Folder of the built web application; without it only the interface for programs is served. */
  readonly webFolder?: string
  /** Where the devices' stand-ins listen; without it no device answers. */
  readonly devicesUrl?: string | undefined
}

/** Follows the devices that the shop wants, and stops a soak that gets too hot whether or not a screen is open. */
function watchDevices({ database, devices }: Context, logger: Logger): void {
  const report = (error: unknown) => logger.warn({ err: error }, 'devices')
  devices.onBath(bathGuard(database, (timerMinutes) => devices.command('PUT', '/bath', { timerMinutes }), report))
  listDevices(database).then((wanted) => devices.follow(wanted), report)
}

/** Routes that need a session, by where they stand below `/api`; who may use which is told in `http/access.ts`. */
export const areas: readonly (readonly [path: string, routes: (context: Context) => Router])[] = [
  ['/session', ownRoutes],
  ['/staff', staffRoutes],
  ['/shop', shopRoutes],
  ['/customers', customerRoutes],
  ['/balls/:id/photos', photoRoutes],
  ['/balls', ballRoutes],
  ['/patterns', laneRoutes],
  ['/predictions', predictionRoutes],
  ['/layouts', layoutRoutes],
  ['/grip-sheets', sheetRoutes],
  ['/stock', stockRoutes],
  ['/reaction-map', motionRoutes],
  ['/events', bagRoutes],
  ['/trials', trialRoutes],
  ['/coverage', coverageRoutes],
  ['/bench', benchRoutes],
  ['/surface', surfaceRoutes],
  ['/pads', padRoutes],
  ['/recipes', recipeRoutes],
  ['/upkeep', upkeepRoutes],
  ['/devices', deviceRoutes],
  ['/search', searchRoutes],
]

/** A customer's link is a key: its secret is left out of what is logged. */
const withoutSecrets = (url: string) => url.replace(/(\/(?:open\/upkeep|u)\/)[^/?#]+/g, '$1…')

const sessionHours = 12
const oneYearMs = 365 * 86_400_000

/** Builds the whole HTTP application on a database handle; `close` ends its background work. */
export function createApp({ database, logger, sessionSecret, webFolder, devicesUrl }: AppOptions): {
  app: Express
  motion: WorkPool
  close(): void
} {
  const app = express()
  app.disable('x-powered-by')
  app.use(
    pinoHttp({
      logger,
      genReqId: (_request, response) => {
        const id = randomUUID()
        response.setHeader('X-Request-Id', id)
        return id
      },
      serializers: {
        req: (request: { url: string }) => ({ ...request, url: withoutSecrets(request.url) }),
      },
      autoLogging: { ignore: (request) => request.url === '/healthz' || !request.url?.startsWith('/api') },
    }),
  )
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'default-src': ["'self'"],
          'script-src': ["'self'"],
          // Vuetify and the charts set inline styles.
          'style-src': ["'self'", "'unsafe-inline'"],
          'img-src': ["'self'", 'data:', 'blob:'],
          'font-src': ["'self'", 'data:'],
          'connect-src': ["'self'"],
          // Served on loopback without TLS.
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  )
  app.use(compression())

  app.get('/healthz', (_request, response) => {
    response.json({ ok: true })
  })
  app.get('/readyz', async (_request, response) => {
    await database.one('select 1 as ok')
    response.json({ ok: true })
  })

  const store = sessionStore(database.pool, (...args) => logger.warn({ args }, 'sessions'))
  const api = express.Router()
  api.use(sameOrigin)
  api.use(express.json({ limit: '1mb' }))
  api.use(
    session({
      name: 'sleetfall',
      secret: sessionSecret,
      store,
      resave: false,
      saveUninitialized: false,
      rolling: true,
      cookie: { httpOnly: true, sameSite: 'lax', secure: 'auto', maxAge: sessionHours * 3_600_000 },
    }),
  )
  api.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store')
    next()
  })
  const context: Context = { database, motion: openMotionPool(), devices: openDevices(devicesUrl) }
  watchDevices(context, logger)
  api.use('/open', openRoutes(context))
  api.use(knowMember(database))
  api.use('/session', sessionRoutes(context))
  api.use(admit)
  for (const [path, routes] of areas) api.use(path, routes(context))
  api.use(unknownRoute)
  app.use('/api', api)

  if (webFolder !== undefined && existsSync(webFolder)) {
    // Built files carry a hash in their name, so they never change.
    app.use(
      '/assets',
      express.static(join(webFolder, 'assets'), { immutable: true, maxAge: oneYearMs, fallthrough: false }),
    )
    app.use(express.static(webFolder, { index: false, maxAge: 0 }))
    app.get('/{*splat}', (_request, response) => {
      response.set('Cache-Control', 'no-cache').sendFile(join(webFolder, 'index.html'))
    })
  }
  app.use(sendProblem)
  const close = () => {
    context.motion.close()
    context.devices.close()
    store.close()
  }
  return { app, motion: context.motion, close }
}
