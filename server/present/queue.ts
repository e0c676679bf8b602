import type { WorkPool } from '@sleetfall/core'
import pg from 'pg'
import PgBoss from 'pg-boss'
import type { Logger } from 'pino'
import type { Database, Db } from '../database/db.ts'
import type { Job, Task } from '../http/area.ts'
import { teach } from '../surface/experience.ts'
import { keepWanted } from '../surface/fits.ts'
import { settle, settleBehind, settleMine, wantedOf } from './settle.ts'
import { markAgain, openEnds } from './store.ts'

/** Fits, present states that wait behind a change which concerns many balls, and each area's tasks; worked off by whichever process is free. */
const queues = { fit: 'fit', behind: 'present-behind' } as const

/** Fits that one transaction queues at most; the next ones queue the rest. */
const mostAtOnce = 100

export interface Behind {
  /** At the end of each transaction: brings up to date what it moved, and queues what takes longer. */
  readonly beforeCommit: (db: Db) => Promise<(() => void) | undefined>
  /** Queues a job on a record; one that waits already is not queued twice. `soon`: somebody looks at it. */
  later(job: string, id: string, soon?: boolean): Promise<void>
  /** Begins to work the queues off, and the tasks when their time comes. */
  work(database: Database, pool: WorkPool, tasks: readonly Task[], logger: Logger, jobs?: readonly Job[]): Promise<void>
  close(): Promise<void>
}

/** Makes the fits that a ball's readings ask for, in a thread, and folds it with them. */
export async function fitBall(database: Database, pool: WorkPool, ballId: string): Promise<void> {
  const wanted = await wantedOf(database, ballId)
  const answers = await Promise.all(
    wanted.map(({ cover, startRaUm, readings, constants, prior }) =>
      pool.run({ kind: 'wear', cover, startRaUm, readings, constants, prior }),
    ),
  )
  await database.transaction(async (db) => {
    for (const [index, fit] of wanted.entries()) {
      await keepWanted(db, fit, answers[index]!)
      if (fit.kind === 'own') await teach(db, fit.cover)
    }
    await markAgain(db, ballId)
  })
}

/** Any number; whoever makes the queues holds it. */
const makingQueues = 5_417_433

/** Does something that two processes which start at once must not do beside each other: making queues, they would wait for each other for ever. */
async function oneAtATime(url: string, work: () => Promise<void>): Promise<void> {
  const client = new pg.Client({ connectionString: url })
  client.on('error', () => {})
  await client.connect()
  try {
    await client.query('select pg_advisory_lock($1)', [makingQueues])
    await work()
  } finally {
    await client.end()
  }
}

/** Opens the queues on a database; `report` hears of trouble, such as a database that is away for a while. */
export async function openBehind(
  url: string,
  report: (error: Error) => void,
  jobNames: readonly string[] = [],
): Promise<Behind> {
  const boss = new PgBoss({ connectionString: url, max: 3 })
  boss.on('error', report)
  await oneAtATime(url, async () => {
    await boss.start()
    // Short: what waits already is not queued twice.
    for (const queue of Object.values(queues))
      await boss.createQueue(queue, { name: queue, policy: 'short', retryLimit: 3 })
    for (const name of jobNames) await boss.createQueue(name, { name, policy: 'short', retryLimit: 1 })
  })
  const workers: string[] = []
  const within = (db: Db) => ({
    db: { executeSql: async (text: string, values: unknown[]) => ({ rows: await db.many<object>(text, values) }) },
  })
  return {
    async beforeCommit(db) {
      let ends = await openEnds(db, mostAtOnce)
      if (ends.moved) {
        await settleMine(db, 'later')
        ends = await openEnds(db, mostAtOnce)
      }
      const { fits: wanted, behind } = ends
      for (const ballId of wanted) await boss.send(queues.fit, { ballId }, { singletonKey: ballId, ...within(db) })
      if (behind) await boss.send(queues.behind, {}, within(db))
      return wanted.length > 0 || behind ? () => workers.forEach((id) => boss.notifyWorker(id)) : undefined
    },
    async later(job, id, soon = false) {
      await boss.send(job, { id }, { singletonKey: id, priority: soon ? 10 : 0 })
    },
    async work(database, pool, tasks, logger, jobs = []) {
      const seconds = { pollingIntervalSeconds: 2 }
      workers.push(
        await boss.work<{ ballId: string }>(queues.fit, seconds, async (jobs) => {
          for (const { data } of jobs) await fitBall(database, pool, data.ballId)
        }),
        await boss.work(queues.behind, seconds, async () => {
          // Each of these transactions queues the fits that it found wanting.
          while ((await database.transaction((db) => settleBehind(db, 'later'))) > 0);
        }),
      )
      for (const { name, run, atOnce = 1 } of jobs)
        for (let i = 0; i < atOnce; i += 1)
          await boss.work<{ id: string }>(name, { pollingIntervalSeconds: 0.5, priority: true }, async (waiting) => {
            for (const { data } of waiting) await run(database, pool, data.id)
          })
      for (const { name, every, run } of tasks) {
        await boss.createQueue(name, { name, policy: 'short', retryLimit: 1 })
        await boss.schedule(name, every)
        await boss.work(name, { pollingIntervalSeconds: 20 }, () => run(database, logger))
      }
      // What an earlier process left behind.
      await boss.send(queues.behind, {})
    },
    close: () => boss.stop({ timeout: 4000 }),
  }
}

/** Without queues: everything is made at once, inside the transaction; for imports and tests. */
export const atOnce = async (db: Db): Promise<undefined> => {
  await settleMine(db, 'now')
  await settle(db, (await openEnds(db, mostAtOnce)).fits, 'now')
  while ((await settleBehind(db, 'now')) > 0);
}
