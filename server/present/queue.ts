import type { WorkPool } from '@sleetfall/core'
import pg from 'pg'
import PgBoss from 'pg-boss'
import type { Logger } from 'pino'
import type { Database, Db } from '../database/db.ts'
import { openNews, tell } from '../database/news.ts'
import type { Job, Task } from '../http/area.ts'
import { teach } from '../surface/experience.ts'
import { keepWanted } from '../surface/fits.ts'
import { settle, settleBehind, settleMine, wantedOf } from './settle.ts'
import { markAgain, openEnds } from './store.ts'

/** Fits, present states that wait behind a change which concerns many balls, and each area's tasks; worked off by whichever process is free. */
const queues = { fit: 'fit', behind: 'present-behind' } as const

/** Fits that one transaction queues at most; the next ones queue the rest. */
const mostAtOnce = 100

/** What failed lets others go first. */
const laterAgain = { retryDelay: 5 } as const

/** Whoever works is told what is queued; it looks by itself too, for what failed and is tried again, and while the wire is broken. */
const looksEvery = { own: { pollingIntervalSeconds: 10 }, tasks: { pollingIntervalSeconds: 20 } } as const

export interface Behind {
  /** At the end of each transaction: brings up to date what it moved, and queues what takes longer. */
  readonly beforeCommit: (db: Db) => Promise<void>
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
  /** Who works each queue off here. */
  const workers = new Map<string, string[]>()
  const wake = (queue: string | null) =>
    (queue === null ? [...workers.values()].flat() : (workers.get(queue) ?? [])).forEach((id) => boss.notifyWorker(id))
  let deaf = () => {}
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
      for (const ballId of wanted)
        await boss.send(queues.fit, { ballId }, { singletonKey: ballId, ...laterAgain, ...within(db) })
      if (behind) await boss.send(queues.behind, {}, { ...laterAgain, ...within(db) })
      if (wanted.length > 0) await tell(db, 'waiting', queues.fit)
      if (behind) await tell(db, 'waiting', queues.behind)
    },
    async later(job, id, soon = false) {
      await boss.send(job, { id }, { singletonKey: id, priority: soon ? 10 : 0, ...laterAgain })
      const db = boss.getDb()
      await tell(
        { run: async (sql, values = []) => (await db.executeSql(sql, [...values])).rows.length },
        'waiting',
        job,
      )
    },
    async work(database, pool, tasks, logger, jobs = []) {
      const news = openNews({ connectionString: url }, (error) => report(error as Error))
      news.on('waiting', wake)
      deaf = () => news.close()
      const worked = async <T>(queue: string, run: (waiting: PgBoss.Job<T>[]) => Promise<void>) => {
        const id = await boss.work<T>(queue, { ...looksEvery.own, priority: true }, async (waiting) => {
          // There may be more.
          await run(waiting).finally(() => boss.notifyWorker(id))
        })
        workers.set(queue, [...(workers.get(queue) ?? []), id])
      }
      await worked<{ ballId: string }>(queues.fit, async (waiting) => {
        for (const { data } of waiting) await fitBall(database, pool, data.ballId)
      })
      await worked(queues.behind, async () => {
        // Each of these transactions queues the fits that it found wanting.
        while ((await database.transaction((db) => settleBehind(db, 'later'))) > 0);
      })
      for (const { name, run, atOnce = 1 } of jobs)
        for (let i = 0; i < atOnce; i += 1)
          await worked<{ id: string }>(name, async (waiting) => {
            for (const { data } of waiting) await run(database, pool, data.id)
          })
      for (const { name, every, run } of tasks) {
        await boss.createQueue(name, { name, policy: 'short', retryLimit: 1 })
        await boss.schedule(name, every)
        await boss.work(name, looksEvery.tasks, () => run(database, logger))
      }
      // What an earlier process left behind.
      await boss.send(queues.behind, {})
      wake(queues.behind)
    },
    async close() {
      deaf()
      await boss.stop({ timeout: 4000 })
    },
  }
}

/** Without queues: everything is made at once, inside the transaction; for imports and tests. */
export const atOnce = async (db: Db): Promise<void> => {
  await settleMine(db, 'now')
  await settle(db, (await openEnds(db, mostAtOnce)).fits, 'now')
  while ((await settleBehind(db, 'now')) > 0);
}
