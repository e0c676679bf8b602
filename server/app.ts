import { randomUUID } from 'node:crypto'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import type { WorkPool } from '@sleetfall/core'
import compression from 'compression'
import packedFiles from 'express-static-gzip'
import express, { type Express } from 'express'
import session from 'express-session'
import helmet from 'helmet'
import type { Logger } from 'pino'
import { pinoHttp } from 'pino-http'
import { areas, jobs } from './areas.ts'
import type { Database } from './database/db.ts'
import { openNews } from './database/news.ts'
import { openDevices } from './equipment/hub.ts'
import { admit } from './http/access.ts'
import type { Context } from './http/context.ts'
import { knownHosts } from './http/hosts.ts'
import { knowMember } from './http/member.ts'
import { metrics } from './http/metrics.ts'
import { sameOrigin } from './http/origin.ts'
import { sendProblem, unknownRoute } from './http/problems.ts'
import { sessionStore } from './http/sessions.ts'
import { openMotionPool } from './motion/pool.ts'

interface AppOptions {
  readonly database: Database
  readonly logger: Logger
  readonly sessionSecret: string
  /** Folder of the built web application; without it only the interface for programs is served. */
  readonly webFolder?: string
  /** Where the devices' stand-ins listen; without it no device answers. */
  readonly devicesUrl?: string | undefined
  /** Names, besides its own, under which the machine answers; a proxy's. */
  readonly hosts?: readonly string[]
  /** Whom to believe what they say of a request's origin: Express' `trust proxy`. */
  readonly trustProxy?: string | undefined
  /** Opens the figures to who is not on this machine. */
  readonly metricsToken?: string | undefined
  /** Queues a job; without it jobs are done by this process at once. */
  readonly later?: Context['later']
}

/** What is logged of an address: not what somebody looked for, which is a name mostly, and not a customer's link, which is a key. */
const loggedUrl = (url: string) => url.replace(/[?#].*$/s, '').replace(/(\/(?:open\/\w+|u)\/)[^/]+/g, '$1…')

const sessionHours = 12
const oneYearMs = 365 * 86_400_000

/** Builds the whole HTTP application on a database handle; `close` ends its background work. */
export function createApp(options: AppOptions): {
  app: Express
  motion: WorkPool
  close(): void
} {
  const { database, logger, sessionSecret, webFolder, devicesUrl, later } = options
  const app = express()
  app.disable('x-powered-by')
  if (options.trustProxy) app.set('trust proxy', options.trustProxy)
  const figures = metrics(database, options.metricsToken)
  app.use(figures.measure)
  app.use(
    pinoHttp({
      logger,
      genReqId: (_request, response) => {
        const id = randomUUID()
        response.setHeader('X-Request-Id', id)
        return id
      },
      serializers: {
        req: ({ id, method, url }: { id: unknown; method: string; url: string }) => ({
          id,
          method,
          url: loggedUrl(url),
        }),
        res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
      },
      autoLogging: { ignore: (request) => request.url === '/healthz' || !request.url?.startsWith('/api') },
    }),
  )
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'default-src': ["'self'"],
          // The motion core's vector kernel is compiled in the page's workers; text is never run as script.
          'script-src': ["'self'", "'wasm-unsafe-eval'"],
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
  app.use(knownHosts(options.hosts ?? []))

  app.get('/healthz', (_request, response) => {
    response.json({ ok: true })
  })
  app.get('/readyz', async (_request, response) => {
    await database.one('select 1 as ok')
    response.json({ ok: true })
  })

  app.get('/metrics', figures.serve)

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
  const motion = openMotionPool()
  const running = new Set<string>()
  /** Without a queue: by this process, each record once at a time. */
  async function here(name: string, id: string): Promise<void> {
    const key = `${name} ${id}`
    if (running.has(key)) return
    running.add(key)
    const job = jobs.find((one) => one.name === name)!
    void Promise.resolve(job.run(database, motion, id))
      .catch((error: unknown) => logger.warn({ err: error }, name))
      .finally(() => running.delete(key))
    await Promise.resolve()
  }
  const news = openNews(database.pool.options, (error) => logger.warn({ err: error }, 'news'))
  const context: Context = { database, motion, devices: openDevices(devicesUrl), news, later: later ?? here }
  api.use(knowMember(database))
  for (const { doors = [] } of areas) for (const [path, routes] of doors) api.use(path, routes(context))
  api.use(admit)
  for (const { routes: mounts = [] } of areas) for (const [path, routes] of mounts) api.use(path, routes(context))
  for (const { start } of areas) start?.(context, logger)
  api.use(unknownRoute)
  app.use('/api', api)

  if (webFolder !== undefined && existsSync(webFolder)) {
    // Built files carry a hash in their name, so they never change.
    app.use(
      '/assets',
      packedFiles(join(webFolder, 'assets'), {
        ...{ enableBrotli: true, orderPreference: ['br'], index: false },
        serveStatic: { immutable: true, maxAge: oneYearMs, fallthrough: false },
      }),
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
    news.close()
    store.close()
    figures.close()
  }
  return { app, motion: context.motion, close }
}
