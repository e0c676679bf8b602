import { abilities, type Job, type JobEdit, type JobInput, mayAs, said, wrong } from '@sleetfall/contract'
import { type JobKind, includesCleaning } from '@sleetfall/core'
import type { Db } from '../database/db.ts'
import { eventById } from '../events/store.ts'
import { notAllowed } from '../http/access.ts'
import type { SignedIn } from '../http/context.ts'
import { ProblemError, invalidInput, versionConflict } from '../http/errors.ts'
import { learnFromJob } from '../surface/oilLearning.ts'
import { requireSound } from './doubts.ts'
import { move, writeHistory } from './history.ts'
import { existing, stateProblem } from './standing.ts'
import { begin } from './step.ts'
import { placeNew } from './plan.ts'
import { removeSlots, touchPlan } from './planStore.ts'
import * as store from './store.ts'

/** A promise after the event it is for helps nobody. */
async function refuseLate(db: Db, { dueOn, eventId }: Pick<JobInput, 'dueOn' | 'eventId'>): Promise<void> {
  const event = eventId ? await eventById(db, eventId) : null
  if (event && dueOn > event.endsOn)
    throw invalidInput([
      {
        path: 'dueOn',
        said: wrong('due', 'afterEvent', { event: event.name, day: event.endsOn }),
      },
    ])
  if (event?.kind === 'tournament' && dueOn >= event.startsOn)
    throw invalidInput([
      {
        path: 'dueOn',
        said: wrong('due', 'dayBefore', { event: event.name, day: event.startsOn }),
      },
    ])
}

/** Takes work in. A cleaning that other waiting work includes is refused; one that waits is taken along by that work. */
export async function takeJob(db: Db, input: JobInput): Promise<Job | null> {
  await refuseLate(db, input)
  const waiting = (await store.openJobKinds(db, [input.ballId])).get(input.ballId) ?? []
  const including = waiting.find((kind) => includesCleaning(kind as JobKind))
  if (input.kind === 'clean' && including)
    throw new ProblemError(
      409,
      'duplicate',
      said('refused.includesCleaning', { work: said(`works.${including as JobKind}`) }),
      {
        fields: [
          { path: 'kind', said: wrong('work', 'includesCleaning', { work: said(`works.${including as JobKind}`) }) },
        ],
      },
    )
  const overridden = await requireSound(db, input)
  const absorbed = includesCleaning(input.kind) ? await store.withdrawWaiting(db, input.ballId, 'clean') : 0
  const job = await store.createJob(db, input, overridden)
  await placeNew(db)
  return job && absorbed > 0 ? { ...job, absorbed: ['clean'] } : job
}

/** Changes a job that waits: its day, its event, who does it, or the work itself with new steps. */
export async function editJob(db: Db, id: string, { version, assignedTo, ...edit }: JobEdit): Promise<Job> {
  const job = await existing(db, id)
  if (job.state !== 'waiting')
    throw new ProblemError(409, 'wrong-state', said('refused.jobBegun'), {
      current: job,
    })
  await refuseLate(db, edit)
  const overridden = await requireSound(db, { ...edit, id, ballId: job.ballId, beforeTrialId: job.beforeTrialId })
  await store.updateWaiting(db, id, version, { ...edit, assignedTo: assignedTo ?? null }, overridden, () =>
    store.jobById(db, id),
  )
  await removeSlots(db, [id])
  await placeNew(db)
  return existing(db, id)
}

export async function startJob(db: Db, id: string, version: number, staffId: string): Promise<Job> {
  const job = await existing(db, id)
  if (!(await store.changeState(db, id, version, { from: ['waiting'], to: 'running' })))
    throw stateProblem(await existing(db, id))
  await begin(db, job, 0)
  await move(db, job, 'bench', staffId)
  return existing(db, id)
}

export async function pauseJob(db: Db, id: string, version: number, reason: string): Promise<Job> {
  if (!(await store.pauseJob(db, id, version, reason))) throw stateProblem(await existing(db, id))
  return existing(db, id)
}

/** Ends a job before its time; sanding that was done by then is written, so that the record stays true. */
export async function cancelJob(db: Db, id: string, version: number, user: SignedIn): Promise<Job> {
  const job = await existing(db, id)
  const wasRunning = job.state === 'running'
  if (wasRunning && !mayAs(user.role, abilities.bench)) throw notAllowed('technician')
  if (!(await store.changeState(db, id, version, { from: ['waiting', 'running'], to: 'cancelled' })))
    throw stateProblem(job)
  await removeSlots(db, [id])
  await touchPlan(db)
  if (wasRunning) {
    await store.leaveStations(db, id)
    await writeHistory(db, job, user.id)
    await move(db, job, 'shelf', user.id)
  }
  return existing(db, id)
}

/** Ties a trial to the work, as the one before it or the one after. */
export async function setTrial(
  db: Db,
  id: string,
  input: { readonly version: number; readonly side: 'before' | 'after'; readonly trialId?: string | null | undefined },
): Promise<Job> {
  const job = await existing(db, id)
  if (job.version !== input.version) throw versionConflict(job)
  await store.setTrial(db, id, input.side, input.trialId ?? null)
  await learnFromJob(db, id)
  return existing(db, id)
}
