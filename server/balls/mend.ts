import { type Dependents, said, type UseName } from '@sleetfall/contract'
import type { Db } from '../database/db.ts'
import { ProblemError, notFound } from '../http/errors.ts'
import { type Hanging, deleteRow, dependentsOf, openHistory, refuseBlocked } from '../http/mending.ts'

const hangs = (name: UseName, table: string, column = 'ball_id', where?: string): Hanging => ({
  name,
  table,
  column,
  ...(where === undefined ? {} : { where }),
})
const blocks = [
  // Each trial once, however many of its arms are this ball.
  hangs(
    'trials',
    'trial_arm',
    'ball_id',
    'not exists (select from trial_arm f where f.trial_id = trial_arm.trial_id and f.ball_id = trial_arm.ball_id and f.arm < trial_arm.arm)',
  ),
  hangs('predictions', 'prediction'),
  hangs('jobsBegun', 'job', 'ball_id', `state in ('running', 'done')`),
]
const goes = [
  hangs('history', 'ball_event', 'ball_id', `kind not in ('moved', 'withdrawn')`),
  hangs('photos', 'ball_photo'),
  hangs('diagnoses', 'diagnosis'),
  hangs('fits', 'calibration'),
  hangs('jobsNotBegun', 'job', 'ball_id', `state in ('waiting', 'cancelled')`),
]

export const ballDependents = (db: Db, id: string): Promise<Dependents> => dependentsOf(db, id, { blocks, goes })

async function removeBall(db: Db, id: string): Promise<void> {
  for (const table of ['ball_event', 'ball_photo', 'upkeep_policy', 'job'])
    await db.run(`delete from ${table} where ball_id = $1`, [id])
  await deleteRow(db, 'ball', id)
}

/** Deletes a ball that was put in by mistake, with its history; one that trials or finished work speak of is retired instead. */
export async function deleteBall(db: Db, id: string): Promise<void> {
  refuseBlocked(await ballDependents(db, id), 'mergeBall')
  await openHistory(db)
  await removeBall(db, id)
}

/** Makes one ball of two: history, photos, work and trials of the first go to the other, whose record stays. */
export async function mergeBalls(db: Db, id: string, intoId: string): Promise<void> {
  const rows = await db.many<{ id: string; customerId: string }>(
    'select id, customer_id from ball where id = any($1) order by id for update',
    [[id, intoId]],
  )
  if (id === intoId) throw new ProblemError(409, 'refused', said('refused.sameBall'))
  if (rows.length < 2) throw notFound('oneOfTwo')
  if (rows[0]!.customerId !== rows[1]!.customerId) throw new ProblemError(409, 'refused', said('refused.ballsOfTwo'))
  const running = await db.maybeOne(`select id from job where ball_id = $1 and state = 'running'`, [id])
  if (running) throw new ProblemError(409, 'wrong-state', said('refused.jobRuns'))
  await openHistory(db)
  // The same work promised for both is one promise.
  await db.run(
    `update job set state = 'cancelled' where ball_id = $1 and state = 'waiting' and exists (
       select from job o where o.ball_id = $2 and o.kind = job.kind and o.state in ('waiting', 'running'))`,
    [id, intoId],
  )
  for (const [table, column] of [
    ['ball_event', 'ball_id'],
    ['ball_photo', 'ball_id'],
    ['job', 'ball_id'],
    ['prediction', 'ball_id'],
    ['trial_arm', 'ball_id'],
    ['diagnosis', 'ball_id'],
    ['calibration', 'ball_id'],
  ] as const)
    await db.run(`update ${table} set ${column} = $2 where ${column} = $1`, [id, intoId])
  await db.run(`select move_fits('ball', $1, $2)`, [id, intoId])
  await removeBall(db, id)
}
