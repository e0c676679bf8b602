import { pino } from 'pino'
import { jobs, tasks } from './areas.ts'
import { openDatabase } from './database/db.ts'
import { giveWay } from './motion/giveWay.ts'
import { openMotionPool } from './motion/pool.ts'
import { openBehind } from './present/queue.ts'

/** A process that only works the queues off: fits, present states, maps. Several share them with the server, on this machine or another. */
const logger = pino({ level: process.env['LOG_LEVEL'] ?? 'info' })
const databaseUrl = process.env['DATABASE_URL']
if (!databaseUrl) throw new Error('DATABASE_URL is not set; use the worker command.')
// Nobody waits for what it does with a finger on the glass.
giveWay()
const behind = await openBehind(
  databaseUrl,
  (error) => logger.warn({ err: error }, 'queue'),
  jobs.map(({ name }) => name),
)
const database = openDatabase(databaseUrl, {
  onIdleError: (error) => logger.warn({ err: error }, 'idle database connection lost'),
  beforeCommit: behind.beforeCommit,
})
const motion = openMotionPool()
await behind.work(database, motion, tasks, logger, jobs)
process.send?.('working')
logger.info('working the queues off')

let stopping = false
/** Gives the queues back and ends; a job that runs is taken up again by another process. */
function stop(): void {
  if (stopping) return
  stopping = true
  motion.close()
  void Promise.all([behind.close(), database.close()]).then(() => process.exit(0))
  setTimeout(() => process.exit(0), 5000).unref()
}
process.on('SIGTERM', stop)
process.on('SIGINT', stop)
process.on('disconnect', stop)
