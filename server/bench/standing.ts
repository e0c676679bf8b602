import { type Job, said } from '@sleetfall/contract'
import type { Db } from '../database/db.ts'
import { ProblemError, notFound, versionConflict } from '../http/errors.ts'
import * as store from './store.ts'

/** A job that has to be there. */
export async function existing(db: Db, id: string): Promise<Job> {
  const job = await store.jobById(db, id)
  if (!job) throw notFound('job')
  return job
}

/** Why a job cannot go on from the state it is in, as seen after a failed change. */
export function stateProblem(job: Job): ProblemError {
  if (job.state === 'done')
    return new ProblemError(409, 'already-done', said('refused.jobFinished'), {
      current: job,
    })
  if (job.state === 'cancelled')
    return new ProblemError(409, 'wrong-state', said('refused.jobCancelled'), { current: job })
  if (job.pausedAt !== null) return new ProblemError(409, 'wrong-state', said('refused.jobPaused'), { current: job })
  return versionConflict(job)
}
