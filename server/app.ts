import { randomUUID } from 'node:crypto'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import compression from 'compression'
import connectPgSimple from 'connect-pg-simple'
import express, { type Express } from 'express'
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
import { type Context, signedIn } from './http/context.ts'
import { sameOrigin } from './http/origin.ts'
import { sendProblem, unknownRoute } from './http/problems.ts'
import { predictionRoutes } from './lanes/predictions.ts'
import { laneRoutes } from './lanes/routes.ts'
import { openMotionPool } from './motion/pool.ts'
import { motionRoutes } from './motion/routes.ts'
import { openRoutes } from './open/routes.ts'
import { searchRoutes } from './search/routes.ts'
import { shopRoutes } from './shop/routes.ts'
import { sessionRoutes, staffRoutes } from './staff/routes.ts'
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

const sessionHours = 12
const oneYearMs = 365 * 86_400_000

/** Builds the whole HTTP application on a database handle; `close` ends its background work. */
export function createApp({ database, logger, sessionSecret, webFolder, devicesUrl }: AppOptions): {
  app: Express
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

  const PgStore = connectPgSimple(session)
  const store = new PgStore({
    pool: database.pool,
    tableName: 'session',
    errorLog: (...args) => logger.warn({ args }, 'sessions'),
  })
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
  api.use(sessionRoutes(context))
  api.use((request, _response, next) => {
    signedIn(request)
    next()
  })
  api.use('/staff', staffRoutes(context))
  api.use('/shop', shopRoutes(context))
  api.use('/customers', customerRoutes(context))
  api.use('/balls/:id/photos', photoRoutes(context))
  api.use('/balls', ballRoutes(context))
  api.use('/patterns', laneRoutes(context))
  api.use('/predictions', predictionRoutes(context))
  api.use('/layouts', layoutRoutes(context))
  api.use('/grip-sheets', sheetRoutes(context))
  api.use('/stock', stockRoutes(context))
  api.use('/reaction-map', motionRoutes(context))
  api.use('/events', bagRoutes(context))
  api.use('/trials', trialRoutes(context))
  api.use('/coverage', coverageRoutes(context))
  api.use('/bench', benchRoutes(context))
  api.use('/surface', surfaceRoutes(context))
  api.use('/pads', padRoutes(context))
  api.use('/recipes', recipeRoutes(context))
  api.use('/upkeep', upkeepRoutes(context))
  api.use('/devices', deviceRoutes(context))
  api.use('/search', searchRoutes(context))
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
  return { app, close }
}
