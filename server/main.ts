import { readFileSync } from 'node:fs'
import { createServer } from 'node:http'
import { createServer as createTlsServer } from 'node:https'
import { join } from 'node:path'
import { pino } from 'pino'
import { createApp } from './app.ts'
import { jobs, tasks } from './areas.ts'
import { openDatabase } from './database/db.ts'
import { warmUp } from './motion/warmUp.ts'
import { openBehind } from './present/queue.ts'
import { sessionSecret } from './shop/store.ts'

/** Errors of the database driver carry their whole connection; only what tells the cause is logged. */
const err = ({ name, message, code, stack }: Error & { code?: string }) => ({ name, message, code, stack })
const logger = pino({
  level: process.env['LOG_LEVEL'] ?? 'info',
  serializers: { err },
  // A cookie in a log is a key in a log.
  redact: { paths: ['req.headers.cookie', 'res.headers["set-cookie"]'], remove: true },
})
const databaseUrl = process.env['DATABASE_URL']
if (!databaseUrl) throw new Error('DATABASE_URL is not set; use the start command.')
const behind = await openBehind(
  databaseUrl,
  (error) => logger.warn({ err: error }, 'queue'),
  jobs.map(({ name }) => name),
)
const database = openDatabase(databaseUrl, {
  onIdleError: (error) => logger.warn({ err: error }, 'idle database connection lost'),
  beforeCommit: behind.beforeCommit,
})
const webFolder = process.env['WEB_FOLDER'] ?? join(import.meta.dirname, '..', '..', 'web', 'dist')
const { app, motion, close } = createApp({
  database,
  logger,
  sessionSecret: await sessionSecret(database),
  webFolder,
  devicesUrl: process.env['DEVICES_URL'],
  later: behind.later,
  hosts: (process.env['ALLOWED_HOSTS'] ?? '').split(',').filter(Boolean),
  trustProxy: process.env['TRUST_PROXY'],
  metricsToken: process.env['METRICS_TOKEN'],
})
const { TLS_CERT: certFile, TLS_KEY: keyFile } = process.env
const server =
  certFile && keyFile
    ? createTlsServer({ cert: readFileSync(certFile), key: readFileSync(keyFile), minVersion: 'TLSv1.2' }, app)
    : createServer(app)
// Whoever sends a request drop by drop holds a connection no longer than this; headers beyond 16 KiB are refused by Node.
server.requestTimeout = 60_000
server.headersTimeout = 20_000
server.once('error', (error) => {
  logger.fatal({ err: error }, 'the server could not listen')
  process.exit(1)
})
server.listen(Number(process.env['PORT'] ?? 4310), process.env['HOST'] ?? '127.0.0.1', () => {
  logger.info({ address: server.address() }, 'listening')
  process.send?.('listening')
  if (process.env['MOTION_WARM_UP'] !== 'off')
    warmUp(motion).catch((error: unknown) => logger.warn({ err: error }, 'motion threads'))
  behind.work(database, motion, tasks, logger, jobs).catch((error: unknown) => logger.warn({ err: error }, 'queue'))
})

let stopping = false
/** Lets running requests finish, then closes the database. */
function stop(): void {
  if (stopping) return
  stopping = true
  server.close(() => {
    close()
    void Promise.all([behind.close(), database.close()]).then(() => process.exit(0))
  })
  server.closeIdleConnections()
  // Streams would stay open for ever.
  setTimeout(() => server.closeAllConnections(), 1000).unref()
  setTimeout(() => process.exit(0), 5000).unref()
}
process.on('SIGTERM', stop)
process.on('SIGINT', stop)
process.on('disconnect', stop)
